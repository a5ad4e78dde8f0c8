import { NAME_LENGTH, oneLine } from '../bounds/index.ts';
import type { Cycle } from '../cycle/index.ts';
import {
  FORM_LIMITS,
  type Form,
  type Part,
  type Player,
  type Repeat,
  type Section,
  type Step,
} from './model.ts';

/** Which place of the order: a repeat, and a step of it. */
export interface OrderPlace {
  readonly repeat: number;
  readonly step: number;
}

/** A name that none of the others has. */
function freeName(taken: readonly string[], wanted: string, otherwise: string): string {
  const name = oneLine(wanted, NAME_LENGTH) || otherwise;
  let free = name;
  for (let number = 2; taken.includes(free); number += 1)
    free = `${name.slice(0, NAME_LENGTH - 4).trimEnd()} ${number}`;
  return free;
}

function freeId(taken: readonly string[], word: string): string {
  let number = taken.length + 1;
  while (taken.includes(`${word}-${number}`)) number += 1;
  return `${word}-${number}`;
}

/** Adds a player after the others; a full form stays as it is. */
export function addPlayer(form: Form, name: string): Form {
  const { players } = form;
  if (players.length >= FORM_LIMITS.players) return form;
  const id = freeId(
    players.map((one) => one.id),
    'player',
  );
  const free = freeName(
    players.map((one) => one.name),
    name,
    `Player ${players.length + 1}`,
  );
  return { ...form, players: [...players, { id, name: free }] };
}

/** Changes a player. @param change gives the player as it is to be */
export function changePlayer(form: Form, id: string, change: (before: Player) => Player): Form {
  return { ...form, players: form.players.map((one) => (one.id === id ? change(one) : one)) };
}

/** Takes a player out, with all that is said of the player in every section. */
export function removePlayer(form: Form, id: string): Form {
  return {
    ...form,
    players: form.players.filter((one) => one.id !== id),
    sections: form.sections.map((section) => {
      const { calls, ...rest } = section;
      const kept = calls?.filter((one) => one.player !== id) ?? [];
      const parts = section.parts.filter(({ player }) => player !== id);
      return { ...rest, parts, ...(kept.length > 0 && { calls: kept }) };
    }),
  };
}

/** Adds a section at the end of the order. @returns the form and the section’s id */
export function addSection(
  form: Form,
  made: Pick<Section, 'name' | 'cycle' | 'turns'> & Partial<Section>,
): { readonly form: Form; readonly id: string } {
  const { sections, order } = form;
  const id = freeId(
    sections.map((one) => one.id),
    'section',
  );
  const name = freeName(
    sections.map((one) => one.name),
    made.name,
    `Section ${sections.length + 1}`,
  );
  const section: Section = { level: 'plain', parts: [], ...made, id, name };
  return {
    form: { ...form, sections: [...sections, section], order: [...order, once({ section: id })] },
    id,
  };
}

function once(step: Step): Repeat {
  return { times: 1, steps: [step] };
}

/** Changes a section, wherever it stands. */
export function changeSection(form: Form, id: string, change: (before: Section) => Section): Form {
  return { ...form, sections: form.sections.map((one) => (one.id === id ? change(one) : one)) };
}

/** Says what a player does in a section; a part of which nothing is said is taken out. */
export function setPart(form: Form, section: string, part: Part): Form {
  return changeSection(form, section, (before) => {
    const others = before.parts.filter(({ player }) => player !== part.player);
    const isNothing = Object.values(part).filter((value) => value !== undefined).length < 2;
    return { ...before, parts: isNothing ? others : [...others, part] };
  });
}

/** Takes the order apart into steps, does something to them, and puts it together again; a repeat without steps goes. */
function withOrder(form: Form, order: readonly Repeat[]): Form {
  return tidy({ ...form, order: order.filter(({ steps }) => steps.length > 0) });
}

/** Sections that stand nowhere in the order are no part of the piece. */
function tidy(form: Form): Form {
  const used = new Set(form.order.flatMap(({ steps }) => steps.map(({ section }) => section)));
  const { meant, ...rest } = form;
  const kept = meant?.filter(({ section }) => used.has(section)) ?? [];
  return {
    ...rest,
    sections: form.sections.filter(({ id }) => used.has(id)),
    ...(kept.length > 0 && { meant: kept }),
  };
}

/** The section at a place of the order once more, right after it; the same section, changed in one place. */
export function playAgain(form: Form, { repeat, step }: OrderPlace): Form {
  const found = form.order[repeat];
  const one = found?.steps[step];
  if (!found || !one || form.order.flatMap(({ steps }) => steps).length >= FORM_LIMITS.steps)
    return form;
  // Within a repeat the copy stands in it; alone it stands after it.
  if (found.times > 1 || found.steps.length > 1) {
    const steps = found.steps.toSpliced(step + 1, 0, one);
    return { ...form, order: form.order.with(repeat, { ...found, steps }) };
  }
  return { ...form, order: form.order.toSpliced(repeat + 1, 0, once({ section: one.section })) };
}

/** A section of its own, made like the one at a place of the order, right after it. @returns the form and its id */
export function copySection(
  form: Form,
  place: OrderPlace,
): { readonly form: Form; readonly id: string } | undefined {
  const wanted = form.order[place.repeat]?.steps[place.step]?.section;
  const section = form.sections.find(({ id }) => id === wanted);
  if (!section || form.sections.length >= FORM_LIMITS.sections) return undefined;
  const { form: added, id } = addSection(form, section);
  const copy = added.order.at(-1);
  if (!copy) return undefined;
  return { form: { ...added, order: form.order.toSpliced(place.repeat + 1, 0, copy) }, id };
}

/** Takes a place out of the order. A section that stands nowhere any more goes with it. */
export function removeStep(form: Form, { repeat, step }: OrderPlace): Form {
  const found = form.order[repeat];
  if (!found?.steps[step]) return form;
  const steps = found.steps.toSpliced(step, 1);
  return withOrder(form, form.order.with(repeat, { ...found, steps }));
}

/**
 * Moves a whole repeat (most often one section) to another place among them. No section changes by it.
 * @param to the place it has then
 */
export function moveRepeat(form: Form, from: number, to: number): Form {
  const moved = form.order[from];
  if (!moved || from === to || to < 0 || to >= form.order.length) return form;
  return { ...form, order: form.order.toSpliced(from, 1).toSpliced(to, 0, moved) };
}

/** The same repeat once more at another place among them: its sections stay the same, changed in one place. */
export function playAgainAt(form: Form, from: number, to: number): Form {
  const again = form.order[from];
  const all = form.order.flatMap(({ steps }) => steps).length + (again?.steps.length ?? 0);
  if (!again || all > FORM_LIMITS.steps || to < 0 || to > form.order.length) return form;
  return { ...form, order: form.order.toSpliced(to, 0, again) };
}

/** Repeats a stretch of the order as one; what was repeated in it already is played out. */
export function repeatTogether(form: Form, first: number, last: number, times: number): Form {
  const inside = form.order.slice(first, last + 1);
  if (inside.length === 0) return form;
  const steps = inside.flatMap((one) => {
    const played = Array.from({ length: inside.length > 1 ? one.times : 1 }, (_, round) =>
      one.steps.filter(
        ({ rounds }) => !rounds || inside.length === 1 || rounds.includes(round + 1),
      ),
    ).flat();
    return inside.length === 1 ? played : played.map(({ section }): Step => ({ section }));
  });
  const within = steps.flatMap((step): Step[] => {
    const rounds = step.rounds?.filter((round) => round <= times);
    if (step.rounds && rounds?.length === 0) return [];
    return [rounds ? { ...step, rounds } : step];
  });
  return withOrder(form, form.order.toSpliced(first, inside.length, { times, steps: within }));
}

/** Undoes a repeat: its sections once each, one after another. */
export function splitRepeat(form: Form, at: number): Form {
  const found = form.order[at];
  if (!found) return form;
  const steps = found.steps.map(({ section }) => once({ section }));
  return withOrder(form, form.order.toSpliced(at, 1, ...steps));
}

/** Says in which rounds of its repeat a step is played: an ending. None: in all of them. */
export function setRounds(
  form: Form,
  { repeat, step }: OrderPlace,
  rounds: readonly number[],
): Form {
  const found = form.order[repeat];
  const one = found?.steps[step];
  if (!found || !one) return form;
  const within = rounds.filter((round) => round >= 1 && round <= found.times);
  const { rounds: _, ...bare } = one;
  const next =
    within.length === 0 || within.length === found.times ? bare : { ...bare, rounds: within };
  return {
    ...form,
    order: form.order.with(repeat, { ...found, steps: found.steps.with(step, next) }),
  };
}

/**
 * Makes a section longer or shorter; a change of tempo is no longer than the section. Places beyond its end stay
 * said: they are found, and are right again when it is made longer.
 */
export function stretchSection(form: Form, id: string, turns: number): Form {
  return changeSection(form, id, (before) => {
    const length = Math.max(1, Math.min(FORM_LIMITS.turns, Math.round(turns)));
    const { over, most } = before;
    return {
      ...before,
      turns: length,
      ...(over !== undefined && { over: Math.min(over, length) }),
      ...(most !== undefined && { most: Math.max(most, length) }),
    };
  });
}

/** Gives a section another cycle; what is placed by its beats stays where it is as long as the turn has them. */
export function recycleSection(form: Form, id: string, cycle: Cycle): Form {
  return changeSection(form, id, (before) => ({ ...before, cycle }));
}

/** Sets aside what was found of a section, or takes that back. */
export function setMeant(form: Form, kind: string, section: string, isMeant: boolean): Form {
  const others = (form.meant ?? []).filter((one) => one.kind !== kind || one.section !== section);
  const meant = isMeant ? [...others, { kind, section }] : others;
  const { meant: _, ...rest } = form;
  return meant.length > 0 ? { ...rest, meant } : rest;
}

/** Ids of the rhythms that a form plays from. */
export function rhythmsOf(form: Form): readonly string[] {
  const lines = [
    ...form.players.map(({ quiet }) => quiet),
    ...form.sections.flatMap(({ parts }) =>
      parts.flatMap(({ line, solo = [], pickup }) => [line, ...solo, pickup?.line]),
    ),
  ];
  return [...new Set(lines.flatMap((line) => line?.rhythm ?? []))];
}
