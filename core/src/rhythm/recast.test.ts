import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cycleFromSpans, turnPulses } from '../cycle/index.ts';
import { readRhythm, writeLayerRows } from '../text/index.ts';
import { rational, secondsPerPulse, toNumber } from '../time/index.ts';
import { arbitraryCycle, arbitraryRhythm } from './arbitrary.testkit.ts';
import {
  accentOnly,
  applySticking,
  checkRhythm,
  fillWithGhosts,
  type Layer,
  type Rhythm,
  recast,
  recount,
  rotateLayer,
  shiftStrokes,
  slotCount,
  startFromOtherSide,
  timeLayer,
} from './index.ts';

function rhythmOf(text: string): Rhythm {
  const { rhythm, problems } = readRhythm(`rhythm A\n${text}`, 'a');
  expect(problems.filter((problem) => problem.severity === 'error')).toEqual([]);
  return rhythm;
}

const first = (rhythm: Rhythm): Layer => {
  const [layer] = rhythm.layers;
  if (!layer) throw new Error('no layer');
  return layer;
};
const rows = (rhythm: Rhythm, index = 0) => {
  const layer = rhythm.layers[index];
  return layer ? writeLayerRows(layer, rhythm.cycle) : '';
};
const places = (rhythm: Rhythm, layer: Layer) =>
  layer.strokes.map((stroke) =>
    toNumber(timeLayer(rhythm.cycle, layer).starts[stroke.slot] ?? rational(0)),
  );

describe('recast', () => {
  it('keeps the pulses where the number of beats changes', () => {
    const rhythm = rhythmOf(
      'cycle 4x4\nlayer B : hand bell\nplay X . . X / . . X . / . . X . / X . . .',
    );
    const result = recast(rhythm, cycleFromSpans('2x8'));
    expect(result).toMatchObject({ by: 'pulses', kept: 5, moved: [], lost: [] });
    expect(rows(result.rhythm)).toBe('play  X . / . X / . . / X . / . . / X . / X . / . .');
    expect(places(result.rhythm, first(result.rhythm))).toEqual([0, 3, 6, 10, 12]);
  });

  it('sounds as fast as before, counted in the new beats where that comes out even', () => {
    const speed = (one: Rhythm) => [one.tempo.bpm * one.tempo.per, one.target * one.tempo.per];
    const rhythm = rhythmOf(
      'cycle 3+3+2\ntempo 72 to 104 per 3\nlayer B : hand bell\nplay X . . / X . . / X .',
    );
    const even = recast(rhythm, cycleFromSpans('4x4')).rhythm;
    expect(even.tempo).toEqual({ bpm: 54, per: 4 });
    expect(even.target).toBe(78);
    const odd = recast(rhythm, cycleFromSpans('5+5')).rhythm;
    expect(odd.tempo).toEqual(rhythm.tempo);
    for (const one of [even, odd]) expect(speed(one)).toEqual(speed(rhythm));
    // As many beats: the foot stays, whatever the beats are cut into.
    const beats = recast(rhythm, cycleFromSpans('4x3')).rhythm;
    expect(beats.tempo).toEqual({ bpm: 72, per: 4 });
  });

  it('fills the last turn up, and says what has to move', () => {
    const rhythm = rhythmOf('cycle 4x2\nlayer B : hand bell\nplay X X X / X*7');
    const result = recast(rhythm, cycleFromSpans('3+2+2'));
    expect(result.by).toBe('pulses');
    expect(result.kept + result.moved.length + result.lost.length).toBe(10);
    expect(checkRhythm(result.rhythm).ok).toBe(true);
  });

  it('keeps the cells where the beats are as many: a speed of a tala is only another count', () => {
    const rhythm = rhythmOf(
      'cycle adi 4\nlayer B : hand bell\nplay X*4 / X / X / X / X / X / X / X',
    );
    const other = readRhythm('rhythm B\ncycle adi 3').rhythm.cycle;
    const result = recast(rhythm, other);
    expect(result).toMatchObject({ by: 'beats', moved: [], lost: [] });
    expect(result.rhythm.layers).toEqual(rhythm.layers);
  });

  it('always gives a rhythm that keeps every rule, and accounts for every stroke', () => {
    fc.assert(
      fc.property(arbitraryRhythm, arbitraryCycle, (rhythm, cycle) => {
        const result = recast(rhythm, cycle);
        const count = (one: Rhythm) =>
          one.layers.reduce((sum, layer) => sum + layer.strokes.length, 0);
        expect(result.kept + result.moved.length + result.lost.length).toBe(count(rhythm));
        expect(count(result.rhythm)).toBe(count(rhythm) - result.lost.length);
        const checked = checkRhythm(result.rhythm);
        if (!checked.ok) expect(checked.messages.join()).toMatch(/grid/);
      }),
    );
  });
});

describe('sides', () => {
  const clave =
    'cycle 4x4\nlayer Clave : claves\nplay X . . X / . . X . / . . X . / X . . .\nas 3-2\nlayer Drum : goblet drum\nplay D / T / D D / T';

  it('starts the timeline from its other side, the others following or staying', () => {
    const rhythm = rhythmOf(clave);
    const follow = startFromOtherSide(rhythm, 'layer-1', true);
    const stay = startFromOtherSide(rhythm, 'layer-1', false);
    if (!follow.ok || !stay.ok) throw new Error('refused');
    expect(rows(follow.rhythm)).toBe('play  . . X . / X . . . / X . . X / . . X .\nas    2-3');
    expect(rows(follow.rhythm, 1)).toBe('play  D D / T / D / T');
    expect(rows(stay.rhythm, 1)).toBe(rows(rhythm, 1));
    const back = startFromOtherSide(follow.rhythm, 'layer-1', true);
    expect(back.ok && back.rhythm).toEqual(rhythm);
  });

  it('turns a clave of two turns by one of them', () => {
    const rhythm = rhythmOf(
      'cycle 4x2\nlayer Clave : claves\nplay X . . X / . . X . | . . X . / X . . .\nas 3-2',
    );
    const result = startFromOtherSide(rhythm, 'layer-1', true);
    expect(result.ok && rows(result.rhythm)).toBe(
      'play  . . X . / X . . . | X . . X / . . X .\nas    2-3',
    );
  });

  it('refuses where a cell crosses the middle, and where nothing has sides', () => {
    const rhythm = rhythmOf('cycle 4x4\nlayer C : claves\nplay X / <2> X X X / X\nas 3-2');
    expect(startFromOtherSide(rhythm, 'layer-1', true)).toMatchObject({
      ok: false,
      message: expect.stringContaining('crosses the middle'),
    });
    expect(
      startFromOtherSide(rhythmOf('cycle 3\nlayer C : claves\nplay X'), 'layer-1', true).ok,
    ).toBe(false);
  });

  it('refuses where a long cell would reach over the end of a turn', () => {
    const rhythm = rhythmOf(
      'cycle 2+2\nlayer C : claves\nplay X . / . X\nas 3-2\nlayer D : claves\nplay X / X | <2> X X',
    );
    expect(startFromOtherSide(rhythm, 'layer-1', true)).toMatchObject({
      ok: false,
      message: expect.stringContaining('D would reach over the end of a turn'),
    });
    expect(startFromOtherSide(rhythm, 'layer-1', false).ok).toBe(true);
  });

  it('a layer turned all the way round is itself', () => {
    fc.assert(
      fc.property(arbitraryRhythm, (rhythm) => {
        for (const layer of rhythm.layers) {
          const beats = layer.cells.reduce((sum, cell) => sum + cell.beats.num / cell.beats.den, 0);
          if (!Number.isInteger(beats)) continue;
          expect(rotateLayer(layer, rational(beats))).toEqual(layer);
        }
      }),
    );
  });
});

describe('quick edits', () => {
  const rhythm = rhythmOf('cycle 4x2\nlayer D : goblet drum\nplay D . . . / T . . .');
  const layer = first(rhythm);
  const text = (one: Layer) => writeLayerRows(one, rhythm.cycle);

  it('fills the gaps with ghosts, hands in turn', () => {
    expect(text(fillWithGhosts(layer))).toBe(
      'play  D (k) (t) (k) / T (k) (t) (k)\nhand  . L R L / . L R L',
    );
    expect(text(fillWithGhosts(layer, 1, 2))).toContain('D (k) (t) . / T . . .');
  });

  it('deals hands, accents just some, and shifts', () => {
    const full = fillWithGhosts(layer);
    expect(text(applySticking(full, ['R', 'R', 'L']))).toContain('hand  each R R L');
    expect(text(accentOnly(layer, new Set([4])))).toBe('play  D . . . / T! . . .');
    expect(text(shiftStrokes(layer, 0, 7, 1))).toBe('play  . D . . / . T . .');
    expect(text(shiftStrokes(layer, 0, 0, -1))).toBe('play  . . . . / T . . D');
  });

  it('keep every rule', () => {
    fc.assert(
      fc.property(arbitraryRhythm, fc.integer({ min: -9, max: 9 }), (one, by) => {
        const layers = one.layers.map((each) => {
          const last = slotCount(each) - 1;
          return shiftStrokes(fillWithGhosts(each), 0, last, by);
        });
        const before = checkRhythm(one);
        if (before.ok) expect(checkRhythm({ ...one, layers }).ok).toBe(true);
      }),
    );
  });
});

describe('tempo', () => {
  /** Seconds that a turn lasts. */
  const turnSeconds = ({ cycle, tempo }: Rhythm) =>
    toNumber(secondsPerPulse(tempo)) * turnPulses(cycle);
  const lines = 'layer A : goblet drum\nplay D / T / D / T';

  it('stays as quick where another beat, a pulse or two beats are counted', () => {
    for (const per of [1, 2, 8]) {
      const rhythm = rhythmOf(`cycle 4x4\ntempo 90 to 120 per ${per}\n${lines}`);
      const { rhythm: made, by } = recast(rhythm, cycleFromSpans('3x4'));
      expect(by).toBe('beats');
      expect(turnSeconds(made)).toBeCloseTo(turnSeconds(rhythm), 4);
      expect(made.target / made.tempo.bpm).toBeCloseTo(120 / 90, 4);
    }
  });

  it('counts the same beat where that is the first or a later one', () => {
    const rhythm = rhythmOf(`cycle 2+2+3\ntempo 90 per 3\nlayer A : goblet drum\nplay D / T / D`);
    const made = recast(rhythm, cycleFromSpans('3+3+2')).rhythm;
    expect(made.tempo).toEqual({ bpm: 90, per: 2 });
    const first = recast({ ...rhythm, tempo: { bpm: 90, per: 2 } }, cycleFromSpans('3+3+2')).rhythm;
    expect(first.tempo).toEqual({ bpm: 90, per: 3 });
  });

  it('sounds as quick when other pulses make the counted beat', () => {
    const rhythm = rhythmOf(`cycle 4x4\ntempo 72 to 104 per 4\n${lines}`);
    expect(recount(rhythm, 2)).toMatchObject({ tempo: { bpm: 144, per: 2 }, target: 208 });
    expect(turnSeconds(recount(rhythm, 3))).toBeCloseTo(turnSeconds(rhythm), 4);
    expect(recount(rhythm, 4)).toBe(rhythm);
    expect(recount(rhythm, 64).tempo.bpm).toBe(10);
  });
});
