import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arbitraryRhythm } from '../rhythm/arbitrary.testkit.ts';
import { handOf, type Layer, type Stroke, timeRhythm } from '../rhythm/index.ts';
import { timed } from '../text/timed.testkit.ts';
import { formatRational, rational } from '../time/index.ts';
import {
  describeSlot,
  fit,
  readHands,
  readLayer,
  readSlot,
  sayStrides,
  strides,
  stridesInPulses,
  strokesPerSecond,
  tempoAtCeiling,
} from './index.ts';

const STEPS = `rhythm Lantern steps
cycle 3+3+2
tempo 72 to 104 per 3
layer Bell : hand bell
play  X! . . / X . . / X . | X! . . / X . . / X .
layer Walker : goblet drum
play  D! (k) (t) / T (t) (k) / O! O- | D (k) O / T! (t) (k) / O! T
hand  each R L
say   dum ka ta / tek ta ka / dun da | dum ka dun / tek ta ka / dun tek`;

describe('strides', () => {
  it('gives the circular gaps of section 6', () => {
    expect(strides([0, 3, 6, 10, 12], 16)).toEqual([3, 3, 4, 2, 4]);
    expect(strides([], 16)).toEqual([]);
    expect(strides([5], 16)).toEqual([16]);
  });

  it('adds up to the span', () => {
    fc.assert(
      fc.property(fc.uniqueArray(fc.nat({ max: 63 }), { minLength: 1 }), (picked) => {
        const onsets = picked.sort((a, b) => a - b);
        expect(strides(onsets, 64).reduce((sum, gap) => sum + gap, 0)).toBe(64);
      }),
    );
  });

  it('is said in pulses, and what repeats is said once', () => {
    expect(sayStrides([0, 3, 6, 8, 11, 14], 16, 1)).toBe('3 3 2, twice');
    expect(sayStrides([0, 3], 4, 2)).toBe('3/2 1/2');
    expect(sayStrides([0, 2, 4], 6, 1)).toBe('2, 3 times');
    expect(sayStrides([0, 1, 2, 3, 4], 6, 1)).toBe('1×4 2');
    expect(stridesInPulses([1, 4], 6, 2)).toEqual([rational(3, 2), rational(3, 2)]);
  });
});

describe('fit', () => {
  it('sees that the demo comes round', () => {
    const { rhythm, timing } = timed(STEPS);
    expect(fit(timing, 1, rhythm.cycle)).toEqual({
      written: rational(16),
      turnsPulses: 16,
      comesRoundAfter: 2,
    });
    expect(readLayer(rhythm, 1)[0]?.findings[0]?.text).toBe('16 of 16 pulses, comes round on 1.');
  });

  it('counts the turns of a figure that has its own length', () => {
    const { rhythm, timing } = timed(
      'rhythm A\ncycle 4x4\nlayer B : hand bell\nplay X . . . / <3/4> X . .\nloop own',
    );
    expect(fit(timing, 0, rhythm.cycle)).toMatchObject({
      written: rational(7),
      comesRoundAfter: 7,
    });
    expect(readLayer(rhythm, 0)[0]?.findings[0]?.text).toBe(
      '7 of 16 pulses: it comes round with the one again after 7 turns.',
    );
  });
});

describe('hands', () => {
  it('reads the demo as the blueprint does', () => {
    const { rhythm, timing } = timed(STEPS);
    const walker = rhythm.layers[1];
    if (!walker) throw new Error('no layer');
    const hands = readHands(walker, timing, 1);
    expect(hands.count).toEqual({ R: 8, L: 8, F: 0 });
    expect(hands.inTurn).toBe(true);
    expect(hands.leads).toEqual(['R', 'R']);
    expect(hands.closest && formatRational(hands.closest.gap)).toBe('2');
    expect(strokesPerSecond(rational(2), rhythm.tempo)).toBeCloseTo(1.8, 10);
    expect(strokesPerSecond(rational(2), { bpm: 104, per: 3 })).toBeCloseTo(2.6, 10);
    const texts = readLayer(rhythm, 1)
      .find((group) => group.title === 'Hands')
      ?.findings.map((finding) => finding.text);
    expect(texts).toEqual([
      'Right 8, left 8, strictly in turn; the right leads every turn.',
      'Over a turn the right hand strikes 1.8 times a second, 2.6 at 104.',
      'The closest two of the right hand: 0.56 s, 0.38 s at 104.',
      'The right hand can rest longest after pulse 1: 0.56 s, 0.38 s at 104.',
      'The left hand can rest longest after pulse 2: 0.56 s, 0.38 s at 104.',
      'Let a waiting hand lie on the skin or the thigh: held in the air it tires first.',
    ]);
  });

  it('finds the tempo at which a hand reaches its ceiling', () => {
    expect(tempoAtCeiling(rational(2), 3, 5)).toBe(200);
    expect(strokesPerSecond(rational(2), { bpm: 200, per: 3 })).toBeCloseTo(5, 10);
  });

  it('follows runs over the seam, the change of lead, and what cannot be played', () => {
    const { rhythm, timing } = timed(
      'rhythm A\ncycle 1x4\nlayer D : goblet drum\nplay T / T / T / T | T / T / T / T\nhand R / R / L / R | L / L / R / R',
    );
    const layer = rhythm.layers[0];
    if (!layer) throw new Error('no layer');
    const hands = readHands(layer, timing, 0);
    expect(hands.longestRun).toEqual({ hand: 'R', length: 4 });
    expect(hands.leads).toEqual(['R', 'L']);
    // A foot between two strokes of a hand is no change of hands; where it plays alone it leads.
    const kit = timed(
      'rhythm A\ncycle 1x4\nlayer K : drum kit\nplay S / B / S / S | B / S / x+B / .\nhand R / . / R / L | . / L / R / .',
    );
    expect(readHands(kit.rhythm.layers[0] as Layer, kit.timing, 0)).toMatchObject({
      count: { R: 3, L: 2, F: 3 },
      longestRun: { hand: 'R', length: 3 },
      leads: ['R', 'F'],
    });
    const clash = timed('rhythm A\ncycle 1x1\nlayer D : goblet drum\nplay D+T');
    expect(
      readLayer(clash.rhythm, 0)
        .find((group) => group.title === 'Hands')
        ?.findings.at(-1),
    ).toMatchObject({
      slots: [0],
      tone: 'warn',
    });
  });

  const handsOfPlay = (instrument: string, tempo: string, rows: string) => {
    const { rhythm } = timed(
      `rhythm A\ncycle 2x4\ntempo ${tempo}\nlayer D : ${instrument}\n${rows}`,
    );
    return readLayer(rhythm, 0).find((group) => group.title === 'Hands')?.findings ?? [];
  };
  const TUMBAO = 'play H T / C! t / H T / O! O!\nhand L L / R L / L L / R R';

  it('takes heel and toe as one motion: the commonest conga part is no warning at its usual tempo', () => {
    for (const instrument of ['conga', 'congas']) {
      const found = handsOfPlay(instrument, '160 to 200 per 2', TUMBAO);
      expect(found.filter(({ tone }) => tone === 'warn')).toEqual([]);
      expect(found.map(({ text }) => text)).toContain(
        'The closest two of the right hand: 0.19 s, 0.15 s at 200.',
      );
    }
    // On a drum where they are strokes apart the same hand is said to be quick.
    const apart = handsOfPlay(
      'darbuka',
      '160 to 200 per 2',
      'play D D / D D / D D / D D\nhand L L / R L / L L / R R',
    );
    expect(apart.some(({ text }) => text.startsWith('The closest two'))).toBe(true);
    const row = handsOfPlay(
      'darbuka',
      '160 to 200 per 2',
      'play D D / D D / . . / . .\nhand L L / L L / . . / . .',
    );
    expect(row.find(({ tone }) => tone === 'warn')).toMatchObject({
      text: 'At 200, 4 strokes of the left hand in a row come faster than 5 a second, where many begin to tire.',
      slots: [0, 1, 2, 3],
    });
  });

  it('says foot where it is a foot, and what is hard though it is short', () => {
    const [, rate] = handsOfPlay('drum kit', '60 per 2', 'play B . / B . / B . / B .');
    expect(rate?.text).toBe('Over a turn the foot strikes 1.0 times a second.');
    const pair = handsOfPlay(
      'darbuka',
      '90 to 160 per 2',
      'play D D . . / . . / . . / . .\nhand R R . . / . . / . . / . .',
    );
    expect(pair.find(({ tone }) => tone === 'warn')?.text).toBe(
      'At 160 two strokes of the right hand are 0.09 s apart, which is hard for most.',
    );
    expect(pair.find(({ tone }) => tone === 'warn')?.slots).toEqual([0, 1]);
  });

  it('warns where one hand goes on faster than its ceiling, and from which tempo on', () => {
    const found = handsOfPlay('claves', '200 to 360 per 1', 'play X X / X X / X X / X X');
    expect(found.map(({ text }) => text)).toContain(
      'Above 300 a minute the right hand strikes more than 5 times a second over a turn, where many begin to tire.',
    );
  });

  it('tells where each hand can rest, over the seam too, and where it never can', () => {
    const said = handsOfPlay(
      'darbuka',
      '60 to 120 per 2',
      'play D k / T . / . . / . k | T . / . . / . . / . .\nhand R L / R . / . . / . L | R . / . . / . . / . .',
    ).map(({ text }) => text);
    expect(said).toContain(
      'The right hand can rest longest after pulse 1 of bar 2: 4.00 s, 2.00 s at 120.',
    );
    expect(said).toContain('The left hand can rest longest after pulse 8: 5.00 s, 2.50 s at 120.');
    const quick = handsOfPlay('darbuka', '120 to 200 per 1', 'play D k / D k / D k / D k').map(
      ({ text }) => text,
    );
    expect(quick).toContain(
      'The right hand can rest longest after pulse 1: 1.00 s, 0.60 s at 200.',
    );
    const never = handsOfPlay('darbuka', '200 to 240 per 2', 'play D k / D k / D k / D k').map(
      ({ text }) => text,
    );
    expect(never).toContain('The left hand never waits longer than 0.25 s at 240.');
    expect(never.join()).not.toContain('Let a waiting hand lie');
  });

  it('has nothing to travel between the pitches of one frame', () => {
    const found = handsOfPlay('agogô', '100 to 200 per 2', 'play L H / L H / L H / L H');
    expect(found.some(({ text }) => text.includes('between drums'))).toBe(false);
  });

  it('counts every stroke once', () => {
    fc.assert(
      fc.property(arbitraryRhythm, (rhythm) => {
        const result = timeRhythm(rhythm);
        if (!result.ok) return;
        rhythm.layers.forEach((layer, index) => {
          const { count } = readHands(layer, result.timing, index);
          const both = layer.strokes.filter((stroke) => handOf(layer, stroke) === 'B').length;
          expect(count.R + count.L + count.F).toBe(layer.strokes.length + both);
        });
      }),
    );
  });
});

describe('places', () => {
  it('says a stroke as a screen reader should', () => {
    const { rhythm, timing } = timed(STEPS);
    const [bell, walker] = rhythm.layers;
    const [bellGrid, walkerGrid] = timing.layers;
    if (!bell || !walker || !bellGrid || !walkerGrid) throw new Error('no layers');
    const at = (slot: number) => {
      const here = walker.strokes.filter((stroke) => stroke.slot === slot);
      return describeSlot(rhythm.cycle, walker, walkerGrid, slot, here, 'plain');
    };
    expect(at(6)).toBe('bar 1, beat 3: open tone, right, accent, says dun');
    expect(at(9)).toBe('bar 2, & of 1: light ka, left, ghost, says ka');
    expect(describeSlot(rhythm.cycle, bell, bellGrid, 1, [], 'plain')).toBe(
      'bar 1, & of 1: silence',
    );
  });

  it('says strokes that sound together, each by the instrument it is played on', () => {
    const { rhythm, timing } = timed('rhythm A\ncycle 2\nlayer B : conga\nplay O T');
    const [layer] = rhythm.layers;
    const [grid] = timing.layers;
    const [open, toe] = layer?.strokes ?? [];
    if (!layer || !grid || !open || !toe) throw new Error('no strokes');
    const say = (strokes: readonly Stroke[], instrument = layer.instrument) =>
      describeSlot(rhythm.cycle, { ...layer, instrument }, grid, 1, strokes, 'plain');
    expect(say([open])).toBe('bar 1, & of 1: open, right, plain');
    expect(say([open, toe])).toBe('bar 1, & of 1: open, right, plain; toe, right, plain');
    expect(say([open], 'goblet-drum')).toBe('bar 1, & of 1: open tone, right, plain');
  });

  it('reads the chosen stroke with who falls with it', () => {
    const { rhythm, timing } = timed(STEPS);
    expect(readSlot(rhythm, timing, 1, 6, 'plain')).toEqual({
      title: 'Walker, pulse 7',
      lines: ['Open tone, right hand, accent.', 'Count 3 of bar 1, said dun.', 'Falls with Bell.'],
    });
  });

  it('tells ringing on from silence', () => {
    const { rhythm, timing } = timed('rhythm A\ncycle 2\nlayer B : hand bell\nplay X _');
    expect(readSlot(rhythm, timing, 0, 1, 'plain')?.lines[0]).toBe('The stroke before rings on.');
    const [layer] = rhythm.layers;
    const [grid] = timing.layers;
    if (!layer || !grid) throw new Error('no layer');
    expect(describeSlot(rhythm.cycle, layer, grid, 1, [], 'plain')).toBe('bar 1, & of 1: rings on');
  });

  it('names parts that no system has a word for', () => {
    const { rhythm, timing } = timed('rhythm A\ncycle 1x4\nlayer B : hand bell\nplay <4> X*5');
    expect(readSlot(rhythm, timing, 0, 2, 'plain')?.lines[1]).toBe(
      'Count part 3 of 5 from 2 of bar 1.',
    );
  });
});

describe('both hands together', () => {
  it('are neither in turn nor a run of one hand', () => {
    const { rhythm, timing } = timed(
      'rhythm A\ncycle 1x4\nlayer A : goblet drum\nplay D+T / D+T / D+T / D+T\nhand R+L / R+L / R+L / R+L',
    );
    const [layer] = rhythm.layers;
    if (!layer) throw new Error('no layer');
    const hands = readHands(layer, timing, 0);
    expect(hands).toMatchObject({ count: { R: 4, L: 4 }, inTurn: false, leads: ['B'] });
    const said = readLayer(rhythm, 0)
      .flatMap((group) => group.findings)
      .map((one) => one.text);
    expect(said).toContain('Right 4, left 4; both hands lead together.');
  });
});
