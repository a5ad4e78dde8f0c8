import type { Rhythm } from '@stride/core/rhythm';
import { readRhythm } from '@stride/core/text';

/** Invented rhythms of the Lantern Street Players, who rehearse a street set for a lantern walk. */
const LANTERN_STEPS = `rhythm Lantern steps
cycle 3+3+2
tempo 72 to 104 per 3
tags walk
note The walking rhythm of the Lantern Street Players. The bell gives the steps, the drum talks between them.

layer Bell : hand bell
play  X! . . / X . . / X . | X! . . / X . . / X .

layer Walker : goblet drum
play  D! (k) (t) / T (t) (k) / O! O- | D (k) O / T! (t) (k) . / O! T
hand  each R L
say   dum ka ta / tek ta ka / dun da | dum ka dun / tek ta ka . / dun tek
`;

const FERRY_BELL = `rhythm Ferry bell
cycle 4x4
tempo 60 to 92 per 4
tags slow
note For the crossing at the end of the walk: the bell of the ferry, and the water against the quay.

layer Ferry : hand bell
play  X! . . . / X . . Y / . . X . / Y . Y .

layer Water : goblet drum
play  D! . (t) (k) / O . (t) (k) / D D- O / T! . (t) (k)
hand  R . R L / R . R L / R L R / L . R L
say   dum . ta ka / dun . ta ka / dum du dun / tek . ta ka
`;

function demo(text: string, id: string): Rhythm {
  const { rhythm, problems } = readRhythm(text, id);
  if (problems.length > 0) throw new Error(`demo ${id}: ${problems[0]?.message}`);
  return rhythm;
}

export const DEMO_RHYTHMS: readonly Rhythm[] = [
  demo(LANTERN_STEPS, 'lantern-steps'),
  demo(FERRY_BELL, 'ferry-bell'),
];
