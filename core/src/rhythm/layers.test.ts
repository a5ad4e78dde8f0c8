import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cycleFromSpans } from '../cycle/index.ts';
import {
  GOBLET_DRUM,
  HAND_BELL,
  INSTRUMENTS,
  instrumentNamed,
  proposeMap,
  TALL_DRUMS,
} from '../instrument/index.ts';
import { readRhythm } from '../text/index.ts';
import { arbitraryRhythm } from './arbitrary.testkit.ts';
import {
  addLayer,
  addTurn,
  changeInstrument,
  checkRhythm,
  codesUsed,
  copyRange,
  copyTurn,
  duplicateLayer,
  fillWithGhosts,
  type Layer,
  LIMITS,
  moveLayer,
  paste,
  playOn,
  type Rhythm,
  removeLastTurn,
  removeLayer,
  renameLayer,
  turnRange,
} from './index.ts';

const empty: Rhythm = {
  id: 'a',
  name: 'A',
  cycle: cycleFromSpans('3+2'),
  layers: [],
  tempo: { bpm: 60, per: 1 },
  target: 60,
  tags: [],
};

/** Two turns of five slots with strokes on the given slots. */
function drum(...slots: number[]): Layer {
  const cell = (count: number) => ({ beats: { num: 1, den: 1 }, slots: count });
  return {
    id: 'layer-1',
    name: 'Drum',
    instrument: 'goblet-drum',
    cells: [cell(3), cell(2), cell(3), cell(2)],
    strokes: slots.map((slot) => ({ slot, kind: 'D', force: 3 })),
  };
}

const slotsOf = (layer: Layer) => layer.strokes.map((stroke) => stroke.slot);

describe('layers', () => {
  it('come, go, change places and names', () => {
    const two = addLayer(addLayer(empty, GOBLET_DRUM), HAND_BELL, 'Bell');
    expect(two.layers.map((layer) => layer.name)).toEqual(['Darbuka', 'Bell']);
    expect(two.layers[0]?.cells.map((cell) => cell.slots)).toEqual([3, 2]);
    expect(moveLayer(two, 'layer-2', -1).layers.map((layer) => layer.name)).toEqual([
      'Bell',
      'Darbuka',
    ]);
    expect(moveLayer(two, 'layer-2', 1)).toBe(two);
    const one = removeLayer(two, 'layer-1');
    expect(addLayer(one, HAND_BELL).layers.map((layer) => layer.id)).toEqual([
      'layer-2',
      'layer-3',
    ]);
    expect(renameLayer(drum(), ' Ground ').name).toBe('Ground');
    expect(renameLayer(drum(), ' ').name).toBe('Drum');
    let full = empty;
    for (let i = 0; i < 40; i += 1) full = addLayer(full, HAND_BELL);
    expect(full.layers).toHaveLength(32);
  });

  it('go to another instrument by a table', () => {
    const layer = drum(0, 4);
    const moved = changeInstrument(layer, TALL_DRUMS, new Map([['D', 'B']]));
    expect(moved.strokes.map((stroke) => stroke.kind)).toEqual(['B', 'B']);
    expect(changeInstrument(layer, TALL_DRUMS, new Map()).strokes).toEqual([]);
    expect(codesUsed(layer)).toEqual(['D']);
  });
});

describe('turns', () => {
  it('are found, added, copied and taken away', () => {
    const layer = drum(0, 5, 8);
    expect(turnRange(empty, layer, 6)).toEqual({ firstCell: 2, cells: 2, firstSlot: 5, slots: 5 });
    expect(turnRange(empty, layer, 0)?.firstSlot).toBe(0);
    expect(slotsOf(addTurn(empty, layer, 'copy'))).toEqual([0, 5, 8, 10, 13]);
    expect(slotsOf(addTurn(empty, layer, 'empty'))).toEqual([0, 5, 8]);
    expect(slotsOf(removeLastTurn(empty, layer))).toEqual([0]);
    expect(removeLastTurn(empty, removeLastTurn(empty, layer)).cells).toHaveLength(2);
  });
});

describe('clips', () => {
  it('put a range slot by slot in place of what was there', () => {
    const layer = drum(0, 2, 6, 7);
    const clip = copyRange(layer, 0, 2);
    expect(slotsOf(paste(empty, layer, 5, clip))).toEqual([0, 2, 5, 7]);
    expect(slotsOf(paste(empty, layer, 9, clip))).toEqual([0, 2, 6, 7, 9]);
  });

  it('put a turn in place of a turn, with its cells', () => {
    const cut: Layer = {
      ...drum(0, 1, 6),
      cells: drum().cells.with(0, { beats: { num: 1, den: 1 }, slots: 4 }),
    };
    const clip = copyTurn(empty, cut, 0);
    if (!clip) throw new Error('no turn');
    const pasted = paste(empty, cut, 7, clip);
    expect(pasted.cells.map((cell) => cell.slots)).toEqual([4, 2, 4, 2]);
    expect(slotsOf(pasted)).toEqual([0, 1, 6, 7]);
  });

  it('leave every rhythm valid', () => {
    fc.assert(
      fc.property(
        arbitraryRhythm.filter((rhythm) => checkRhythm(rhythm).ok),
        fc.nat({ max: 30 }),
        fc.nat({ max: 30 }),
        fc.constantFrom(...INSTRUMENTS),
        (rhythm, from, to, instrument) => {
          const [layer] = rhythm.layers;
          if (!layer) return;
          const slots = layer.cells.reduce((sum, cell) => sum + cell.slots, 0);
          const [a, b] = [from % slots, to % slots];
          const turn = copyTurn(rhythm, layer, a);
          const all = [
            paste(rhythm, layer, b, copyRange(layer, Math.min(a, b), Math.max(a, b))),
            ...(turn ? [paste(rhythm, layer, b, turn)] : []),
            addTurn(rhythm, layer, 'copy'),
            removeLastTurn(rhythm, layer),
            changeInstrument(
              layer,
              instrument,
              proposeMap(
                INSTRUMENTS.find((one) => one.id === layer.instrument) ?? instrument,
                instrument,
              ),
            ),
          ];
          for (const changed of all) {
            const { variations: _, ...home } = rhythm;
            const checked = checkRhythm({ ...home, layers: [changed] });
            expect(checked.ok ? [] : checked.messages).toEqual([]);
          }
        },
      ),
    );
  });
});

describe('a layer once more', () => {
  const two = readRhythm(
    'rhythm A\ncycle 1x4\nlayer Bell : hand bell\nplay X / . / X / .\nas 3-2\nlayer Drum : darbuka\nplay D / T / D / T',
  ).rhythm;

  it('stands under the first with its strokes and a name of its own, and changes alone', () => {
    const once = duplicateLayer(two, 'layer-1');
    expect(once.layers.map(({ name }) => name)).toEqual(['Bell', 'Bell 2', 'Drum']);
    expect(once.layers[1]?.strokes).toEqual(once.layers[0]?.strokes);
    expect(once.layers[1]?.side).toBe('3-2');
    expect(new Set(once.layers.map(({ id }) => id)).size).toBe(3);
    const again = duplicateLayer(once, once.layers[1]?.id ?? '');
    expect(again.layers.map(({ name }) => name)).toEqual(['Bell', 'Bell 2', 'Bell 3', 'Drum']);
    expect(duplicateLayer(two, 'none')).toBe(two);
  });

  it('is not added to a full rhythm, and equal instruments are told apart by name', () => {
    let full = two;
    while (full.layers.length < LIMITS.layers) full = duplicateLayer(full, 'layer-2');
    expect(duplicateLayer(full, 'layer-1')).toBe(full);
    const names = addLayer(addLayer(two, HAND_BELL), HAND_BELL).layers.map(({ name }) => name);
    expect(names).toEqual(['Bell', 'Drum', 'Hand bell', 'Hand bell 2']);
  });
});

describe('another instrument', () => {
  const kit = instrumentNamed('drum kit');
  const conga = instrumentNamed('conga');
  it('takes its name where the layer had that of the old one, and no hand for the foot', () => {
    if (!kit || !conga) throw new Error('the catalogue lacks them');
    const { rhythm } = readRhythm(
      'rhythm A\ncycle 2x2\nlayer Conga : conga\nplay B S / B t\nhand R L / R L\nlayer Drum kit : drum kit\nplay B . / S .\nlayer Walk : conga\nplay B . / . .',
    );
    const map = proposeMap(conga, kit);
    const played = playOn(rhythm, 'layer-1', kit, map);
    expect(played.layers.map(({ name, instrument }) => [name, instrument])).toEqual([
      ['Drum kit 2', 'drum-kit'],
      ['Drum kit', 'drum-kit'],
      ['Walk', 'tall-hand-drum'],
    ]);
    expect(played.layers[0]?.strokes.map(({ kind, hand }) => kind + (hand ?? ''))).toEqual([
      'B',
      'SL',
      'B',
      'RL',
    ]);
    expect(playOn(played, 'layer-3', kit, map).layers[2]?.name).toBe('Walk');
    expect(checkRhythm(played).ok).toBe(true);
  });

  it('gives ghosts to hands only', () => {
    const { rhythm } = readRhythm('rhythm A\ncycle 2x2\nlayer Kit : drum kit\nplay B . / S .');
    const [layer] = rhythm.layers;
    const filled = layer && fillWithGhosts(layer);
    expect(filled?.strokes.map(({ kind }) => kind).join('')).toBe('BSSS');
  });
});
