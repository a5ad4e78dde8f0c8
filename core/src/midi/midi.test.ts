import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { nth, numberAt } from '../bounds/index.ts';
import { cycleFromSpans } from '../cycle/index.ts';
import { bringIn, proposeBringIn } from '../notation/index.ts';
import { soundsIn } from '../notation/same.testkit.ts';
import { arbitraryRhythm } from '../rhythm/arbitrary.testkit.ts';
import { type Rhythm, setFeel, timeRhythm } from '../rhythm/index.ts';
import { performClimb, performRhythm } from '../sound/index.ts';
import { readRhythm } from '../text/index.ts';
import { resolutionFor, writeMidiFile } from './index.ts';
import { back, messageOf, plainly, read, STEPS, textIn, written } from './midi.testkit.ts';

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
      [6, numberAt(nth(notes, 4).data, 0), 120],
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
    const plain = performRhythm(rhythm, timed.timing, { turns: 1 });
    const nobody = plain.players.map((one) => ({ ...one, instrument: 'own-gone' }));
    const two = [...nobody, { id: 'x', name: 'Lid', instrument: 'own-lid' }];
    expect(writeMidiFile({ ...plain, players: two }).lost).toContain('No notes for B, Lid.');
  });
});

/** One turn of a stroke a beat. */
function inBeats() {
  const { rhythm } = readRhythm(
    'rhythm A\ncycle 4x4\ntempo 60 per 4\nlayer B : congas\nplay O / O / O / O',
    'a',
  );
  const time = timeRhythm(rhythm);
  if (!time.ok) throw new Error(time.message);
  return performRhythm(rhythm, time.timing, { turns: 1 });
}

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

  it('cuts its quarters as finely as a place in any stretch asks for, and rises in eighths of one there too', () => {
    const line = (play: string) => {
      const { rhythm } = readRhythm(`rhythm A\ncycle 4x4\nlayer B : conga\nplay ${play}`, 'a');
      const time = timeRhythm(rhythm);
      if (!time.ok) throw new Error(time.message);
      return performRhythm(rhythm, time.timing, { turns: 1 });
    };
    const [plain, sevens] = [line('O / O / O / O'), line('O / O*7 / O / O')];
    const both = { ...plain, segments: [...plain.segments, ...sevens.segments] };
    const { resolution, tracks } = tracksOf(both);
    expect(resolution).toBe(483);
    const ticks = nth(tracks, 1).flatMap(({ status, tick }) => (status === 0x99 ? [tick] : []));
    expect(ticks.slice(5, 13)).toEqual([0, 1, 2, 3, 4, 5, 6, 7].map((one) => 483 * 5 + 69 * one));
    const rising = sevens.segments.map((one) => ({ ...one, rise: 0.001 }));
    const risen = tracksOf({ ...plain, segments: [...plain.segments, ...rising] });
    const tempos = nth(risen.tracks, 0).filter(({ status }) => status === 0x51);
    // Eight steps to each of four quarters.
    const steps = Array.from({ length: 32 }, (_, at) => 483 * 4 + Math.round((483 * at) / 8));
    expect(tempos.map(({ tick }) => tick)).toEqual([0, ...steps]);
  });

  it('has the words of each stretch where they are said, in every round of it', () => {
    const climb = performClimb(STEPS, timed.timing, [72, 90], { turns: 2, from: 1 });
    const { resolution, tracks } = tracksOf(climb);
    const words = nth(tracks, 2)
      .filter(({ status }) => status === 0x05)
      .map(({ tick, data }) => `${tick / resolution} ${textIn(data)}`);
    const turn = ['0 dum', '0.5 ka', '1.5 tek', '2.5 dun', '3 tek', '3.5 ka'];
    const later = (by: number) =>
      turn.map((word) => {
        const [at = '', text = ''] = word.split(' ');
        return `${Number(at) + by} ${text}`;
      });
    expect(words).toEqual([0, 4, 8, 12].flatMap(later));
  });

  it('holds a stroke that is damped as long as it sounds, and others a moment', () => {
    const lengths = (play: string) => {
      const { rhythm } = readRhythm(`rhythm A\ncycle 2+2\nlayer B : hand bell\nplay ${play}`, 'a');
      const time = timeRhythm(rhythm);
      if (!time.ok) throw new Error(time.message);
      const { resolution, tracks } = tracksOf(performRhythm(rhythm, time.timing, { turns: 1 }));
      const ticks = (wanted: number) =>
        nth(tracks, 1).flatMap(({ status, tick }) => (status === wanted ? [tick] : []));
      const begins = ticks(0x99);
      return ticks(0x89).map((end, at) => (end - numberAt(begins, at)) / resolution);
    };
    expect(lengths('X . / X^ .')).toEqual([1 / 8, 1 / 2]);
    expect(lengths('X^ _ / X .')).toEqual([1, 1 / 8]);
  });

  it('says only what is so of what it cannot hold, and that a beat no clock can tell is a quarter', () => {
    const performance = inBeats();
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
    // A signature has no room for more than 255 beats; a name none for more than 500 letters.
    const signed = (spans: string) => {
      const segments = odd.segments.map((one) => ({ ...one, cycle: cycleFromSpans(spans) }));
      const [signs = []] = plainly(writeMidiFile({ ...odd, segments }).bytes).tracks;
      return signs.find(({ status }) => status === 0x58)?.data[0];
    };
    // Uneven beats, and a turn that no signature tells, are said.
    const uneven = (spans: string) =>
      writeMidiFile({
        ...performance,
        segments: performance.segments.map((one) => ({ ...one, cycle: cycleFromSpans(spans) })),
      }).lost.some((one) => one.startsWith('How uneven beats group'));
    expect(['4x4', '3+3+2', '51x5', '51x6'].map(uneven)).toEqual([false, true, false, true]);
    expect(signed('51x5')).toBe(255);
    expect(signed('51x6')).toBeUndefined();
    const players = odd.players.map((one) => ({ ...one, name: 'é'.repeat(600) }));
    const [, notes = []] = plainly(writeMidiFile({ ...odd, players }).bytes).tracks;
    expect(textIn(notes.find(({ status }) => status === 0x03)?.data ?? [])).toBe('é'.repeat(500));
  });

  it('has the sounds of what is played of a turn, from where it begins to just before it ends', () => {
    const performance = inBeats();
    const part = (startTicks: number, endTicks: number) =>
      plainly(
        writeMidiFile({
          ...performance,
          segments: performance.segments.map((one) => ({ ...one, startTicks, endTicks })),
        }).bytes,
      )
        .tracks.flat()
        .filter(({ status, data }) => status === 0x99 && (data[1] ?? 0) > 0).length;
    const ticks = nth(performance.segments, 0).score.lengthTicks / 4;
    expect([part(0, 4 * ticks), part(ticks, 3 * ticks), part(1, 4 * ticks)]).toEqual([4, 2, 3]);
    expect(part(3 * ticks, 6 * ticks)).toBe(3);
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
