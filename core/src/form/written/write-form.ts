import { writeCycle, writeName } from '../../text/index.ts';
import { formatRational, rational } from '../../time/index.ts';
import type { Change, Form, Part, Section } from '../model.ts';
import { type Known, writeLine, writePlace } from './lines.ts';

/**
 * Writes a form in the form that `readForm` reads; reading it gives the same form with fresh ids of players and
 * sections.
 * @param known the rhythms it plays from, which are named by their names
 */
export function writeForm(form: Form, known: Known): string {
  const players = new Map(form.players.map(({ id, name }) => [id, name]));
  const blocks = [
    [
      `form ${writeName(form.name)}`,
      `tempo ${form.tempo.bpm} per ${form.tempo.per}`,
      ...(form.final ? ['final stroke'] : []),
      ...(form.notes === undefined ? [] : form.notes.split('\n').map((line) => `note ${line}`)),
    ],
    ...form.players.map(({ name, quiet }) => [
      `player ${writeName(name)}`,
      ...(quiet ? [`quiet ${writeLine(quiet, known)}`] : []),
    ]),
    ...form.sections.map((section) => [
      ...writeSection(section, players, known),
      ...(form.meant ?? [])
        .filter((one) => one.section === section.id)
        .map(({ kind }) => `meant ${kind}`),
    ]),
    writeOrder(form),
  ];
  return `${blocks
    .filter((rows) => rows.length > 0)
    .map((rows) => rows.join('\n'))
    .join('\n\n')}\n`;
}

function writeSection(
  section: Section,
  players: ReadonlyMap<string, string>,
  known: Known,
): readonly string[] {
  const { most, change, over, curve, calls = [] } = section;
  const nameOf = (id: string) => writeName(players.get(id) ?? id);
  return [
    `section ${writeName(section.name)}`,
    `cycle ${writeCycle(section.cycle)}`,
    `turns ${section.turns}${most === undefined ? '' : ` to ${most} until the sign`}`,
    `level ${section.level}`,
    ...(section.speed ? [`speed ${section.speed}`] : []),
    ...(change || over !== undefined || curve
      ? [
          ['change', writeChange(change), over === undefined ? '' : `over ${over}`, curve ?? '']
            .filter(Boolean)
            .join(' '),
        ]
      : []),
    ...(section.anew ? ['anew'] : []),
    ...(section.sung ? ['sung'] : []),
    ...(section.cut ? [`cut ${writePlace(section.cut)}`] : []),
    ...calls.flatMap(({ player, at, sign, brings }) => [
      `call ${writePlace(at)} ${nameOf(player)}`,
      `sign ${writeWords(sign)}`,
      ...(brings === undefined ? [] : [`brings ${writeWords(brings)}`]),
    ]),
    ...section.parts.flatMap((part) => writePart(part, nameOf, known)),
  ];
}

/** Words as they are where they read back the same, else in quotes. */
function writeWords(text: string): string {
  return writeName(text);
}

function writeChange(change: Change | undefined): string {
  switch (change?.kind) {
    case 'pulse':
      return 'same pulse';
    case 'beat':
      return 'same beat';
    case 'ratio':
      return `${change.before} become ${change.now}`;
    case 'at':
      return `to ${change.bpm}`;
    default:
      return '';
  }
}

function writePart(
  { player, line, solo, from, until, pickup, begin }: Part,
  nameOf: (id: string) => string,
  known: Known,
): readonly string[] {
  return [
    `part ${nameOf(player)}`,
    ...(line ? [`play ${writeLine(line, known)}`] : []),
    ...(solo ? ['solo', ...solo.map((one) => `may ${writeLine(one, known)}`)] : []),
    ...(from ? [`from ${writePlace(from)}`] : []),
    ...(until ? [`until ${writePlace(until)}`] : []),
    ...(begin === undefined ? [] : [`begin ${begin + 1}`]),
    ...(pickup
      ? [
          `pickup ${formatRational(rational(pickup.beats.num, pickup.beats.den))}`,
          ...(pickup.line ? [`with ${writeLine(pickup.line, known)}`] : []),
        ]
      : []),
  ];
}

function writeOrder({ sections, order }: Form): readonly string[] {
  const names = new Map(sections.map(({ id, name }) => [id, name]));
  return order.flatMap(({ times, steps }) => {
    const rows = steps.map(({ section, rounds }) => {
      const name = writeName(names.get(section) ?? section);
      return `then ${name}${rounds ? ` : ${rounds.join(' ')}` : ''}`;
    });
    const isPlain = times === 1 && steps.length === 1 && !steps[0]?.rounds;
    return isPlain ? rows : [`repeat ${times}`, ...rows, 'end'];
  });
}
