import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { nth, numberAt } from '../bounds/index.ts';
import { cycleFromSpans } from '../cycle/index.ts';
import { bringIn, proposeBringIn } from '../notation/index.ts';
import { soundsIn } from '../notation/same.testkit.ts';
import { readMidiFile } from './index.ts';
import { messageOf, read, STEPS, written } from './midi.testkit.ts';

const chunk = (type: string, data: readonly number[]) => [
  ...[...type].map((letter) => letter.charCodeAt(0)),
  ...[24, 16, 8, 0].map((shift) => (data.length >> shift) & 255),
  ...data,
];
const file = (format: number, division: number, ...tracks: readonly number[][]) =>
  Uint8Array.from([
    ...chunk('MThd', [0, format, 0, tracks.length, division >> 8, division & 255]),
    ...tracks.flatMap((track) => chunk('MTrk', track)),
  ]);
const END = [0, 0xff, 0x2f, 0];

describe('a MIDI file of other programs', () => {
  it('of type 0, with running status and without ends of notes, has a part for each channel', () => {
    const track = [
      ...[0, 0xff, 0x58, 4, 7, 3, 24, 8],
      ...[0, 0x99, 36, 100, 48, 38, 100, 48, 36, 100],
      ...[0, 0x90, 60, 100, 48, 62, 127, ...END],
    ];
    const { parts, bars } = read(file(0, 96, track));
    expect(parts.map(({ name, notes }) => [name, notes.length])).toEqual([
      ['Track 1, channel 10', 3],
      ['Track 1, channel 1', 2],
    ]);
    expect(parts[0]?.sounds.map(({ name }) => name)).toEqual([
      'bass drum, note 36',
      'acoustic snare, note 38',
    ]);
    expect(parts[1]?.notes.map(({ force, at }) => [force, at])).toEqual([
      [3, { num: 1, den: 1 }],
      [4, { num: 3, den: 2 }],
    ]);
    expect(bars[0]?.meter).toEqual({ beats: [2, 2, 3], under: 8 });
  });

  it('of which a track is damaged is read without it, which is told', () => {
    const good = [0, 0x99, 36, 100, ...END];
    const bad = [0, 0xf4, 0x80, 0x80, 0x80, 0x80, 0x80, 0x80];
    const { parts, lost } = read(file(1, 96, good, bad, good));
    expect(parts.map(({ name }) => name)).toEqual(['Track 1', 'Track 3']);
    expect(lost).toEqual(['Track 2 is damaged and was left out.']);
  });

  it('that was cut off is read as far as it goes, and says so', () => {
    const whole = written(STEPS, 2);
    const { parts, lost } = read(whole.subarray(0, whole.length - 40));
    expect(lost).toEqual(['Track 3 is cut off: what is there of it was read.']);
    expect(parts.map(({ notes }) => notes.length)[0]).toBe(6);
    expect(parts[1]?.notes.length).toBeGreaterThan(5);
  });

  it('played by hand is put where it was most likely meant', () => {
    const seeded = [3, -7, 5, -2, 9, -4, 6, -8, 1, 7, -5, 2];
    const events = seeded.flatMap((off, at) => {
      const tick = 960 + at * 160 + off;
      const before = at === 0 ? 0 : 960 + (at - 1) * 160 + numberAt(seeded, at - 1);
      const delta = tick - before;
      return [...(delta > 127 ? [0x80 | (delta >> 7), delta & 127] : [delta]), 0x99, 63, 90 + off];
    });
    const notation = read(file(0, 480, [...events, ...END]));
    const [proposed] = proposeBringIn(notation);
    expect(proposed?.grid).toBe('heard');
    const { rhythm } = bringIn(notation, nth(proposeBringIn(notation), 0), 'x');
    // Three in each quarter, from the third one on.
    expect(soundsIn(rhythm).map((one) => Number(one.split(' ')[0]))).toEqual(
      Array.from({ length: 12 }, (_, at) => Number((2 + at / 3).toFixed(6))),
    );
  });

  it('has the commonest velocity for plain, and the others beside it; pitches by their names', () => {
    const velocities = [90, 90, 90, 108, 104, 72, 60, 45, 30, 70];
    const notes = velocities.flatMap((velocity, at) => [
      at === 0 ? 0 : 24,
      0x90,
      59 + (at % 3),
      velocity,
    ]);
    const { parts } = read(file(1, 96, [...notes, ...END]));
    expect(parts[0]?.notes.map(({ force }) => force)).toEqual([3, 3, 3, 4, 4, 3, 2, 2, 1, 2]);
    expect(parts[0]?.sounds.map(({ name, note, count }) => [name, note, count])).toEqual([
      ['B3, note 59', undefined, 4],
      ['C4, note 60', undefined, 3],
      ['C♯4, note 61', undefined, 3],
    ]);
    expect(parts[0]?.name).toBe('Track 1');
  });

  it('whose quarter is cut into few ticks has its thirds and fifths all the same, and what is none as it is', () => {
    // Thirds of a hundred ticks, then sixths and a fifth; 52 lies within half a tick of nothing plain.
    const ticks = [0, 33, 67, 100, 117, 183, 220, 252];
    const track = ticks.flatMap((tick, at) => [tick - (ticks[at - 1] ?? 0), 0x99, 63, 100]);
    const { parts } = read(file(0, 100, [...track, ...END]));
    expect(parts[0]?.notes.map(({ at }) => `${at.num}/${at.den}`)).toMatchInlineSnapshot(`
      [
        "0/1",
        "1/3",
        "2/3",
        "1/1",
        "7/6",
        "11/6",
        "11/5",
        "63/25",
      ]
    `);
  });

  it('with numbers that are no notes keeps those that are', () => {
    const track = [0, 0x99, 200, 100, 10, 63, 100, ...END];
    const { parts } = read(file(0, 96, track));
    expect(parts.flatMap(({ notes }) => notes.map(({ sound }) => sound))).toEqual(['63']);
  });

  it('has a note of number 0 and of 127, and is told of one odd tempo as of one', () => {
    const track = [0, 0xff, 0x51, 3, 0, 0, 0, 0, 0x99, 0, 100, 0, 127, 100, ...END];
    const { parts, lost } = read(file(1, 96, track));
    expect(parts[0]?.sounds.map(({ key }) => key)).toEqual(['0', '127']);
    expect(lost).toEqual(['1 signature or tempo of nought or beyond what can be, left out.']);
  });

  it('has markers at the bars they stand nearest to, and tempos where they change', () => {
    const bar = [0x83, 0x00];
    const track = [
      ...[0, 0x99, 36, 100, ...bar, 0xff, 0x06, 1, 65, 0, 0x99, 36, 100],
      ...[...bar, 0xff, 0x51, 3, 0x07, 0xa1, 0x20, 0, 0x99, 36, 100, ...bar, 0xff, 0x2f, 0],
    ];
    const { bars, tempos } = read(file(1, 96, track));
    expect(bars.map(({ label }) => label)).toEqual([undefined, 'A', undefined]);
    expect(tempos.map(({ at, quarters }) => [at.num / at.den, quarters])).toEqual([[8, 120]]);
  });

  it('has signatures and tempos in whatever track they stand, in the order of their places', () => {
    const second = [
      0x83,
      0x00,
      0xff,
      0x58,
      4,
      3,
      2,
      24,
      8,
      0,
      0xff,
      0x51,
      3,
      0x0f,
      0x42,
      0x40,
      ...END,
    ];
    const first = [0, 0xff, 0x58, 4, 4, 2, 24, 8, 0, 0xff, 0x51, 3, 0x07, 0xa1, 0x20, ...END];
    const notes = [0, 0x99, 36, 100, 0x83, 0x00, 0x99, 36, 100, 0x82, 0x20, 0x99, 36, 100, ...END];
    const { bars, tempos } = read(file(1, 96, second, first, notes));
    expect(bars.map(({ meter }) => meter.beats.length)).toEqual([4, 3]);
    expect(tempos.map(({ at, quarters }) => [at.num / at.den, quarters])).toEqual([
      [0, 120],
      [4, 60],
    ]);
  });

  it('has the softer of two velocities for plain where both are as common, and those of this program as it writes them', () => {
    const forces = (...velocities: readonly number[]) =>
      read(
        file(1, 96, [
          ...velocities.flatMap((velocity, at) => [at === 0 ? 0 : 96, 0x99, 36, velocity]),
          ...END,
        ]),
      ).parts[0]?.notes.map(({ force }) => force);
    expect(forces(100, 70, 100, 70)).toEqual([4, 3, 4, 3]);
    expect(forces(70, 100, 70, 100)).toEqual([3, 4, 3, 4]);
    expect(forces(100, 70, 100, 40)).toEqual([3, 2, 3, 1]);
    // How a key is let go, and a stroke of no force, which is that too, say nothing of the strokes.
    const ends = [100, 70, 100, 90].flatMap((velocity, at) => [
      ...[at === 0 ? 0 : 48, 0x99, 36, velocity],
      ...(at % 2 === 0 ? [48, 0x89, 36, 64] : [48, 0x99, 36, 0]),
    ]);
    const lifted = read(file(1, 96, [...ends, 0, 0x89, 36, 64, 0, 0x89, 36, 64, ...END]));
    expect(lifted.parts[0]?.notes.map(({ force }) => force)).toEqual([3, 2, 3, 3]);
  });

  it('has its words at the first note of their moment', () => {
    const word = (text: string) => [0, 0xff, 0x05, text.length, ...Buffer.from(text)];
    const track = [
      ...word('dum'),
      ...[0, 0x99, 36, 100, 0, 0x99, 38, 100],
      ...[48, 0xff, 0x05, 2, 107, 97, 0, 0x99, 36, 100, 48, 0x99, 36, 100, ...END],
    ];
    const { parts } = read(file(1, 96, track));
    expect(parts[0]?.notes.map(({ say }) => say)).toEqual(['dum', undefined, 'ka', undefined]);
  });

  it('that a player quickens by hand is heard in seconds, by the tempos up to there', () => {
    // Graces are told from strokes by how soon they come: 30 ms at either tempo, whatever that is in ticks.
    const grace = (ticks: number) => [
      ...[0, 0xff, 0x51, 3, 0x0f, 0x42, 0x40],
      ...[0, 0x99, 38, 100, 0x87, 0x68 - ticks, 0x99, 38, 40, ticks, 0x99, 38, 100, ...END],
    ];
    const slow = read(file(1, 960, grace(28))).parts[0]?.notes ?? [];
    expect(slow.map(({ ornament }) => ornament)).toEqual([undefined, 'flam']);
    // After a second tempo, four times as quick, the same ticks are a quarter of the time.
    const quick = [
      ...[0, 0xff, 0x51, 3, 0x0f, 0x42, 0x40, 0, 0x99, 38, 100],
      ...[0x87, 0x40, 0xff, 0x51, 3, 0x03, 0xd0, 0x90],
      ...[0x86, 0x50, 0x99, 38, 40, 0x70, 0x99, 38, 100, ...END],
    ];
    const later = read(file(1, 960, quick)).parts[0]?.notes ?? [];
    expect(later.map(({ ornament }) => ornament)).toEqual([undefined, 'flam']);
    const even = [
      ...[0, 0xff, 0x51, 3, 0x0f, 0x42, 0x40, 0, 0x99, 38, 100],
      ...[0x8e, 0x10, 0x99, 38, 40, 0x70, 0x99, 38, 100, ...END],
    ];
    const apart = read(file(1, 960, even)).parts[0]?.notes ?? [];
    expect(apart.map(({ ornament }) => ornament)).toEqual([undefined, undefined, undefined]);
  });

  it('has the first marker with a text at each bar, up to a quarter of a beat before it; later ones at the bar they are in', () => {
    const marker = (after: readonly number[], text: string) => [
      ...after,
      ...[0xff, 0x06, text.length],
      ...Buffer.from(text),
    ];
    const track = [
      ...marker([0], ''),
      ...marker([0], 'A'),
      ...marker([0], 'again'),
      // Nineteen ticks before the second bar: a fifth of a quarter.
      ...marker([0x82, 0x6d], 'B'),
      // And half a bar into the second.
      ...marker([0x81, 0x53], 'late'),
      ...[0x81, 0x40, 0x99, 36, 100, 0x83, 0x00, 0x99, 36, 100, ...END],
    ];
    expect(read(file(1, 96, track)).bars.map(({ label }) => label)).toEqual(['A', 'B', undefined]);
    const early = [...marker([0x82, 0x60], 'C'), ...[0x81, 0x00, 0x99, 36, 100, ...END]];
    // A third of a quarter before a bar it is at the one it is in.
    expect(read(file(1, 96, early)).bars[0]?.label).toBe('C');
  });

  it('with signatures and tempos that cannot be is read without them', () => {
    const track = [
      ...[0, 0xff, 0x58, 4, 0, 2, 24, 8, 0, 0xff, 0x51, 3, 0, 0, 0],
      ...[0, 0x99, 36, 100, ...END],
    ];
    const { tempos, lost, bars } = read(file(0, 96, track));
    expect(tempos).toEqual([{ at: { num: 0, den: 1 }, quarters: 120, beat: { num: 1, den: 1 } }]);
    expect(bars[0]?.meter.beats).toHaveLength(4);
    expect(lost[0]).toContain('2 signatures and tempos of nought');
  });

  it('that is none, or empty, or counted in seconds of film, is refused with what to do', () => {
    expect(messageOf(new Uint8Array())).toBe('The file is empty.');
    expect(messageOf(new Uint8Array(100_000_000))).toBe('It has 100 MB; 20 MB is the most.');
    expect(messageOf(Uint8Array.from([1, 2, 3]))).toContain('not a MIDI file');
    expect(messageOf(file(2, 96, [...END]))).toContain('type 2');
    expect(messageOf(file(0, 0xe728, [...END]))).toContain('seconds of film');
    expect(messageOf(file(0, 0, [...END]))).toContain('no parts');
    expect(messageOf(file(0, 96, [...END]))).toContain('not one note');
  });

  it('never throws, whatever its bytes are', () => {
    const some = written(STEPS, 1);
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat({ max: some.length - 1 }), fc.nat({ max: 255 })), {
          maxLength: 12,
        }),
        fc.nat({ max: some.length }),
        (changes, length) => {
          const bytes = some.slice(0, length);
          for (const [at, value] of changes) if (at < length) bytes[at] = value;
          const result = readMidiFile(bytes, 'x');
          if (!result.ok) return;
          for (const choice of proposeBringIn(result.notation)) {
            bringIn(result.notation, choice, 'x');
          }
        },
      ),
      { numRuns: 70 },
    );
  });
});

it('cycles of other signatures are stretches of their own, and those that take turns are one', () => {
  const sign = (over: number, under: number) => [0xff, 0x58, 4, over, under, 24, 8];
  const note = [0x99, 36, 100];
  const bars = (...signs: readonly (readonly number[])[]) =>
    read(
      file(0, 4, [
        ...signs.flatMap(([delta = 0, over = 4, under = 2]) => [
          delta,
          ...sign(over, under),
          0,
          ...note,
        ]),
        ...[14, ...END.slice(1)],
      ]),
    );
  // 4 over 4, then 7 over 8 to the end.
  const stretches = proposeBringIn(bars([0, 4, 2], [16, 7, 3]));
  expect(stretches.map(({ name }) => name)).toEqual(['a file, bar 1', 'a file, bar 2']);
  const turns = proposeBringIn(bars([0, 4, 2], [16, 7, 3], [14, 4, 2], [16, 7, 3]));
  expect(turns.map(({ stretch }) => stretch.cycle.name)).toEqual(['2x4, 2+2+3']);
  expect(cycleFromSpans('2x4, 2+2+3').groups).toHaveLength(2);
});
