import { RECUT_TABLES, type RecutTable, type Rhythm, strokesAt } from '@stride/core/rhythm';
import { readRhythm } from '@stride/core/text';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { type OpenBench, openBench } from '../bench/open-bench.ts';
import { StrideDatabase } from '../store/db.ts';
import { openDocument } from '../store/document.ts';
import { chosenIn, type Line } from './line.ts';
import { handOn, type OpenLine, openLine } from './open-line.ts';

const TEXT = `rhythm Corner
cycle 4x2
tempo 100

layer High : goblet drum
play D . T . / . . K .

layer Low : goblet drum
play D . / . T / D . / K .
`;

let count = 0;
let bench: OpenBench;
let open: OpenLine;
let table: RecutTable;

beforeEach(() => {
  count += 1;
  const { rhythm } = readRhythm(TEXT, `corner-${count}`);
  const document = openDocument(new StrideDatabase(`line-${count}`), {
    id: rhythm.id,
    rhythm,
    drafts: {},
    revision: 1,
    updated: 0,
  });
  bench = openBench(document);
  bench.chooseLayer(0);
  table = RECUT_TABLES.usual;
  open = openLine({ bench, recut: () => table });
});

const line = (): Line => open.now();
const codes = (layer = 0, rhythm: Rhythm = line().rhythm): string =>
  Array.from({ length: 8 }, (_, slot) =>
    (rhythm.layers[layer] ? strokesAt(rhythm.layers[layer], slot) : [])
      .map(({ kind }) => kind)
      .join('+'),
  )
    .map((code) => code || '.')
    .join(' ');

/** The first layer with one slot to a beat, and nothing in them. */
const withoutSlots = (rhythm: Rhythm): Rhythm => ({
  ...rhythm,
  layers: rhythm.layers.map((layer, at) =>
    at === 0
      ? { ...layer, cells: layer.cells.map((cell) => ({ ...cell, slots: 1 })), strokes: [] }
      : layer,
  ),
});

describe('the line that is open', () => {
  it('is the same object until something of it changes, and then tells who follows it', () => {
    const heard = vi.fn();
    const leave = open.watch(heard);
    const before = line();
    expect(line()).toBe(before);
    before.commands.goTo(3);
    expect(heard).toHaveBeenCalled();
    expect(line()).not.toBe(before);
    expect(line().chosen).toEqual({ layer: 0, slot: 3 });
    expect(line().asked).toBe(before.asked + 1);
    heard.mockClear();
    bench.edit((rhythm) => ({ ...rhythm, name: 'Other corner' }));
    expect(heard).toHaveBeenCalled();
    expect(line().rhythm.name).toBe('Other corner');
    leave();
    heard.mockClear();
    line().commands.goTo(1);
    bench.chooseLayer(1);
    expect(heard).not.toHaveBeenCalled();
  });

  it('goes on to the next slot with what is placed, and stays at the last', () => {
    line().commands.goTo(6);
    line().commands.place('T');
    expect(line().chosen.slot).toBe(7);
    line().commands.place('D');
    expect(line().chosen.slot).toBe(7);
    expect(codes()).toBe('D . T . . . T D');
  });

  it('marks what was just placed while the slot after it is silent, and no more after one went on', () => {
    line().commands.goTo(3);
    line().commands.place('T');
    line().commands.accent();
    const forces = () => line().layer?.strokes.map(({ slot, force }) => `${slot}:${force}`);
    expect(forces()).toEqual(['0:3', '2:3', '3:4', '6:3']);
    // Again, since it is the same stroke that was just placed.
    line().commands.accent();
    expect(forces()).toContain('3:3');
    line().commands.goTo(4);
    line().commands.accent();
    expect(forces()).toContain('3:3');
  });

  it('marks the stroke of the slot it is on, also after one was placed before it', () => {
    line().commands.goTo(1);
    line().commands.place('K');
    expect(line().chosen.slot).toBe(2);
    line().commands.accent();
    expect(line().layer?.strokes.find(({ slot }) => slot === 2)?.force).toBe(4);
    expect(line().layer?.strokes.find(({ slot }) => slot === 1)?.force).not.toBe(4);
  });

  it('chooses a stretch from where it was, over the layers between, and leaves it with the next choice', () => {
    line().commands.goTo(2);
    line().commands.goTo(5, true);
    expect(line().isStretch).toBe(true);
    expect([...line().ranges]).toEqual([[0, [2, 5]]]);
    line().commands.goToLayer(1, true);
    // The lower layer has two slots to a beat: the one that sounds at the sixth of eight is its third.
    expect(line().chosen).toEqual({ layer: 1, slot: 2 });
    expect([...line().ranges.keys()]).toEqual([0, 1]);
    line().commands.goTo(0);
    expect(line().isStretch).toBe(false);
    expect([...line().ranges]).toEqual([[1, [0, 0]]]);
  });

  it('moves a stretch over the seam and keeps it chosen, as long as its slots are there', () => {
    line().commands.goTo(6);
    line().commands.goTo(7, true);
    line().commands.shift(1);
    expect(codes()).toBe('D . T . . . . K');
    expect([...line().ranges]).toEqual([[0, [7, 0]]]);
    expect(line().isStretch).toBe(true);
    bench.edit(withoutSlots);
    expect([...line().ranges]).toEqual([[0, [0, 1]]]);
    bench.document.undo();
    expect([...line().ranges]).toEqual([[0, [7, 0]]]);
    line().commands.choose(0, 4);
    expect([...line().ranges]).toEqual([[0, [4, 4]]]);
  });

  it('says what cannot be placed or found, and forgets it with the next edit', () => {
    line().commands.place('Z');
    expect(line().said).toContain('has no stroke “Z”');
    line().commands.place('D');
    expect(line().said).toBeUndefined();
    expect(line().commands.goToPlace('99')).toBe(false);
    expect(line().said).not.toBeUndefined();
    expect(line().commands.goToPlace('2')).toBe(true);
    expect(line().chosen.slot).toBe(4);
  });

  it('joins the next stroke to what sounds, once', () => {
    line().commands.goTo(2);
    line().commands.together();
    expect(line().joining).toBe(true);
    line().commands.place('D');
    expect(line().joining).toBe(false);
    expect(codes()).toBe('D . D+T . . . K .');
  });

  it('divides by the table that holds when it is asked, and not by that of the beginning', () => {
    line().commands.goTo(0);
    const before = line();
    table = { 4: [0, 2, 2, 3], 3: [0, 1, 2] };
    before.commands.divide(3);
    const own = line().layer?.strokes.map(({ slot }) => slot);
    bench.document.undo();
    table = RECUT_TABLES.usual;
    before.commands.divide(3);
    expect(line().layer?.strokes.map(({ slot }) => slot)).not.toEqual(own);
  });

  it('tells that another slot was chosen, by whatever chooses it', () => {
    const onChoose = vi.fn();
    const told = openLine({ bench, recut: () => table, onChoose });
    const hand = handOn(told);
    hand.onChoose({ layer: 1, slot: 2 });
    expect(told.now().chosen).toEqual({ layer: 1, slot: 2 });
    // A click has the focus already.
    expect(told.now().asked).toBe(0);
    told.now().commands.goTo(3);
    expect(onChoose).toHaveBeenCalledTimes(2);
    hand.onWeigh({ layer: 0, slot: 0 }, 4, 'L');
    expect(onChoose).toHaveBeenCalledTimes(2);
    expect(told.now().rhythm.layers[0]?.strokes[0]).toMatchObject({ force: 4, hand: 'L' });
    hand.onSlide({ layer: 0, slot: 0 }, 1);
    expect(codes(0, told.now().rhythm)).toBe('. D T . . . K .');
    expect(onChoose).toHaveBeenCalledTimes(3);
  });

  it('keeps the choice inside a line that became shorter', () => {
    line().commands.goTo(7);
    bench.edit(withoutSlots);
    expect(line().chosen.slot).toBe(1);
    line().commands.goTo(99);
    expect(line().chosen.slot).toBe(1);
  });
});

describe('what is chosen as a stretch of time', () => {
  it('is the slot, or the stretch, and goes on into the next round over the seam', () => {
    line().commands.goTo(2);
    const grid = line().grid;
    if (!grid) throw new Error('no grid');
    const [, , third, fourth] = grid.startTicks;
    expect(chosenIn(line())).toEqual({ from: third, to: fourth, isStretch: false });
    line().commands.goTo(6);
    line().commands.goTo(7, true);
    line().commands.shift(1);
    expect(chosenIn(line())).toEqual({
      from: grid.startTicks[7],
      to: grid.lengthTicks + (grid.startTicks[1] ?? 0),
      isStretch: true,
    });
  });

  it('ends with a shorter line that is heard instead', () => {
    line().commands.goTo(7);
    const { grid, timing } = line();
    const shorter = timing?.layers[1];
    expect(chosenIn(line(), grid)).toMatchObject({ to: grid?.lengthTicks });
    expect(chosenIn(line(), shorter)).toMatchObject({ to: shorter?.lengthTicks });
  });
});
