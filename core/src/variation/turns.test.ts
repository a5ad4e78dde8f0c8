import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { numberAt } from '../bounds/index.ts';
import { arbitraryRhythm } from '../rhythm/arbitrary.testkit.ts';
import {
  changeVariation,
  checkRhythm,
  removeVariation,
  timeRhythm,
  turnsOfVariation,
  type Variation,
  withVariation,
} from '../rhythm/index.ts';
import { SPOKEN_LAYER, scoreRhythm, spokenRhythm, withVoice } from '../sound/index.ts';
import { readRhythm } from '../text/index.ts';
import {
  mayStand,
  nextTurn,
  PLAN_START,
  sayPlace,
  sayShare,
  scoreTurns,
  sharesOf,
  sharesReached,
  type TurnPlayed,
  turnsByPlan,
  USUAL_PLAN,
  type VariationPlan,
  writeOut,
} from './index.ts';
import { CALL, LIFT, MIXED, names, read, STEPS, TEXT, WALK } from './steps.testkit.ts';

describe('which variation comes when', () => {
  it('comes by its key at the next turn, to its end, and home again', () => {
    let state = PLAN_START;
    const heard: TurnPlayed[] = [];
    const keys = [undefined, WALK, undefined, undefined, LIFT, CALL, undefined];
    for (const asked of keys) {
      state = nextTurn(STEPS, USUAL_PLAN, state, asked);
      if (state.now) heard.push(state.now);
    }
    // Lift may stand on turn 4 of 4 only, and comes on the fifth all the same: it was called.
    expect(names(heard)).toEqual(['-', 'Walk 1', 'Walk 2', '-', 'Lift 1', 'Call 1', '-']);
    expect(state.played).toEqual({ [LIFT.id]: 1, [WALK.id]: 2, [CALL.id]: 1 });
  });

  it('comes in order, each where it may stand', () => {
    const plan: VariationPlan = { ...USUAL_PLAN, way: 'in order' };
    expect(names(turnsByPlan(STEPS, plan, 12))).toEqual([
      '-',
      '-',
      '-',
      'Lift 1',
      '-',
      'Walk 1',
      'Walk 2',
      '-',
      'Call 1',
      '-',
      '-',
      'Lift 1',
    ]);
    const running = turnsByPlan(STEPS, { ...plan, homeBetween: false }, 9);
    expect(names(running).slice(3)).toEqual([
      'Lift 1',
      'Walk 1',
      'Walk 2',
      'Call 1',
      'Lift 1',
      'Walk 1',
    ]);
  });

  it('is mixed in its shares within 1 % over 10,000 turns, by its rules without exception', () => {
    for (const seed of [1, 2, 3, 40, 999_999]) {
      const turns = turnsByPlan(STEPS, { ...MIXED, seed }, 10_000);
      const count = (variation: Variation) =>
        turns.filter((one) => one.variation === variation).length / turns.length;
      expect(Math.abs(count(LIFT) - 1 / 16)).toBeLessThan(0.01);
      expect(Math.abs(count(WALK) - 1 / 8)).toBeLessThan(0.01);
      expect(count(CALL)).toBe(0);
      const against = turns.filter(({ turn, variation, part }, at) => {
        const before = turns[at - 1];
        const goesOn = before?.variation === variation && before?.part === part - 1;
        const isLeft = before?.variation === WALK && before.part === 0 && part !== 1;
        if (turn !== at || isLeft || (variation === LIFT && turn % 4 !== 3)) return true;
        // Home in between: what begins comes from home.
        return part > 0 ? !goesOn : variation && before?.variation;
      });
      expect(against).toEqual([]);
    }
  });

  it('comes here and there and not by the clock: gaps between are of many lengths', () => {
    const often = changeVariation(STEPS, CALL.id, (one) => ({ ...one, share: { num: 1, den: 4 } }));
    const turns = turnsByPlan(often, MIXED, 2000);
    const places = turns.flatMap(({ turn, variation }) =>
      variation?.name === 'Call' ? [turn] : [],
    );
    const gaps = places.slice(1).map((turn, at) => turn - numberAt(places, at));
    expect(new Set(gaps).size).toBeGreaterThan(6);
    expect(Math.max(...gaps)).toBeLessThan(30);
  });

  it('mixes the same way for the same seed, and another for another', () => {
    fc.assert(
      fc.property(fc.nat({ max: 999_999 }), (seed) => {
        const plan = { ...MIXED, seed };
        const one = names(turnsByPlan(STEPS, plan, 400));
        expect(names(turnsByPlan(STEPS, plan, 400))).toEqual(one);
        const other = names(turnsByPlan(STEPS, { ...plan, seed: (seed + 1) % 1_000_000 }, 400));
        expect(other).not.toEqual(one);
      }),
      { numRuns: 30 },
    );
  });

  it('never begins one twice running where that is not wanted, and does where it may', () => {
    const busy = changeVariation(STEPS, CALL.id, (one) => ({ ...one, share: { num: 1, den: 2 } }));
    const open = { ...MIXED, homeBetween: false };
    const twice = (plan: VariationPlan) =>
      turnsByPlan(busy, plan, 3000).filter(
        (one, at, all) =>
          one.part === 0 && one.variation && all[at - 1]?.variation?.id === one.variation.id,
      ).length;
    expect(twice(open)).toBe(0);
    expect(twice({ ...open, notTwice: false })).toBeGreaterThan(100);
    // A half is reached although it may never follow itself.
    expect(sharesReached(busy, open)[2]).toBeCloseTo(0.5, 1);
  });

  it('says what is reached where more is wanted than its place allows', () => {
    const wanted = changeVariation(STEPS, LIFT.id, (one) => ({
      ...one,
      share: { num: 1, den: 2 },
    }));
    const alone = removeVariation(wanted, WALK.id);
    expect(sharesReached(alone, MIXED)[0]).toBeCloseTo(0.25, 2);
    expect(
      sharesOf([
        { ...LIFT, share: { num: 1, den: 1 } },
        { ...WALK, share: { num: 1, den: 1 } },
      ]),
    ).toEqual([0.5, 0.5]);
  });

  it('may stand on a side of a timeline of two turns, and anywhere where none has sides', () => {
    const sided = read(
      TEXT.replace('on    4 of 4', 'on    two-side').replace(
        '/ X . . . | X . . X / . . X . / . . X . / X . . .',
        '/ X . . . | . . X . / X . . . / . . X . / X . . .\nas 3-2',
      ),
    );
    const place = sided.variations?.[0]?.place;
    expect(place).toEqual({ kind: 'side', side: 'two' });
    expect([0, 1, 2, 3].map((turn) => mayStand(sided, place, turn))).toEqual([
      false,
      true,
      false,
      true,
    ]);
    expect([0, 1, 2, 3].map((turn) => mayStand(STEPS, place, turn))).toEqual([
      true,
      true,
      true,
      true,
    ]);
    const other = {
      ...sided,
      layers: sided.layers.map((one) => (one.side ? { ...one, side: '2-3' as const } : one)),
    };
    expect([0, 1].map((turn) => mayStand(other, place, turn))).toEqual([true, false]);
  });

  it('says shares and places as players do', () => {
    expect(sayShare(LIFT.share)).toBe('seldom, 1 in 16');
    expect(sayShare({ num: 3, den: 16 })).toBe('3 in 16 turns');
    expect(sayShare({ num: 1, den: 5 })).toBe('1 in 5 turns');
    expect(sayShare({ num: 1, den: 1 })).toBe('every turn');
    expect(sayShare(undefined)).toBe('only by its key');
    expect(sayPlace(LIFT.place)).toBe('on turn 4 of 4');
    expect(sayPlace({ kind: 'side', side: 'three' })).toBe('on the three-side');
    expect(sayPlace(undefined)).toBe('anywhere');
  });
});

describe('what is heard in a turn', () => {
  const timed = timeRhythm(STEPS);
  if (!timed.ok) throw new Error(timed.message);
  const home = scoreRhythm(STEPS, timed.timing);
  const turnOf = scoreTurns(STEPS, home);
  const heard = (played: Pick<TurnPlayed, 'turn' | 'variation' | 'part'>) => {
    const { score, startTicks, endTicks } = turnOf(played);
    return score.events
      .filter(({ ticks }) => ticks >= startTicks && ticks < endTicks)
      .map(
        ({ ticks, layer, sound }) =>
          `${(ticks - startTicks) / score.ticksPerPulse} ${layer} ${sound.kind}`,
      );
  };
  const drum = (played: Parameters<typeof heard>[0]) =>
    heard(played)
      .filter((one) => one.includes('layer-2'))
      .map((one) => one.replace(' layer-2', ''));

  it('is home where no variation plays, at its place in the whole', () => {
    const { score, startTicks, endTicks } = turnOf({ turn: 5, part: 0 });
    expect(score).toBe(home);
    expect([startTicks, endTicks]).toEqual([home.turnTicks, 2 * home.turnTicks]);
  });

  it('is the turn of the variation in its layers, and home in the others', () => {
    expect(drum({ turn: 3, variation: LIFT, part: 0 }).slice(-5)).toEqual([
      '10 T',
      '12 T',
      '13 T',
      '14 T',
      '15 T',
    ]);
    expect(drum({ turn: 9, variation: WALK, part: 1 }).slice(0, 3)).toEqual(['0 D', '2 k', '4 D']);
    const others = (one: string) => !one.includes('layer-2');
    expect(heard({ turn: 3, variation: LIFT, part: 0 }).filter(others)).toEqual(
      heard({ turn: 3, part: 0 }).filter(others),
    );
  });

  it('says its own words where a voice speaks, and home its own', () => {
    const { rhythm, problems } = readRhythm(
      'rhythm A\ncycle 1x4\nlayer D : tabla\nplay G / N / G / N\nsay dha / na / dha / na\n\nvariation Turn\nkey 1\nin D\nplay N / . / k / N\nsay tin / . / ke / na\n',
    );
    expect(problems).toEqual([]);
    const [variation] = rhythm.variations ?? [];
    const timing = timeRhythm(rhythm);
    if (!timing.ok || !variation) throw new Error('no variation');
    const voiced: Parameters<typeof scoreTurns>[2] = (lines, its) =>
      withVoice(scoreRhythm(lines, its), spokenRhythm(lines, its), 'low');
    const turn = scoreTurns(rhythm, voiced(rhythm, timing.timing), voiced);
    const said = (played: Parameters<typeof turn>[0]) =>
      turn(played)
        .score.events.filter(({ layer }) => layer === SPOKEN_LAYER)
        .map(({ sound }) => sound.kind)
        .join(' ');
    expect(said({ turn: 0, part: 0 })).toBe('dha na dha na');
    expect(said({ turn: 1, variation, part: 0 })).toBe('tin ke na');
  });

  it('holds its own turn and nothing beyond it, home on either side', () => {
    for (const turn of [0, 1, 3]) {
      const { score, startTicks, endTicks } = turnOf({ turn, variation: LIFT, part: 0 });
      expect(score.lengthTicks / score.ticksPerPulse).toBe(32);
      const ticks = score.events.map((event) => event.ticks);
      expect(Math.min(...ticks)).toBe(startTicks);
      expect(Math.max(...ticks)).toBeLessThan(endTicks);
    }
  });

  it('is as loud as the turn of home whose place it takes', () => {
    const soft = scoreRhythm(STEPS, timed.timing, {
      turns: [{ turn: 1, mark: 'plain', level: 50 }],
    });
    const of = scoreTurns(STEPS, soft);
    const gains = (turn: number) =>
      of({ turn, variation: LIFT, part: 0 })
        .score.events.filter(({ layer }) => layer === 'layer-2')
        .map(({ gain }) => gain);
    expect(new Set(gains(3))).toEqual(new Set([0.5]));
    expect(new Set(gains(2))).toEqual(new Set([undefined]));
  });

  it('sounds in every turn, at whatever place, what the variation alone sounds like', () => {
    fc.assert(
      fc.property(arbitraryRhythm, fc.nat({ max: 5 }), (rhythm, turn) => {
        const [variation] = rhythm.variations ?? [];
        const whole = timeRhythm(rhythm);
        if (!variation || !whole.ok) return;
        const placed = withVariation(rhythm, variation);
        const alone = timeRhythm(placed);
        if (!alone.ok) throw new Error(alone.message);
        const score = scoreRhythm(placed, alone.timing);
        const of = scoreTurns(rhythm, scoreRhythm(rhythm, whole.timing));
        const layers = new Set(variation.lines.map(({ layer }) => layer));
        const places = ({ score: one, startTicks, endTicks }: ReturnType<typeof of>) =>
          one.events
            .filter(
              ({ ticks, layer }) => ticks >= startTicks && ticks < endTicks && layers.has(layer),
            )
            .map(({ ticks, sound }) => [(ticks - startTicks) / one.ticksPerPulse, sound.kind]);
        for (let part = 0; part < turnsOfVariation(rhythm, variation); part += 1) {
          const own = {
            score,
            startTicks: part * score.turnTicks,
            endTicks: (part + 1) * score.turnTicks,
          };
          expect(places(of({ turn, variation, part })).length).toBe(places(own).length);
          places(of({ turn, variation, part })).forEach(([at, kind], index) => {
            const [wanted, same] = places(own)[index] ?? [];
            expect(at).toBeCloseTo(Number(wanted), 9);
            expect(kind).toBe(same);
          });
        }
      }),
    );
  });
});

describe('written out', () => {
  it('stands turn after turn in the layers that were changed, under the variation’s name', () => {
    const turns = turnsByPlan(STEPS, { ...USUAL_PLAN, way: 'in order' }, 8);
    const out = writeOut(STEPS, turns);
    if (!out.ok) throw new Error(out.message);
    expect(checkRhythm(out.rhythm).ok).toBe(true);
    expect(out.rhythm.variations).toBeUndefined();
    const [clave, drum, bell] = out.rhythm.layers;
    expect(clave).toBe(STEPS.layers[0]);
    expect(drum?.cells.length).toBe(32);
    expect(bell?.cells.length).toBe(32);
    const inTurn = (layer: typeof drum, turn: number) =>
      layer?.strokes
        .filter(({ slot }) => Math.floor(slot / 16) === turn)
        .map(({ slot }) => slot % 16);
    expect(inTurn(drum, 3)).toEqual([0, 2, 4, 6, 8, 10, 12, 13, 14, 15]);
    expect(inTurn(drum, 5)).toEqual([0, 1, 4, 5, 8, 9, 12, 13]);
    expect(inTurn(bell, 5)).toEqual([1, 3, 5, 7, 9, 11, 13, 15]);
    expect(inTurn(bell, 3)).toEqual([0, 2, 4, 6, 8, 10, 12, 14]);
    expect(out.rhythm.turns).toEqual([
      { turn: 3, mark: 'plain', name: 'Lift' },
      { turn: 5, mark: 'plain', name: 'Walk' },
    ]);
  });

  it('is refused where a changed layer comes round at its own length, or it would be too long', () => {
    const free = { ...STEPS, layers: STEPS.layers.map((one) => ({ ...one, free: true as const })) };
    const turns = turnsByPlan(STEPS, { ...USUAL_PLAN, way: 'in order' }, 8);
    expect(writeOut(free, turns)).toMatchObject({
      ok: false,
      message: expect.stringContaining('Drum comes round at its own length'),
    });
    const long = turnsByPlan(STEPS, { ...USUAL_PLAN, way: 'in order' }, 600);
    expect(writeOut(STEPS, long).ok).toBe(false);
  });
});
