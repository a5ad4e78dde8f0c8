import * as v from 'valibot';
import { listOf } from '../bounds/index.ts';
import { CYCLE_LIMITS, type Cycle, formatSpans, parseSpans, turnPulses } from '../cycle/index.ts';
import { type Counting, CountingSchema, readCounting, writeCounting } from './rule.ts';

/**
 * A second counting under the same line: the turn felt in other counts at once, as 4 and 8, or 3 and 7.
 */
export const SecondCountSchema = v.object({
  /** The pulses of each count; together they are a turn. */
  spans: v.pipe(
    listOf(
      v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(CYCLE_LIMITS.span)),
      CYCLE_LIMITS.beats,
      `A turn has at most ${CYCLE_LIMITS.beats} counts.`,
    ),
    v.minLength(1),
  ),
  /** The words over them, each count taken as a beat. */
  counting: CountingSchema,
});
/** A second counting under the line: see {@link SecondCountSchema}. */
export type SecondCount = Readonly<v.InferOutput<typeof SecondCountSchema>>;

const cycles = new WeakMap<SecondCount, Cycle>();

/** The counts as a cycle of their own; the same object for the same second counting. */
export function secondCycle(second: SecondCount): Cycle {
  const known = cycles.get(second);
  if (known) return known;
  const beats = second.spans.map((span) => ({ span }));
  const made = { id: 'second', name: 'second counting', groups: [{ beats }] };
  const cycle = { ...made, name: formatSpans(made) };
  cycles.set(second, cycle);
  return cycle;
}

/** Whether a second counting comes round with the turn. */
export function fitsTurn(second: SecondCount, cycle: Cycle): boolean {
  return turnPulses(secondCycle(second)) === turnPulses(cycle);
}

/**
 * The same counting in another cycle: as it is where it still fills a turn, with as many counts where
 * they were equal and can be again, else none.
 */
export function refitted(second: SecondCount, cycle: Cycle): SecondCount | undefined {
  if (fitsTurn(second, cycle)) return second;
  const { spans } = second;
  const span = turnPulses(cycle) / spans.length;
  const isEven = spans.every((one) => one === spans[0]);
  if (!isEven || !Number.isInteger(span) || span > CYCLE_LIMITS.span) return undefined;
  return { ...second, spans: spans.map(() => span) };
}

/** How a second counting is called: `in 8`, or `in 3+3+2` where its counts differ. */
export function sayIn({ spans }: SecondCount): string {
  const isEven = spans.every((span) => span === spans[0]);
  return isEven ? `in ${spans.length}` : `in ${spans.join('+')}`;
}

/**
 * The written form after `also`.
 * @example writeSecond({ spans: [2, 2, 2, 2, 2, 2, 2, 2], counting: 'plain' }) // 'in 8 plain'
 */
export function writeSecond(second: SecondCount): string {
  return `${sayIn(second)} ${writeCounting(second.counting)}`;
}

/**
 * Reads what `writeSecond` writes, the counting left out where it is plain, or gives the sentence
 * that says what is wrong.
 * @example readSecond('in 8', cycleFromSpans('4x4')) // eight counts of two pulses
 */
export function readSecond(
  text: string,
  cycle: Cycle,
): { readonly second: SecondCount } | { readonly message: string } {
  const turn = turnPulses(cycle);
  const match = /^(?:in\s+)?(\d[\d+x×]*)(?:\s+(.*))?$/su.exec(text.trim());
  const [, how = '', words = ''] = match ?? [];
  if (!match) {
    return { message: 'Write how many counts a turn has, such as “in 8”, or the pulses of each.' };
  }
  let spans: readonly number[];
  if (/^\d+$/.test(how)) {
    const counts = Number(how);
    if (turn % counts !== 0 || counts > CYCLE_LIMITS.beats) {
      return {
        message: `A turn of ${turn} pulses is not ${how} equal counts. It can be ${equalCounts(turn).join(', ')}; or write the pulses of each count, joined with +.`,
      };
    }
    spans = Array.from({ length: counts }, () => turn / counts);
  } else {
    const read = parseSpans(how);
    if (!read.ok) return { message: read.message };
    spans = read.cycle.groups.flatMap(({ beats }) => beats.map(({ span }) => span));
  }
  if (spans.some((span) => span > CYCLE_LIMITS.span)) {
    return { message: `A count has 1 to ${CYCLE_LIMITS.span} pulses.` };
  }
  const sum = spans.reduce((all, span) => all + span, 0);
  if (sum !== turn) {
    return { message: `These counts have ${sum} pulses together; a turn has ${turn}.` };
  }
  if (words === '') return { second: { spans: [...spans], counting: 'plain' } };
  const result = readCounting(words);
  if ('message' in result) return result;
  return { second: { spans: [...spans], counting: result.counting as Counting } };
}

/** Into how many equal counts a turn of so many pulses can be cut. */
export function equalCounts(pulses: number): readonly number[] {
  return Array.from(
    { length: Math.min(pulses, CYCLE_LIMITS.beats) },
    (_, index) => index + 1,
  ).filter((counts) => pulses % counts === 0 && pulses / counts <= CYCLE_LIMITS.span);
}
