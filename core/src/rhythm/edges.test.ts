import { describe, expect, it } from 'vitest';
import { cycleFromSpans } from '../cycle/index.ts';
import { GOBLET_DRUM } from '../instrument/index.ts';
import { timed } from '../text/timed.testkit.ts';
import {
  checkRhythm,
  eachVaried,
  fillWithGhosts,
  LIMITS,
  type Rhythm,
  readEduppu,
  removeLayer,
  removeVariation,
  startFromOtherSide,
  timeRhythm,
  type Variation,
} from './index.ts';

const TEXT = `rhythm A
cycle 4
layer Drum : goblet drum
play D . T .
layer Bell : hand bell
play X . . .

variation Lift
in Drum
play D T D T`;

describe('variations of a rhythm, changed with it', () => {
  const { rhythm } = timed(TEXT);
  const [lift] = rhythm.variations ?? [];

  it('stay the same where nothing of them changes, and go where nothing of them is left', () => {
    expect(eachVaried(rhythm, (layer) => layer)).toEqual([lift]);
    expect(eachVaried(rhythm, (layer) => layer)[0]).toBe(lift);
    expect(eachVaried(rhythm, () => undefined)).toEqual([]);
    const silent = eachVaried(rhythm, (layer) => ({ ...layer, strokes: [] }));
    expect(silent[0]).toMatchObject({ name: 'Lift', lines: [{ strokes: [] }] });
    expect(eachVaried({ ...rhythm, variations: undefined }, (layer) => layer)).toEqual([]);
  });

  it('keep a line that stays beside one that changes or goes', () => {
    const both = timed(`${TEXT}\nin Bell\nplay X X . .`).rhythm;
    const [one] = both.variations ?? [];
    const [first] = one?.lines ?? [];
    const [changed] = eachVaried(both, (layer) =>
      layer.name === 'Drum' ? layer : { ...layer, strokes: [] },
    );
    expect(changed?.lines[0]).toBe(first);
    expect(changed?.lines[1]?.strokes).toEqual([]);
    const [less] = eachVaried(both, (layer) => (layer.name === 'Drum' ? layer : undefined));
    expect(less?.lines).toEqual([first]);
  });

  it('are counted among all slots', () => {
    const cells = Array.from({ length: 64 }, () => ({ beats: { num: 1, den: 1 }, slots: 64 }));
    const layers = ['a', 'b'].map((id) => ({
      id,
      name: id,
      instrument: GOBLET_DRUM.id,
      cells,
      strokes: [],
    }));
    const long: Rhythm = {
      ...rhythm,
      cycle: cycleFromSpans('4x4'),
      layers: [layers[0], { ...layers[1], cells: cells.slice(0, 60) }] as Rhythm['layers'],
      variations: undefined,
    };
    expect(checkRhythm(long)).toMatchObject({ ok: true });
    const more: Variation = { id: 'v', name: 'More', lines: [{ layer: 'b', cells, strokes: [] }] };
    const just = checkRhythm({ ...long, variations: [more] });
    expect(just).toMatchObject({ ok: true });
    const third = {
      ...long,
      layers: [...long.layers, { ...layers[1], id: 'c', name: 'c', cells: cells.slice(0, 4) }],
    };
    expect(checkRhythm({ ...third, variations: [more] })).toEqual({
      ok: false,
      messages: [
        `Variation More: with it the layers have 8448 slots; ${LIMITS.slotsPerRhythm} is the most.`,
      ],
    });
  });
});

describe('variations and layers that go', () => {
  const { rhythm } = timed(
    `${TEXT}\nin Bell\nplay X X . .\n\nvariation Fall\nin Drum\nplay . . T T`,
  );
  const [lift, fall] = rhythm.variations ?? [];

  it('leave the others', () => {
    expect(removeVariation(rhythm, fall?.id ?? '').variations).toEqual([lift]);
    expect(removeVariation(rhythm, lift?.id ?? '').variations).toEqual([fall]);
    expect(removeVariation(rhythm, 'nowhere').variations).toEqual([lift, fall]);
    const none = removeVariation(removeVariation(rhythm, lift?.id ?? ''), fall?.id ?? '');
    expect(none).not.toHaveProperty('variations');
    expect(removeVariation(none, 'nowhere')).toEqual(none);
  });

  it('take what they play in variations with them', () => {
    const [drum, bell] = rhythm.layers;
    const bare = removeLayer(rhythm, drum?.id ?? '');
    expect(bare.layers).toEqual([bell]);
    expect(bare.variations).toEqual([{ ...lift, lines: [lift?.lines[1]] }]);
    expect(removeLayer(rhythm, bell?.id ?? '').variations).toEqual([
      { ...lift, lines: [lift?.lines[0]] },
      fall,
    ]);
    expect(removeLayer(rhythm, 'nowhere')).toBe(rhythm);
  });

  it('cannot have two lines for one layer', () => {
    const twice = { ...lift, lines: [lift?.lines[0], lift?.lines[0]] };
    expect(checkRhythm({ ...rhythm, variations: [twice] })).toEqual({
      ok: false,
      messages: ['Variation Lift: a layer has two lines in it.'],
    });
  });
});

describe('a timeline that starts from its other side', () => {
  const text =
    'rhythm A\ncycle 4+4\nlayer Clave : claves\nplay X . . X / . . X . | . . X . / X . . .\nas 3-2\nrole timeline\nlayer Drum : goblet drum\nplay D . . . / T . . . | K . . . / . . . .\nlayer Own : hand bell\nplay X . .\nloop own\n\nvariation Lift\nin Clave\nplay X . . X / . . X . | X . X . / X . . .\nin Drum\nplay D . . . / T . . . | K . . . / K . . .';
  const { rhythm } = timed(text);
  const [clave, drum] = rhythm.layers;
  const firstOf = (one: Rhythm, at: number) =>
    one.variations?.[0]?.lines[at]?.strokes.map(({ slot }) => slot);

  it('turns its variations with it, and those of the others where they follow', () => {
    const alone = startFromOtherSide(rhythm, clave?.id ?? '', false);
    if (!alone.ok) throw new Error(alone.message);
    expect(alone.rhythm.layers[0]?.side).toBe('2-3');
    expect(alone.rhythm.layers[1]).toBe(drum);
    expect(firstOf(alone.rhythm, 0)).toEqual([0, 2, 4, 8, 11, 14]);
    expect(firstOf(alone.rhythm, 1)).toEqual([0, 4, 8, 12]);
    const all = startFromOtherSide(rhythm, clave?.id ?? '', true);
    if (!all.ok) throw new Error(all.message);
    expect(firstOf(all.rhythm, 0)).toEqual([0, 2, 4, 8, 11, 14]);
    expect(firstOf(all.rhythm, 1)).toEqual([0, 4, 8, 12]);
    expect(all.rhythm.layers[1]?.strokes.map(({ slot, kind }) => `${slot}${kind}`)).toEqual([
      '0K',
      '8D',
      '12T',
    ]);
    // What comes round freely stays.
    expect(all.rhythm.layers[2]).toBe(rhythm.layers[2]);
  });
});

describe('a grid', () => {
  it('is as fine as the finest layer, in its turns as in its slots', () => {
    const { timing } = timed(
      'rhythm A\ncycle 4\nlayer B : claves\nplay X . X . X . X .\nlayer C : claves\nplay X . X',
    );
    expect(timing.ticksPerPulse).toBe(6);
    expect(timing.turnTicks).toBe(24);
    expect(timing.layers.map(({ startTicks }) => startTicks[1])).toEqual([3, 8]);
  });

  it('is the same for layers that are cut alike and for those that are not', () => {
    const { rhythm } = timed(
      'rhythm A\ncycle 4\nlayer B : claves\nplay X . X .\nlayer C : claves\nplay . X . X\nlayer D : claves\nplay X . X\nlayer E : claves\nplay . . X X',
    );
    const result = timeRhythm(rhythm);
    if (!result.ok) throw new Error(result.message);
    expect(result.timing.layers.map(({ startTicks }) => [...startTicks])).toEqual([
      [0, 3, 6, 9],
      [0, 3, 6, 9],
      [0, 4, 8],
      [0, 3, 6, 9],
    ]);
    // Asked again of other layers with the same cells, in another cycle it is another.
    const other = timeRhythm({ ...rhythm, cycle: cycleFromSpans('8') });
    if (!other.ok) throw new Error(other.message);
    expect(other.timing.turnTicks).toBe(24);
    expect([...(other.timing.layers[1]?.startTicks ?? [])]).toEqual([0, 6, 12, 18]);
  });
});

describe('ghosts between strokes', () => {
  it('are of the hand that did not strike before, of one hand, or of hands in turn', () => {
    const { rhythm } = timed(
      'rhythm A\ncycle 8\nlayer D : goblet drum\nplay D . . T . T . .\nhand R . . L . R . .',
    );
    const [layer] = rhythm.layers;
    if (!layer) throw new Error('no layer');
    const hands = (rule: 'turn' | 'free' | 'weak' | 'strong') =>
      fillWithGhosts(layer, 0, 7, rule)
        .strokes.filter(({ force }) => force === 1)
        .map(({ slot, hand }) => `${slot}${hand}`)
        .join(' ');
    expect(hands('free')).toBe('1L 2L 4R 6L 7L');
    expect(hands('weak')).toBe('1L 2L 4L 6L 7L');
    expect(hands('strong')).toBe('1R 2R 4R 6R 7R');
    expect(hands('turn')).toBe('1L 2R 4R 6R 7L');
    // Before the first stroke comes the last one.
    const late = { ...layer, strokes: layer.strokes.filter(({ slot }) => slot > 0) };
    expect(fillWithGhosts(late, 0, 0, 'free').strokes[0]?.hand).toBe('L');
  });
});

describe('parts of a beat after which it begins', () => {
  it('are sixty-fourths at most', () => {
    const cycle = cycleFromSpans('4x4');
    expect(readEduppu('1/64', cycle)).toEqual({ eduppu: { num: 1, den: 64 } });
    expect(readEduppu('1/65', cycle)).toHaveProperty('message');
  });
});
