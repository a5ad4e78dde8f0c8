import * as v from 'valibot';
import type { Bpm } from '../../time/index.ts';
import type { Judgement } from './judge.ts';

const figure = v.pipe(v.number(), v.finite());

/** What is kept of a run, to be compared with the next. */
export const KeptRunSchema = v.object({
  bpm: figure,
  asked: figure,
  missed: figure,
  extra: figure,
  otherKinds: figure,
  /** Seconds. */
  spread: figure,
  drift: figure,
  clean: v.boolean(),
});
/** The figures of a pass: see {@link KeptRunSchema}. */
export type KeptRun = Readonly<v.InferOutput<typeof KeptRunSchema>>;

/**
 * What is kept of a pass that was judged: its figures, without its hits.
 * @param bpm counted beats a minute
 * @param clean whether nothing of it was wrong: see {@link flaws}
 */
export function keepRun(judgement: Judgement, bpm: Bpm, clean: boolean): KeptRun {
  const { match, asked, wrongKinds, spread, drift } = judgement;
  return {
    bpm,
    asked,
    missed: match.missed.length,
    extra: match.extra.length,
    otherKinds: wrongKinds.length,
    spread,
    drift,
    clean,
  };
}

/** Changes smaller than this, in seconds, are none. */
const ALIKE = 0.0015;

/** What changed against the last time, in one sentence; undefined where nothing did that one could feel. */
export function sayChange(before: KeptRun, now: KeptRun): string | undefined {
  const parts: string[] = [];
  const wrong = (run: KeptRun) => (run.missed + run.extra) / Math.max(1, run.asked);
  const [earlier, later] = [wrong(before), wrong(now)];
  if (Math.abs(earlier - later) > 0.01) {
    const said = (share: number) => `${Math.round(share * 100)} in 100`;
    parts.push(`missed or too many ${said(later)}, then ${said(earlier)}`);
  }
  if (Math.abs(before.spread - now.spread) > ALIKE) {
    const ms = (time: number) => Math.round(time * 1000);
    parts.push(`spread ${ms(now.spread)} ms, then ${ms(before.spread)}`);
  }
  if (parts.length === 0 && before.bpm === now.bpm) return undefined;
  const tempo =
    before.bpm === now.bpm ? 'Last time' : `Last time, at ${before.bpm} instead of ${now.bpm}`;
  return parts.length === 0 ? `${tempo}: as now.` : `${tempo}: ${parts.join('; ')}.`;
}
