// Two sections, the second in double time: how long it lasts.
import assert from 'node:assert/strict';
import { clock, layOut, readForm } from '@stride/core/form';
import { readRhythm } from '@stride/core/text';

const { rhythm } = readRhythm(
  'rhythm Walk\ncycle 2+2\nlayer Bell : hand bell\nplay X . / X .',
  'walk',
);
const text = `form Lantern walk
tempo 60 per 1
player Bell

section Gather
cycle 2+2
turns 8
part Bell
play Walk : Bell

section Stairs
cycle 2+2
turns 4
speed double
part Bell
play Walk : Bell

then Gather
then Stairs`;
const { form, problems } = readForm(text, [rhythm]);
assert.deepEqual(problems, []);
const laid = layOut(form, new Map([[rhythm.id, rhythm]]));
assert.equal(laid.turns, 12);
assert.equal(clock(laid.length), '0:48');
