import { readForm } from '@stride/core/form';
import type { Rhythm } from '@stride/core/rhythm';
import { readRhythm } from '@stride/core/text';
import { DEMO_RHYTHMS } from './demo.ts';

/** What the Lantern Street Players walk to: a bell of two sides, the drum that talks, the congas, and a caller. */
const LANTERN_WALK = `rhythm Lantern walk
cycle 3+3+2
tempo 72 to 96 per 3
tags walk set
note The walking rhythm of the set. The bell has three strokes in one turn and two in the next.

layer Bell : hand bell
as    3-2
play  X! . . / X . . / X . | . . . / X! . . / X .

layer Walker : darbuka
play  D! (k) . / K . (t) / O! . | D . (k) / K! . (t) / O K
hand  R L . / R . L / R . | R . L / R . L / R L
say   dum ka . / tek . ka / dun . | dum . ka / tek . ka / dun tek

layer Drums : congas
play  B! . (t) / S . O / . (t) | B! . (t) / S! . O / O .
hand  R . L / R . R / . L | R . L / R . L / R .

layer Caller : spoken voice
play  V! . . / . . . / v . | V! . . / . . . / . .
say   hey . . / . . . / to . | stairs . . / . . . / . .

variation Walking softly
in    Walker
play  D . . / . . (t) / O- . | D . . / . . (t) / O- .
hand  R . . / . . L / R . | R . . / . . L / R .

variation Round the corner
key   1
share 1/8
on    4 of 4
in    Drums
play  B! . (t) / S S S / O O
hand  R . L / R L R / L R
`;

/** Eleven sections of the walk from the quay to the last door, as they stand on the players' first draft. */
const SET = `form Lantern walk
tempo 72 per 3
note The whole set, from the quay to the last door. First draft: the walk up the stairs is not right yet.

player Bell

player Walker
quiet  Lantern walk : Walker : Walking softly

player Drums

player Voice

section Gather
cycle 3+3+2
turns 16
level soft
part Bell
play Lantern walk : Bell

section Walk up
cycle 3+3+2
turns 31
level plain
change to 84 over 4
part Bell
play Lantern walk : Bell
part Walker
play Lantern walk : Walker

section Call
cycle 3+3+2
turns 2
level full
call 1.1 Voice
sign hey
brings the stairs
part Voice
play Lantern walk : Caller

section Stairs
cycle 3+3+2
turns 16
level full
speed double
part Bell
play Lantern walk : Bell
part Walker
play Lantern walk : Walker
part Drums
play Lantern walk : Drums
pickup 2

section Walk
cycle 3+3+2
turns 24
level plain
change same beat
part Bell
play Lantern walk : Bell
part Walker
play Lantern walk : Walker
part Drums
play Lantern walk : Drums : mixed 3
from 9.1

section Quay
cycle 2+2+3
turns 16
level plain
change same pulse
part Bell
play Wet cobbles : Lamp
part Drums
play Wet cobbles : Cobbles

section Ferry
cycle 4x4
turns 12
level soft
change 3 become 2
sung
part Bell
play Ferry bell : Ferry
part Walker
play Ferry bell : Water
from 3.1

section Open
cycle 3+3+2
turns 16 to 32 until the sign
level growing
change same beat
part Bell
play Lantern walk : Bell
part Drums
solo
may Lantern walk : Drums
may Lantern walk : Drums : Round the corner
call 16.1 Voice
sign last door
brings the last walk

section Last walk
cycle 3+3+2
turns 16
level full
change to 96
cut 16.3
part Bell
play Lantern walk : Bell
part Walker
play Lantern walk : Walker
part Drums
play Lantern walk : Drums
pickup 2
part Voice
play Lantern walk : Caller
from 15.1

then Gather
then Walk up
then Call
then Stairs
then Walk
then Quay
then Ferry
then Walk
then Open
then Stairs
then Last walk
`;

function rhythm(text: string, id: string): Rhythm {
  const { rhythm: read, problems } = readRhythm(text, id);
  if (problems.length > 0) throw new Error(`demo ${id}: ${problems[0]?.message}`);
  return read;
}

/** The rhythms that the set is played from. */
export const DEMO_FORM_RHYTHMS: readonly Rhythm[] = [
  rhythm(LANTERN_WALK, 'lantern-walk'),
  ...DEMO_RHYTHMS.filter(({ id }) => id === 'wet-cobbles' || id === 'ferry-bell'),
];

const read = readForm(SET, DEMO_FORM_RHYTHMS, 'lantern-set');
if (read.problems.length > 0) throw new Error(`demo form: ${read.problems[0]?.message}`);

export const DEMO_FORM = read.form;
