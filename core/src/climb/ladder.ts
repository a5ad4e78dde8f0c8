import {
  type Bpm,
  multiply,
  type Pulses,
  rational,
  secondsPerPulse,
  TEMPO_RANGE,
  toNumber,
} from '../time/index.ts';

/** How much quicker each rung is: a share of the tempo, or a fixed number of beats a minute. */
export type Step =
  | { readonly kind: 'percent'; readonly value: number }
  | { readonly kind: 'bpm'; readonly value: number };

/** What a player asks of a climb. */
export interface Ladder {
  readonly from: Bpm;
  readonly to: Bpm;
  readonly step: Step;
  /** Runs at each rung. */
  readonly passes: number;
}

/** Ranges the settings keep to. */
export const LADDER_LIMITS = {
  percent: { min: 1, max: 25 },
  bpm: { min: 1, max: 40 },
  passes: { min: 1, max: 32 },
} as const;

/**
 * The tempos of a ladder, rounded to whole beats a minute; the last is the target itself. The steps
 * are taken from the exact tempo, not from the rounded one, and a rung nearer to the target than
 * half a step is left out.
 * @example rungs({ from: 60, to: 92, step: { kind: 'percent', value: 5 }, passes: 2 })
 * // [60, 63, 66, 69, 73, 77, 80, 84, 89, 92]
 */
export function rungs(ladder: Pick<Ladder, 'from' | 'to' | 'step'>): readonly Bpm[] {
  const { from, to, step } = ladder;
  const tempos: Bpm[] = [];
  if (step.value > 0) {
    for (let exact = from, count = 0; ; count += 1) {
      exact =
        step.kind === 'percent'
          ? from * (1 + step.value / 100) ** count
          : from + step.value * count;
      const halfStep = step.kind === 'percent' ? (exact * step.value) / 200 : step.value / 2;
      if (exact >= to || (count > 0 && to - exact < halfStep)) break;
      const tempo = Math.round(exact);
      if (tempo !== tempos.at(-1) && tempo < to) tempos.push(tempo);
    }
  }
  return [...tempos, to];
}

/**
 * Minutes the whole ladder takes: passes × length ÷ tempo for every rung.
 * @param pass what one pass lasts, in pulses
 * @param per pulses in the counted beat
 * @param countIn pulses counted in before each rung; 0 for none
 */
export function ladderMinutes(ladder: Ladder, pass: Pulses, per: number, countIn = 0): number {
  return rungs(ladder).reduce((sum, bpm) => {
    const pulse = toNumber(secondsPerPulse({ bpm, per }));
    const pulses = toNumber(multiply(pass, rational(ladder.passes))) + countIn;
    return sum + (pulses * pulse) / 60;
  }, 0);
}

/** The sentence that says what is wrong with a ladder, or undefined when it can be climbed. */
export function ladderProblem(ladder: Ladder): string | undefined {
  const { from, to, step, passes } = ladder;
  const { min, max } = TEMPO_RANGE;
  if (!(from >= min && from <= max)) return `Start between ${min} and ${max} beats a minute.`;
  if (!(to >= min && to <= max)) return `The tempo to reach lies between ${min} and ${max}.`;
  if (to < from)
    return `The tempo to reach (${to}) is slower than the start (${from}); a climb goes up.`;
  const limits = LADDER_LIMITS[step.kind];
  if (!(step.value >= limits.min && step.value <= limits.max)) {
    const unit = step.kind === 'percent' ? '%' : ' beats a minute';
    return `A step lies between ${limits.min} and ${limits.max}${unit}.`;
  }
  const { passes: range } = LADDER_LIMITS;
  if (!(Number.isInteger(passes) && passes >= range.min && passes <= range.max)) {
    return `Play each rung ${range.min} to ${range.max} times.`;
  }
  return undefined;
}
