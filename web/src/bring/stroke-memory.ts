import { strokeKind } from '@stride/core/instrument';
import { type PartChoice, proposeStrokes } from '@stride/core/notation';
import * as v from 'valibot';
import { knownInstrument } from '../store/known-instruments.ts';
import { type Setting, useSetting } from '../store/use-setting.ts';
import type { About } from './bring-api.ts';

/** What was chosen for sounds before: instrument and stroke, by what the file calls the part and the sound. */
export type StrokeMemory = Readonly<Record<string, string>>;

/** The most that is remembered. */
const MOST = 2000;

const Kept = v.record(v.string(), v.pipe(v.string(), v.maxLength(120)));

const MEMORY: Setting<StrokeMemory> = {
  key: 'bring-strokes',
  usual: {},
  check: (value) => {
    const parsed = v.safeParse(Kept, value);
    return parsed.success ? parsed.output : {};
  },
};

type AboutPart = About['parts'][number];

const partKey = ({ name, instrument }: Pick<AboutPart, 'name' | 'instrument'>) =>
  `${instrument ?? name}`.slice(0, 80);
const soundKey = (part: AboutPart, sound: string) => `${partKey(part)}|${sound.slice(0, 80)}`;
/** Stands for a sound that was left out. */
const OUT = '-';

/** What is proposed, with what was chosen for the same sounds before. */
export function remembered(
  memory: StrokeMemory,
  parts: readonly AboutPart[],
  choices: readonly PartChoice[],
): readonly PartChoice[] {
  return choices.map((choice) => {
    const part = parts.find(({ id }) => id === choice.part);
    const instrument = part && knownInstrument(memory[partKey(part)] ?? '');
    if (!part || !instrument) return choice;
    const usual =
      instrument.id === choice.instrument.id ? choice.strokes : proposeStrokes(part, instrument);
    const strokes = Object.fromEntries(
      part.sounds.map(({ key, name }) => {
        const code = memory[soundKey(part, name)];
        if (code === OUT) return [key, null];
        const isKnown = code !== undefined && strokeKind(instrument, code) !== undefined;
        return [key, isKnown ? code : (usual[key] ?? null)];
      }),
    );
    return { ...choice, instrument, strokes };
  });
}

/** The memory with what was chosen now; what was remembered first goes where there is too much. */
export function withChoices(
  memory: StrokeMemory,
  parts: readonly AboutPart[],
  choices: readonly PartChoice[],
): StrokeMemory {
  const fresh: Record<string, string> = {};
  for (const choice of choices) {
    const part = parts.find(({ id }) => id === choice.part);
    if (!part || !choice.isIn) continue;
    fresh[partKey(part)] = choice.instrument.id;
    for (const { key, name } of part.sounds) {
      fresh[soundKey(part, name)] = choice.strokes[key] ?? OUT;
    }
  }
  const all = Object.entries({ ...memory, ...fresh });
  return Object.fromEntries(all.slice(-MOST));
}

export const useStrokeMemory = () => useSetting(MEMORY);
