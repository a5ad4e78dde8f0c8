import { describe, expect, it } from 'vitest';
import { writeRhythm } from '../text/index.ts';
import { timed } from '../text/timed.testkit.ts';
import {
  AIMS,
  type Aim,
  applyChain,
  askedOf,
  type Field,
  figuresOf,
  MOVES,
  type MoveId,
  type Settings,
  sayChange,
  sayStep,
  suggest,
} from './index.ts';

const { rhythm } = timed(
  "rhythm Lamp\ncycle 4+4+4\ntempo 60 to 110 per 4\nlayer D : goblet drum\nplay D! (k) t k? / T! (k) O! . / K 'D (t) k- | D! . t k / T X T / O! (k) t? O!\nhand each R L\nlayer B : claves\nplay X . . X / . X . . / X . . .".replace(
    'T X T',
    'T K T',
  ),
);

/** What is written in fields for text. */
const WRITTEN: Readonly<Record<string, string>> = {
  table: 'D=B T=S',
  rule: '3+2',
  rows: 'D . / T T / K K K | D D / T / K',
  steps: '0 2 1',
  fours: '0 0 1 2',
  threes: '0 1 3',
};

/** Every choice of every field, one at a time, and the ends of every number. */
function settingsOf(fields: readonly Field[]): readonly Settings[] {
  return [
    {},
    ...fields.flatMap((field): readonly Settings[] => {
      if (field.kind === 'stroke') return [{ [field.key]: 'T' }];
      if (field.kind === 'written') return [{ [field.key]: WRITTEN[field.key] ?? '' }];
      if (field.kind === 'instrument') return [{ [field.key]: 'tall-drums' }];
      if (field.kind === 'number')
        return [field.min, 2, field.max].map((value) => ({ [field.key]: value }));
      return Object.keys(field.choices)
        .slice(1)
        .map((choice) => ({ [field.key]: choice }));
    }),
  ];
}

/** What a field asks for, as the screen does. */
function sayField(field: Field): string {
  if (field.kind === 'stroke') return `   ${field.label}: a stroke`;
  if (field.kind === 'instrument') return `   ${field.label}: an instrument`;
  if (field.kind === 'written') return `   ${field.label}: ${field.hint}`;
  if (field.kind === 'number')
    return `   ${field.label}: ${field.min} to ${field.max}, ${field.usual}`;
  return `   ${field.label}: ${Object.values(field.choices).join(' | ')}`;
}

/** The typed row of the line. */
function rowOf(of: typeof rhythm): string {
  const text = writeRhythm(of);
  return /^play +(.*)$/m.exec(text)?.[1] ?? '';
}

describe('every move', () => {
  it('makes of one line what is written down in moves.txt, with what it says', async () => {
    const before = figuresOf(rhythm, 0);
    const lines = (Object.keys(MOVES) as MoveId[]).flatMap((move) => [
      '',
      `== ${MOVES[move].name}: ${MOVES[move].about}`,
      ...MOVES[move].fields.map(sayField),
      ...settingsOf(MOVES[move].fields).flatMap((settings) => {
        const made = applyChain(rhythm, 0, [{ move, settings }]);
        const after = made && figuresOf(made.rhythm, 0);
        if (!made || !before || !after) return ['nothing'];
        const set = JSON.stringify(settings);
        return [
          `${set}  ${sayStep({ move, settings })}`,
          `    ${rowOf(made.rhythm)}`,
          ...[...sayChange(before, after, rhythm.target), ...made.told.flat()].map(
            (one) => `    ${one}`,
          ),
        ];
      }),
    ]);
    const wanted = (Object.keys(AIMS) as Aim[]).flatMap((aim) => [
      '',
      `== ${AIMS[aim]}`,
      ...suggest(rhythm, 0, aim)
        .slice(0, 9)
        .map(({ step, why }) => `   ${sayStep(step)}: ${why}`),
    ]);
    const all = [rowOf(rhythm), ...lines, ...wanted, ''].join('\n');
    await expect(all).toMatchFileSnapshot('./moves.txt');
  });

  it('takes what it is set to within its fields, and the usual where it is something else', () => {
    const asked = askedOf(MOVES.shift, { by: 99, unit: 'mile', hold: 'beginning', held: 1.5 });
    expect([
      asked.number('by'),
      asked.choice('unit'),
      asked.choice('hold'),
      asked.number('held'),
    ]).toEqual([32, 'part', 'beginning', 2]);
    expect(askedOf(MOVES.shift, { by: -99 }).number('by')).toBe(-32);
    expect(askedOf(MOVES.chase, { kind: '' }).stroke('kind')).toBeUndefined();
    expect(askedOf(MOVES.chase, { kind: 'T' }).stroke('kind')).toBe('T');
    expect(() => askedOf(MOVES.shift, {}).number('unit')).toThrow(RangeError);
    expect(() => askedOf(MOVES.shift, {}).choice('nothing')).toThrow(
      'There is no choice nothing to set.',
    );
  });
});
