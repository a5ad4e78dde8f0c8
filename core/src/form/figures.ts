import { turnPulses } from '../cycle/index.ts';
import { instrumentOf, strokeKind } from '../instrument/index.ts';
import { registerOf } from '../read/index.ts';
import { toNumber } from '../time/index.ts';
import { type Laid, type Span, sourceOf, speedOf } from './lay-out.ts';
import type { Source } from './sources.ts';

/** How the force of a section’s strokes is shared between low and high sounds, each 0 to 1. */
export interface Registers {
  readonly low: number;
  readonly high: number;
}

/** Force of low and of high strokes in a pulse of a line. */
function registersIn({ layer, length }: Source): { readonly low: number; readonly high: number } {
  const instrument = instrumentOf(layer);
  let [low, high] = [0, 0];
  for (const { kind, force } of layer.strokes) {
    const found = instrument && strokeKind(instrument, kind);
    const register = found && registerOf(found);
    if (register === 'low') low += force;
    else if (register === 'high') high += force;
  }
  const pulses = toNumber(length);
  return { low: low / pulses, high: high / pulses };
}

/** The low and high shares of the whole band in a section; nothing where nothing low or high is played. */
export function bandRegisters(laid: Laid, { doings, section }: Span): Registers | undefined {
  let [low, high] = [0, 0];
  for (const { line } of doings) {
    const found = sourceOf(laid.source, line);
    if (!found) continue;
    const own = registersIn(found);
    low += own.low * speedOf(section);
    high += own.high * speedOf(section);
  }
  return low + high > 0 ? { low: low / (low + high), high: high / (low + high) } : undefined;
}

/** How long a form lasts in its usual lengths, and at most where a section waits for the sign. */
export function lengthsOf({ spans, length }: Laid): {
  readonly usual: number;
  readonly most: number;
  readonly isOpen: boolean;
} {
  const longer = spans.reduce((sum, { section, tempo }) => {
    const turns = (section.most ?? section.turns) - section.turns;
    return sum + turns * turnPulses(section.cycle) * toNumber(tempo.pulse);
  }, 0);
  return {
    usual: length,
    most: length + longer,
    isOpen: spans.some(({ section }) => section.most !== undefined),
  };
}

/** Minutes and seconds, as one reads a watch. @example clock(348) // '5:48' */
export function clock(seconds: number): string {
  const all = Math.round(seconds);
  return `${Math.floor(all / 60)}:${String(all % 60).padStart(2, '0')}`;
}
