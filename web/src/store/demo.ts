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

layer Walker : darbuka
play  D! (k) (t) / K (t) (k) / O! O- | D (k) O / K! (t) (k) . / O! K
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

layer Water : darbuka
play  D! . (t) (k) / O . (t) (k) / D (k) O / K! . (t) (k)
hand  R . R L / R . R L / R L R / L . R L
say   dum . ta ka / dun . ta ka / dum ka dun / tek . ta ka
`;

const WET_COBBLES = `rhythm Wet cobbles
cycle 2+2+3
tempo 84 to 126 per 2
tags walk seven
note Seven over the wet stones: two short steps and a long one. Three players, each with a gap for the others.

layer Lamp : hand bell
play  X! . / Y . / X . Y | X! . / Y . / X Y .

layer Cobbles : congas
play  B! (t) / S (t) / O (t) O | B! (t) / S (t) / O O (t)
hand  each R L

layer Ground : dholak
play  G! . / . (k) / G . T- | G! . / T- (k) / G . .
hand  L . / . L / L . R | L . / R L / L . .
say   ge . / . ke / ge . ta | ge . / ta ke / ge . .

variation Round the corner
key   1
share 1/8
on    4 of 4
in    Cobbles
play  B! (t) / S S / S O S!
hand  each R L

variation Stones held
key   2
share 1/16
in    Cobbles
play  B! . / . . / O . . | B! . / . (t) / O O (t)
hand  R . / . . / R . . | R . / . L / R L R
in    Ground
play  G! . / . . / . . . | G! . / . . / G . T-
hand  L . / . . / . . . | L . / . . / L . R
`;

const QUAY_CALL = `rhythm Quay call
cycle 3x4
tempo 66 to 88 per 3
tags call voice
note The call that gathers the players at the quay: said first, then answered by the drum.

layer Caller : spoken voice
play  V! . v / V . v / V! . . / . . . | V! . v / V . v / K . K / V! . .
say   hey . to / lamp . and / oar . . / . . . | hey . to / stair . and / light . and / shore . .

layer Answer : darbuka
play  D . . / . . . / . (t) (k) / T! (k) T | D . . / . . . / T . K / D! . (k)
hand  R . . / . . . / . R L / R L R | R . . / . . . / R . L / R . L
`;

const TEN_STAIRS = `rhythm Ten stairs
cycle 2+3+2+3
tempo 40 to 60 per 5
turn 1 call Up from the quay
turn 2 answer
turn 3 call Round the corner
turn 4 break The landing
turn 5 answer
turn 6 ending Door
tags stairs long
note Ten steps to the door, two and three at a time. Learnt turn by turn: fold away what you know.

layer Latch : agogô
play  L! . / H . . / L . / H . H | L! . / H . . / L . / H . .
play  L! . / H . H / L . / H . . | L! . / . . . / L! . / . . . | L! . / H . . / L . / H . H | L! . / H H H / L! . / . . .

layer Stairs : congas
play  B! (t) / O . (t) / S (t) / O O (t) | o! (t) / O . o / s (t) / o . (t)
play  B! (t) / O O (t) / S (t) / o o (t) | B! . / . . . / 'S! . / . . . | o! (t) / O . o / s (t) / O . o | B! b / O o O / S! . / . . .
hand  each R L
`;

function demo(text: string, id: string): Rhythm {
  const { rhythm, problems } = readRhythm(text, id);
  if (problems.length > 0) throw new Error(`demo ${id}: ${problems[0]?.message}`);
  return rhythm;
}

export const DEMO_RHYTHMS: readonly Rhythm[] = [
  demo(LANTERN_STEPS, 'lantern-steps'),
  demo(FERRY_BELL, 'ferry-bell'),
  demo(WET_COBBLES, 'wet-cobbles'),
  demo(QUAY_CALL, 'quay-call'),
  demo(TEN_STAIRS, 'ten-stairs'),
];
