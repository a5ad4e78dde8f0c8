import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arbitraryRhythm } from '../rhythm/arbitrary.testkit.ts';
import { checkRhythm, slotCount, timeRhythm } from '../rhythm/index.ts';
import { timed } from '../text/timed.testkit.ts';
import { applyChain, MOVES, type MoveId, type Step } from './index.ts';
import { drum, line, moved, onsets, SON, slots, WALKER } from './moved.testkit.ts';

describe('shift', () => {
  it('moves by parts, and what goes over the end comes in at the beginning', () => {
    expect(slots(moved(SON, 'shift', { by: 1, hold: 'nothing' }))).toEqual([1, 4, 7, 11, 13]);
    expect(slots(moved(SON, 'shift', { by: -1, hold: 'nothing' }))).toEqual([2, 5, 9, 11, 15]);
    expect(slots(moved(SON, 'shift', { by: 5, hold: 'nothing' }))).toEqual([1, 5, 8, 11, 15]);
  });

  it('keeps the last strokes where they are, so that it still lands there, or the first', () => {
    const kept = moved(SON, 'shift', { by: 1, hold: 'end', held: 2 });
    expect(slots(kept)).toEqual([1, 4, 7, 10, 12]);
    expect(kept.went).toContainEqual({ from: 10, to: 10 });
    expect(kept.went).toContainEqual({ from: 6, to: 7 });
    expect(slots(moved(SON, 'shift', { by: 1, hold: 'beginning', held: 2 }))).toEqual([
      0, 3, 7, 11, 13,
    ]);
    expect(kept.told.flat()).toEqual([]);
  });

  it('by pulses goes by exact time over cells of other divisions, and tells what falls between', () => {
    const beats = timed(
      'rhythm A\ncycle 4x3\nlayer X : claves\nplay X . X . / X X X / X . . .',
    ).rhythm;
    const later = moved(beats, 'shift', { by: 4, unit: 'pulse', hold: 'nothing' });
    // Half of the first beat falls between the second and third of three.
    expect(later.told.flat()).toContain(
      'The struck on & of 1 falls between two parts and goes to the nearer one; 6 parts there would hold it.',
    );
    expect(later.told.flat().filter((one) => /would hold it/.test(one))).toHaveLength(3);
  });

  it('acts on a stretch alone, and the rest stays', () => {
    const half = { from: { num: 0, den: 1 }, to: { num: 8, den: 1 } };
    const made = applyChain(
      SON,
      0,
      [{ move: 'shift', settings: { by: 2, hold: 'nothing' } }],
      half,
    );
    expect(made && slots(made)).toEqual([0, 2, 5, 10, 12]);
  });

  it('goes backwards, or swaps its halves, within the stretch that is chosen', () => {
    const half = { from: { num: 8, den: 1 }, to: { num: 16, den: 1 } };
    const within = (move: MoveId) => {
      const made = applyChain(SON, 0, [{ move, settings: {} }], half);
      return made && slots(made);
    };
    expect(within('backwards')).toEqual([0, 3, 6, 12, 14]);
    expect(within('swap')).toEqual([0, 3, 6, 8, 14]);
  });

  it('keeps the strides up to rotation, and comes back, any number of times', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: -16, max: 16 }), { maxLength: 5 }), (all) => {
        const steps = all.map((by): Step => ({ move: 'shift', settings: { by, hold: 'nothing' } }));
        const back = all.map(
          (by): Step => ({ move: 'shift', settings: { by: -by, hold: 'nothing' } }),
        );
        const there = applyChain(SON, 0, steps);
        const sum = all.reduce((total, by) => total + by, 0);
        expect(there && slots(there)).toEqual(
          [0, 3, 6, 10, 12].map((slot) => (((slot + sum) % 16) + 16) % 16).sort((a, b) => a - b),
        );
        expect(applyChain(SON, 0, [...steps, ...back])?.layer).toEqual(SON.layers[0]);
      }),
    );
  });

  it('never moves what is held', () => {
    fc.assert(
      fc.property(fc.integer({ min: -32, max: 32 }), fc.integer({ min: 1, max: 4 }), (by, held) => {
        const made = moved(SON, 'shift', { by, hold: 'end', held });
        expect(slots(made)).toEqual(expect.arrayContaining([0, 3, 6, 10, 12].slice(-held)));
        expect(slots(made)).toHaveLength(5);
      }),
    );
  });
});

describe('turning round', () => {
  it('begins on another stroke, swaps halves, goes backwards', () => {
    expect(slots(moved(SON, 'rotate', { stroke: 2 }))).toEqual([0, 3, 7, 9, 13]);
    expect(slots(moved(SON, 'rotate', { stroke: 6 }))).toEqual([0, 3, 6, 10, 12]);
    expect(slots(moved(SON, 'swap'))).toEqual([2, 4, 8, 11, 14]);
    expect(slots(moved(SON, 'backwards'))).toEqual([0, 4, 6, 10, 13]);
    const twice = applyChain(SON, 0, [
      { move: 'backwards', settings: {} },
      { move: 'backwards', settings: {} },
    ]);
    expect(twice?.layer).toEqual(SON.layers[0]);
  });
});

describe('fours and threes', () => {
  it('take the son line to 0 2 4 7 9 of 12, and back', () => {
    const threes = moved(SON, 'threes');
    expect(slots(threes)).toEqual([0, 2, 4, 7, 9]);
    expect(threes.layer.cells.map((cell) => cell.slots)).toEqual([3, 3, 3, 3]);
    expect(slots(moved(threes.rhythm, 'threes', { to: 'fours' }))).toEqual([0, 3, 6, 10, 12]);
    expect(slots(moved(SON, 'threes', { beats: 'second half' }))).toEqual([0, 3, 6, 9, 11]);
    expect(moved(SON, 'threes', { beats: 'even' }).layer.cells.map((cell) => cell.slots)).toEqual([
      4, 3, 4, 3,
    ]);
  });

  it('tell where two strokes meet: the stronger stays', () => {
    const made = moved(line('X! X (X) X / . . . . / . . . . / . . . .'), 'threes');
    expect(slots(made)).toEqual([0, 1, 2]);
    expect(made.told.flat()).toEqual([
      'The struck on & of 1 meets another stroke there, and gives way.',
    ]);
    expect(made.went).toContainEqual({ from: 2, to: undefined });
  });

  it('come back where nothing collides', () => {
    fc.assert(
      fc.property(fc.array(fc.subarray([0, 2, 3]), { minLength: 4, maxLength: 4 }), (beats) => {
        const strokes = beats.flatMap((parts, beat) =>
          parts.map((part) => ({ slot: beat * 4 + part, kind: 'X', force: 3 as const })),
        );
        const [layer] = SON.layers;
        if (!layer) return;
        const rhythm = { ...SON, layers: [{ ...layer, strokes }] };
        const back = applyChain(rhythm, 0, [
          { move: 'threes', settings: {} },
          { move: 'threes', settings: { to: 'fours' } },
        ]);
        expect(back?.layer).toEqual(rhythm.layers[0]);
      }),
    );
  });
});

describe('speed', () => {
  it('fills whole turns: twice at double speed, two turns at half, three times in two at one and a half', () => {
    const double = moved(SON, 'speed');
    expect(double.layer.cells).toHaveLength(8);
    expect(double.layer.cells[0]).toEqual({ beats: { num: 1, den: 2 }, slots: 4 });
    expect(onsets(double)).toEqual([0, 1.5, 3, 5, 6, 8, 9.5, 11, 13, 14]);
    // Each stroke went to one place, and came anew in the others.
    expect([double.went.length, double.came.length]).toEqual([5, 5]);
    const half = moved(SON, 'speed', { speed: 'half' });
    expect(onsets(half)).toEqual([0, 6, 12, 20, 24]);
    expect(half.layer.cells[0]).toEqual({ beats: { num: 2, den: 1 }, slots: 4 });
    const third = moved(SON, 'speed', { speed: 'one and a half' });
    expect(onsets(third)).toHaveLength(15);
    expect(onsets(third).slice(0, 3)).toEqual([0, 2, 4]);
    // What rings on does so each time.
    const ringing = moved(line('X _ . . / . X _ .', '4x2'), 'speed');
    expect(ringing.layer.rings).toEqual([1, 6, 9, 14]);
    expect(slots(ringing)).toEqual([0, 5, 8, 13]);
    // Beats that are not alike are cut by the time: 3+3+2 at half speed is four turns of it.
    const slow = moved(WALKER, 'speed', { speed: 'half' });
    expect(slow.layer.strokes).toHaveLength(WALKER.layers[0]?.strokes.length ?? 0);
    expect(slow.told.flat()).toEqual([]);
    expect(onsets(slow).slice(0, 4)).toEqual([0, 2, 4, 6]);
  });

  it('is refused where the line would have more parts than a line can have', () => {
    // Beats that are not alike, of 64 parts each: an odd number of turns is there twice.
    const long = (turns: number) => {
      const beat = `X ${'. '.repeat(63)}`.trim();
      return line(Array(turns).fill(`${beat} / ${beat}`).join(' | '), '3+2');
    };
    const most = moved(long(15), 'speed');
    expect([most.told.flat(), most.layer.strokes.length]).toEqual([[], 60]);
    const over = long(17);
    const refused = moved(over, 'speed');
    expect(refused.told.flat()).toEqual([
      'At that speed the line would have more parts than a line can have.',
    ]);
    expect(refused.layer).toEqual(over.layers[0]);
  });

  it('there and back is as it was', () => {
    const there = moved(SON, 'speed', { speed: 'half' });
    const back = moved(there.rhythm, 'speed');
    expect(onsets(back)).toEqual([0, 3, 6, 10, 12]);
  });
});

describe('thinning and filling', () => {
  it('leaves out ghosts, the weakest, all but accents or the accents', () => {
    const all = 'D! (k) t- D? / D k D! (t)';
    const rhythm = line(all, '4x2', 'goblet drum');
    expect(drum(moved(rhythm, 'thin'))).toBe('0D! 2t, 3D 4D 5k 6D!');
    expect(drum(moved(rhythm, 'thin', { what: 'weakest' }))).toBe('0D! 2t, 3D 4D 5k 6D!');
    expect(drum(moved(rhythm, 'thin', { what: 'not accents' }))).toBe('0D! 6D!');
    expect(drum(moved(rhythm, 'thin', { what: 'accents' }))).toBe('1k- 2t, 3D 4D 5k 7t-');
    expect(drum(moved(rhythm, 'thin', { what: 'optional' }))).toBe('0D! 1k- 2t, 4D 5k 6D! 7t-');
    expect(slots(moved(SON, 'thin', { what: 'weakest' }))).toHaveLength(5);
    // The weakest of a stretch, which ends before the next beat: what is weaker outside is not looked at.
    const stretch = applyChain(
      line('(k) D D! D / t- D D D / (k) D', '4x3', 'goblet drum'),
      0,
      [{ move: 'thin', settings: { what: 'weakest' } }],
      { from: { num: 1, den: 1 }, to: { num: 4, den: 1 } },
    );
    expect(stretch && drum(stretch)).toBe('0k- 2D! 4t, 5D 6D 7D 8k- 9D');
    expect(slots(moved(line('D! . . . / D k . .', '4x2', 'goblet drum'), 'fill'))).toEqual([
      0, 1, 2, 3, 4, 5, 6, 7,
    ]);
  });

  it('draws what may be left out, the same for the same number, about as often as is asked', () => {
    const rhythm = line(Array(8).fill('X? X? X X?').join(' / '), '4x8');
    const drawn = (seed: number, share = 50) => slots(moved(rhythm, 'optional', { seed, share }));
    expect(drawn(3)).toEqual(drawn(3));
    expect(drawn(3)).not.toEqual(drawn(4));
    expect(drawn(3, 0)).toHaveLength(8);
    expect(slots(moved(rhythm, 'optional', { how: 'on' }))).toHaveLength(32);
    expect(
      moved(rhythm, 'optional', { how: 'on' }).layer.strokes.some(({ optional }) => optional),
    ).toBe(false);
    const counts = Array.from({ length: 200 }, (_, seed) => drawn(seed + 1).length - 8);
    expect(counts.reduce((sum, one) => sum + one, 0) / 200).toBeCloseTo(12, 0);
  });
});

describe('chasing and anticipating', () => {
  it('puts a stroke after each accent, over the end of the line too, and tells where it cannot', () => {
    const rhythm = line('D! . . k / . . . D!', '4x2', 'goblet drum');
    expect(drum(moved(rhythm, 'chase', { kind: 't', later: 2 }))).toBe('0D! 1t 2t 3k 7D!');
    const met = moved(rhythm, 'chase', { kind: 't', later: 3 });
    expect(met.told.flat()).toEqual(['Nothing comes after 1: there is a stroke already.']);
    expect(met.came).toEqual([2]);
    expect(drum(moved(rhythm, 'chase', { after: 'kind', of: 'k', kind: 't' }))).toBe(
      '0D! 3k 4t 7D!',
    );
  });

  it('is chased by the other hand, where the hand is known', () => {
    const { rhythm } = timed(
      'rhythm A\ncycle 4x2\nlayer X : goblet drum\nplay D! . T! . / K! . D .\nhand R . L . / . . R .',
    );
    const { layer } = moved(rhythm, 'chase', { kind: 't', later: 1 });
    expect(layer.strokes.map(({ slot, hand = '–' }) => `${slot}${hand}`).join(' ')).toBe(
      '0R 1L 2L 3R 4– 5– 6R',
    );
  });

  it('brings the one, or each beat, earlier, and tells what it covers', () => {
    const rhythm = line('D! . . k / T . . t', '4x2', 'goblet drum');
    const one = moved(rhythm, 'anticipate');
    expect(drum(one)).toBe('3k 4T 7D!');
    expect(one.told.flat()).toEqual(['It covers what was on a of 2.']);
    expect(drum(moved(rhythm, 'anticipate', { earlier: 2, what: 'beats' }))).toBe('2T 3k 6D! 7t');
  });
});

describe('any move', () => {
  const settings = fc.dictionary(
    fc.constantFrom(
      'by',
      'unit',
      'hold',
      'held',
      'what',
      'speed',
      'later',
      'every',
      'beats',
      'ornament',
      'on',
    ),
    fc.oneof(
      fc.integer({ min: -40, max: 40 }),
      fc.constantFrom('part', 'pulse', 'end', 'all', 'half', 'accents', 'growing', 'roll9', 'x'),
    ),
  );

  it('keeps the rhythm one that can be kept, whatever it is set to, and the other lines as they are', () => {
    fc.assert(
      fc.property(
        arbitraryRhythm.filter((one) => checkRhythm(one).ok && timeRhythm(one).ok),
        fc.array(fc.tuple(fc.constantFrom(...(Object.keys(MOVES) as MoveId[])), settings), {
          minLength: 1,
          maxLength: 3,
        }),
        (rhythm, steps) => {
          const made = applyChain(
            rhythm,
            0,
            steps.map(([move, set]): Step => ({ move, settings: set })),
          );
          if (!made) return;
          expect(checkRhythm(made.rhythm)).toMatchObject({ ok: true });
          expect(made.rhythm.layers.slice(1)).toEqual(rhythm.layers.slice(1));
          const all = slotCount(made.layer);
          for (const { to } of made.went) expect(to === undefined || to < all).toBe(true);
          expect(made.told).toHaveLength(steps.length);
        },
      ),
      { numRuns: 80 },
    );
  });
});
