/** What is found of a form, each in a sentence with ways to mend it. */
import { changeSection, setPart, stretchSection } from '../edit.ts';
import type { Form, Part } from '../model.ts';
import type { FormFinding, Look, LookedAt, Mend } from './finding.ts';
import { missing, neverSounds, pickupLong, tempoRange } from './missing.ts';
import { busyLines, handsOver, instrumentChanges, noPickup, noQuiet } from './players.ts';
import { tempoByEar } from './tempo.ts';
import { oddTurns, turnedSides } from './turns.ts';
import { variationsElsewhere, variationsOver } from './variations.ts';

export * from './finding.ts';

const LOOKS: readonly Look[] = [
  missing,
  tempoRange,
  pickupLong,
  neverSounds,
  turnedSides,
  oddTurns,
  noPickup,
  instrumentChanges,
  handsOver,
  variationsElsewhere,
  variationsOver,
  busyLines,
  noQuiet,
  tempoByEar,
];

/**
 * Everything that is found of a form: what is wrong first, then in the order of the piece. What is set aside is left
 * out; what is about the same section, player and thing is told once.
 */
export function findAll(looked: LookedAt): readonly FormFinding[] {
  const meant = new Set(
    (looked.laid.form.meant ?? []).map(({ kind, section }) => `${kind} ${section}`),
  );
  const told = new Set<string>();
  return LOOKS.flatMap((look) => look(looked))
    .filter(({ kind, section, player = '', text, weight }) => {
      if (weight === 'look' && meant.has(`${kind} ${section}`)) return false;
      const key = weight === 'wrong' ? text : `${kind} ${section} ${player}`;
      const isNew = !told.has(key);
      told.add(key);
      return isNew;
    })
    .toSorted((a, b) => Number(b.weight === 'wrong') - Number(a.weight === 'wrong') || a.at - b.at);
}

/** Does what a mend says. */
export function mendForm(
  form: Form,
  { section }: Pick<FormFinding, 'section'>,
  { edit }: Mend,
): Form {
  const partOf = (player: string): Part =>
    form.sections.find(({ id }) => id === section)?.parts.find((one) => one.player === player) ?? {
      player,
    };
  switch (edit.kind) {
    case 'turns':
      return stretchSection(form, section, edit.turns);
    case 'anew':
      return changeSection(form, edit.section, (before) => ({ ...before, anew: true }));
    case 'change':
      return changeSection(form, section, ({ over: _, ...before }) => ({
        ...before,
        change: edit.change,
      }));
    case 'over':
      return changeSection(form, section, (before) => ({ ...before, over: edit.over }));
    case 'nothing':
      return setPart(form, section, { player: edit.player });
    case 'whole': {
      const { from: _, until: _u, ...rest } = partOf(edit.player);
      return setPart(form, section, rest);
    }
    case 'from':
      return setPart(form, section, { ...partOf(edit.player), from: edit.from });
    case 'pickup': {
      const { pickup: _, ...rest } = partOf(edit.player);
      return setPart(form, section, { ...rest, ...(edit.pickup && { pickup: edit.pickup }) });
    }
    case 'mix': {
      const { line, ...rest } = partOf(edit.player);
      if (!line) return form;
      const { variation: _, ...home } = line;
      return setPart(form, section, { ...rest, line: { ...home, mix: 1 } });
    }
    case 'quiet': {
      const quiet = form.players.find(({ id }) => id === edit.player)?.quiet;
      const { line: _, solo: _s, ...rest } = partOf(edit.player);
      return quiet ? setPart(form, section, { ...rest, line: quiet }) : form;
    }
  }
}
