import type { Cycle } from '../cycle/index.ts';
import { wordedCount } from '../wording/index.ts';
import { type Cadence, leadOf, lengthOf, sayCadence, sayStart, startOf } from './cadence.ts';
import type { Question } from './question.ts';
import { unitsOf } from './units.ts';

/** Two parts of a longer piece: one that opens, one that closes and lands. */
export interface Sections {
  readonly opening: Cadence;
  readonly closing: Cadence;
  /** Units between them. */
  readonly between: number;
}

/** The whole of it as one row of phrases, of which the closing part is the end. */
export function joined({ opening, closing, between }: Sections): Cadence {
  return {
    sizes: [...opening.sizes, ...closing.sizes],
    gaps: [...opening.gaps, between, ...closing.gaps],
    parts: closing.parts,
    landing: closing.landing,
    ...(closing.eduppu ? { eduppu: closing.eduppu } : {}),
  };
}

/** The sums of both parts and of the whole, and where it starts. */
export function saySections(cycle: Cycle, sections: Sections): readonly string[] {
  const { opening, closing, between } = sections;
  const units = unitsOf(cycle, closing.parts);
  const whole = joined(sections);
  const start = startOf(whole, units);
  return [
    `Closing: ${sayCadence(closing, units)}`,
    `Opening: ${lengthOf(opening)} units before it${between > 0 ? `, and ${between} between` : ''}.`,
    `Together ${lengthOf(opening)} + ${between} + ${lengthOf(closing)} = ${lengthOf(whole)} units over ${wordedCount(start.turns, 'turn')}: start on ${sayStart(start, units)}.`,
  ];
}

/** The question that finds an opening part for a closing one that stays as it is. */
export function askOpening(
  question: Question,
  { closing, between }: Omit<Sections, 'opening'>,
): Question {
  // The closing part reaches the eduppu; what opens only has to reach the closing part.
  const { eduppu: _reached, ...rest } = question;
  return {
    ...rest,
    landing: 'after-last',
    parts: [closing.parts],
    after: between + leadOf(closing),
  };
}

/** The question that finds a closing part for an opening one that stays as it is and begins at a unit. */
export function askClosing(
  cycle: Cycle,
  question: Question,
  { opening, between }: Omit<Sections, 'closing'>,
  at: number,
): Question {
  const { perTurn, parts } = unitsOf(cycle, opening.parts);
  const unit = (at + lengthOf(opening) + between) % perTurn;
  return {
    ...question,
    parts: [opening.parts],
    start: { kind: 'at', count: Math.floor(unit / parts), part: unit % parts },
  };
}
