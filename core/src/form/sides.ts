import { turnPulses } from '../cycle/index.ts';
import { toNumber, wrap } from '../time/index.ts';
import { type Entered, type Laid, phaseOf, sourceOf, speedOf } from './lay-out.ts';
import type { Line } from './model.ts';
import type { Sources } from './sources.ts';

/** A two-sided timeline as it runs in a section. */
export interface RunningSides {
  readonly line: Line;
  /** Id of the player who has it, and what the layer is called. */
  readonly player: string;
  readonly name: string;
  /** How long it is, in its pulses, and which side it begins with. */
  readonly length: number;
  readonly first: 'three' | 'two';
  /** Its pulses at the beginning of the section, and how many go by in a pulse of the section. */
  readonly phase: number;
  readonly speed: number;
}

/** The two-sided timeline that is played in a section; nothing where none is. */
export function sidesIn(entered: Entered, source: Sources): RunningSides | undefined {
  for (const doing of entered.doings) {
    const found = sourceOf(source, doing.line);
    if (!doing.line || !found?.layer.side) continue;
    return {
      line: doing.line,
      player: doing.player.id,
      name: found.layer.name,
      length: toNumber(found.length),
      first: found.layer.side === '3-2' ? 'three' : 'two',
      phase: phaseOf(entered, doing),
      speed: speedOf(entered.section),
    };
  }
  return undefined;
}

/** Which side it is on, so many pulses of the section from its beginning. */
export function sideAt(
  { length, first, phase, speed }: RunningSides,
  pulses: number,
): 'three' | 'two' {
  const isFirst = wrap(phase + pulses * speed, length) < length / 2;
  return isFirst === (first === 'three') ? 'three' : 'two';
}

/** Which side each half of the timeline is on through a section: its beginning and end in pulses of the section. */
export function sidesThrough(
  sides: RunningSides,
  turns: number,
  cyclePulses: number,
): readonly { readonly from: number; readonly to: number; readonly side: 'three' | 'two' }[] {
  const half = sides.length / 2 / sides.speed;
  const end = turns * cyclePulses;
  const into = wrap(sides.phase, sides.length / 2) / sides.speed;
  const found: { from: number; to: number; side: 'three' | 'two' }[] = [];
  for (let from = -into; from < end - 1e-9; from += half) {
    const begin = Math.max(0, from);
    found.push({ from: begin, to: Math.min(end, from + half), side: sideAt(sides, begin + 1e-9) });
  }
  return found;
}

/** The timeline as it runs in each section: where none is played, the one before runs on unheard. */
export function runningSides({ spans, source }: Laid): readonly (RunningSides | undefined)[] {
  const all: (RunningSides | undefined)[] = [];
  for (const span of spans) {
    const before = all.at(-1);
    const on =
      before && span.runsOn
        ? { ...before, phase: span.phase, speed: speedOf(span.section) }
        : undefined;
    all.push(sidesIn(span, source) ?? on);
  }
  return all;
}

/** Whether the timeline is turned in a section, and was not in the one before. */
export function isTurnedOver(
  { spans }: Laid,
  running: readonly (RunningSides | undefined)[],
  at: number,
): boolean {
  const [before, here] = [running[at - 1], running[at]];
  if (!spans[at]?.runsOn || !here || !isTurned(here)) return false;
  return before === undefined || !isTurned(before);
}

/** Whether the timeline is turned at a section’s beginning: it does not begin with its first side. */
export function isTurned({ phase, length }: RunningSides): boolean {
  return wrap(phase, length) !== 0;
}

/** Whether it is turned when the section ends. */
export function isTurnedAfter(
  sides: RunningSides,
  turns: number,
  { section }: Pick<Entered, 'section'>,
): boolean {
  const pulses = turns * turnPulses(section.cycle) * sides.speed;
  return wrap(sides.phase + pulses, sides.length) !== 0;
}
