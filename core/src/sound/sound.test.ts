import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sameBytes } from '../bounds/same-bytes.testkit.ts';
import { entryNamed } from '../catalogue/index.ts';
import { crossing } from '../crossing/index.ts';
import { cycleFromSpans } from '../cycle/index.ts';
import { GOBLET_DRUM, INSTRUMENTS } from '../instrument/index.ts';
import { FORCES, type Rhythm, type Timing, timeRhythm } from '../rhythm/index.ts';
import { readRhythm } from '../text/index.ts';
import { rational, toSample } from '../time/index.ts';
import { findVoice } from '../voice/index.ts';
import { measure } from '../voice/measured.testkit.ts';
import {
  change,
  collect,
  cut,
  type DueEvent,
  positionAt,
  renderScore,
  renderSound,
  type Score,
  scoreCountIn,
  scoreCrossing,
  scoreEntry,
  scoreGestures,
  scoreLearning,
  scoreRhythm,
  startTransport,
  type Transport,
} from './index.ts';

const RATE = 48_000;

function scored(text: string): { rhythm: Rhythm; timing: Timing; score: Score } {
  const { rhythm, problems } = readRhythm(text);
  expect(problems).toEqual([]);
  const result = timeRhythm(rhythm);
  if (!result.ok) throw new Error(result.message);
  return { rhythm, timing: result.timing, score: scoreRhythm(rhythm, result.timing) };
}

const sound = (kind: string, force: 1 | 2 | 3 | 4 = 3) =>
  renderSound({ instrument: 'goblet-drum', kind, force }, RATE);

describe('voices', () => {
  it('exist for every stroke of every instrument and both clicks', () => {
    for (const instrument of INSTRUMENTS) {
      for (const stroke of instrument.strokes) {
        expect(
          findVoice(instrument.id, stroke.code),
          `${instrument.name} ${stroke.code}`,
        ).toBeDefined();
      }
    }
    expect(findVoice('click', 'strong')).toBeDefined();
    expect(() => renderSound({ instrument: 'kazoo', kind: 'X', force: 3 }, RATE)).toThrow(
      RangeError,
    );
  });

  it('stay within range, sound from the first sample, and are the same every time', () => {
    for (const stroke of GOBLET_DRUM.strokes) {
      for (const force of FORCES) {
        const samples = sound(stroke.code, force);
        expect(Math.abs(samples[0] ?? 0)).toBeGreaterThan(0);
        const { peak } = measure(samples, RATE);
        expect(peak).toBeGreaterThan(0.01);
        expect(peak).toBeLessThanOrEqual(1);
        expect(sameBytes(sound(stroke.code, force), samples)).toBe(true);
      }
    }
  });

  it('tell the families apart: bass is dark and long, slap bright, muted short', () => {
    const features = (kind: string) => measure(sound(kind), RATE);
    expect(features('D').centroid).toBeLessThan(0.5 * features('O').centroid);
    expect(features('O').centroid).toBeLessThan(0.6 * features('T').centroid);
    expect(features('M').decay).toBeLessThan(0.4 * features('D').decay);
    expect(features('S').decay).toBeLessThan(0.6 * features('T').decay);
    expect(features('t').peak).toBeLessThan(0.5 * features('T').peak);
  });

  it.each(INSTRUMENTS.map((instrument) => [instrument.name, instrument] as const))(
    '%s: bass lies under open, open under slap; muted and touch are over sooner than open',
    (_name, instrument) => {
      const of = (family: string) =>
        instrument.strokes
          .filter((stroke) => stroke.family === family)
          .map((stroke) =>
            measure(
              renderSound({ instrument: instrument.id, kind: stroke.code, force: 3 }, RATE),
              RATE,
            ),
          );
      const most = (family: string, key: 'centroid' | 'decay') =>
        Math.max(0, ...of(family).map((one) => one[key]));
      const least = (family: string, key: 'centroid' | 'decay') =>
        Math.min(Number.POSITIVE_INFINITY, ...of(family).map((one) => one[key]));
      expect(most('bass', 'centroid')).toBeLessThan(least('open', 'centroid'));
      expect(most('open', 'centroid')).toBeLessThan(least('slap', 'centroid'));
      // Metal is damped as well as left to ring: the stroke that rings is the measure.
      const metal = most('metal', 'decay') || Number.POSITIVE_INFINITY;
      const ringing = Math.min(least('open', 'decay'), metal);
      expect(most('muted', 'decay')).toBeLessThan(0.6 * ringing);
      expect(most('touch', 'decay')).toBeLessThan(0.6 * ringing);
    },
  );

  it('grow brighter, not only louder, with force', () => {
    const dull: string[] = [];
    for (const instrument of INSTRUMENTS) {
      for (const { code } of instrument.strokes) {
        const [ghost, accent] = ([1, 4] as const).map((force) =>
          measure(renderSound({ instrument: instrument.id, kind: code, force }, RATE), RATE),
        );
        const where = `${instrument.name} ${code}`;
        if ((accent?.centroid ?? 0) <= (ghost?.centroid ?? 0) * 1.03) dull.push(where);
        expect(accent?.peak, where).toBeGreaterThan((ghost?.peak ?? 0) * 2);
      }
    }
    expect(dull).toEqual([]);
  });
});

describe('chokes, rolls and gestures', () => {
  it('a choked stroke is silent after its slot, a free one rings on', () => {
    const play = (code: string) => {
      const { score } = scored(`rhythm A\ncycle 1x2\nlayer B : hand bell\nplay ${code} / .`);
      const tempo = { bpm: 240, per: 1 };
      return renderScore(score, { tempo, turns: 1, sampleRate: RATE });
    };
    // A slot of a quarter of a second, and what is left of the bell after the choke's fade.
    const after = (samples: Float32Array) =>
      samples.slice(Math.round(0.27 * RATE)).reduce((sum, x) => sum + Math.abs(x), 0);
    expect(after(play('X^'))).toBe(0);
    expect(after(play('X'))).toBeGreaterThan(1);
  });

  it('a roll goes on through what rings after it, and a choke waits for the end of it', () => {
    const events = (play: string) =>
      scored(`rhythm A\ncycle 4x2\nlayer B : hand bell\nplay ${play}`).score.events.filter(
        (event) => event.layer !== 'click',
      );
    const ticks = events('~X _ _ . / . . . .').map((event) => event.ticks);
    expect(ticks).toHaveLength(18);
    // Eighteen even strokes over three slots.
    for (const [index, at] of ticks.entries()) expect(at).toBeCloseTo((index * 3) / 18, 9);
    expect(events('X^ . . . / . . . .')[0]?.dampTicks).toBe(1);
    expect(events('X^ _ _ . / . . . .')[0]?.dampTicks).toBe(3);
    // Over the seam: the last slot, and the first of the next round.
    expect(events('_ . . . / . . . X^')[0]?.dampTicks).toBe(2);
  });

  it('a crushed roll has more and softer strokes than an open one', () => {
    const strokes = (code: string) =>
      scored(`rhythm A\ncycle 1x2\nlayer B : hand bell\nplay ${code} / .`).score.events.filter(
        (event) => event.layer !== 'click',
      );
    expect(strokes('~X')).toHaveLength(6);
    expect(strokes('~~X')).toHaveLength(16);
    expect(
      strokes('~~X')
        .slice(1)
        .every((event) => event.sound.force === 1),
    ).toBe(true);
  });

  it('shows a cycle by its gestures, the silent ones left out', () => {
    const { events, lengthTicks } = scoreGestures(cycleFromSpans('2c+2f+3w+1s'));
    expect(lengthTicks).toBe(8);
    expect(events.map((event) => `${event.ticks}${event.sound.kind}`)).toEqual([
      '0clap',
      '2finger',
      '4wave',
    ]);
    for (const { sound } of events) {
      expect(measure(renderSound(sound, RATE), RATE).peak).toBeGreaterThan(0.01);
    }
  });
});

describe('a catalogue entry', () => {
  it('is heard by its gestures and the strokes it is known by', () => {
    const entry = entryNamed('samai thaqil');
    if (!entry) throw new Error('no entry');
    const all = scoreEntry(entry.cycle, entry);
    expect(all.events.filter((event) => event.layer === 'gestures')).toHaveLength(4);
    const strokes = scoreEntry(entry.cycle, entry, false).events;
    expect(strokes.map((event) => `${event.ticks}${event.sound.kind}`)).toEqual([
      '0D',
      '3T',
      '5D',
      '6D',
      '7T',
    ]);
  });
});

describe('a crossing', () => {
  const crossed = crossing([3, 2]);
  const sounds = [
    { instrument: 'rope-drum', kind: 'O', force: 3 },
    { instrument: 'hand-bell', kind: 'X', force: 3 },
  ] as const;
  const places = (score: Score, layer: string) =>
    score.events.filter((event) => event.layer === layer).map((event) => event.ticks);

  it('sounds on its grid, the click on the pulse that is the beat', () => {
    const three = scoreCrossing(crossed, sounds, 0);
    const two = scoreCrossing(crossed, sounds, 1);
    expect(places(three, 'pulse-0')).toEqual([0, 2, 4]);
    expect(places(three, 'pulse-1')).toEqual([0, 3]);
    expect(places(three, 'click')).toEqual([0, 2, 4]);
    expect(places(two, 'click')).toEqual([0, 3]);
    expect(places(two, 'pulse-0')).toEqual(places(three, 'pulse-0'));
  });

  it('is learnt as one line first, then with a hand on the soft line', () => {
    const alone = scoreLearning(crossed, sounds, []);
    expect(places(alone, 'composite')).toEqual([0, 2, 3, 4]);
    expect(alone.events).toHaveLength(4);
    const right = scoreLearning(crossed, sounds, [0]);
    expect(places(right, 'pulse-0')).toEqual([0, 2, 4]);
    expect(places(right, 'pulse-1')).toEqual([]);
    const line = right.events.filter((event) => event.layer === 'composite');
    expect(line.every((event) => event.sound.force === 1)).toBe(true);
  });
});

describe('rendering', () => {
  it('puts every onset on its exact sample, still after forty turns of an odd tempo', () => {
    const { score } = scored(
      'rhythm A\ncycle 3+3+2\nlayer B : hand bell\nplay t . . / t t . t / t .\n',
    );
    const tempo = { bpm: 73.7, per: 3 };
    const samples = renderScore(score, { tempo, turns: 40, sampleRate: RATE });
    // The tick is over long before the next one: an onset is the first sound after silence.
    const found: number[] = [];
    for (let i = 0; i < samples.length; i += 1) {
      if (samples[i] !== 0 && (i === 0 || samples[i - 1] === 0)) {
        if (i - (found.at(-1) ?? -1e9) > 0.03 * RATE) found.push(i);
      }
    }
    const starts = [rational(0), rational(3), rational(15, 4), rational(21, 4), rational(6)];
    const expected = Array.from({ length: 40 }, (_, turn) =>
      starts.map((at) => toSample(rational(at.num + turn * 8 * at.den, at.den), tempo, RATE)),
    ).flat();
    expect(found).toEqual(expected);
    expect(found.at(-1)).toBe(Math.round(((39 * 8 + 6) * 60 * RATE) / (73.7 * 3)));
  });

  it('leaves out muted layers and plays the click when asked', () => {
    const { score } = scored('rhythm A\ncycle 1x4\nlayer B : hand bell\nplay X / . / . / .');
    const options = { tempo: { bpm: 60, per: 1 }, turns: 1, sampleRate: RATE };
    const silent = renderScore(score, { ...options, muted: new Set(['layer-1']) });
    expect(silent.every((x) => x === 0)).toBe(true);
    const clicks = renderScore(score, { ...options, muted: new Set(['layer-1']), click: true });
    expect(clicks[RATE]).not.toBe(0);
    expect(clicks[RATE - 1]).toBe(0);
  });

  it('plays graces before their stroke and fills a rolled slot', () => {
    const { score } = scored("rhythm A\ncycle 1x2\nlayer D : goblet drum\nplay ''D / ~T");
    const strokes = score.events.filter((event) => event.layer === 'layer-1');
    expect(strokes.filter((event) => event.offset < 0)).toHaveLength(2);
    expect(strokes.filter((event) => event.sound.kind === 'T')).toHaveLength(6);
  });
});

describe('transport', () => {
  const { score } = scored('rhythm A\ncycle 2+2\nlayer B : hand bell\nplay X . / X X .');
  const endless = (bpm: number): Transport<string> =>
    startTransport({
      score,
      tempo: { bpm, per: 2 },
      startTime: 10,
      startTicks: 0,
      endTicks: Number.POSITIVE_INFINITY,
      tag: 'a',
    });
  const bells = (due: readonly DueEvent[]) => due.filter((one) => one.event.layer === 'layer-1');

  it('hands out each stroke once, at its time, whatever the steps it is asked in', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.001, max: 0.9, noNaN: true }), { minLength: 1, maxLength: 40 }),
        (steps) => {
          let transport = endless(77);
          let now = 10;
          const got: DueEvent[] = [];
          for (const step of steps) {
            now += step;
            const result = collect(transport, now, () => undefined);
            transport = result.transport;
            got.push(...result.due);
          }
          expect(got).toEqual(collect(endless(77), now, () => undefined).due);
          expect(got.every((one) => one.time >= 10 && one.time < now)).toBe(true);
        },
      ),
    );
  });

  it('changes tempo without a jump: the place in the music runs on', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 8, noNaN: true }),
        fc.integer({ min: 20, max: 300 }),
        (after, bpm) => {
          const played = collect(endless(90), 10 + after, () => undefined).transport;
          const changed = change(played, { tempo: { bpm, per: 2 } }).transport;
          const before = positionAt(played, 10 + after - 1e-9);
          const then = positionAt(changed, 10 + after + 1e-9);
          const apart = Math.abs((then?.pulses ?? 0) - (before?.pulses ?? 0));
          expect(Math.min(apart, 4 - apart)).toBeLessThan(1e-6);
          expect(collect(changed, 10 + after, () => undefined).due).toEqual([]);
        },
      ),
    );
  });

  it('follows a count-in with the music on the next exact beat', () => {
    const countIn = scoreCountIn(
      scored('rhythm A\ncycle 2+2\nlayer B : hand bell\nplay X . / X X .').rhythm.cycle,
    );
    const transport = startTransport({
      score: countIn,
      tempo: { bpm: 60, per: 2 },
      startTime: 0,
      startTicks: 0,
      endTicks: countIn.lengthTicks,
      tag: 'count-in',
    });
    const { due, transport: after } = collect(transport, 3.9, (ended) =>
      ended.tag === 'count-in'
        ? {
            score,
            tempo: { bpm: 120, per: 2 },
            startTicks: 0,
            endTicks: score.lengthTicks,
            tag: 'play',
          }
        : undefined,
    );
    expect(due.slice(0, 2).map((one) => one.time)).toEqual([0, 1]);
    expect(bells(due).map((one) => one.time)).toEqual([2, 2.5, 2.5 + 1 / 6]);
    expect(after.ended).toBe(true);
    expect(positionAt(after, 1)?.segment.tag).toBe('count-in');
    expect(positionAt(after, 2.75)?.pulses).toBeCloseTo(3, 9);
    expect(positionAt(after, 3.5)).toBeUndefined();
  });

  it('breaks off where the player says and begins anew there', () => {
    const played = collect(endless(60), 11, () => undefined).transport;
    const again = cut(played, 10.5, {
      score,
      tempo: { bpm: 60, per: 2 },
      startTicks: 0,
      endTicks: score.lengthTicks,
      tag: 'b',
    });
    expect(bells(collect(again, 11, () => undefined).due)[0]?.time).toBe(10.5);
    expect(positionAt(again, 10.6)?.segment.tag).toBe('b');
  });

  it('takes a new score at the same place', () => {
    const longer = scored('rhythm A\ncycle 2+2\nlayer B : hand bell\nplay X*5 / X X .').score;
    const played = collect(endless(60), 11.25, () => undefined).transport;
    const changed = change(played, { score: longer }).transport;
    expect(positionAt(changed, 11.25)?.pulses).toBeCloseTo(2.5, 9);
  });
});
