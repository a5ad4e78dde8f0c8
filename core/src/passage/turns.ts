import { turnPulses } from '../cycle/index.ts';
import type { Rhythm, Timing } from '../rhythm/index.ts';
import type { Ticks } from '../time/index.ts';
import { PASSAGE_LIMITS, type Passage, type Sequence } from './passage.ts';

/** One turn, from 0, and how often it comes. */
export interface OrderedTurn {
  readonly turn: number;
  readonly times: number;
}

/** A passage of whole turns. @param to the turn after the last */
export function turnsPassage(
  { cycle }: Pick<Rhythm, 'cycle'>,
  from: number,
  to: number,
  times = 1,
): Passage {
  const turn = turnPulses(cycle);
  return { from: { num: from * turn, den: 1 }, to: { num: to * turn, den: 1 }, times };
}

/** Turns in an order of one's own, round and round: A A A B. */
export function turnsInOrder(
  rhythm: Pick<Rhythm, 'cycle'>,
  order: readonly OrderedTurn[],
): Sequence {
  return {
    passages: order.map(({ turn, times }) => turnsPassage(rhythm, turn, turn + 1, times)),
    again: 0,
  };
}

/**
 * Reads an order of turns, by number or letter, each with how often: `1 1 1 2`, `A A A B`, `1x3 2`.
 * @param turns how many there are
 * @returns nothing for an empty text; else the order, or the sentence that says what is wrong
 */
export function readOrder(
  text: string,
  turns: number,
): { readonly order: readonly OrderedTurn[] | undefined } | { readonly message: string } {
  const words = text
    .trim()
    .split(/[\s,]+/)
    .filter(Boolean);
  const order: { turn: number; times: number }[] = [];
  for (const word of words) {
    const match = /^(?:(\d{1,4})|([A-Za-z]))(?:[x×](\d{1,3}))?$/.exec(word);
    const [, number, letter, often = '1'] = match ?? [];
    const times = Number(often);
    const turn = number ? Number(number) - 1 : (letter?.toUpperCase().charCodeAt(0) ?? 0) - 65;
    if (!match || times < 1) {
      return {
        message: `“${word}” is not a turn. Write turns in their order, such as 1 1 1 2 or A A A B.`,
      };
    }
    if (turn < 0 || turn >= turns) {
      return { message: `There is no turn ${word}; this rhythm has ${turns}.` };
    }
    const last = order.at(-1);
    if (last?.turn === turn) last.times += times;
    else order.push({ turn, times });
  }
  const far = order.find(({ times }) => times > PASSAGE_LIMITS.times);
  if (far || order.length > PASSAGE_LIMITS.passages) {
    return {
      message: `An order has at most ${PASSAGE_LIMITS.passages} turns, each at most ${PASSAGE_LIMITS.times} times.`,
    };
  }
  return { order: order.length > 0 ? order : undefined };
}

/**
 * An order of turns as text, which {@link readOrder} reads as the same.
 * @example writeOrder([{ turn: 0, times: 3 }, { turn: 1, times: 1 }]) // '1x3 2'
 */
export function writeOrder(order: readonly OrderedTurn[]): string {
  return order.map(({ turn, times }) => `${turn + 1}${times > 1 ? `x${times}` : ''}`).join(' ');
}

/** How many turns a rhythm has until everything comes round. */
export function turnCount({ fullTicks, turnTicks }: Timing): number {
  return fullTicks / turnTicks;
}

/**
 * Everything once, and then round and round without the turns that are marked as a call; as it is where
 * there is none, or nothing else.
 */
export function callsOnce(rhythm: Pick<Rhythm, 'cycle' | 'turns'>, timing: Timing): Sequence {
  const turns = turnCount(timing);
  const calls = new Set(
    rhythm.turns
      ?.filter(({ mark, turn }) => mark === 'call' && turn < turns)
      .map(({ turn }) => turn),
  );
  const all = turnsPassage(rhythm, 0, turns);
  if (calls.size === 0 || calls.size === turns) return { passages: [all], again: 0 };
  const rest: Passage[] = [];
  for (let from = 0; from < turns; ) {
    if (calls.has(from)) {
      from += 1;
      continue;
    }
    let to = from + 1;
    while (to < turns && !calls.has(to)) to += 1;
    rest.push(turnsPassage(rhythm, from, to));
    from = to;
  }
  return { passages: [all, ...rest], again: 1 };
}

/** A stretch of ticks. @param to not part of it, and after `from`: over the seam it lies in the next round */
export function stretchPassage(
  { ticksPerPulse }: Pick<Timing, 'ticksPerPulse'>,
  from: Ticks,
  to: Ticks,
  times = 1,
): Passage {
  return {
    from: { num: from, den: ticksPerPulse },
    to: { num: to, den: ticksPerPulse },
    times,
  };
}

/** The passages of a sequence as the player says them: “turn 2”, “turns 1 to 3”. */
export function sayTurns(rhythm: Pick<Rhythm, 'cycle'>, passage: Passage): string | undefined {
  const turn = turnPulses(rhythm.cycle);
  const at = ({ num, den }: Passage['from']) => num / den / turn;
  const [from, to] = [at(passage.from), at(passage.to)];
  if (!Number.isInteger(from) || !Number.isInteger(to)) return undefined;
  return to - from === 1 ? `turn ${from + 1}` : `turns ${from + 1} to ${to}`;
}
