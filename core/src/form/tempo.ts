import { type Cycle, firstSpan } from '../cycle/index.ts';
import {
  type Bpm,
  divide,
  gcd,
  multiply,
  type Rational,
  rational,
  type Seconds,
  secondsPerPulse,
  TEMPO_RANGE,
  type Tempo,
  toNumber,
} from '../time/index.ts';
import type { Change } from './model.ts';

/** A tempo kept exactly: how long a pulse lasts, and which beat is counted. */
export interface PulseTempo {
  /** Seconds of one pulse. */
  readonly pulse: Rational;
  /** Pulses in the counted beat. */
  readonly per: number;
}

/** A tempo with the exact length of its pulse. */
export function exactly(tempo: Tempo): PulseTempo {
  return { pulse: secondsPerPulse(tempo), per: tempo.per };
}

/** Counted beats a minute, as near as a float is. */
export function bpmOf({ pulse, per }: PulseTempo): Bpm {
  return (60 * pulse.den) / (pulse.num * per);
}

/** A tempo in counted beats a minute, as near as a float is. */
export function tempoOf(tempo: PulseTempo): Tempo {
  return { bpm: bpmOf(tempo), per: tempo.per };
}

/** A tempo that was asked for, and whether it had to be brought into the range that can be played. */
export interface Arrived {
  readonly tempo: PulseTempo;
  /** What it would have been, in counted beats a minute, where that cannot be played. */
  readonly beyond?: Bpm;
}

/**
 * The tempo that a change leads to. Three beats become two: a beat lasts 3/2 of what it did, so 72 becomes 48.
 * @param cycle of the section it leads to; the beat that is counted is kept where the section has it
 * @example arriveAt({ kind: 'ratio', before: 3, now: 2 }, exactly({ bpm: 72, per: 4 }), fourFours)
 */
export function arriveAt(
  change: Change | undefined,
  before: PulseTempo,
  cycle: Cycle,
  sameCycle: boolean,
): Arrived {
  const per = sameCycle ? before.per : firstSpan(cycle);
  const pulse = pulseAfter(change, before, per);
  const bpm = bpmOf({ pulse, per });
  const near = Math.min(TEMPO_RANGE.max, Math.max(TEMPO_RANGE.min, bpm));
  // A whole tempo at the edge may miss it by what a float is off.
  if (Math.abs(near - bpm) < 1e-9) return { tempo: { pulse, per } };
  return { tempo: exactly({ bpm: near, per }), beyond: bpm };
}

function pulseAfter(change: Change | undefined, { pulse, per: counted }: PulseTempo, per: number) {
  switch (change?.kind) {
    case 'beat':
      return kept(() => multiply(pulse, rational(counted, per)), (toNumber(pulse) * counted) / per);
    case 'ratio': {
      const { before, now } = change;
      return kept(
        () => multiply(pulse, rational(before * counted, now * per)),
        (toNumber(pulse) * before * counted) / (now * per),
      );
    }
    case 'at':
      return secondsPerPulse({ bpm: change.bpm, per });
    default:
      return pulse;
  }
}

/** Exact while whole numbers hold it: after very many relations it is kept to a billionth. */
function kept(exact: () => Rational, near: number): Rational {
  try {
    return exact();
  } catch (error) {
    if (error instanceof RangeError) return nearly(near);
    throw error;
  }
}

/** A length of time to a billionth of a second. */
export function nearly(seconds: Seconds): Rational {
  return rational(Math.round(seconds * 1e9), 1_000_000_000);
}

/** The largest number that players count across without help. */
const BY_EAR = 4;

/** So many beats of before in the time of so many now, in lowest terms. */
export interface Relation {
  readonly before: number;
  readonly now: number;
}

/** How the beats of two tempos stand to each other: 72 to 48 is 3 of before in the time of 2. */
export function relationOf(before: PulseTempo, now: PulseTempo): Relation {
  return lowest(
    kept(
      () => divide(beatLength(now), beatLength(before)),
      (toNumber(now.pulse) * now.per) / (toNumber(before.pulse) * before.per),
    ),
  );
}

function lowest({ num, den }: Rational): Relation {
  const common = gcd(num, den);
  return { before: num / common, now: den / common };
}

function beatLength({ pulse, per }: PulseTempo): Rational {
  return kept(() => multiply(pulse, rational(per)), toNumber(pulse) * per);
}

/** Whether a relation can be found by ear: of numbers up to four, from beats or from pulses. */
export function isByEar(before: PulseTempo, now: PulseTempo): boolean {
  const fits = ({ before: a, now: b }: Relation) => a <= BY_EAR && b <= BY_EAR;
  return (
    fits(relationOf(before, now)) || fits(relationOf({ ...before, per: 1 }, { ...now, per: 1 }))
  );
}

/** The nearest relation of beats that can be found by ear, other than staying, and the tempo it leads to. */
export function nearestByEar(
  before: PulseTempo,
  now: PulseTempo,
): Relation & { readonly bpm: Bpm } {
  const from = bpmOf(before);
  const wanted = Math.log(bpmOf(now) / from);
  const all = Array.from({ length: BY_EAR * BY_EAR }, (_, at) => ({
    before: 1 + Math.floor(at / BY_EAR),
    now: 1 + (at % BY_EAR),
  })).filter((one) => one.before !== one.now && gcd(one.before, one.now) === 1);
  const off = (one: Relation) => Math.abs(Math.log(one.now / one.before) - wanted);
  const [best = { before: 1, now: 2 }] = all.toSorted((a, b) => off(a) - off(b));
  return { ...best, bpm: (from * best.now) / best.before };
}
