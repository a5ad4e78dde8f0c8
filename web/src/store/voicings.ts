import * as v from 'valibot';
import { type Setting, useSetting } from './use-setting.ts';

/** What strokes become from one instrument to another, as it is written (`D=B T=S`), by the pair of their ids. */
export type Voicings = Readonly<Record<string, string>>;

const Kept = v.record(v.string(), v.pipe(v.string(), v.maxLength(1000)));

const VOICINGS: Setting<Voicings> = {
  key: 'voicings',
  usual: {},
  check: (value) => {
    const parsed = v.safeParse(Kept, value);
    return parsed.success ? parsed.output : {};
  },
};

/** The tables a player has written, kept by pair of instruments. */
export function useVoicings() {
  const [voicings, change] = useSetting(VOICINGS);
  return {
    tableOf: (from: string, to: string): string => voicings[`${from}>${to}`] ?? '',
    keep: (from: string, to: string, table: string) =>
      change((kept) => ({ ...kept, [`${from}>${to}`]: table })),
  };
}
