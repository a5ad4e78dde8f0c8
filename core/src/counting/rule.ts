import * as v from 'valibot';
import { BLANK, listOf, nearest } from '../bounds/index.ts';
import { BEAT_NUMBER, COUNTING_SYSTEMS, type CountingSystem } from './systems.ts';

/** A spoken word of a count: no spaces and none of the marks the written form needs for itself. */
const WordSchema = v.pipe(
  v.string(),
  v.regex(
    new RegExp(`^[^${BLANK}/|*+#<>";=]{1,24}$`, 'u'),
    'A counting word is one word without marks.',
  ),
);

const partsKey = v.pipe(v.string(), v.regex(/^([1-9]|[1-5]\d|6[0-4])$/, 'From 1 to 64 parts.'));

/** Which system counts what, with words of one's own. */
export const CountingRuleSchema = v.object({
  /** Used wherever nothing else is said. */
  base: v.picklist(COUNTING_SYSTEMS),
  /** Another system for beats of so many parts. */
  parts: v.optional(v.record(partsKey, v.picklist(COUNTING_SYSTEMS))),
  /** One's own words for a beat of so many parts, `1` in the first place for the beat's number. */
  words: v.optional(
    v.pipe(
      v.record(partsKey, listOf(WordSchema, 64, 'A beat has at most 64 parts.')),
      v.check(
        (words) => Object.entries(words).every(([parts, row]) => row.length === Number(parts)),
        'A beat needs one word for each of its parts.',
      ),
    ),
  ),
});
/** A counting of one’s own: see {@link CountingRuleSchema}. */
export type CountingRule = Readonly<v.InferOutput<typeof CountingRuleSchema>>;

/** How a rhythm is counted: one system, or a rule that mixes them. */
export const CountingSchema = v.union([v.picklist(COUNTING_SYSTEMS), CountingRuleSchema]);
/** How a line is counted: one of the known systems, or a rule of one’s own. */
export type Counting = CountingSystem | CountingRule;

/** The system that a counting stands on. */
export function baseOf(counting: Counting): CountingSystem {
  return typeof counting === 'string' ? counting : counting.base;
}

/** A rule that says no more than its base is the base. */
export function simplify(rule: CountingRule): Counting {
  const has = (record: object | undefined) => record && Object.keys(record).length > 0;
  if (!has(rule.parts) && !has(rule.words)) return rule.base;
  return {
    base: rule.base,
    ...(has(rule.parts) ? { parts: rule.parts } : {}),
    ...(has(rule.words) ? { words: rule.words } : {}),
  } as CountingRule;
}

/**
 * The written form after `count`: the system, then what differs, parted by semicolons.
 * @example writeCounting({ base: 'plain', parts: { 5: 'spoken-drum' }, words: { 3: ['1', 'ti', 'ti'] } })
 * // 'plain; 5 spoken-drum; 3 = 1 ti ti'
 */
export function writeCounting(counting: Counting): string {
  if (typeof counting === 'string') return counting;
  return [
    counting.base,
    ...Object.entries(counting.parts ?? {}).map(([parts, system]) => `${parts} ${system}`),
    ...Object.entries(counting.words ?? {}).map(
      ([parts, words]) => `${parts} = ${words.join(' ')}`,
    ),
  ].join('; ');
}

/** Reads what `writeCounting` writes, or gives the sentence that says what is wrong. */
export function readCounting(
  text: string,
): { readonly counting: Counting } | { readonly message: string } {
  const [first = '', ...rest] = text.split(';').map((part) => part.trim());
  const base = COUNTING_SYSTEMS.find((system) => system === first);
  if (!base) {
    const near = nearest(first, COUNTING_SYSTEMS);
    return {
      message: near
        ? `No counting is called “${first}”. Did you mean ${near}?`
        : `After count write one of ${COUNTING_SYSTEMS.join(', ')}.`,
    };
  }
  const parts: Record<string, CountingSystem> = {};
  const words: Record<string, string[]> = {};
  for (const one of rest) {
    if (one === '') {
      return {
        message: `A rule is missing beside the semicolon. Take it out, or write 5 spoken-drum, or 3 = ${BEAT_NUMBER} ti ti.`,
      };
    }
    const match = /^(\d{1,2})\s*(=)?(.*)$/su.exec(one);
    const [, number = '', equals, said = ''] = match ?? [];
    const what = said.trim();
    if (equals) {
      words[number] = what.split(/\s+/).filter(Boolean);
      continue;
    }
    const system = COUNTING_SYSTEMS.find((known) => known === what);
    if (!match || !system) {
      return {
        message: `“${one.slice(0, 24)}” is not a counting rule. Write 5 spoken-drum, or 3 = ${BEAT_NUMBER} ti ti.`,
      };
    }
    parts[number] = system;
  }
  const result = v.safeParse(CountingRuleSchema, { base, parts, words });
  if (!result.success) return { message: result.issues[0].message };
  return { counting: simplify(result.output) };
}
