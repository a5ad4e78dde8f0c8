import { expect, it } from 'vitest';
import { timed } from '../text/timed.testkit.ts';
import { addVariation, LIMITS, type Rhythm } from './index.ts';

const { rhythm } = timed('rhythm A\ncycle 2\nlayer B : claves\nplay X .');
const lines = rhythm.layers.map(({ id, cells, strokes }) => ({ layer: id, cells, strokes }));
const add = (to: Rhythm, name = 'Lift') => addVariation(to, { name, lines });
const told = ({ variations = [] }: Rhythm) =>
  variations.map(({ id, name, key }) => `${id} ${name} ${key}`);

it('gives a variation an id, a name and a key that are free', () => {
  const three = add(add(add(rhythm)), 'Break');
  expect(told(three)).toEqual([
    'variation-1 Lift 1',
    'variation-2 Lift 2 2',
    'variation-3 Break 3',
  ]);
  // Where one was taken out its key is free again, and the number that comes next is not.
  const variations = three.variations?.slice(1) ?? [];
  expect(told(add({ ...rhythm, variations }, 'Call'))).toEqual([
    'variation-2 Lift 2 2',
    'variation-3 Break 3',
    'variation-4 Call 1',
  ]);
});

it('keeps a key that is given, has none after the ninth, and leaves a full rhythm as it is', () => {
  expect(told(addVariation(rhythm, { name: 'Lift', key: 7, lines }))).toEqual([
    'variation-1 Lift 7',
  ]);
  let full: Rhythm = rhythm;
  for (let at = 0; at < LIMITS.variations; at += 1) full = add(full, `Way ${at}`);
  expect(told(full)[9]).toBe('variation-10 Way 9 undefined');
  expect(add(full)).toBe(full);
});
