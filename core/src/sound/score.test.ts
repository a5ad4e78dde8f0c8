import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arbitraryPulse } from '../crossing/arbitrary.testkit.ts';
import { crossing, soundsOf, stepsOf } from '../crossing/index.ts';
import { cycleFromSpans } from '../cycle/index.ts';
import { arbitraryRhythm } from '../rhythm/arbitrary.testkit.ts';
import { onsetsOnce, timeRhythm } from '../rhythm/index.ts';
import { timed } from '../text/timed.testkit.ts';
import { rational, toSeconds } from '../time/index.ts';
import {
  BACKBEAT_LAYER,
  CLICK_LAYER,
  COMPOSITE_LAYER,
  COUNT_IN_LAYER,
  crossingLayer,
  GESTURE_LAYER,
  layScores,
  renderScore,
  type Score,
  SECOND_LAYER,
  scoreCountIn,
  scoreCrossing,
  scoreGestures,
  scoreLearning,
  scoreRhythm,
  timeOf,
} from './index.ts';

const at = (score: Score, layer: string) =>
  score.events.filter((event) => event.layer === layer).map((event) => event.ticks);
const pulses = (score: Score, layer: string) =>
  at(score, layer).map((ticks) => ticks / score.ticksPerPulse);

describe('a rhythm as a score', () => {
  it('has the graces of an ornament right before its stroke, softer and by the other hand in turn', () => {
    const graces = (slot: string) => {
      const { rhythm, timing } = timed(
        `rhythm A\ncycle 4\nlayer D : goblet drum\nplay ${slot} . . .`,
      );
      return scoreRhythm(rhythm, timing)
        .events.filter(({ layer }) => layer === rhythm.layers[0]?.id)
        .map(({ offset, sound: { force } }) => [offset, force]);
    };
    expect(graces("'D!")).toEqual([
      [-0.03, 2],
      [0, 4],
    ]);
    expect(graces("''D")).toEqual([
      [-0.062, 2],
      [-0.031, 2],
      [0, 3],
    ]);
    expect(graces("'''(D)")).toEqual([
      [-0.084, 1],
      [-0.056, 1],
      [-0.028, 1],
      [0, 1],
    ]);
  });

  it('has every stroke once, in order, and a click on every beat', () => {
    fc.assert(
      fc.property(arbitraryRhythm, (rhythm) => {
        const result = timeRhythm(rhythm);
        if (!result.ok || result.timing.fullTicks > 50_000) return;
        const score = scoreRhythm(rhythm, result.timing);
        const times = score.events.map((event) => event.ticks);
        expect([...times].sort((a, b) => a - b)).toEqual(times);
        const wanted = new Set(
          // What is felt otherwise is tried with the feel.
          onsetsOnce(rhythm, result.timing)
            .filter(({ layer }) => !rhythm.layers[layer]?.feel)
            .map(({ ticks, layer }) => `${rhythm.layers[layer]?.id} ${ticks}`),
        );
        const heard = new Set(
          score.events
            .filter((event) => event.layer !== CLICK_LAYER && event.offset === 0)
            .map((event) => `${event.layer} ${event.ticks}`),
        );
        for (const one of wanted) expect(heard.has(one)).toBe(true);
      }),
      { numRuns: 60 },
    );
  });
});

describe('counting in and gestures', () => {
  it('mark the beats of uneven cycles where they are', () => {
    const cycle = cycleFromSpans('2+2+3');
    expect(at(scoreCountIn(cycle), COUNT_IN_LAYER)).toEqual([0, 2, 4]);
    expect(at(scoreCountIn(cycle, 2), COUNT_IN_LAYER)).toEqual([0, 2, 4, 7, 9, 11]);
    const shown = cycleFromSpans('4c+4w+4s+4f');
    const gestures = scoreGestures(shown, 2);
    expect(at(gestures, GESTURE_LAYER)).toEqual([0, 4, 12, 16, 20, 28]);
    expect(gestures.events.map((event) => event.sound.kind).slice(0, 3)).toEqual([
      'clap',
      'wave',
      'finger',
    ]);
  });
});

describe('what stands beside the strokes', () => {
  const { rhythm, timing } = timed(
    'rhythm A\ncycle 4x2\nalso in 4\nturn 1 at 40 % call Low\nlayer A : hand bell\nplay X . . . / X! . . . | X . . . / X! . . .\nlayer B : claves\nplay X . . . / . . . .',
  );

  it('is the second counting, clicked apart from the beats', () => {
    const score = scoreRhythm(rhythm, timing, rhythm);
    expect(pulses(score, CLICK_LAYER)).toEqual([0, 4, 8, 12]);
    expect(pulses(score, SECOND_LAYER)).toEqual([0, 2, 4, 6, 8, 10, 12, 14]);
    const kinds = (layer: string) =>
      new Set(score.events.filter((one) => one.layer === layer).map((one) => one.sound.kind));
    expect([...kinds(SECOND_LAYER)]).toEqual(['second']);
    expect(kinds(CLICK_LAYER).has('second')).toBe(false);
    expect(pulses(scoreRhythm(rhythm, timing), SECOND_LAYER)).toEqual([]);
    expect(pulses(layScores([score, score]), SECOND_LAYER)).toEqual([0, 2, 4, 6, 8, 10, 12, 14]);
  });

  it('is the level of a turn, its accents as accents, the click as loud as ever', () => {
    const score = scoreRhythm(rhythm, timing, rhythm);
    const gains = score.events.map(({ layer, ticks, gain }) => [
      layer,
      ticks / score.ticksPerPulse < 8,
      gain,
    ]);
    for (const [layer, isSoft, gain] of gains) {
      const isStroke = layer !== CLICK_LAYER && layer !== SECOND_LAYER;
      expect(gain).toBe(isStroke && isSoft ? 0.4 : undefined);
    }
    const forces = score.events.filter(({ gain }) => gain).map(({ sound }) => sound.force);
    expect(forces.sort()).toEqual([3, 3, 4]);
    const loud = renderScore(scoreRhythm(rhythm, timing), PLAYED);
    const soft = renderScore(score, PLAYED);
    const last = loud.length - PLAYED.sampleRate / 2;
    expect(soft[40]).toBeCloseTo((loud[40] ?? 0) * 0.4, 6);
    expect(Math.abs(loud[40] ?? 0)).toBeGreaterThan(0.01);
    expect(soft[last]).toBeCloseTo(loud[last] ?? 0, 6);
  });
});

const PLAYED = { tempo: { bpm: 60, per: 4 }, turns: 2, sampleRate: 8000 };

describe('loops laid over one another', () => {
  const scoreOf = (text: string) => {
    const { rhythm, timing } = timed(text);
    return scoreRhythm(rhythm, timing);
  };
  const four = scoreOf('rhythm A\ncycle 4x1\nlayer A : hand bell\nplay X . X .');
  const three = scoreOf('rhythm B\ncycle 3x1\nlayer B : goblet drum\nplay D . T^');
  const fine = scoreOf('rhythm C\ncycle 4x1\nlayer C : claves\nplay X*5');

  it('come round together, each where it was, with the click of the first', () => {
    const both = layScores([four, three]);
    expect(both.lengthTicks / both.ticksPerPulse).toBe(12);
    const bell = four.events.find((event) => event.layer !== CLICK_LAYER)?.layer ?? '';
    const drum = three.events.find((event) => event.layer !== CLICK_LAYER)?.layer ?? '';
    // Both texts name their first layer alike; what sounds there tells them apart.
    expect(bell).toBe(drum);
    const of = (instrument: string) =>
      both.events
        .filter((event) => event.layer === bell && event.sound.instrument === instrument)
        .map((event) => event.ticks / both.ticksPerPulse);
    expect(of('hand-bell')).toEqual([0, 2, 4, 6, 8, 10]);
    expect(of('goblet-drum')).toEqual([0, 2, 3, 5, 6, 8, 9, 11]);
    expect(pulses(both, CLICK_LAYER)).toEqual([0, 4, 8]);
  });

  it('meet on the grid that both need, chokes included', () => {
    const both = layScores([three, fine]);
    expect(both.ticksPerPulse).toBe(5);
    const choked = three.events.find((event) => event.dampTicks !== undefined);
    const still = both.events.filter((event) => event.dampTicks !== undefined);
    expect(still).toHaveLength(4);
    for (const one of still) {
      expect((one.dampTicks ?? 0) / both.ticksPerPulse).toBe(
        (choked?.dampTicks ?? 0) / three.ticksPerPulse,
      );
    }
  });

  it('of one is that one', () => {
    expect(layScores([four])).toEqual(four);
  });
});

describe('a crossing as a score', () => {
  const sounds = [
    { instrument: 'rope-drum', kind: 'O', force: 3 },
    { instrument: 'hand-bell', kind: 'X', force: 3 },
  ] as const;

  it('sounds what is chosen, clicks on the steps of the beat, and lays its backbeat over them', () => {
    const crossed = crossing([{ steps: 4, parts: 3, sounds: [0, 2], start: 1 }, 3]);
    const score = scoreCrossing(crossed, sounds, 0, ['low', undefined, 'high']);
    expect(at(score, crossingLayer(0))).toEqual(soundsOf(crossed, 0));
    // The first step of a pulse is its accent, where it sounds.
    const forces = (index: number) =>
      score.events
        .filter(({ layer }) => layer === crossingLayer(index))
        .map(({ ticks, sound }) => sound.force === (ticks === stepsOf(crossed, index)[0] ? 4 : 3));
    expect([...forces(0), ...forces(1)].every(Boolean)).toBe(true);
    expect(
      score.events.filter(({ layer, sound }) => layer === crossingLayer(1) && sound.force === 4),
    ).toHaveLength(1);
    expect(at(score, CLICK_LAYER)).toEqual([...stepsOf(crossed, 0)].sort((a, b) => a - b));
    const clicks = score.events.filter((event) => event.layer === CLICK_LAYER);
    expect(clicks.map(({ sound }) => sound.kind)).toEqual(
      clicks.map(({ ticks }) => (ticks === stepsOf(crossed, 0)[0] ? 'strong' : 'plain')),
    );
    expect(clicks.filter(({ sound }) => sound.kind === 'strong')).toHaveLength(1);
    const ticks = score.events.map((event) => event.ticks);
    expect(ticks).toEqual([...ticks].sort((a, b) => a - b));
    const laid = score.events.filter((event) => event.layer === BACKBEAT_LAYER);
    expect(laid.map((event) => [event.ticks, event.sound.kind])).toEqual([
      [stepsOf(crossed, 0)[0], 'B'],
      [stepsOf(crossed, 0)[2], 'S'],
    ]);
  });

  it('is the same strokes whichever pulse is the beat', () => {
    fc.assert(
      fc.property(arbitraryPulse, arbitraryPulse, (a, b) => {
        const crossed = crossing([a, b]);
        const strokes = (beat: number) =>
          scoreCrossing(crossed, sounds, beat).events.filter(
            (event) => event.layer !== CLICK_LAYER,
          );
        expect(strokes(0)).toEqual(strokes(1));
        expect(scoreCrossing(crossed, sounds, 0).lengthTicks).toBe(crossed.grid);
      }),
    );
  });

  it('is learnt over its composite, which alone is loud', () => {
    const crossed = crossing([5, 3]);
    const alone = scoreLearning(crossed, sounds, []);
    expect(at(alone, COMPOSITE_LAYER)).toEqual([0, 3, 5, 6, 9, 10, 12]);
    expect(alone.events).toHaveLength(7);
    expect(alone.events.map((event) => event.sound.force)).toEqual([4, 3, 3, 3, 3, 3, 3]);
    const one = scoreLearning(crossed, sounds, [1]);
    expect(at(one, crossingLayer(1))).toEqual([0, 5, 10]);
    expect(at(one, crossingLayer(0))).toEqual([]);
    expect(one.events.filter((event) => event.layer === COMPOSITE_LAYER)).toHaveLength(7);
  });
});

describe('a roll over held slots', () => {
  it('strikes at the exact sample of each of its parts, whatever it is cut into', () => {
    for (const held of [1, 2, 3, 5, 7]) {
      const rests = Array(held - 1)
        .fill('_')
        .join(' ');
      const { rhythm, timing } = timed(
        `rhythm A\ncycle ${held + 1}\nlayer A : goblet drum\nplay ~~D ${rests} T`.replace(
          '  ',
          ' ',
        ),
      );
      const score = scoreRhythm(rhythm, timing);
      const rolled = score.events.filter(({ sound }) => sound.kind === 'D');
      const count = 16 * held;
      expect(rolled).toHaveLength(count);
      rolled.forEach((event, index) => {
        const tempo = { bpm: 53, per: 1 };
        const exact = toSeconds(rational(index * held, count), tempo);
        const segment = { score, tempo, startTime: 0, startTicks: 0, endTicks: 99, tag: 0 };
        // Nearer than a thousandth of a sample.
        expect(Math.abs(timeOf(segment, event.ticks) - exact) * 48_000).toBeLessThan(0.001);
      });
    }
  });
});
