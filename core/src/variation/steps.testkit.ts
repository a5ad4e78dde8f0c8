import { expect } from 'vitest';
import type { Rhythm, Variation } from '../rhythm/index.ts';
import { readRhythm } from '../text/index.ts';
import { type TurnPlayed, USUAL_PLAN, type VariationPlan } from './index.ts';

export const TEXT = `rhythm Steps
cycle 4x4
tempo 90 to 120 per 4

layer Clave : claves
play  X . . X / . . X . / . . X . / X . . . | X . . X / . . X . / . . X . / X . . .
layer Drum : goblet drum
play  D . . . / D . . . / D . . . / D . . .
layer Bell : hand bell
play  X . X . / X . X . / X . X . / X . X .

variation Lift
key   1
share 1/16
on    4 of 4
in    Drum
play  T . T . / T . T . / T . T . / T T T T

variation Walk
key   2
share 1/8
in    Drum
play  D T . . / D T . . / D T . . / D T . . | D . k . / D . k . / D . k . / D . k k
in    Bell
play  . X . X / . X . X / . X . X / . X . X | X . . . / X . . . / X . . . / X . . .

variation Call
key   3
in    Drum
play  O . . . / . . . . / O . . . / . . . .
`;

export function read(text: string): Rhythm {
  const { rhythm, problems } = readRhythm(text);
  expect(problems).toEqual([]);
  return rhythm;
}
export const STEPS = read(TEXT);
export const [LIFT, WALK, CALL] = (STEPS.variations ?? []) as [Variation, Variation, Variation];
export const MIXED: VariationPlan = { ...USUAL_PLAN, way: 'mixed', seed: 7 };
export const names = (turns: readonly TurnPlayed[]) =>
  turns.map(({ variation, part }) => (variation ? `${variation.name} ${part + 1}` : '-'));
