import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { nth } from '../bounds/index.ts';
import { cycleFromSpans } from '../cycle/index.ts';
import { bringIn, type Notation, proposeBringIn } from '../notation/index.ts';
import { soundsIn } from '../notation/same.testkit.ts';
import { arbitraryRhythm } from '../rhythm/arbitrary.testkit.ts';
import { type Rhythm, setFeel, timeRhythm } from '../rhythm/index.ts';
import { performClimb, performRhythm } from '../sound/index.ts';
import { readRhythm } from '../text/index.ts';
import { readMidiFile, resolutionFor, writeMidiFile } from './index.ts';

const STEPS = readRhythm(
  `rhythm Lantern steps
cycle 3+3+2
tempo 72 to 104 per 3
layer Bell : hand bell
play X! . . / X . . / X .
layer Walker : congas
play O! (t) . / S . o- / C! O
say dum ka . / tek . dun / tek ka`,
  'lantern-steps',
).rhythm;

function written(rhythm: Rhythm, turns?: number): Uint8Array {
  const timed = timeRhythm(rhythm);
  if (!timed.ok) throw new Error(timed.message);
  const all = timed.timing.fullTicks / timed.timing.turnTicks;
  return writeMidiFile(performRhythm(rhythm, timed.timing, { turns: turns ?? all })).bytes;
}

function read(bytes: Uint8Array): Notation {
  const result = readMidiFile(bytes, 'a file');
  if (!result.ok) throw new Error(result.message);
  return result.notation;
}
const messageOf = (bytes: Uint8Array) => {
  const result = readMidiFile(bytes, 'a file');
  return result.ok ? 'read' : result.message;
};

function back(bytes: Uint8Array): Rhythm {
  const notation = read(bytes);
  return bringIn(notation, nth(proposeBringIn(notation), 0), 'back').rhythm;
}

/** A reader of its own for what was written: chunks, times and notes, nothing else. */
function plainly(bytes: Uint8Array) {
  const at = { now: 14 };
  const byte = () => nth(bytes, at.now++);
  const many = () => {
    let value = 0;
    for (let next = 128; next & 128; value = value * 128 + (next & 127)) next = byte();
    return value;
  };
  const tracks: { tick: number; status: number; data: number[] }[][] = [];
  while (at.now < bytes.length) {
    expect(String.fromCharCode(byte(), byte(), byte(), byte())).toBe('MTrk');
    const end = ((byte() << 24) | (byte() << 16) | (byte() << 8) | byte()) + at.now;
    const events: { tick: number; status: number; data: number[] }[] = [];
    let tick = 0;
    while (at.now < end) {
      tick += many();
      const status = byte();
      if (status === 0xff) {
        const type = byte();
        const length = many();
        events.push({ tick, status: type, data: Array.from({ length }, byte) });
      } else events.push({ tick, status, data: [byte(), byte()] });
    }
    tracks.push(events);
  }
  return { resolution: nth(bytes, 12) * 256 + nth(bytes, 13), tracks };
}
const textIn = (data: readonly number[]) => new TextDecoder().decode(Uint8Array.from(data));

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

describe('a MIDI file that is written', () => {
  it('has the notes of the percussion map at whole parts of a quarter, with names, tempo and signature', () => {
    const { resolution, tracks } = plainly(written(STEPS, 2));
    const [signs = [], bell = [], walker = []] = tracks;
    expect(signs.map(({ tick, status, data }) => [tick, status, ...data])).toEqual([
      [0, 0x03, ...new TextEncoder().encode('Lantern steps')],
      [0, 0x01, ...new TextEncoder().encode('cycle 3+3+2')],
      // 8 over 8; the beat that is counted is three eighths: 36 clocks.
      [0, 0x58, 8, 3, 36, 8],
      // 72 of three eighths a minute are 108 quarters: 555,556 microseconds each.
      [0, 0x51, 0x08, 0x7a, 0x24],
      [2 * 4 * resolution, 0x2f],
    ]);
    expect(bell.slice(0, 2).map(({ data }) => textIn(data))).toEqual(['Bell', 'hand bell']);
    const notes = walker.filter(({ status }) => status === 0x99);
    expect(notes.map(({ tick, data }) => [(tick * 2) / resolution, ...data]).slice(0, 6)).toEqual([
      [0, 63, 120],
      [1, 44, 32],
      [3, 66, 96],
      [5, 64, 64],
      [6, nth(nth(notes, 4).data, 0), 120],
      [7, 63, 96],
    ]);
    expect(notes).toHaveLength(12);
    const words = walker.filter(({ status }) => status === 0x05).map(({ data }) => textIn(data));
    expect(words.slice(0, 3)).toEqual(['dum', 'ka', 'tek']);
    // Every note that begins also ends.
    expect(walker.filter(({ status }) => status === 0x89)).toHaveLength(12);
  });

  it('comes back: each stroke at its time, with its force and what is said', () => {
    const rhythm = back(written(STEPS));
    const say = ({ say: word }: { readonly say?: string | undefined }) => word;
    expect(soundsIn(rhythm, say)).toEqual(soundsIn(STEPS, say));
    expect(rhythm).toMatchObject({ name: 'Lantern steps', cycle: STEPS.cycle });
    expect(rhythm.tempo).toEqual({ bpm: 72, per: 3 });
    expect(rhythm.layers.map(({ cells }) => cells)).toEqual(STEPS.layers.map(({ cells }) => cells));
    // Two turns of the same are one again.
    expect(back(written(STEPS, 4)).layers.map(({ cells }) => cells)).toEqual(
      rhythm.layers.map(({ cells }) => cells),
    );
  });

  it('comes back with its graces, told from soft strokes by where they stand', () => {
    const { rhythm } = readRhythm(
      "rhythm A\ncycle 4x4\ntempo 90\nlayer B : congas\nplay 'O . O- O / ''O . S . / 'S- O- . O! / 'O! . O- O",
      'a',
    );
    const ornaments = back(written(rhythm)).layers[0]?.strokes.map(({ ornament }) => ornament);
    // There is no room before the very beginning; there the grace falls on its stroke.
    const [, , , drag, , flam, , , other] = ornaments ?? [];
    expect([drag, flam, other]).toEqual(['drag', 'flam', 'flam']);
    expect(ornaments).toHaveLength(11);
  });

  it('comes back whatever the rhythm is, as far as sounds say it', () => {
    fc.assert(
      fc.property(arbitraryRhythm, (rhythm) => {
        const straight: Rhythm = {
          ...rhythm,
          // Names of parts tell instruments; here the file's own word for them has to.
          layers: rhythm.layers
            .map((layer, index) => ({
              ...setFeel(layer, undefined),
              name: `Part ${index}`,
              strokes: layer.strokes.map(({ ornament: _, ...stroke }) => stroke),
            }))
            .filter(({ strokes }) => strokes.length > 0),
        };
        const timed = timeRhythm(straight);
        if (!timed.ok || timed.timing.fullTicks / timed.timing.turnTicks > 24) return;
        const { bytes, lost } = writeMidiFile(
          performRhythm({ ...straight, turns: [] }, timed.timing, {
            turns: timed.timing.fullTicks / timed.timing.turnTicks,
          }),
        );
        if (straight.layers.length === 0) {
          expect(messageOf(bytes)).toContain('not one note');
          return;
        }
        if (lost.some((one) => one.includes('nearest'))) return;
        const notation = read(bytes);
        const proposed = nth(proposeBringIn(notation), 0);
        const { rhythm: came } = bringIn(notation, { ...proposed, grid: 'exact' }, 'back');
        const times = came.cycle && soundsIn(straight);
        const round = soundsIn(came);
        const again = times.length / Math.max(1, round.length);
        expect(Number.isInteger(again)).toBe(true);
        if (again === 1) expect(round).toEqual(times);
      }),
      { numRuns: 60 },
    );
  });

  it('tells an even rise of the tempo in steps that add up to its time', () => {
    const timed = timeRhythm(STEPS);
    if (!timed.ok) throw new Error(timed.message);
    const plain = performRhythm(STEPS, timed.timing, { turns: 16 });
    const rise = Math.log(2) / 128;
    const rising = { ...plain, segments: plain.segments.map((one) => ({ ...one, rise })) };
    const { resolution, tracks } = plainly(writeMidiFile(rising).bytes);
    const signs = nth(tracks, 0).filter(({ status }) => status === 0x51);
    const end = 16 * 4 * resolution;
    const seconds = signs.reduce((sum, { tick, data: [a = 0, b = 0, c = 0] }, index) => {
      const next = signs[index + 1]?.tick ?? end;
      return sum + ((next - tick) / resolution) * ((a * 65536 + b * 256 + c) / 1e6);
    }, 0);
    // From 108 to 216 quarters a minute over 64 quarters: the integral of 60 / (108 · 2^(x/64)).
    const exact = ((60 / 108) * 64 * (1 - 1 / 2)) / Math.log(2);
    expect(seconds).toBeCloseTo(exact, 4);
  });

  it('says what it cannot hold', () => {
    const { rhythm } = readRhythm("rhythm A\ncycle 4\nlayer B : congas\nplay 'O O? S .", 'a');
    const timed = timeRhythm(rhythm);
    if (!timed.ok) throw new Error(timed.message);
    const { lost } = writeMidiFile(performRhythm(rhythm, timed.timing, { turns: 1 }));
    expect(lost.join(' ')).toMatch(/hand.*Graces and rolls.*may be left out/);
  });
});

describe('a performance of several stretches', () => {
  const timed = timeRhythm(STEPS);
  if (!timed.ok) throw new Error(timed.message);
  const tracksOf = (performance: Parameters<typeof writeMidiFile>[0]) => {
    const { resolution, tracks } = plainly(writeMidiFile(performance, { click: true }).bytes);
    return { resolution, tracks };
  };

  it('has each where it begins, with its name, its tempo and just its own strokes', () => {
    const climb = performClimb(STEPS, timed.timing, [72, 90], { turns: 1, from: 1, countIn: 1 });
    const { resolution, tracks } = tracksOf(climb);
    const [signs = [], bell = [], , click = []] = tracks;
    const at = (status: number) =>
      signs.filter((one) => one.status === status).map(({ tick }) => tick / resolution);
    expect(at(0x06)).toEqual([0, 4, 8]);
    expect(at(0x51)).toEqual([0, 4, 8]);
    // One signature, since the cycle stays.
    expect(at(0x58)).toEqual([0]);
    const notes = (track: typeof bell) =>
      track.filter(({ status }) => status === 0x99).map(({ tick }) => tick / resolution);
    expect(notes(bell)).toEqual([4, 5.5, 7, 8, 9.5, 11]);
    expect(notes(click)).toEqual([0, 1.5, 3, 4, 5.5, 7, 8, 9.5, 11]);
    expect(textIn(nth(click, 0).data)).toBe('Click');
    expect(nth(bell, bell.length - 1).tick / resolution).toBe(12);
  });

  it('holds a stroke that is choked as long as it sounds, and others a moment', () => {
    const { rhythm } = readRhythm('rhythm A\ncycle 4\nlayer B : hand bell\nplay X^ . C .', 'a');
    const time = timeRhythm(rhythm);
    if (!time.ok) throw new Error(time.message);
    const { resolution, tracks } = tracksOf(performRhythm(rhythm, time.timing, { turns: 1 }));
    const ends = nth(tracks, 1)
      .filter(({ status }) => status === 0x89)
      .map(({ tick }) => tick / resolution);
    expect(ends).toHaveLength(2);
    expect(ends[0]).toBeGreaterThan(0);
    expect(ends[1]).toBeGreaterThan(0.5);
  });

  it('says only what is so of what it cannot hold, and that a beat no clock can tell is a quarter', () => {
    const { rhythm } = readRhythm(
      'rhythm A\ncycle 4x4\ntempo 60 per 4\nlayer B : congas\nplay O / O / O / O',
      'a',
    );
    const time = timeRhythm(rhythm);
    if (!time.ok) throw new Error(time.message);
    const performance = performRhythm(rhythm, time.timing, { turns: 1 });
    const { lost, bytes } = writeMidiFile(performance);
    expect(lost).toHaveLength(1);
    const clocks = (file: Uint8Array) =>
      nth(plainly(file).tracks, 0).find(({ status }) => status === 0x58)?.data[2];
    expect(clocks(bytes)).toBe(24);
    const slow = {
      ...performance,
      segments: performance.segments.map((one) => ({ ...one, tempo: { bpm: 20, per: 64 } })),
    };
    expect(clocks(writeMidiFile(slow).bytes)).toBe(24);
    const odd = {
      ...slow,
      segments: slow.segments.map((one) => ({ ...one, tempo: { bpm: 20, per: 3 } })),
    };
    expect(clocks(writeMidiFile(odd).bytes)).toBe(18);
  });
});

describe('how finely a quarter is cut', () => {
  it('is as coarse as all places allow, from 480 parts on', () => {
    expect(resolutionFor([0, 0.25, 0.5]).resolution).toBe(480);
    expect(resolutionFor([0, 1 / 7])).toEqual({ resolution: 483, moved: 0 });
    expect(resolutionFor([1 / 7, 2 / 11, 5 / 13])).toEqual({ resolution: 1001, moved: 0 });
  });

  it('counts what lies between all parts', () => {
    expect(resolutionFor([0, Math.SQRT1_2, 0.5]).moved).toBeLessThanOrEqual(1);
    expect(resolutionFor([1 / 3271, 1 / 3259, 1 / 3257]).moved).toBeGreaterThan(0);
  });
});

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
      const before = at === 0 ? 0 : 960 + (at - 1) * 160 + nth(seeded, at - 1);
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
      { numRuns: 150 },
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
  expect(stretches.map(({ name }) => name)).toEqual(['a file, bars 1 to 1', 'a file, bars 2 to 2']);
  const turns = proposeBringIn(bars([0, 4, 2], [16, 7, 3], [14, 4, 2], [16, 7, 3]));
  expect(turns.map(({ stretch }) => stretch.cycle.name)).toEqual(['2x4, 2+2+3']);
  expect(cycleFromSpans('2x4, 2+2+3').groups).toHaveLength(2);
});
