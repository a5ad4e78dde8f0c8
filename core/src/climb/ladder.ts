import { numberAt } from '../bounds/index.ts';
import { seeded } from '../chance/index.ts';
import {
  type Bpm,
  type Pulses,
  type Seconds,
  secondsPerPulse,
  TEMPO_RANGE,
  toNumber,
} from '../time/index.ts';

/** How much quicker each rung is: a share of the tempo, or a fixed number of beats a minute. */
export type Step =
  | { readonly kind: 'percent'; readonly value: number }
  | { readonly kind: 'bpm'; readonly value: number };

/** The ways up a ladder, as players call them. Each ends on the tempo to reach. */
export const LADDER_SHAPES = {
  straight: 'straight up',
  over: 'over it and back',
  'two up': 'two up, one down',
  half: 'up, half of it, and back',
  drawn: 'tempos at random',
  steady: 'rising without a step',
} as const;
/** One of {@link LADDER_SHAPES}. */
export type LadderShape = keyof typeof LADDER_SHAPES;

/** What a player asks of a climb. */
export interface Ladder {
  readonly from: Bpm;
  readonly to: Bpm;
  readonly step: Step;
  /** Passes at each rung. */
  readonly passes: number;
  /** Straight where it is not given. */
  readonly shape?: LadderShape;
  /** At each rung as many passes as fill so many seconds, whatever `passes` says. */
  readonly seconds?: Seconds;
  /** Which tempos are drawn at random; the same for the same number. */
  readonly seed?: number;
}

/** Ranges the settings keep to. */
export const LADDER_LIMITS = {
  percent: { min: 1, max: 25 },
  bpm: { min: 1, max: 40 },
  passes: { min: 1, max: 32 },
  seconds: { min: 5, max: 600 },
} as const;

/** How far a ladder that goes over the tempo to reach does so, in hundredths of it. */
const OVER = 8;
/** Rungs of a ladder that draws its tempos. */
const DRAWN = 8;

/**
 * The tempos of a ladder in its shape; the last is the target itself.
 * @example ladderTempos({ from: 60, to: 80, step: { kind: 'bpm', value: 10 }, passes: 1, shape: 'two up' })
 * // [60, 80, 70, 80]
 */
export function ladderTempos(ladder: Omit<Ladder, 'seconds'>): readonly Bpm[] {
  const straight = rungs(ladder);
  const { from, to, passes, seed = 1 } = ladder;
  switch (ladder.shape ?? 'straight') {
    case 'straight':
      return straight;
    case 'over': {
      const top = Math.min(TEMPO_RANGE.max, Math.round(to * (1 + OVER / 100)));
      return top > to
        ? [...straight, ...rungs({ ...ladder, from: to, to: top }).slice(1), to]
        : straight;
    }
    case 'two up': {
      const tempos: Bpm[] = [];
      // Two rungs up and one down until the last is reached.
      for (let at = 0; at < straight.length - 1; at += 1) {
        tempos.push(numberAt(straight, at));
        if (at + 2 < straight.length) tempos.push(numberAt(straight, at + 2));
      }
      return tempos.at(-1) === to ? tempos : [...tempos, to];
    }
    case 'half':
      return [...straight, Math.max(TEMPO_RANGE.min, Math.round(to / 2)), to];
    case 'drawn': {
      const random = seeded(seed);
      const drawn = Array.from({ length: DRAWN - 1 }, () =>
        Math.round(from + random() * (to - from)),
      );
      return [...drawn, to];
    }
    case 'steady': {
      // As long as a straight ladder, each pass a little quicker than the one before.
      const count = (straight.length - 1) * passes;
      const each = (at: number) => Math.round(from * (to / from) ** (at / count) * 10) / 10;
      return [...Array.from({ length: count }, (_, at) => each(at)), to];
    }
  }
}

/** Passes at a rung: as many as are asked for, or as fill the seconds; one where every pass is a rung. */
export function passesAt(ladder: Ladder, pass: Seconds): number {
  if (ladder.shape === 'steady') return 1;
  if (ladder.seconds === undefined) return ladder.passes;
  return Math.min(LADDER_LIMITS.passes.max, Math.max(1, Math.round(ladder.seconds / pass)));
}

/**
 * The tempos of a straight ladder, rounded to whole beats a minute; the last is the target itself. The steps
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
  return ladderTempos(ladder).reduce((sum, bpm) => {
    const pulse = toNumber(secondsPerPulse({ bpm, per }));
    const passes = passesAt(ladder, toNumber(pass) * pulse);
    return sum + ((toNumber(pass) * passes + countIn) * pulse) / 60;
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
  const { seconds } = LADDER_LIMITS;
  if (
    ladder.seconds !== undefined &&
    !(ladder.seconds >= seconds.min && ladder.seconds <= seconds.max)
  ) {
    return `Play each rung for ${seconds.min} to ${seconds.max} seconds.`;
  }
  return undefined;
}
