import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { timed } from '../text/timed.testkit.ts';
import { arbitraryRhythm } from './arbitrary.testkit.ts';
import {
  appendLayer,
  checkRhythm,
  copyRange,
  countingOf,
  divideCell,
  editLayer,
  fillsTurns,
  joinClips,
  type Layer,
  LIMITS,
  mapStrokes,
  paste,
  placeStroke,
  placeStrokes,
  plainCells,
  RECUT_TABLES,
  type RecutTable,
  type Rhythm,
  removeStrokes,
  setForce,
  setHand,
  setLayerCounting,
  setNotes,
  setTags,
  slotCount,
  stepForce,
  strokesAt,
  toggleAccent,
} from './index.ts';

const { rhythm: demo } = timed(
  'rhythm A\ncycle 4x2\nlayer D : goblet drum\nplay D! . (k) T / O- . _ K+D',
);
const layer = demo.layers[0] as Layer;

/** Every layer of any rhythm, with one of its slots. */
function eachSlot(check: (layer: Layer, slot: number, rhythm: Rhythm) => void): void {
  fc.assert(
    fc.property(arbitraryRhythm, fc.nat(), (rhythm, at) => {
      for (const one of rhythm.layers) check(one, at % slotCount(one), rhythm);
    }),
    { numRuns: 80 },
  );
}
const good = (rhythm: Rhythm, changed: Layer) =>
  expect(checkRhythm(editLayer(rhythm, changed.id, () => changed))).toMatchObject({ ok: true });

describe('notes and tags', () => {
  it('are kept as they are written, and nothing is no note', () => {
    const noted = setNotes(demo, '  Ondra calls.\r\nSlowly.');
    expect(noted.notes).toBe('  Ondra calls.\nSlowly.');
    expect(setNotes(noted, '  Ondra calls.\nSlowly.')).toBe(noted);
    expect('notes' in setNotes(noted, ' \n')).toBe(false);
    // Blanks where there was no note are no edit, and so no step to undo.
    expect(setNotes(demo, ' ')).toBe(demo);
    expect(setNotes(demo, 'x'.repeat(LIMITS.notes + 1)).notes).toHaveLength(LIMITS.notes);
  });

  it('are words, each once', () => {
    const tagged = setTags(demo, ' walk, slow  walk #evening');
    expect(tagged.tags).toEqual(['walk', 'slow', 'evening']);
    expect(setTags(tagged, 'walk slow evening')).toBe(tagged);
    expect(setTags(tagged, '').tags).toEqual([]);
  });
});

describe('strokes of a slot', () => {
  it('are placed in place of what was there, and taken away again', () => {
    eachSlot((one, slot, rhythm) => {
      const kind = one.strokes[0]?.kind;
      if (!kind) return;
      const placed = placeStroke(one, { slot, kind, force: 3 });
      expect(strokesAt(placed, slot)).toEqual([{ slot, kind, force: 3 }]);
      expect(placed.rings?.includes(slot) ?? false).toBe(false);
      good(rhythm, placed);
      const removed = removeStrokes(placed, slot);
      expect(strokesAt(removed, slot)).toEqual([]);
      const others = (from: Layer) => from.strokes.filter((stroke) => stroke.slot !== slot);
      expect(others(removed)).toEqual(others(one));
    });
  });

  it('outside the layer change nothing', () => {
    expect(placeStroke(layer, { slot: 99, kind: 'D', force: 3 })).toBe(layer);
    expect(placeStroke(layer, { slot: -1, kind: 'D', force: 3 })).toBe(layer);
  });

  it('take the place of a whole stretch', () => {
    const placed = placeStrokes(layer, 0, 4, [
      { slot: 1, kind: 'K', force: 3 },
      { slot: 3, kind: 'D', force: 4 },
    ]);
    expect(placed.strokes.map((one) => `${one.slot}${one.kind}`)).toEqual([
      '1K',
      '3D',
      '4O',
      '7K',
      '7D',
    ]);
    expect(placed.rings).toEqual([6]);
  });

  it('are changed alone, each as it is told', () => {
    eachSlot((one, slot) => {
      const changed = mapStrokes(one, slot, (stroke) => ({ ...stroke, say: 'dum' }));
      changed.strokes.forEach((stroke, index) => {
        if (stroke.slot === slot) expect(stroke.say).toBe('dum');
        else expect(stroke).toBe(one.strokes[index]);
      });
    });
  });
});

describe('force and hand', () => {
  it('stay within ghost and accent, step by step', () => {
    eachSlot((one, slot) => {
      let louder = one;
      for (let step = 0; step < 6; step += 1) louder = stepForce(louder, slot, 1);
      expect(strokesAt(louder, slot).every((stroke) => stroke.force === 4)).toBe(true);
      let softer = louder;
      for (let step = 0; step < 6; step += 1) softer = stepForce(softer, slot, -1);
      expect(strokesAt(softer, slot).every((stroke) => stroke.force === 1)).toBe(true);
    });
  });

  it('the accent comes and goes', () => {
    const once = toggleAccent(layer, 3);
    expect(strokesAt(once, 3)[0]?.force).toBe(4);
    expect(strokesAt(toggleAccent(once, 3), 3)[0]?.force).toBe(3);
    expect(strokesAt(setForce(layer, 0, 2), 0)[0]?.force).toBe(2);
  });

  it('a slot with two strokes keeps its hands', () => {
    expect(strokesAt(setHand(layer, 3, 'L'), 3)[0]?.hand).toBe('L');
    expect(setHand(layer, 7, 'L')).toBe(layer);
    expect(setHand(layer, 1, 'L')).toBe(layer);
  });
});

describe('cutting a cell anew', () => {
  it('loses only what has no slot left, and says so', () => {
    eachSlot((one, slot, rhythm) => {
      const cell = slot % one.cells.length;
      for (const slots of [1, 3, 8]) {
        const divided = divideCell(one, cell, slots);
        expect(divided.layer.cells[cell]?.slots).toBe(slots);
        expect(divided.layer.strokes.length).toBeLessThanOrEqual(one.strokes.length);
        if (divided.lost.length === 0) {
          expect(divided.layer.strokes).toHaveLength(one.strokes.length);
        }
        good(rhythm, divided.layer);
      }
    });
  });

  it('into as many slots as it has changes nothing of its strokes', () => {
    eachSlot((one, slot) => {
      const cell = slot % one.cells.length;
      const same = divideCell(one, cell, one.cells[cell]?.slots ?? 1);
      expect(same.layer.strokes).toEqual(one.strokes);
      expect([...same.moved, ...same.lost]).toEqual([]);
    });
  });
});

describe('copying', () => {
  it('a stretch over itself leaves the layer as it was', () => {
    eachSlot((one, slot, rhythm) => {
      const last = Math.min(slotCount(one) - 1, slot + 3);
      const clip = copyRange(one, slot, last);
      expect(slotCount(clip)).toBe(last - slot + 1);
      if (slot < last) {
        // In two pieces it is the same, but for the cell that is cut between them.
        const { cells: _cells, ...strokes } = joinClips(
          copyRange(one, slot, slot),
          copyRange(one, slot + 1, last),
        );
        const { cells: _whole, ...copied } = clip;
        expect(strokes).toEqual(copied);
      }
      const pasted = paste(rhythm, one, slot, clip);
      expect(pasted).toEqual(one);
    });
  });
});

describe('layers and turns', () => {
  it('take an id of their own where they come from elsewhere', () => {
    let rhythm: Rhythm = { ...demo, layers: [] };
    for (let count = 0; count < LIMITS.layers + 3; count += 1) rhythm = appendLayer(rhythm, layer);
    expect(rhythm.layers).toHaveLength(LIMITS.layers);
    expect(new Set(rhythm.layers.map((one) => one.id)).size).toBe(LIMITS.layers);
    expect(appendLayer(rhythm, layer)).toBe(rhythm);
  });

  it('fill whole turns, or are told not to', () => {
    const cells = plainCells([4, 4], 3);
    expect(fillsTurns(demo.cycle, { cells })).toBe(true);
    expect(fillsTurns(demo.cycle, { cells: cells.slice(1) })).toBe(false);
    // A cell that goes over the end of a turn hides where the next one begins.
    const over = [
      { beats: { num: 3, den: 1 }, slots: 3 },
      { beats: { num: 1, den: 1 }, slots: 1 },
    ];
    expect(fillsTurns(demo.cycle, { cells: over })).toBe(false);
  });

  it('are counted in their own system where they have one', () => {
    const own = setLayerCounting({ ...layer, strokes: layer.strokes }, 'la-li');
    expect(countingOf(demo, own)).toBe('la-li');
    expect(countingOf({ ...demo, counting: 'ta-ka-di-mi' }, layer)).toBe('ta-ka-di-mi');
    expect(countingOf(demo, setLayerCounting(own, undefined))).toBe(countingOf(demo));
    const said = { ...layer, strokes: layer.strokes.map((one) => ({ ...one, say: 'x' })) };
    const counted = setLayerCounting(said, 'plain');
    expect(setLayerCounting(counted, undefined)).toEqual(said);
  });
});

describe('a beat recut by a table', () => {
  const beat = (play: string) =>
    timed(`rhythm A\ncycle 4\nlayer D : goblet drum\nplay ${play}`).rhythm.layers[0];
  const recut = (play: string, slots: number, table: RecutTable = RECUT_TABLES.usual) => {
    const layer = beat(play);
    if (!layer) throw new Error('no layer');
    const { layer: made, moved, lost } = divideCell(layer, 0, slots, table);
    return [made.strokes.map(({ slot, kind }) => `${slot}${kind}`).join(' '), moved, lost];
  };

  it('goes where players put it: 0 1 2 3 to 0 1 1 2, and 0 1 2 to 0 2 3', () => {
    expect(recut('D . T K', 3)).toEqual(['0D 1T 2K', [2, 3], []]);
    expect(recut('D T K', 4)).toEqual(['0D 2T 3K', [1, 2], []]);
    expect(recut('D . T K', 3, RECUT_TABLES.nearest)).toEqual(['0D 2T', [2], [3]]);
  });

  it('keeps the stronger where two meet, and says which is gone', () => {
    expect(recut('D t! T K', 3)).toEqual(['0D 1t 2K', [1, 3], [2]]);
    expect(recut('D (t) T K', 3)).toEqual(['0D 1T 2K', [2, 3], [1]]);
  });

  it('goes by the nearest between other numbers of parts', () => {
    expect(recut('D . T .', 2)).toEqual(['0D 1T', [], []]);
  });
});
