import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { nth } from '../bounds/index.ts';
import { cycleFromSpans } from '../cycle/index.ts';
import { instrumentNamed } from '../instrument/index.ts';
import { arbitraryRhythm } from '../rhythm/arbitrary.testkit.ts';
import {
  addVariation,
  changeVariation,
  checkRhythm,
  freeKey,
  handsOf,
  layerOfLine,
  lineOfLayer,
  mirrorHands,
  moveVariation,
  nameTurn,
  playOn,
  type Rhythm,
  recast,
  removeLayer,
  removeVariation,
  repairRhythm,
  startFromOtherSide,
  timeRhythm,
  turnsOfVariation,
  type Variation,
  withVariation,
} from '../rhythm/index.ts';
import { SPOKEN_LAYER, scoreRhythm, spokenRhythm, withVoice } from '../sound/index.ts';
import { readRhythm, writeRhythm } from '../text/index.ts';
import {
  changesOf,
  homeAndVariation,
  keepLine,
  keepTurns,
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

const TEXT = `rhythm Steps
cycle 4x4
tempo 90 to 120 per 4

layer Clave : claves
play  X . . X / . . X . / . . X . / X . . . | X . . X / . . X . / . . X . / X . . .
layer Drum : goblet drum
play  D . . . / D . . . / D . . . / D . . .
layer Bell : hand bell
play  X . X . / X . X . / X . X . / X . X .

variation Lift
key   1
share 1/16
on    4 of 4
in    Drum
play  T . T . / T . T . / T . T . / T T T T

variation Walk
key   2
share 1/8
in    Drum
play  D T . . / D T . . / D T . . / D T . . | D . k . / D . k . / D . k . / D . k k
in    Bell
play  . X . X / . X . X / . X . X / . X . X | X . . . / X . . . / X . . . / X . . .

variation Call
key   3
in    Drum
play  O . . . / . . . . / O . . . / . . . .
`;

function read(text: string): Rhythm {
  const { rhythm, problems } = readRhythm(text);
  expect(problems).toEqual([]);
  return rhythm;
}
const STEPS = read(TEXT);
const [LIFT, WALK, CALL] = (STEPS.variations ?? []) as [Variation, Variation, Variation];
const MIXED: VariationPlan = { ...USUAL_PLAN, way: 'mixed', seed: 7 };
const names = (turns: readonly TurnPlayed[]) =>
  turns.map(({ variation, part }) => (variation ? `${variation.name} ${part + 1}` : '-'));

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
      turns.forEach(({ turn, variation, part }, at) => {
        expect(turn).toBe(at);
        if (variation === LIFT) expect(turn % 4).toBe(3);
        const before = turns[at - 1];
        if (part > 0) expect(before).toMatchObject({ variation, part: part - 1 });
        // Home in between: what begins comes from home.
        else if (variation) expect(before?.variation).toBeUndefined();
        if (before?.variation === WALK && before.part === 0) expect(part).toBe(1);
      });
    }
  });

  it('comes here and there and not by the clock: gaps between are of many lengths', () => {
    const often = changeVariation(STEPS, CALL.id, (one) => ({ ...one, share: { num: 1, den: 4 } }));
    const turns = turnsByPlan(often, MIXED, 2000);
    const places = turns.flatMap(({ turn, variation }) =>
      variation?.name === 'Call' ? [turn] : [],
    );
    const gaps = places.slice(1).map((turn, at) => turn - nth(places, at));
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

describe('variations of a rhythm', () => {
  it('get a free name, the next key and an id of their own', () => {
    const more = addVariation(STEPS, { name: 'Lift', lines: CALL.lines });
    expect(more.variations?.at(-1)).toMatchObject({ id: 'variation-4', name: 'Lift 2', key: 4 });
    expect(freeKey(more)).toBe(5);
    const full = [5, 6, 7, 8, 9, 9].reduce(
      (all) => addVariation(all, { name: 'x', lines: CALL.lines }),
      more,
    );
    expect(full.variations?.at(-1)?.key).toBeUndefined();
    expect(checkRhythm(full)).toEqual({ ok: true, rhythm: full });
    const many = Array.from({ length: 40 }).reduce<Rhythm>(
      (all) => addVariation(all, { name: 'x', lines: CALL.lines }),
      STEPS,
    );
    expect(many.variations?.length).toBe(32);
  });

  it('give up a key that another one is given', () => {
    const changed = changeVariation(STEPS, CALL.id, (one) => ({ ...one, key: 1 }));
    expect(changed.variations?.map(({ key }) => key)).toEqual([undefined, 2, 1]);
  });

  it('are ordered, taken out, and go with the layer they change', () => {
    const ordered = moveVariation(STEPS, CALL.id, -1).variations?.map(({ name }) => name);
    expect(ordered).toEqual(['Lift', 'Call', 'Walk']);
    expect(moveVariation(STEPS, LIFT.id, -1)).toBe(STEPS);
    const without = removeLayer(STEPS, 'layer-2').variations;
    expect(without?.map(({ name, lines }) => [name, lines.length])).toEqual([['Walk', 1]]);
    const none = [LIFT, WALK, CALL].reduce((all, { id }) => removeVariation(all, id), STEPS);
    expect(none.variations).toBeUndefined();
  });

  it('are refused with a sentence where they break a rule', () => {
    const wrong = (change: Partial<Variation>) => {
      const checked = checkRhythm({ ...STEPS, variations: [{ ...LIFT, ...change }, WALK] });
      return checked.ok ? '' : checked.messages.join(' ');
    };
    const [line] = LIFT.lines;
    if (!line) throw new Error('no line');
    expect(wrong({ name: 'Walk' })).toContain('same name');
    expect(wrong({ id: WALK.id })).toContain('same id');
    expect(wrong({ key: 2 })).toContain('same key');
    expect(wrong({ key: 10 })).not.toBe('');
    expect(wrong({ share: { num: 2, den: 16 } })).toContain('lowest terms');
    expect(wrong({ share: { num: 3, den: 2 } })).toContain('up to 1/1');
    expect(wrong({ place: { kind: 'turn', turn: 4, of: 4 } })).toContain('no turn 5 of 4');
    expect(wrong({ lines: [{ ...line, layer: 'layer-9' }] })).toContain('not there');
    expect(wrong({ lines: [line, line] })).toContain('two lines');
    expect(wrong({ lines: [{ ...line, cells: line.cells.slice(1), strokes: [] }] })).toContain(
      'not made of whole turns',
    );
    expect(wrong({ lines: [line, nth(WALK.lines, 1)] })).toContain('same number of turns');
    expect(wrong({ lines: [{ ...line, strokes: [{ slot: 0, kind: 'Q', force: 3 }] }] })).toContain(
      'no stroke “Q”',
    );
    expect(wrong({ lines: [] })).toContain('at least one layer');
  });
});

describe('what a variation changes', () => {
  it('is told by its strokes: moved, new, left out, other strokes, hands and forces', () => {
    const [lift] = changesOf(STEPS, LIFT);
    expect(lift?.said).toBe('6 new, 4 with another stroke');
    expect([...(lift?.marked ?? [])].sort((a, b) => a - b)).toEqual([
      0, 2, 4, 6, 8, 10, 12, 13, 14, 15,
    ]);
    const [drum, bell] = changesOf(STEPS, WALK);
    expect(drum?.grid.startTicks.length).toBe(32);
    expect(bell?.layer.name).toBe('Bell');
    const late = read(`rhythm A
cycle 4
layer D : goblet drum
play D . T .
variation Late
in D
play D . . T`);
    const [moved] = changesOf(late, nth(late.variations ?? [], 0));
    expect([moved?.said, ...(moved?.marked ?? [])]).toEqual(['1 moved', 3]);
    const same = changesOf(STEPS, {
      ...LIFT,
      lines: STEPS.layers.filter(({ id }) => id === 'layer-2').map(lineOfLayer),
    });
    expect(same[0]?.said).toBe('as home');
    expect(same[0]?.marked.size).toBe(0);
  });
});

describe('made of what is written', () => {
  it('is a turn of a longer line, in its place among the turns', () => {
    const kept = keepTurns(STEPS, ['layer-1'], 1);
    expect(kept.ok && kept.rhythm.variations?.at(-1)).toMatchObject({
      name: 'Turn 2',
      key: 4,
      place: { kind: 'turn', turn: 1, of: 2 },
    });
  });

  it('is as many turns as were chosen, of a line of one turn as often', () => {
    const kept = keepTurns(nameTurn(STEPS, 0, 'call', 'Up'), ['layer-1', 'layer-2'], 0, 2);
    const made = kept.ok ? kept.rhythm.variations?.at(-1) : undefined;
    expect(made?.name).toBe('call: Up');
    expect(made?.lines.map(({ cells }) => cells.length)).toEqual([8, 8]);
    expect(kept.ok && checkRhythm(kept.rhythm).ok).toBe(true);
  });

  it('is a line that moves made, or one turn of it; not one that comes round at its own length', () => {
    const [clave] = STEPS.layers;
    if (!clave) throw new Error('no clave');
    const made = { ...clave, strokes: clave.strokes.slice(1) };
    const whole = keepLine(STEPS, made, 'without the one');
    expect(whole.ok && whole.rhythm.variations?.at(-1)).toMatchObject({
      name: 'without the one',
      lines: [{ layer: 'layer-1', strokes: made.strokes }],
    });
    const turn = keepLine(STEPS, made, 'without the one', { from: 0, count: 1 });
    const line = turn.ok ? turn.rhythm.variations?.at(-1) : undefined;
    expect(line?.place).toEqual({ kind: 'turn', turn: 0, of: 2 });
    expect(line?.lines[0]?.cells.length).toBe(4);
    expect(line?.lines[0]?.strokes.map(({ slot }) => slot)).toEqual([3, 6, 10, 12]);
    expect(keepLine(STEPS, { ...made, instrument: 'hand-bell' }, 'x')).toMatchObject({
      ok: false,
      message: expect.stringContaining('Keep this one as a new rhythm'),
    });
    // What the other layers play is no part of it.
    expect(whole.ok && whole.rhythm.variations?.at(-1)?.lines).toHaveLength(1);
    const free = { ...STEPS, layers: STEPS.layers.map((one) => ({ ...one, free: true as const })) };
    const [own] = free.layers;
    expect(own && keepLine(free, own, 'x')).toMatchObject({
      ok: false,
      message: expect.stringContaining('whole turns'),
    });
    const full = Array.from({ length: 40 }).reduce<Rhythm>(
      (all) => addVariation(all, { name: 'x', lines: CALL.lines }),
      STEPS,
    );
    expect(keepTurns(full, ['layer-2'], 0)).toMatchObject({
      ok: false,
      message: expect.stringContaining('at most 32'),
    });
  });

  it('repeats what a line of one turn says and rings on through, in each of its turns', () => {
    const ringing = read(
      'rhythm A\ncycle 4\nlayer D : goblet drum\nplay D _ . .\nlayer C : claves\nplay X . . . | . X . .',
    );
    const kept = keepTurns(ringing, ['layer-1', 'layer-2'], 0, 2);
    const [drum, clave] = (kept.ok && kept.rhythm.variations?.[0]?.lines) || [];
    expect(drum?.strokes.map(({ slot }) => slot)).toEqual([0, 4]);
    expect(drum?.rings).toEqual([1, 5]);
    expect(clave?.strokes.map(({ slot }) => slot)).toEqual([0, 5]);
  });

  it('is practised after home: where it may begin, until its place comes round', () => {
    expect(names(homeAndVariation(STEPS, LIFT))).toEqual(['-', '-', '-', 'Lift 1']);
    expect(names(homeAndVariation(STEPS, WALK))).toEqual(['-', 'Walk 1', 'Walk 2']);
    const early = { ...WALK, place: { kind: 'turn', turn: 1, of: 4 } } as const;
    expect(names(homeAndVariation(STEPS, early))).toEqual(['-', 'Walk 1', 'Walk 2', '-']);
  });
});

describe('a rhythm with variations', () => {
  it('goes into another cycle with them, and says in which strokes move', () => {
    const { rhythm, variations } = recast(STEPS, cycleFromSpans('3x5'));
    expect(checkRhythm(rhythm)).toEqual({ ok: true, rhythm });
    expect(rhythm.variations?.map(({ name }) => name)).toEqual(['Lift', 'Walk', 'Call']);
    expect(variations).toEqual([]);
    expect(recast(STEPS, cycleFromSpans('2+2+3')).rhythm.variations).toHaveLength(3);
  });

  it('is mirrored and played on other instruments with them', () => {
    const mirrored = mirrorHands(STEPS).variations?.[0]?.lines[0]?.strokes[0]?.hand;
    const hand = handsOf(layerOfLine(nth(STEPS.layers, 1), nth(LIFT.lines, 0)))[0];
    expect(mirrored).toBe(hand === 'R' ? 'L' : 'R');
    const congas = instrumentNamed('congas');
    if (!congas) throw new Error('no congas');
    const changed = playOn(
      STEPS,
      'layer-2',
      congas,
      new Map([
        ['T', 'S'],
        ['D', 'B'],
      ]),
    );
    expect(changed.variations?.[0]?.lines[0]?.strokes.every(({ kind }) => kind === 'S')).toBe(true);
    expect(checkRhythm(changed).ok).toBe(true);
  });

  it('begins from the other side with them', () => {
    const sided = {
      ...STEPS,
      layers: STEPS.layers.with(0, { ...nth(STEPS.layers, 0), side: '3-2' as const }),
    };
    const turned = startFromOtherSide(sided, 'layer-1', true);
    expect(turned.ok && checkRhythm(turned.rhythm).ok).toBe(true);
    expect(turned.ok && turned.rhythm.variations?.length).toBe(3);
  });

  it('is repaired with those that fit, and names the others', () => {
    const broken = {
      ...STEPS,
      target: 0,
      variations: [LIFT, { ...WALK, lines: [{ ...nth(WALK.lines, 0), layer: 'gone' }] }, 7],
    };
    const { rhythm, said } = repairRhythm(broken, 'b');
    expect(rhythm.variations?.map(({ name }) => name)).toEqual(['Lift']);
    expect(said.join(' ')).toContain('Variation Walk does not fit');
    expect(said.join(' ')).toContain('Variation 3 does not fit');
  });

  it('tells apart two layers of one name where it is written', () => {
    const twice = read(
      TEXT.replace('layer Bell : hand bell', 'layer Drum : hand bell').replace(
        'in    Bell',
        'in    Drum : 2',
      ),
    );
    expect(twice.variations?.[1]?.lines.map(({ layer }) => layer)).toEqual(['layer-2', 'layer-3']);
    expect(writeRhythm(twice)).toContain('in    Drum : 2');
  });
});
