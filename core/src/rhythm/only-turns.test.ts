import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readRhythm, writeLayerRows } from '../text/index.ts';
import { arbitraryRhythm } from './arbitrary.testkit.ts';
import { checkRhythm, onlyTurns, type Rhythm, slotCount, timeRhythm } from './index.ts';

function rhythmOf(text: string): Rhythm {
  const { rhythm, problems } = readRhythm(text);
  expect(problems).toEqual([]);
  return rhythm;
}

const THREE = rhythmOf(`rhythm Three
cycle 2x2
turn 2 answer Quiet
layer Drum : conga
play S S / . S | . . / . . | B _ / . O
layer Bell : hand bell
play X . / X X
layer Odd : hand bell
play X / . / .
loop own`);

describe('some turns of a rhythm', () => {
  it('are laid end to end, with their names and slots', () => {
    const { rhythm, slots } = onlyTurns(THREE, [1, 2]);
    const [drum, bell, odd] = rhythm.layers;
    if (!drum || !bell || !odd) throw new Error('layers are missing');
    expect(writeLayerRows(drum, rhythm.cycle)).toBe('play  . . / . . | B _ / . O');
    expect(writeLayerRows(bell, rhythm.cycle)).toBe('play  X . / X X');
    expect(odd).toBe(THREE.layers[2]);
    expect(slots).toEqual([
      [4, 5, 6, 7, 8, 9, 10, 11],
      [0, 1, 2, 3],
      [0, 1, 2],
    ]);
    expect(rhythm.turns).toEqual([{ turn: 0, mark: 'answer', name: 'Quiet' }]);
    expect(onlyTurns(THREE, [0]).rhythm.turns).toBeUndefined();
  });

  it('take what comes round where a layer has fewer', () => {
    const two = rhythmOf(
      'rhythm A\ncycle 2x2\nlayer L : conga\nplay S . / . . | . . / . S\nlayer M : conga\nplay O . / . . | . . / . . | B . / . .',
    );
    const [first] = onlyTurns(two, [1, 2]).rhythm.layers;
    expect(first && writeLayerRows(first, two.cycle)).toBe('play  . . / . S | S . / . .');
  });

  it('are the whole where all are chosen, and every stroke is where its slot says', () => {
    fc.assert(
      fc.property(
        arbitraryRhythm.filter((rhythm) => checkRhythm(rhythm).ok),
        fc.array(fc.nat({ max: 5 }), { minLength: 1, maxLength: 4 }),
        (rhythm, some) => {
          const turns = [...new Set(some)].sort((a, b) => a - b);
          const only = onlyTurns(rhythm, turns);
          expect(checkRhythm(only.rhythm)).toMatchObject({ ok: true });
          expect(timeRhythm(only.rhythm).ok).toBe(true);
          only.rhythm.layers.forEach((layer, index) => {
            const whole = rhythm.layers[index];
            expect(only.slots[index]).toHaveLength(slotCount(layer));
            for (const stroke of layer.strokes) {
              const slot = only.slots[index]?.[stroke.slot] ?? -1;
              expect(whole?.strokes.filter((one) => one.slot === slot)).toContainEqual({
                ...stroke,
                slot,
              });
            }
          });
          expect(
            onlyTurns(rhythm, [0, 1, 2, 3, 4, 5, 6, 7]).slots.map((all) => new Set(all).size),
          ).toEqual(rhythm.layers.map((layer) => slotCount(layer)));
        },
      ),
    );
  });
});
