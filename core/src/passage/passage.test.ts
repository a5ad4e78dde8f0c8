import fc from 'fast-check';
import * as v from 'valibot';
import { describe, expect, it } from 'vitest';
import { arbitraryRhythm } from '../rhythm/arbitrary.testkit.ts';
import { checkRhythm, nameTurn, type Rhythm, timeRhythm } from '../rhythm/index.ts';
import {
  collect,
  performRhythm,
  type ScoreEvent,
  scoreRhythm,
  secondsOf,
  startTransport,
} from '../sound/index.ts';
import { timed } from '../text/timed.testkit.ts';
import { toNumber } from '../time/index.ts';
import {
  callsOnce,
  followingPlace,
  ONLY,
  type Passage,
  PassageSchema,
  performPassage,
  readOrder,
  SEQUENCE_START,
  type Sequence,
  type SequencePlace,
  SequenceSchema,
  sayTurns,
  scorePassage,
  segmentOf,
  soundingPart,
  stretchPassage,
  turnsInOrder,
  turnsPassage,
  writeOrder,
} from './index.ts';

const { rhythm, timing } = timed(
  'rhythm A\ncycle 4x2\ntempo 60 per 4\nturn 1 call\nlayer D : goblet drum\nplay D! (k) T k / D! . t . | T! . . . / K . T . | D . . . / . . . .\nlayer B : claves\nplay X . . . / X . . .',
);

/** The pulses and kinds that are heard in so many seconds of a sequence, with the seconds. */
function heard(of: Rhythm, sequence: Sequence, seconds: number) {
  const time = timeRhythm(of);
  if (!time.ok) throw new Error(time.message);
  const at = (place: SequencePlace) => {
    const passage = sequence.passages[place.passage];
    if (!passage) throw new Error('no passage');
    return segmentOf(of, scorePassage(of, time.timing, passage), passage, place);
  };
  const first = { ...at(SEQUENCE_START), startTime: 0 };
  const { due, transport } = collect(startTransport(first), seconds, ({ tag }) => {
    const next = followingPlace(sequence, tag);
    return next && at(next);
  });
  return {
    ended: transport.ended,
    strokes: due
      .filter(({ event }) => event.layer.startsWith('layer'))
      .map(({ time: when, event }) => [Number(when.toFixed(3)), event.sound.kind] as const),
  };
}

/** What sounds of the goblet drum, as its letters with the quarter seconds between. */
const kinds = (sequence: Sequence, seconds: number) =>
  heard(rhythm, sequence, seconds)
    .strokes.filter(([, kind]) => kind !== 'X')
    .map(([when, kind]) => `${kind}${when * 4}`)
    .join(' ');

describe('a passage', () => {
  const turn = turnsPassage(rhythm, 0, 1);

  it('is a stretch in exact pulses, over the seam too', () => {
    expect([turn.from, turn.to].map(toNumber)).toEqual([0, 8]);
    const seam = stretchPassage(timing, 23 * timing.ticksPerPulse, 25 * timing.ticksPerPulse);
    expect(kinds({ passages: [seam], again: 0 }, 1)).toBe('D1 D3');
  });

  it('leaves out layers, hands and kinds, and rests stand in for them', () => {
    const of = (change: Partial<Passage>) => kinds({ passages: [{ ...turn, ...change }] }, 2);
    expect(of({})).toBe('D0 k1 T2 k3 D4 t6');
    expect(of({ hands: ['L'] })).toBe('k1 k3');
    expect(of({ hands: ['R'] })).toBe('D0 T2 D4 t6');
    // What both do one does alone, without the graces of the other.
    const [layer] = rhythm.layers;
    if (!layer) throw new Error('no layer');
    const both = {
      ...layer,
      strokes: layer.strokes.map((one) => ({
        ...one,
        hand: 'B' as const,
        ornament: 'flam' as const,
      })),
    };
    expect(soundingPart(both, { hands: ['L'] }).strokes).toEqual(
      layer.strokes.map((one) => ({ ...one, hand: 'L' })),
    );
    expect(soundingPart(both, { hands: ['R'] }).strokes).toEqual(
      layer.strokes.map((one) => ({ ...one, hand: 'R' })),
    );
    expect(soundingPart(both, { hands: ['R', 'L'] })).toEqual(both);
    expect(of({ only: 'accents' })).toBe('D0 D4');
    expect(of({ only: 'no ghosts' })).toBe('D0 T2 k3 D4 t6');
    expect(of({ only: 'low sounds' })).toBe('D0 D4');
    expect(of({ layers: ['layer-2'] })).toBe('');
    expect(of({ tempo: { bpm: 120, per: 4 } })).toBe('D0 k0.5 T1 k1.5 D2 t3');
  });

  it('never moves what is left, whatever is left out', () => {
    const hands = fc.option(fc.subarray(['R', 'L', 'F'] as const), { nil: undefined });
    const only = fc.option(fc.constantFrom(...ONLY), { nil: undefined });
    fc.assert(
      fc.property(
        arbitraryRhythm.filter((one) => checkRhythm(one).ok),
        hands,
        only,
        fc.boolean(),
        (of, some, kind, one) => {
          const time = timeRhythm(of);
          if (!time.ok) return;
          const whole = scoreRhythm(of, time.timing, of);
          const passage: Passage = {
            ...turnsPassage(of, 0, 1),
            ...(some ? { hands: some } : {}),
            ...(kind ? { only: kind } : {}),
            ...(one ? { layers: ['layer-1'] } : {}),
          };
          const part = scorePassage(of, time.timing, passage);
          expect([part.lengthTicks, part.turnTicks]).toEqual([whole.lengthTicks, whole.turnTicks]);
          // One hand alone plays no flam and no roll; else it sounds to the last detail as it did.
          const alone = some?.includes('R') !== some?.includes('L');
          const key = (event: ScoreEvent) =>
            alone
              ? `${event.ticks} ${event.layer}`
              : JSON.stringify({ ...event, dampTicks: undefined });
          const all = new Set(whole.events.map(key));
          for (const event of part.events) expect(all.has(key(event))).toBe(true);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('is refused where it ends before it begins, or comes too often', () => {
    const ok = (change: object) => v.safeParse(PassageSchema, { ...turn, ...change }).success;
    expect([ok({}), ok({ to: turn.from }), ok({ times: 0 }), ok({ times: 1000 })]).toEqual([
      true,
      false,
      false,
      false,
    ]);
    expect(v.safeParse(SequenceSchema, { passages: [turn], again: 1 }).success).toBe(false);
    expect(v.safeParse(SequenceSchema, { passages: [turn], again: 0 }).success).toBe(true);
    expect(v.safeParse(SequenceSchema, { passages: [] }).success).toBe(false);
  });
});

describe('a passage that waits for a sign', () => {
  const passage = (change: Partial<Passage>): Passage => ({
    from: { num: 0, den: 1 },
    to: { num: 8, den: 1 },
    times: 2,
    ...change,
  });
  const sequence: Sequence = { passages: [passage({ waits: true }), passage({ times: 1 })] };

  it('comes again and again after its times, and goes on after the time in which the sign came', () => {
    expect(followingPlace(sequence, { passage: 0, time: 0 }, true)).toEqual({
      passage: 0,
      time: 1,
    });
    expect(followingPlace(sequence, { passage: 0, time: 1 })).toEqual({ passage: 0, time: 2 });
    expect(followingPlace(sequence, { passage: 0, time: 9 })).toEqual({ passage: 0, time: 10 });
    expect(followingPlace(sequence, { passage: 0, time: 9 }, true)).toEqual({
      passage: 1,
      time: 0,
    });
    expect(followingPlace(sequence, { passage: 1, time: 0 })).toBeUndefined();
  });
});

describe('a sequence', () => {
  it('goes through its passages, each as often as it says, and stops or begins again', () => {
    const order = turnsInOrder(rhythm, [
      { turn: 1, times: 2 },
      { turn: 2, times: 1 },
    ]);
    expect(kinds(order, 8)).toBe('T0 K4 T6 T8 K12 T14 D16 T24 K28 T30');
    const { again: _again, ...once } = order;
    expect(heard(rhythm, once, 20)).toMatchObject({ ended: true });
    expect(kinds(once, 20)).toBe('T0 K4 T6 T8 K12 T14 D16');
  });

  it('is read as an order of turns by number or letter', () => {
    const read = (text: string) => {
      const result = readOrder(text, 3);
      return 'order' in result ? result.order && writeOrder(result.order) : result.message;
    };
    expect(['1 1 1 2', 'A A A B', '1x3 2', 'a, a, a, b'].map(read)).toEqual(Array(4).fill('1x3 2'));
    expect(read('1 2 1')).toBe('1 2 1');
    expect(read(' ')).toBeUndefined();
    expect(read('1 4')).toBe('There is no turn 4; this rhythm has 3.');
    expect(read('1 two')).toBe(
      '“two” is not a turn. Write turns in their order, such as 1 1 1 2 or A A A B.',
    );
    expect(read('1x999 1')).toBe('An order has at most 400 turns, each at most 999 times.');
  });

  it('plays a call the first time only', () => {
    const sequence = callsOnce(rhythm, timing);
    expect(sequence.passages.map((one) => sayTurns(rhythm, one))).toEqual([
      'turns 1 to 3',
      'turns 2 to 3',
    ]);
    expect(
      kinds(sequence, 10.1).startsWith('D0 k1 T2 k3 D4 t6 T8 K12 T14 D16 T24 K28 T30 D32 T40'),
    ).toBe(true);
    const middle = nameTurn(nameTurn(rhythm, 0, 'plain'), 1, 'call');
    expect(callsOnce(middle, timing).passages.map((one) => sayTurns(rhythm, one))).toEqual([
      'turns 1 to 3',
      'turn 1',
      'turn 3',
    ]);
    expect(callsOnce(nameTurn(rhythm, 0, 'plain'), timing).passages).toHaveLength(1);
    // Another mark is no call, and a call beyond the last turn is none that is heard.
    expect(callsOnce(nameTurn(rhythm, 0, 'answer'), timing).passages).toHaveLength(1);
    const beyond = { ...rhythm, turns: [{ turn: 3, mark: 'call' as const }] };
    expect(callsOnce(beyond, timing)).toEqual(callsOnce(nameTurn(rhythm, 0, 'plain'), timing));
  });

  it('of many passages is exact to the last, with no gap between', () => {
    const passages = Array.from({ length: 400 }, (_, at) =>
      stretchPassage(timing, (at % 5) * timing.ticksPerPulse, 8 * timing.ticksPerPulse),
    );
    const sequence: Sequence = { passages };
    expect(v.safeParse(SequenceSchema, sequence).success).toBe(true);
    const { strokes, ended } = heard(rhythm, sequence, 1000);
    expect(ended).toBe(true);
    let at = 0;
    const expected = passages.flatMap((one) => {
      const from = toNumber(one.from);
      const here = [0, 1, 2, 3, 4, 6].filter((pulse) => pulse >= from);
      const times = here.map((pulse) => Number(((at + pulse - from) / 4).toFixed(3)));
      at += 8 - from;
      return times;
    });
    expect(strokes.filter(([, kind]) => kind !== 'X').map(([when]) => when)).toEqual(expected);
  });
});

describe('a passage as a performance', () => {
  it('comes as often as it is asked for, counted in, at another tempo, with its own strokes alone', () => {
    const passage = { ...stretchPassage(timing, 4, 10), times: 3, only: 'accents' as const };
    const { segments, players } = performPassage(rhythm, timing, passage, { countIn: 1, bpm: 120 });
    expect(players.map(({ name }) => name)).toEqual(['D', 'B']);
    expect(segments.map(({ name }) => name ?? 'it')).toEqual(['count-in', 'it', 'it', 'it']);
    for (const { tempo } of segments) expect(tempo).toEqual({ ...rhythm.tempo, bpm: 120 });
    const [, first] = segments;
    const { score, startTicks, endTicks } = first ?? expect.fail('there is a first time');
    expect([startTicks, endTicks]).toEqual(
      [passage.from, passage.to].map((place) => toNumber(place) * score.ticksPerPulse),
    );
    expect(score.events).toEqual(scorePassage(rhythm, timing, passage).events);
  });

  it('is as long as the same stretch of all turns, wherever the stretch lies', () => {
    const turn = turnsPassage(rhythm, 1, 2, 5);
    const once = performPassage(rhythm, timing, turn);
    const long = performRhythm(rhythm, timing, { turns: 5 });
    expect(secondsOf(once)).toBeCloseTo(secondsOf(long), 9);
  });
});
