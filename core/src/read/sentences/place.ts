import { floor, formatRational, modulo, ONE, type Pulses } from '../../time/index.ts';
import type { Place } from '../places/place.ts';

/** `beat 3`, or `& of 2`, or `part 4 of 5 from 1`. */
export function sayPlace(place: Place): string {
  if (place.word === undefined) return `beat ${place.beat}`;
  return place.uncounted ? `${place.word} from ${place.beat}` : `${place.word} of ${place.beat}`;
}

/** What hands and feet are called in sentences. */
export const HAND_NAMES = { R: 'right', L: 'left', B: 'both hands', F: 'foot' } as const;

/** A moment counted from 1 as players count pulses; fractions as `4 and 1/3`. */
export function sayPulse(at: Pulses): string {
  if (at.den === 1) return String(at.num + 1);
  const whole = floor(at) + 1;
  const rest = modulo(at, ONE);
  return `${whole} and ${formatRational(rest)}`;
}
