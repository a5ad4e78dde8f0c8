import { nth } from '../../bounds/index.ts';
import type { Milliseconds } from '../../time/index.ts';
import type { Judgement, PassFigures } from './judge.ts';

/** How exact a pass must be to be clean. */
export interface Strictness {
  /** Strokes of a hundred that may be missed or too many. */
  readonly wrong: number;
  /** Spread that is always clean, and the share of the shortest stride that is clean as well, in hundredths. */
  readonly spread: Milliseconds;
  readonly share: number;
  /** Hundredths of the time that may be gained or lost. */
  readonly drift: number;
  /** Strokes of a hundred that may come as another kind, where the input can tell. */
  readonly kinds: number;
}

/** From the gentle side: what a beginner is glad of, what is usual, and what a stage asks. */
export const STRICTNESS = {
  easy: { wrong: 6, spread: 25, share: 8, drift: 4, kinds: 12 },
  usual: { wrong: 0, spread: 15, share: 5, drift: 2, kinds: 5 },
  strict: { wrong: 0, spread: 10, share: 3, drift: 1, kinds: 0 },
} as const satisfies Readonly<Record<string, Strictness>>;
/** One of {@link STRICTNESS}. */
export type StrictnessName = keyof typeof STRICTNESS;

/** What kept a pass from being clean. */
export type Flaw = 'silent' | 'missed' | 'extra' | 'spread' | 'drift' | 'kinds';

/** The greatest spread that is clean for strokes this close together. */
export function cleanSpread(judgement: Pick<Judgement, 'shortest'>, by: Strictness): number {
  const share = Number.isFinite(judgement.shortest) ? (judgement.shortest * by.share) / 100 : 0;
  return Math.max(by.spread / 1000, share);
}

/** What is not clean, the gravest first; none where the pass is clean. */
export function flaws(judgement: PassFigures, by: Strictness): readonly Flaw[] {
  const { match, asked, spread, drift, wrongKinds } = judgement;
  if (asked > 0 && match.met.length === 0) return ['silent'];
  const most = (asked * by.wrong) / 100;
  const found: Flaw[] = [];
  if (match.missed.length > most) found.push('missed');
  if (match.extra.length > most) found.push('extra');
  if (wrongKinds.length > (asked * by.kinds) / 100) found.push('kinds');
  if (spread > cleanSpread(judgement, by)) found.push('spread');
  if (Math.abs(drift) > by.drift) found.push('drift');
  return found;
}

/** How many clean passes lead up, and how many that are not lead down. */
export interface VerdictRule {
  readonly up: number;
  readonly down: number;
}
/** Two clean passes lead up, two that are not lead down. */
export const USUAL_RULE: VerdictRule = { up: 2, down: 2 };

/** Where a climb goes after a pass: a rung up, none, or a rung down. */
export type Verdict = 'up' | 'stay' | 'down';

/**
 * Up after so many clean passes at the end of the run, down after so many that were not, else stay. A run
 * of fewer passes than the rule asks for is judged by all it has.
 * @param clean of each pass, in order
 */
export function verdict(clean: readonly boolean[], rule: VerdictRule = USUAL_RULE): Verdict {
  if (clean.length === 0) return 'stay';
  let alike = 1;
  while (alike < clean.length && nth(clean, clean.length - 1 - alike) === clean.at(-1)) alike += 1;
  const need = Math.min(clean.length, clean.at(-1) ? rule.up : rule.down);
  if (alike < need) return 'stay';
  if (clean.at(-1)) return 'up';
  // One bad pass by itself is a slip, not a reason to go back.
  return clean.length < rule.down ? 'stay' : 'down';
}
