import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { findInstrument } from '../instrument/index.ts';
import { arbitraryRhythm } from '../rhythm/arbitrary.testkit.ts';
import {
  checkRhythm,
  codesUsed,
  type Rhythm,
  readPlaces,
  slotCount,
  timeRhythm,
} from '../rhythm/index.ts';
import { timed } from '../text/timed.testkit.ts';
import {
  applyChain,
  type Chained,
  combinationsOf,
  figuresOf,
  MOVES,
  type MoveId,
  type Settings,
  type Step,
  setOf,
  suggest,
} from './index.ts';

/** A line of sixteen parts with the son clave on it. */
const SON = line('X . . X / . . X . / . . X . / X . . .');
const WALKER = timed(
  'rhythm W\ncycle 3+3+2\ntempo 72 to 104 per 3\nlayer D : goblet drum\nplay D! (k) (t) / T (t) (k) / O! O- | D (k) O / T! (t) (k) . / O! T\nhand each R L',
).rhythm;

function line(play: string, cycle = '4x4', instrument = 'claves'): Rhythm {
  return timed(`rhythm A\ncycle ${cycle}\nlayer X : ${instrument}\nplay ${play}`).rhythm;
}

function moved(rhythm: Rhythm, move: MoveId, settings: Settings = {}): Chained {
  const made = applyChain(rhythm, 0, [{ move, settings }]);
  if (!made) throw new Error('no line');
  return made;
}

/** The slots that sound, with their kinds where more than one is used. */
const slots = ({ layer }: Pick<Chained, 'layer'>) => [
  ...new Set(layer.strokes.map(({ slot }) => slot)),
];
/** The pulses at which it sounds. */
const onsets = ({ rhythm }: Chained) => {
  const time = timeRhythm(rhythm);
  const starts = time.ok ? (time.timing.layers[0]?.starts ?? []) : [];
  const [layer] = rhythm.layers;
  return [...new Set(layer?.strokes.map(({ slot }) => slot))].map((slot) => {
    const { num = 0, den = 1 } = starts[slot] ?? {};
    return num / den;
  });
};
const drum = (made: Chained) =>
  made.layer.strokes
    .map(({ slot, kind, force }) => `${slot}${kind}${['', '-', ',', '', '!'][force]}`)
    .join(' ');

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
    // Beats that are not alike are cut by the time: 3+3+2 at half speed is four turns of it.
    const slow = moved(WALKER, 'speed', { speed: 'half' });
    expect(slow.layer.strokes).toHaveLength(WALKER.layers[0]?.strokes.length ?? 0);
    expect(slow.told.flat()).toEqual([]);
    expect(onsets(slow).slice(0, 4)).toEqual([0, 2, 4, 6]);
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

  it('brings the one, or each beat, earlier, and tells what it covers', () => {
    const rhythm = line('D! . . k / T . . t', '4x2', 'goblet drum');
    const one = moved(rhythm, 'anticipate');
    expect(drum(one)).toBe('3k 4T 7D!');
    expect(one.told.flat()).toEqual(['It covers what was on a of 2.']);
    expect(drum(moved(rhythm, 'anticipate', { earlier: 2, what: 'beats' }))).toBe('2T 3k 6D! 7t');
  });
});

describe('ornaments, accents and sounds', () => {
  it('ornament accents or all, growing, and tell where there is hardly time', () => {
    const rhythm = line('D! k t D! / k t D! k', '4x2', 'goblet drum');
    const on = (made: Chained) =>
      made.layer.strokes
        .map(({ slot, ornament }) => (ornament ? `${slot} ${ornament}` : ''))
        .filter(Boolean);
    expect(on(moved(rhythm, 'ornament'))).toEqual(['0 flam', '3 flam', '6 flam']);
    expect(on(moved(rhythm, 'ornament', { ornament: 'growing' }))).toEqual([
      '0 flam',
      '3 drag',
      '6 roll5',
    ]);
    const quick = { ...rhythm, target: 300 };
    expect(moved(quick, 'ornament', { ornament: 'ruff' }).told.flat()[0]).toMatch(
      /^At 300 there is hardly time for it on 1/,
    );
    expect(moved(rhythm, 'ornament').told.flat()).toEqual([]);
    expect(
      on(moved(moved(rhythm, 'ornament').rhythm, 'ornament', { ornament: 'none', on: 'all' })),
    ).toEqual([]);
  });

  it('accent every third stroke or part, or where another line sounds', () => {
    const rhythm = line('D! k t D / k t D k', '4x2', 'goblet drum');
    expect(drum(moved(rhythm, 'accents'))).toBe('0D! 1k 2t 3D! 4k 5t 6D! 7k');
    expect(drum(moved(rhythm, 'accents', { from: 2, every: 4, by: 'parts' }))).toBe(
      '0D 1k! 2t 3D 4k 5t! 6D 7k',
    );
    const two = timed(
      'rhythm A\ncycle 4x2\nlayer D : goblet drum\nplay D k t D / k t D k\nlayer B : claves\nplay X . X . / . X . .',
    ).rhythm;
    expect(drum(moved(two, 'accents', { by: 'line', line: 2 }))).toBe('0D! 1k 2t! 3D 4k 5t! 6D 7k');
    expect(moved(two, 'accents', { by: 'line', line: 9 }).told.flat()).toEqual([
      'There is no such line.',
    ]);
  });

  it('re-voice one kind, walk over all, change hands; onsets and forces stay', () => {
    const rhythm = line('D! k t D / k t D k', '4x2', 'goblet drum');
    expect(drum(moved(rhythm, 'revoice', { from: 'k', to: 'T' }))).toBe('0D! 1T 2t 3D 4T 5t 6D 7T');
    expect(moved(rhythm, 'revoice', { from: 'k', to: 'Q' }).told.flat()).toHaveLength(1);
    const walked = moved(rhythm, 'walk', { way: 'up' });
    expect(new Set(walked.layer.strokes.map(({ kind }) => kind)).size).toBe(3);
    expect(slots(walked)).toEqual(slots(moved(rhythm, 'walk')));
    const hands = moved(WALKER, 'other hands').layer.strokes.map(({ hand }) => hand);
    expect(hands.slice(0, 4)).toEqual(['L', 'R', 'L', 'R']);
    const [spoken] = WALKER.layers.map((layer) => ({
      ...layer,
      instrument: 'spoken-voice',
      strokes: [],
    }));
    const voice = spoken && moved({ ...WALKER, layers: [spoken] }, 'other hands');
    expect(voice?.told.flat()).toEqual(['This instrument has no right and left.']);
  });

  it('take strokes that sound together as one, and tell where there is nothing to walk over', () => {
    const codes = (made: Chained) => made.layer.strokes.map(({ slot, kind }) => `${slot}${kind}`);
    const one = line('X X X . / X . . .', '4x2');
    expect(moved(one, 'walk').told.flat()).toEqual(['The line has one sound only.']);
    expect(moved(one, 'walk').layer).toEqual(one.layers[0]);
    expect(moved(one, 'revoice', { from: 'X' }).told.flat()).toEqual([]);
    const two = line('D+k k D . / D k k D', '4x2', 'goblet drum');
    // Down and up in turn, and what sounds together is one step.
    expect(codes(moved(two, 'walk', { way: 'up' }))).toEqual([
      '0D',
      '0D',
      '1k',
      '2D',
      '4k',
      '5D',
      '6k',
      '7D',
    ]);
    expect(codes(moved(two, 'walk', { way: 'down' }))).toEqual([
      '0k',
      '0k',
      '1D',
      '2k',
      '4D',
      '5k',
      '6D',
      '7k',
    ]);
    const left = moved(line('D k k D / D k k D', '4x2', 'goblet drum'), 'other hands').rhythm;
    const voiced = moved(left, 'revoice', { from: 'k', to: 'O' }).layer.strokes;
    expect(voiced.map(({ kind, hand }) => `${kind}${hand}`).slice(0, 3)).toEqual(
      left.layers[0]?.strokes
        .slice(0, 3)
        .map(({ kind, hand }) => `${kind === 'k' ? 'O' : kind}${hand}`),
    );
  });

  it('end earlier, and bridge into the one', () => {
    const rhythm = line('D! k t D / k . . .', '4x2', 'goblet drum');
    expect(drum(moved(rhythm, 'cut'))).toBe('0D! 1k 2t');
    expect(drum(moved(rhythm, 'bridge'))).toBe(
      '0D! 1k 2t 3D 4k 5D- 6D, 7D'.replace(/D-|D,/g, (d) => d),
    );
    expect(moved(line('D k t D / k k k k', '4x2', 'goblet drum'), 'bridge').told.flat()).toEqual([
      'The last beat is full already.',
    ]);
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
      { numRuns: 150 },
    );
  });
});

describe('lines for other hands, drums and players', () => {
  const congas = line('B t S t / O b o t', '4x2', 'congas');
  const codes = (made: Chained) =>
    made.layer.strokes.map(({ slot, kind }) => `${slot}${kind}`).join(' ');

  it('go to another instrument by a table, and tell what it leaves out', () => {
    const drums = line('D k T . / D . S .', '4x2', 'goblet drum');
    const made = moved(drums, 'instrument', { on: 'tall-drums', table: 'D=B T=S k=' });
    expect(made.layer.instrument).toBe('tall-drums');
    expect(codes(made)).toMatch(/^0B 2S 4B 6/);
    expect(made.told.flat()).toEqual(['Left out on e of 1.']);
    expect(moved(drums, 'instrument').told.flat()).toEqual(['Choose the instrument it goes to.']);
    expect(made.went).toContainEqual({ from: 1, to: undefined });
    expect(made.went).toContainEqual({ from: 2, to: 2 });
  });

  it('are played with one drum fewer: its strokes go to the drum beside it', () => {
    const drumOf = (kind: string) =>
      findInstrument('tall-drums')?.strokes.find(({ code }) => code === kind)?.drum;
    const before = new Set(congas.layers[0]?.strokes.map(({ kind }) => drumOf(kind)));
    const made = moved(congas, 'fewer');
    const after = new Set(made.layer.strokes.map(({ kind }) => drumOf(kind)));
    expect(after.size).toBe(before.size - 1);
    expect(slots(made)).toEqual([0, 1, 2, 3, 4, 5, 6, 7]);
    expect(moved(line('D k T .', '4', 'goblet drum'), 'fewer').told.flat()).toEqual([
      'The line is played on one drum.',
    ]);
  });

  it('are divided over hands: the right takes the timeline, the left what is muted and open', () => {
    const two = timed(
      'rhythm A\ncycle 4x2\nlayer C : congas\nplay B t S t / O b o t\nlayer Clave : claves\nplay X . . X / . . X .',
    ).rhythm;
    const made = moved(two, 'divided', { line: 2, kind: 't' });
    const right = made.layer.strokes.filter(({ hand }) => hand === 'R').map(({ slot }) => slot);
    expect(right).toEqual([0, 3, 6]);
    const families = made.layer.strokes
      .filter(({ hand }) => hand === 'L')
      .map(
        ({ kind }) =>
          findInstrument('tall-drums')?.strokes.find((one) => one.code === kind)?.family,
      );
    expect(families.length).toBeGreaterThan(0);
    expect(families.every((family) => family === 'open' || family === 'muted')).toBe(true);
    expect(made.told.flat()[0]).toMatch(/^The left hand leaves out \d/);
    expect(moved(two, 'divided', { line: 1 }).told.flat()).toEqual([
      'Choose another line for the right hand.',
    ]);
  });

  it('leave room for an answer, or are the answer; together they are the whole', () => {
    const call = slots(moved(congas, 'call', { parts: 4 }));
    const answer = slots(moved(congas, 'call', { parts: 4, leave: 'answer' }));
    expect(call).toEqual([0, 1, 4, 5]);
    expect([...call, ...answer].sort((a, b) => a - b)).toEqual([0, 1, 2, 3, 4, 5, 6, 7]);
  });
});

describe('moves as they are written', () => {
  it('accent by a rule, over and over, from where one likes', () => {
    const plain = line('D k t D / k t D k', '4x2', 'goblet drum');
    const accents = (made: Chained) =>
      made.layer.strokes.filter(({ force }) => force === 4).map(({ slot }) => slot);
    expect(accents(moved(plain, 'accents', { by: 'rule' }))).toEqual([0, 3, 6]);
    expect(accents(moved(plain, 'accents', { by: 'rule', rule: '2+1' }))).toEqual([0, 2, 3, 5, 6]);
    expect(accents(moved(plain, 'accents', { by: 'rule', rule: '3', from: 2 }))).toEqual([1, 4, 7]);
    // What is no rule is as if nothing were written.
    expect(accents(moved(plain, 'accents', { by: 'rule', rule: '3+' }))).toEqual([0, 3, 6]);
  });

  it('go along a melody, take fours to threes by a table of one’s own', () => {
    const plain = line('D k t D / k t D k', '4x2', 'goblet drum');
    const walked = moved(plain, 'walk', { way: 'steps', steps: '0 2 9' });
    const [low, , high] = codesUsed(plain.layers[0] ?? walked.layer);
    expect(walked.layer.strokes.slice(0, 3).map(({ kind }) => kind)).toEqual([low, high, high]);
    const own = moved(SON, 'threes', { table: 'own', fours: '0 0 1 2' });
    expect(slots(own)).toEqual([0, 2, 4, 7, 9]);
    const back = moved(own.rhythm, 'threes', { to: 'fours', table: 'own', threes: '0 1 2' });
    expect(slots(back)).toEqual([0, 2, 5, 9, 12]);
    expect(readPlaces('0 1 1 2', 4)).toEqual([0, 1, 1, 2]);
    for (const text of ['0 1 2', '0 2 1 2', '0 1 2 3', 'a', '0 1 1 2 2'])
      expect(readPlaces(text, 4)).toBeUndefined();
    expect(readPlaces('0 2 3', 3)).toEqual([0, 2, 3]);
  });

  it('leave out one kind, one stroke, ornaments by chance; fill by a rule of hands', () => {
    const plain = line("D 'k t D / 'k t 'D k", '4x2', 'goblet drum');
    expect(slots(moved(plain, 'thin', { what: 'kind', kind: 'k' }))).toEqual([0, 2, 3, 5, 6]);
    expect(slots(moved(plain, 'thin', { what: 'one', stroke: 3 }))).toEqual([0, 1, 3, 4, 5, 6, 7]);
    const ornaments = (settings: Settings) =>
      moved(plain, 'optional', { what: 'ornaments', ...settings }).layer.strokes.filter(
        ({ ornament }) => ornament,
      ).length;
    expect([ornaments({ how: 'on' }), ornaments({ how: 'off' }), ornaments({ share: 0 })]).toEqual([
      3, 0, 0,
    ]);
    const counts = Array.from({ length: 100 }, (_, at) => ornaments({ seed: at + 1 }));
    expect(counts.reduce((sum, one) => sum + one, 0) / 100).toBeCloseTo(1.5, 0);
    const rests = line('D . . . / T . . .', '4x2', 'goblet drum');
    const hands = (rule: string) =>
      moved(rests, 'fill', { hands: rule })
        .layer.strokes.filter(({ force }) => force === 1)
        .map(({ hand }) => hand)
        .join('');
    expect(hands('weak')).toBe('LLLLLL');
    expect(hands('strong')).toBe('RRRRRR');
    expect(new Set(hands('free').slice(0, 3)).size).toBe(1);
    expect(new Set(hands('turn'))).toEqual(new Set(['R', 'L']));
  });

  it('speak anew at double speed', () => {
    const made = moved(line('D k t D / k t D k', '4x2', 'goblet drum'), 'speed', { words: 'anew' });
    expect(made.layer.strokes.slice(0, 4).map(({ say }) => say)).toEqual(['ta', 'ka', 'di', 'mi']);
  });
});

describe('every set of what may be left out', () => {
  it('is 2 to the number of them, each once, from none to all, the plainest first', () => {
    const rhythm = line('X X? . X? / X X? . . / X? . X? X? / X . . X?', '4x4');
    const all = combinationsOf(rhythm, 0);
    expect(all).toHaveLength(2 ** 7);
    expect(new Set(all.map(({ step }) => step.settings.set)).size).toBe(2 ** 7);
    expect(all.map(({ strokes }) => strokes)).toEqual(
      all.map(({ strokes }) => strokes).sort((a, b) => a - b),
    );
    expect([all[0]?.strokes, all.at(-1)?.strokes]).toEqual([3, 10]);
    const counts = Array.from(
      { length: 8 },
      (_, played) => all.filter((one) => one.played === played).length,
    );
    expect(counts).toEqual([1, 7, 21, 35, 35, 21, 7, 1]);
    for (const { step, strokes, offBeat } of all.filter((_, at) => at % 9 === 0)) {
      const made = applyChain(rhythm, 0, [step]);
      const figures = made && figuresOf(made.rhythm, 0);
      expect(figures?.strokes).toBe(strokes);
      expect(figures?.offBeat).toBeCloseTo(offBeat, 9);
    }
    expect(combinationsOf(SON, 0)).toEqual([]);
  });

  it('is listed from the thinnest to the fullest, so many as can be looked through', () => {
    const twelve = line(Array(4).fill('X X? X? X?').join(' / '), '4x4');
    expect(combinationsOf(twelve, 0)).toHaveLength(4096);
    const listed = setOf(twelve, 0, 'optional');
    expect(listed).toHaveLength(32);
    const strokes = listed.map((step) => applyChain(twelve, 0, [step])?.layer.strokes.length ?? 0);
    expect([strokes[0], strokes.at(-1)]).toEqual([4, 16]);
    expect(setOf(SON, 0, 'left out')).toHaveLength(5);
  });
});

describe('another phrase', () => {
  const plain = line('D k t D / k t D k', '4x2', 'goblet drum');

  it('takes the place of the line, or of a stretch of whole beats, of the same length', () => {
    const whole = moved(plain, 'phrase', { rows: "'D T / <1/2> k k k / <1/2> O" });
    expect(whole.told.flat()).toEqual([]);
    expect(whole.layer.cells.map((cell) => cell.slots)).toEqual([2, 3, 1]);
    expect(drum(whole)).toBe('0D 1T 2k 3k 4k 5O');
    const second = applyChain(plain, 0, [{ move: 'phrase', settings: { rows: 'T T T' } }], {
      from: { num: 4, den: 1 },
      to: { num: 8, den: 1 },
    });
    expect(second?.layer.cells.map((cell) => cell.slots)).toEqual([4, 3]);
    expect(second?.layer.strokes.map(({ kind }) => kind).join('')).toBe('DktDTTT');
  });

  it('is refused where it is of another length, or does not read', () => {
    expect(moved(plain, 'phrase', { rows: 'D T' }).told.flat()).toEqual([
      'The phrase has 1 beats, and 2 are to be filled.',
    ]);
    expect(moved(plain, 'phrase', { rows: 'D Q / T' }).told.flat()[0]).toContain(
      '“Q” is not a stroke',
    );
    expect(moved(plain, 'phrase').told.flat()).toEqual([
      'Write a phrase, or choose one of your own.',
    ]);
  });

  it('brings only its syllables, one for each stroke, over and over', () => {
    const said = moved(plain, 'phrase', { what: 'syllables', rows: 'ta ki / ta' });
    expect(said.layer.strokes.map(({ say }) => say)).toEqual([
      'ta',
      'ki',
      'ta',
      'ta',
      'ki',
      'ta',
      'ta',
      'ki',
    ]);
    expect(said.layer.strokes.map(({ kind }) => kind).join('')).toBe('DktDktDk');
  });
});

describe('what is wanted of a line', () => {
  const SIDED = timed(
    'rhythm A\ncycle 4x4\nlayer D : goblet drum\nplay D . . D / . . D . / . . k . / k . . .\nlayer Clave : claves\nplay X . . X / . . X . / . . X . / X . . .\nas 3-2',
  ).rhythm;

  it('is the other side of the timeline: what brings it there, with both figures', () => {
    const found = suggest(SIDED, 0, 'side');
    expect(found.map(({ step }) => step.move)).toContain('swap');
    for (const { step, why } of found) {
      const made = applyChain(SIDED, 0, [step]);
      const after = made && figuresOf(made.rhythm, 0);
      expect(after?.side?.by ?? 0).toBeLessThan(0);
      expect(why).toMatch(/^sits with (2-3 by|either side).* instead of 3-2 by /);
    }
    expect(suggest(SON, 0, 'side')).toEqual([]);
  });

  it('is harder to hear: fewer of its beats sound', () => {
    const before = figuresOf(SIDED, 0);
    expect([before?.beats, before?.onBeats]).toEqual([4, 2]);
    const found = suggest(SIDED, 0, 'harder');
    expect(found.length).toBeGreaterThan(0);
    for (const { step, why } of found) {
      const made = applyChain(SIDED, 0, [step]);
      const after = made && figuresOf(made.rhythm, 0);
      expect((after?.onBeats ?? 9) / (after?.beats ?? 1)).toBeLessThan(0.5);
      expect(why).toContain(`${after?.onBeats} of ${after?.beats} beats sound instead of 2 of 4`);
    }
  });
});
