import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { timeRhythm } from '../../rhythm/index.ts';
import { readRhythm } from '../../text/index.ts';
import {
  compareLines,
  familiesOf,
  makeLibrary,
  onePeriod,
  type PlacedStroke,
  readSides,
  saySides,
  sitsWith,
  USUAL_READING,
} from '../index.ts';
import { TIMELINES_FOR_READING } from '../sides/timelines.testkit.ts';

const SON = [0, 3, 6, 10, 12];
const RUMBA = [0, 3, 7, 10, 12];
const line = fc
  .uniqueArray(fc.integer({ min: 0, max: 15 }), { minLength: 2, maxLength: 9 })
  .map((all) => all.sort((a, b) => a - b));
const turn = (onsets: readonly number[], by: number, span = 16) =>
  onsets.map((at) => (at + by) % span).sort((a, b) => a - b);

describe('compareLines', () => {
  it('son to rumba is one stroke, pulse 7 to pulse 8, moved by +1', () => {
    const result = compareLines(SON, RUMBA, 16);
    expect(result).toEqual({
      same: [0, 3, 10, 12],
      moved: [{ from: 6, to: 7, by: 1 }],
      came: [],
      went: [],
    });
  });

  it('goes the shorter way round, and says what came and went', () => {
    expect(compareLines([0, 8], [8, 15], 16).moved).toEqual([{ from: 0, to: 15, by: -1 }]);
    const result = compareLines([0, 4, 8], [0, 4, 8, 10], 16);
    expect(result.came).toEqual([10]);
    expect(result.same).toEqual([0, 4, 8]);
    expect(compareLines([0, 2], [0, 10], 16)).toMatchObject({ came: [10], went: [2], moved: [] });
  });

  it('a line compared with itself has no moves', () => {
    fc.assert(
      fc.property(line, (onsets) => {
        const result = compareLines(onsets, onsets, 16);
        expect(result).toEqual({ same: onsets, moved: [], came: [], went: [] });
      }),
    );
  });

  it('accounts for every stroke, and turning both lines changes nothing', () => {
    fc.assert(
      fc.property(line, line, fc.integer({ min: 0, max: 15 }), (a, b, by) => {
        const one = compareLines(a, b, 16);
        expect(one.same.length + one.moved.length + one.went.length).toBe(a.length);
        expect(one.same.length + one.moved.length + one.came.length).toBe(b.length);
        const other = compareLines(turn(a, by), turn(b, by), 16);
        const cost = (result: typeof one) =>
          result.moved.reduce((sum, move) => sum + Math.abs(move.by), 0) +
          2 * (result.came.length + result.went.length);
        expect(cost(other)).toBe(cost(one));
        expect(other.same).toHaveLength(one.same.length);
      }),
    );
  });
});

describe('familiesOf', () => {
  const library = makeLibrary(TIMELINES_FOR_READING);

  it('finds the same kin whether it looks them up or compares with each', () => {
    const far = (kin: { begins: number; move?: { from: number; to: number } }) => {
      const way = Math.abs((kin.move?.to ?? 0) - (kin.move?.from ?? 0));
      return `${kin.begins === 0} ${Math.min(way, 16 - way)}`;
    };
    // Of one size, so that at times there are more of them than pulses, and they are looked up.
    const lineAndOthers = fc.integer({ min: 2, max: 6 }).chain((size) => {
      const one = fc
        .uniqueArray(fc.integer({ min: 0, max: 15 }), { minLength: size, maxLength: size })
        .map((all) => all.sort((a, b) => a - b));
      return fc.tuple(one, fc.array(one, { minLength: 1, maxLength: 60 }));
    });
    fc.assert(
      fc.property(lineAndOthers, ([onsets, others]) => {
        const known = others.map((one, index) => ({ id: `${index}`, onsets: one, span: 16 }));
        const all = familiesOf(onsets, 16, makeLibrary(known));
        const each = known.flatMap((one) => familiesOf(onsets, 16, makeLibrary([one])));
        const said = (found: typeof all) =>
          found.map((kin) => `${kin.id} ${kin.kind} ${far(kin)}`).sort();
        expect(said(all)).toEqual(said(each));
        for (const { id, begins, move } of all) {
          if (!move) continue;
          const moved = onsets.map((at) => (at === move.from ? move.to : at));
          const there = known.find((one) => one.id === id)?.onsets ?? [];
          expect(turn(moved, begins)).toEqual(there);
        }
      }),
    );
  });

  it('knows no kin of a line that fills its span, seven of eight pulses or more', () => {
    const upTo = (many: number) => Array.from({ length: many }, (_, at) => at);
    const kin = (many: number) =>
      familiesOf(upTo(many), 16, makeLibrary([{ id: 'it', onsets: upTo(many), span: 16 }]));
    expect(kin(13)).toEqual([{ id: 'it', kind: 'same', begins: 0 }]);
    expect([kin(14), kin(16)]).toEqual([[], []]);
  });

  it('answers for a thousand pulses, among lines as long', () => {
    const long = Array.from({ length: 600 }, (_, at) => at + Math.floor(at / 2));
    const moved = long.with(-1, 1000);
    const found = familiesOf(long, 1024, makeLibrary([{ id: 'near', onsets: moved, span: 1024 }]));
    expect(found).toEqual([
      { id: 'near', kind: 'one-moved', begins: 0, move: { from: 898, to: 1000 } },
    ]);
  });

  it('names what a line is, is a rotation of, or is one moved stroke away from', () => {
    const found = familiesOf(SON, 16, library);
    expect(found).toContainEqual({ id: 'son-clave', kind: 'same', begins: 0 });
    expect(found).toContainEqual({
      id: 'rumba-clave',
      kind: 'one-moved',
      begins: 0,
      move: { from: 6, to: 7 },
    });
    expect(familiesOf([2, 4, 8, 11, 14], 16, library)).toContainEqual({
      id: 'son-clave',
      kind: 'rotation',
      begins: 8,
    });
    // Cinquillo, and the same strides begun elsewhere.
    expect(familiesOf([0, 2, 4, 5, 7], 8, library)[0]).toMatchObject({
      id: 'cinquillo',
      kind: 'rotation',
    });
    expect(familiesOf([0], 16, library)).toEqual([]);
  });

  it('finds every rotation of a known line', () => {
    fc.assert(
      fc.property(line, fc.integer({ min: 0, max: 15 }), (onsets, by) => {
        const one = makeLibrary([{ id: 'a', onsets, span: 16 }]);
        const [found] = familiesOf(turn(onsets, by), 16, one);
        expect(found?.id).toBe('a');
        expect(['same', 'rotation']).toContain(found?.kind);
        expect(turn(turn(onsets, by), found?.begins ?? 0)).toEqual(onsets);
      }),
    );
  });
});

describe('sitsWith', () => {
  const placed = (text: string): PlacedStroke[] =>
    text.split(' ').map((word) => ({
      at: Number.parseInt(word, 10),
      force: word.endsWith('!') ? 4 : 3,
      kind: 'O',
    }));

  it('finds what is doubled, what is missed, and the accents that rub', () => {
    const reading = sitsWith(placed('0! 3 7! 10'), SON, 16);
    expect(reading.side).toBe('3-2');
    expect(reading.here).toEqual({
      doubled: [0, 3, 10],
      missed: [6, 12],
      rubs: [7],
      agreement: 1 + 0.75 + 0.75 - 1,
    });
    expect(saySides(reading)).toContain('The accent on pulse 8 rubs.');
  });

  it('gives the verdict with the two figures it compared', () => {
    const from = sitsWith(placed('0! 3! 6! 10! 12!'), SON, 16);
    expect(from.verdict).toBe('3-2');
    const other = sitsWith(placed('2! 4! 8! 11! 14!'), SON, 16);
    expect(other.verdict).toBe('2-3');
    expect(saySides(other)[0]).toMatch(/from the other side, 2-3: .* against 5\.00\.$/);
    expect(sitsWith(placed('0 8'), SON, 16).verdict).toBe('either');
  });

  it('turning line and timeline by half a turn gives the same verdict', () => {
    fc.assert(
      fc.property(line, (onsets) => {
        const strokes = onsets.map((at): PlacedStroke => ({ at, force: 3, kind: 'O' }));
        const turned = strokes.map((stroke) => ({ ...stroke, at: (stroke.at + 8) % 16 }));
        const a = sitsWith(strokes, SON, 16);
        const b = sitsWith(turned, turn(SON, 8), 16);
        expect(b.here.agreement).toBeCloseTo(a.here.agreement, 9);
        expect(b.other.agreement).toBeCloseTo(a.other.agreement, 9);
      }),
    );
  });
});

describe('sides in a rhythm', () => {
  const sentences = (drum: string) => {
    const { rhythm, problems } = readRhythm(
      `rhythm A\ncycle 4x4\nlayer Clave : claves\nplay X . . X / . . X . / . . X . / X . . .\nas 3-2\nlayer Drum : goblet drum\nplay ${drum}`,
    );
    expect(problems).toEqual([]);
    const timed = timeRhythm(rhythm);
    if (!timed.ok) throw new Error(timed.message);
    return readSides(rhythm, timed.timing, 1, { ...USUAL_READING, school: 'strict' });
  };

  it('finds a planted rub, with the slot it speaks of', () => {
    const said = sentences('D! . . D / . . . T! / . . D . / . . . .');
    expect(said.map((one) => one.text)).toContain('The accent on pulse 8 rubs.');
    expect(said.find((one) => one.tone === 'warn')?.slots).toEqual([7]);
    expect(said[0]?.text.startsWith('With Clave: it sits better as the timeline stands')).toBe(
      true,
    );
  });

  it('speaks of a later turn only where it sits otherwise', () => {
    const same = 'D! . . D! / . . D! . / . . D! . / D! . . .';
    const turned = '. . D! . / D! . . . / D! . . D! / . . D! .';
    expect(sentences(`${same} | ${same}`).some((one) => one.text.includes('turn 2'))).toBe(false);
    expect(
      sentences(`${same} | ${turned}`).some((one) =>
        one.text.startsWith('From turn 2: it sits better from the other side'),
      ),
    ).toBe(true);
  });
});

describe('onePeriod', () => {
  const periodOf = (play: string) => {
    const { rhythm } = readRhythm(`rhythm A\ncycle 4x2\nlayer C : claves\nplay ${play}`);
    const timed = timeRhythm(rhythm);
    const [layer] = rhythm.layers;
    const grid = timed.ok ? timed.timing.layers[0] : undefined;
    return timed.ok && layer && grid ? onePeriod(layer, grid, timed.timing) : undefined;
  };

  it('is one turn where every turn is alike, and the whole where they differ', () => {
    expect(periodOf('X . . X / . . X . | X . . X / . . X .')).toEqual({
      onsets: [0, 3, 6],
      span: 8,
    });
    expect(periodOf('X . . X / . . X . | . . X . / X . . .')).toEqual({
      onsets: [0, 3, 6, 10, 12],
      span: 16,
    });
  });

  it('is none where a stroke lies between pulses', () => {
    expect(periodOf('X X X / X')).toBeUndefined();
  });
});
