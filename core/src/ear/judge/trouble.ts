import { sayStroke } from '../../read/index.ts';
import type { Hit } from '../hit.ts';
import type { Asked } from './asked.ts';
import type { Judgement } from './judge.ts';
import { match } from './match.ts';
import type { Named } from './say.ts';

/** What is wrong with a run itself, so that its figures mean little. */
export type Trouble =
  | { readonly kind: 'silent' }
  /** Most strokes were heard two times. */
  | { readonly kind: 'twice' }
  /** What was played is another line of the rhythm. */
  | { readonly kind: 'other line'; readonly layer: number }
  /** The hands came off: from this stroke on nothing was heard. */
  | { readonly kind: 'hands off'; readonly after: Asked };

/** A second sound this soon after a stroke is no stroke of a hand. */
const AGAIN = 0.09;
/** Strokes that must be missing at the end before the hands are held to be off. */
const OFF = 4;

/**
 * Finds what is wrong with a run as a whole; undefined where it is one to be judged.
 * @param others what the other lines of the rhythm would ask, by layer
 */
export function troubleOf(
  judgement: Judgement,
  asked: readonly Asked[],
  hits: readonly Hit[],
  others: readonly { readonly layer: number; readonly asked: readonly Asked[] }[] = [],
): Trouble | undefined {
  const { met, extra } = judgement.match;
  if (asked.length === 0) return undefined;
  if (hits.length === 0) return { kind: 'silent' };
  const again = extra.filter((hit) =>
    met.some((one) => {
      const since = Math.abs(hit.time - one.hit.time);
      return since > 0 && since < AGAIN;
    }),
  );
  if (met.length >= OFF && again.length >= met.length * 0.6) return { kind: 'twice' };
  const fit = fitOf(asked, hits);
  const best = others
    .map(({ layer, asked: theirs }) => ({ layer, fit: fitOf(theirs, hits) }))
    .sort((a, b) => b.fit - a.fit)[0];
  if (best && fit < 0.7 && best.fit > 0.85) return { kind: 'other line', layer: best.layer };
  const last = met.at(-1);
  if (last) {
    const after = asked.filter(({ time, optional }) => time > last.asked.time && !optional);
    if (after.length >= OFF && after.length >= asked.length / 4) {
      return { kind: 'hands off', after: last.asked };
    }
  }
  return undefined;
}

/** What is wrong with a run, and what to do, in words. @param line name of another line of the rhythm */
export function sayTrouble(
  trouble: Trouble,
  named: Named,
  line: (layer: number) => string,
): string {
  switch (trouble.kind) {
    case 'silent':
      return 'Nothing was heard. See that the input is the one you play on, play nearer or harder, and listen again.';
    case 'twice':
      return 'Nearly every stroke was heard twice. Listen to the room again, or damp what rattles; nothing else is judged.';
    case 'other line':
      return `That fits ${line(trouble.layer)} better than ${named.layer.name}. Choose the line you practise, or play this one.`;
    case 'hands off':
      return `The hands came off after the ${sayStroke(named, trouble.after.slot)}, pass ${trouble.after.pass + 1}. What came before it is judged.`;
  }
}

/** How well hits, of which there are some, and what is asked cover one another, 0 to 1. */
function fitOf(asked: readonly Asked[], hits: readonly Hit[]): number {
  const { met } = match(asked, hits);
  const near = met.filter(({ error }) => Math.abs(error) < 0.05).length;
  return near / Math.max(asked.length, hits.length);
}

/** The part of what was asked up to the stroke after which the hands came off. */
export function askedUntil(asked: readonly Asked[], last: Asked): readonly Asked[] {
  return asked.filter(({ time }) => time <= last.time);
}
