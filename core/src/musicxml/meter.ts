import { beatsOf, type Cycle } from '../cycle/index.ts';
import { beatsOfSignature, type WrittenMeter } from '../notation/index.ts';
import { pulseValue } from '../staff/index.ts';
import { gcd } from '../time/index.ts';

/** A turn as a signature, with its groups where they are uneven: 3+3+2 over 8; 4 over 4; 12 over 8. */
export function signatureOf(cycle: Cycle): { readonly beats: string; readonly under: number } {
  const pulse = pulseValue(cycle);
  const spans = beatsOf(cycle).map(({ span }) => span);
  const common = spans.reduce((all, span) => gcd(all, span), 0);
  let by = 1;
  while (common % (by * 2) === 0 && by * 2 <= pulse) by *= 2;
  const beats = spans.map((span) => span / by);
  const under = pulse / by;
  const over = beats.reduce((sum, beat) => sum + beat, 0);
  // What readers take it for anyway needs no groups.
  const plain = beatsOfSignature(over, under);
  return { beats: plain.join() === beats.join() ? String(over) : beats.join('+'), under };
}

/** A signature as it is written: `3+3+2` over 8, or one number; undefined where it is none that can be. */
export function readSignature(beats: string, beatType: string): WrittenMeter | undefined {
  const under = Number(beatType);
  const parts = beats.split('+').map((one) => Number(one.trim()));
  const isPower = [1, 2, 4, 8, 16, 32, 64].includes(under);
  const fit = parts.every((one) => Number.isInteger(one) && one >= 1 && one <= 64);
  const [first = 0] = parts;
  if (!isPower || !fit || parts.length > 64) return undefined;
  return { beats: parts.length === 1 ? beatsOfSignature(first, under) : parts, under };
}
