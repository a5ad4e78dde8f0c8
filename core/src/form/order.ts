import type { Form, Section } from './model.ts';

/** A section where it stands in the piece, repeats played out. */
export interface Played {
  readonly section: Section;
  /** Which repeat of the order, and which step of it. */
  readonly repeat: number;
  readonly step: number;
  /** Which round of the repeat, from 1. */
  readonly round: number;
  /** Which time the section is played, from 1, and how often it is. */
  readonly time: number;
  readonly times: number;
}

/** The sections as they are played, one after another: repeats played out, endings in their rounds only. */
export function playedOut({
  sections,
  order,
}: Pick<Form, 'sections' | 'order'>): readonly Played[] {
  const byId = new Map(sections.map((section) => [section.id, section]));
  const played: Omit<Played, 'times'>[] = [];
  const count = new Map<string, number>();
  order.forEach(({ times, steps }, repeat) => {
    for (let round = 1; round <= times; round += 1) {
      steps.forEach(({ section: wanted, rounds }, step) => {
        const section = byId.get(wanted);
        if (!section || (rounds && !rounds.includes(round))) return;
        const time = (count.get(wanted) ?? 0) + 1;
        count.set(wanted, time);
        played.push({ section, repeat, step, round, time });
      });
    }
  });
  return played.map((one) => ({ ...one, times: count.get(one.section.id) ?? 1 }));
}
