import { parseData } from '../bounds/index.ts';
import { gcd } from '../time/index.ts';
import { FORM_LIMITS, type Form, FormSchema, type Section } from './model.ts';

/** A form that keeps every rule, or the sentences that say which it breaks. */
export type FormCheck =
  | { readonly ok: true; readonly form: Form }
  | { readonly ok: false; readonly messages: readonly string[] };

/**
 * Takes data of unknown shape and gives a form that keeps every rule of the model, or the sentences that say
 * what is wrong. What it plays need not be there: that is a finding, and the rest plays. Never throws.
 */
export function checkForm(data: unknown): FormCheck {
  const parsed = parseData(FormSchema, data);
  if (!parsed.ok) return { ok: false, messages: [parsed.message] };
  const messages = formBreaches(parsed.output);
  return messages.length > 0 ? { ok: false, messages } : { ok: true, form: parsed.output };
}

/** What breaks the rules that the shape alone does not say. */
export function formBreaches(form: Form): readonly string[] {
  const { players, sections, order } = form;
  const messages: string[] = [];
  const twice = (values: readonly string[]) => new Set(values).size < values.length;
  if (twice(players.map(({ id }) => id))) messages.push('Two players have the same id.');
  if (twice(players.map(({ name }) => name)))
    messages.push('Two players have the same name. Give one of them another.');
  if (twice(sections.map(({ id }) => id))) messages.push('Two sections have the same id.');
  if (twice(sections.map(({ name }) => name)))
    messages.push('Two sections have the same name. Give one of them another.');
  const known = new Set(sections.map(({ id }) => id));
  const steps = order.flatMap((repeat) => repeat.steps);
  if (!steps.every(({ section }) => known.has(section)))
    messages.push('The order names a section that is not there.');
  if (steps.length > FORM_LIMITS.steps)
    messages.push(`A form has at most ${FORM_LIMITS.steps} places.`);
  for (const { times, steps: repeated } of order) {
    const beyond = repeated.flatMap(({ rounds = [] }) => rounds).find((round) => round > times);
    if (beyond !== undefined)
      messages.push(`An ending is for round ${beyond} of a repeat of ${times}.`);
    if (repeated.some(({ rounds }) => rounds?.length === 0))
      messages.push('An ending is played in no round. Give it one, or take it out.');
  }
  messages.push(...sections.flatMap((section) => sectionBreaches(section, players)));
  const turns = new Map(sections.map((one) => [one.id, Math.max(one.turns, one.most ?? 0)]));
  const all = order.reduce(
    (sum, { times, steps: repeated }) =>
      sum + times * repeated.reduce((own, { section }) => own + (turns.get(section) ?? 0), 0),
    0,
  );
  if (all > FORM_LIMITS.allTurns)
    messages.push(
      `With its repeats it lasts ${all} turns; ${FORM_LIMITS.allTurns} is the most. Repeat less often.`,
    );
  return messages.slice(0, 5);
}

function sectionBreaches(section: Section, players: Form['players']): readonly string[] {
  const where = `Section ${section.name}`;
  const messages: string[] = [];
  const known = new Set(players.map(({ id }) => id));
  const { parts, calls = [], most, turns, over } = section;
  if (parts.some(({ player }) => !known.has(player)) || calls.some((one) => !known.has(one.player)))
    messages.push(`${where}: a player in it is not in the form.`);
  if (new Set(parts.map(({ player }) => player)).size < parts.length)
    messages.push(`${where}: a player has two parts in it.`);
  if (most !== undefined && most < turns)
    messages.push(
      `${where}: it usually lasts ${turns} turns and at most ${most}. Make the most longer.`,
    );
  if (over !== undefined && over > turns)
    messages.push(
      `${where}: its tempo changes over ${over} turns, and it has ${turns}. Spread the change over fewer.`,
    );
  const places = [
    section.cut,
    ...parts.flatMap(({ from, until, pickup }) => [from, until, pickup && { beats: pickup.beats }]),
    ...calls.map(({ at }) => at),
  ];
  if (places.some((place) => place && gcd(place.beats.num, place.beats.den) > 1))
    messages.push(`${where}: beats stand in lowest terms.`);
  if (
    parts.some(({ pickup }) => pickup && pickup.beats.num > FORM_LIMITS.pickup * pickup.beats.den)
  )
    messages.push(`${where}: a pickup has at most ${FORM_LIMITS.pickup} beats.`);
  if (parts.some(({ pickup }) => pickup?.beats.num === 0))
    messages.push(`${where}: a pickup lasts more than nothing.`);
  if (parts.some(({ line, solo }) => line && solo))
    messages.push(`${where}: a player has the solo and a line at once. Choose one.`);
  return messages;
}
