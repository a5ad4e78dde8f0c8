import { type Rhythm, timeRhythm } from '@stride/core/rhythm';
import { scoreRhythm } from '@stride/core/sound';
import { readRhythm } from '@stride/core/text';
import { type OptionalPlayed, USUAL_PLAN, type VariationPlan } from '@stride/core/variation';
import { describe, expect, it } from 'vitest';
import { handPlayer } from '../audio/hand-player.testkit.ts';
import { callsVariation, isHome, isTurnTag, turnByTurn } from './play-variations.ts';

const { rhythm: HOME } = readRhythm(`rhythm A
cycle 1x4
layer Drum : goblet drum
play D / D / D / D
variation Lift
key 1
in Drum
play T / T / T / T
variation Two
key 2
in Drum
play K / . / . / . | . / K / . / .
`);
const [LIFT, TWO] = HOME.variations ?? [];
/** 240 a minute: a turn a second. */
const TEMPO = { bpm: 240, per: 1 };

async function playing(
  plan: VariationPlan = USUAL_PLAN,
  optional: OptionalPlayed = 'always',
  of: Rhythm = HOME,
) {
  const hand = handPlayer();
  let rhythm: Rhythm = of;
  const scoreOf = () => {
    const timed = timeRhythm(rhythm);
    if (!timed.ok) throw new Error(timed.message);
    return scoreRhythm(rhythm, timed.timing);
  };
  let score = scoreOf();
  const turns = turnByTurn(() => ({ rhythm, score, tempo: TEMPO, plan, optional }));
  await hand.player.play<unknown>({ owner: 'loop:a', first: turns.next(), next: turns.next });
  /** What is heard in each turn of a second: the drum’s strokes by their code. */
  const heard = () => {
    const byTurn: string[] = [];
    for (const { sound, time } of hand.scheduled()) {
      const [instrument, kind = ''] = sound.split('/');
      if (instrument !== 'goblet-drum') continue;
      const turn = Math.floor(time - 10.06 + 1e-6);
      byTurn[turn] = (byTurn[turn] ?? '') + kind;
    }
    return Array.from(byTurn, (turn) => turn ?? '');
  };
  const edit = (next: Rhythm) => {
    rhythm = next;
    score = scoreOf();
    hand.player.change({ score, where: isHome });
  };
  return { hand, turns, heard, edit };
}

describe('variations while a rhythm plays', () => {
  it('come at the beginning of the next turn when they are called, once, to their end', async () => {
    const { hand, turns, heard } = await playing();
    hand.goOn(0.3);
    turns.call(LIFT);
    hand.player.putNext(turns.again);
    hand.goOn(2.2);
    turns.call(TWO);
    hand.goOn(2.9);
    expect(heard().slice(0, 6)).toEqual(['DDDD', 'TTTT', 'DDDD', 'K', 'K', 'DDDD']);
  });

  it('come in time also when the next turn was put on the clock before they were called', async () => {
    const { hand, turns, heard } = await playing();
    hand.goOn(0.7);
    // The first stroke of the second turn waits on the clock.
    expect(heard()).toEqual(['DDDD', 'D']);
    turns.call(LIFT);
    expect(hand.player.putNext(turns.again)).toBe(true);
    expect(heard()[1]).toBe('T');
    // Taken back before it is heard.
    turns.call(undefined);
    hand.player.putNext(turns.again);
    expect(heard()[1]).toBe('D');
    hand.goOn(0.35);
    turns.call(LIFT);
    // Too late for the turn that begins now.
    expect(hand.player.putNext(turns.again)).toBe(false);
    hand.goOn(1.5);
    expect(heard().slice(0, 3)).toEqual(['DDDD', 'DDDD', 'TTTT']);
  });

  it('come one after another, and tell which is heard', async () => {
    const { hand, heard } = await playing({ ...USUAL_PLAN, way: 'in order' });
    hand.goOn(1.5);
    const tag = hand.player.position()?.segment.tag;
    expect(isTurnTag(tag) && tag).toEqual({ turn: 1, variation: LIFT?.id });
    hand.goOn(4.4);
    expect(heard().slice(0, 6)).toEqual(['DDDD', 'TTTT', 'DDDD', 'K', 'K', 'DDDD']);
  });

  it('leave an edit of home to home: it is heard there at once, and the variation stays what it is', async () => {
    const { hand, turns, heard, edit } = await playing();
    turns.call(LIFT);
    hand.goOn(0.8);
    const [layer] = HOME.layers;
    if (!layer) throw new Error('no layer');
    const strokes = layer.strokes.map((stroke) => ({ ...stroke, kind: 'k' }));
    edit({ ...HOME, layers: [{ ...layer, strokes }] });
    await Promise.resolve();
    hand.goOn(2.1);
    expect(heard().slice(1, 3)).toEqual(['TTTT', 'kkkk']);
  });

  it('leave out what may be left out, always, never, or drawn anew in every turn', async () => {
    const { rhythm: maybe } = readRhythm(
      "rhythm A\ncycle 1x4\nlayer Drum : goblet drum\nplay D / 'k? / T / ~k?",
    );
    const turns = async (optional: OptionalPlayed, seed = 1) => {
      const { hand, heard } = await playing({ ...USUAL_PLAN, seed }, optional, maybe);
      hand.goOn(12.5);
      return heard().slice(1, 12);
    };
    const whole = new Set(await turns('always'));
    expect(whole.size).toBeLessThanOrEqual(2);
    expect(new Set(await turns('never'))).toEqual(new Set(['DT']));
    const drawn = await turns('drawn');
    expect(new Set(drawn).size).toBeGreaterThan(2);
    for (const turn of drawn) expect(turn).toMatch(/^D(kk)?T(kk+)?$|^k?D(kk)?T(k+)?$/);
    expect(await turns('drawn')).toEqual(drawn);
    expect(await turns('drawn', 2)).not.toEqual(drawn);
  });
});

describe('a key', () => {
  const press = (key: string, held: object = {}) =>
    callsVariation(HOME, {
      key,
      ctrlKey: false,
      metaKey: false,
      altKey: false,
      shiftKey: false,
      ...held,
    });

  it('calls the variation that has it, alone and not with others', () => {
    expect(['1', '2', '3', 'x', 'undefined'].map((key) => press(key))).toEqual([
      true,
      true,
      false,
      false,
      false,
    ]);
    expect(press('1', { ctrlKey: true })).toBe(false);
    expect(
      callsVariation(
        {},
        { key: '1', ctrlKey: false, metaKey: false, altKey: false, shiftKey: false },
      ),
    ).toBe(false);
  });
});
