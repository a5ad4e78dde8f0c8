import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { INSTRUMENTS, playedOn } from '../instrument/index.ts';
import { readRhythm, writeLayerRows } from '../text/index.ts';
import { timed } from '../text/timed.testkit.ts';
import { arbitraryRhythm } from './arbitrary.testkit.ts';
import {
  accentOnly,
  applySticking,
  checkRhythm,
  explainCode,
  fillWithGhosts,
  type Layer,
  repeatWithNewEnding,
  shiftStrokes,
  slotCount,
} from './index.ts';

const layerOf = (play: string, cycle = '4x2'): Layer => {
  const [layer] = timed(`rhythm A\ncycle ${cycle}\nlayer D : goblet drum\nplay ${play}`).rhythm
    .layers;
  if (!layer) throw new Error('no layer');
  return layer;
};
const row = (layer: Layer) =>
  layer.strokes.map(({ slot, kind, force }) => `${slot}${kind}${force}`).join(' ');

/** One edit of the first layer of any rhythm, with what it must keep. */
function eachLayer(check: (layer: Layer, rhythm: Parameters<typeof checkRhythm>[0]) => void): void {
  fc.assert(
    fc.property(arbitraryRhythm, (rhythm) => {
      const [layer] = rhythm.layers;
      if (layer) check(layer, rhythm);
    }),
  );
}

describe('filling with ghosts', () => {
  it('puts light touches where nothing sounds, hands in turn', () => {
    const filled = fillWithGhosts(layerOf('D . . T / . . O .'));
    expect(row(filled)).toBe('0D3 1k1 2t1 3T3 4t1 5k1 6O3 7k1');
    expect(filled.strokes.filter((one) => one.force === 1).map((one) => one.hand)).toEqual([
      'L',
      'R',
      'R',
      'L',
      'L',
    ]);
  });

  it('fills a stretch only, and leaves nothing silent in it', () => {
    expect(row(fillWithGhosts(layerOf('D . . T / . . O .'), 1, 2))).toBe('0D3 1k1 2t1 3T3 6O3');
    eachLayer((layer) => {
      const filled = fillWithGhosts(layer);
      const sounding = new Set(filled.strokes.map((one) => one.slot));
      expect(sounding.size).toBe(slotCount(layer));
      expect(filled.rings).toBeUndefined();
      const struck = new Set(layer.strokes.map((one) => one.slot));
      expect(filled.strokes.filter((one) => struck.has(one.slot))).toEqual(layer.strokes);
    });
  });
});

describe('dealing hands', () => {
  it('gives them to the sounding slots in turn, and keeps the rest of every stroke', () => {
    const dealt = applySticking(layerOf('D . T T / . K O .'), ['R', 'L', 'L']);
    expect(dealt.strokes.map((one) => one.hand)).toEqual(['R', 'L', 'L', 'R', 'L']);
    expect(row(dealt)).toBe(row(layerOf('D . T T / . K O .')));
    expect(applySticking(dealt, [])).toBe(dealt);
  });

  it('begins anew in a stretch', () => {
    const dealt = applySticking(layerOf('D T D T / D T D T'), ['L', 'R'], 4, 7);
    expect(dealt.strokes.map((one) => one.hand)).toEqual([
      undefined,
      undefined,
      undefined,
      undefined,
      'L',
      'R',
      'L',
      'R',
    ]);
  });
});

describe('accenting by tapping', () => {
  it('accents just these slots, and never makes a ghost louder unasked', () => {
    eachLayer((layer) => {
      const slots = new Set(layer.strokes.map((one) => one.slot).filter((slot) => slot % 3 === 0));
      const accented = accentOnly(layer, slots);
      accented.strokes.forEach((stroke, index) => {
        expect(stroke.force === 4).toBe(slots.has(stroke.slot));
        const before = layer.strokes[index]?.force ?? 3;
        if (!slots.has(stroke.slot)) expect(stroke.force).toBe(Math.min(3, before));
      });
      expect(accentOnly(accented, slots).strokes).toEqual(accented.strokes);
    });
  });
});

describe('moving strokes along the line', () => {
  it('brings what leaves the layer in at its other end', () => {
    expect(row(shiftStrokes(layerOf('D . . T / . . O .'), 0, 7, 1))).toBe('1D3 4T3 7O3');
    expect(row(shiftStrokes(layerOf('D . . T / . . O .'), 0, 7, -1))).toBe('2T3 5O3 7D3');
    expect(row(shiftStrokes(layerOf('D . . T / . . O .'), 0, 0, 3))).toBe('3D3 6O3');
  });

  it('the whole line there and back is as it was', () => {
    eachLayer((layer) => {
      const { rings: _rings, ...plain } = layer;
      const last = slotCount(plain) - 1;
      const there = shiftStrokes(plain, 0, last, 5);
      expect(there.strokes).toHaveLength(plain.strokes.length);
      const sorted = (strokes: Layer['strokes']) =>
        strokes.map((one) => JSON.stringify(one)).sort();
      expect(sorted(shiftStrokes(there, 0, last, -5).strokes)).toEqual(sorted(plain.strokes));
    });
  });
});

describe('repeating with another ending', () => {
  it('copies the last turn and leaves its last beat empty', () => {
    const { rhythm } = timed('rhythm A\ncycle 4x2\nlayer D : goblet drum\nplay D . T . / T K T O');
    const [layer] = rhythm.layers;
    if (!layer) throw new Error('no layer');
    const longer = repeatWithNewEnding(rhythm, layer);
    expect(row(longer)).toBe('0D3 2T3 4T3 5K3 6T3 7O3 8D3 10T3');
    expect(checkRhythm({ ...rhythm, layers: [longer] })).toMatchObject({ ok: true });
  });
});

describe('what a code means', () => {
  it('is told for every stroke and every compound of every instrument', () => {
    for (const instrument of INSTRUMENTS) {
      for (const { code, name } of [...instrument.strokes, ...(instrument.compounds ?? [])]) {
        const said = explainCode(playedOn(instrument), code);
        expect(said).toContain(`${code} ${name}: `);
        expect(said?.endsWith('.'), `${instrument.id} ${code}`).toBe(true);
      }
      expect(explainCode(playedOn(instrument), 'Zz9')).toBeUndefined();
    }
    expect(explainCode({ instrument: 'no such drum' }, 'D')).toBeUndefined();
  });
});

describe('an order of hands that begins anew', () => {
  const TEXT = 'rhythm A\ncycle 3+3\nlayer Drum : conga\nplay O O O / O . . | O . O / . . O';
  const handed = (row: string) => {
    const { rhythm, problems } = readRhythm(`${TEXT}\nhand ${row}`);
    expect(problems).toEqual([]);
    const [layer] = rhythm.layers;
    if (!layer) throw new Error('no layer');
    return { layer, cycle: rhythm.cycle, hands: layer.strokes.map(({ hand }) => hand).join('') };
  };

  it('in every turn, after every silence, or not at all', () => {
    expect(handed('each R L').hands).toBe('RLRLRLR');
    expect(handed('each R L L').hands).toBe('RLLRLLR');
    expect(handed('each turn R L L').hands).toBe('RLLRRLL');
    expect(handed('each run R L').hands).toBe('RLRLRRR');
  });

  it.each(['each R L', 'each turn R L L', 'each run R L'])(
    '%s is written as it was read',
    (row) => {
      const { layer, cycle } = handed(row);
      expect(writeLayerRows(layer, cycle)).toContain(`\nhand  ${row}`);
    },
  );

  it('is given to a stretch as the whole layer counts it', () => {
    const { layer, cycle } = handed('each L');
    const dealt = applySticking(layer, ['R', 'L'], 6, 11, { cycle, anew: 'turn' });
    expect(dealt.strokes.map(({ hand }) => hand).join('')).toBe('LLLLRLR');
  });
});
