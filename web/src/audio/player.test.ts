import { timeRhythm } from '@stride/core/rhythm';
import { type NextSegment, type Score, scoreRhythm } from '@stride/core/sound';
import { readRhythm } from '@stride/core/text';
import { describe, expect, it } from 'vitest';
import { handPlayer } from './hand-player.testkit.ts';
import { createPlayer } from './player.ts';

function scoreOf(play: string): Score {
  const { rhythm } = readRhythm(`rhythm A\ncycle 1x4\nlayer D : goblet drum\nplay ${play}`);
  const timed = timeRhythm(rhythm);
  if (!timed.ok) throw new Error(timed.message);
  return scoreRhythm(rhythm, timed.timing);
}

const STEADY = scoreOf('D / T / D / T');
/** 120 a minute: a stroke every half second. */
const TEMPO = { bpm: 120, per: 1 };

const loop = (score: Score = STEADY, tempo = TEMPO): NextSegment<string> => ({
  score,
  tempo,
  startTicks: 0,
  endTicks: Number.POSITIVE_INFINITY,
  tag: 'loop',
});

async function playing(score?: Score) {
  const hand = handPlayer();
  await hand.player.play({ owner: 'write:a', first: loop(score), next: () => undefined });
  return hand;
}

/** What sounds besides the click. */
const strokes = (hand: Awaited<ReturnType<typeof playing>>) =>
  hand.scheduled().filter(({ sound }) => sound.startsWith('goblet-drum'));
const times = (hand: Awaited<ReturnType<typeof playing>>) =>
  strokes(hand).map(({ time }) => Number((time - 10.06).toFixed(6)));

describe('the player', () => {
  it('puts strokes on the clock half a second ahead, and goes on for as long as it is let', async () => {
    const hand = await playing();
    expect(hand.player.getState()).toEqual({ status: 'playing', owner: 'write:a' });
    expect(times(hand)).toEqual([0]);
    hand.goOn(30);
    const all = times(hand);
    expect(all.length).toBeGreaterThanOrEqual(60);
    expect(all).toEqual(all.map((_, index) => index * 0.5));
    expect(hand.every()).toBe(25);
    expect(hand.opened()).toBe(1);
    // Never later than it can be heard.
    expect(Math.max(...hand.scheduled().map((one) => one.time))).toBeLessThan(hand.now() + 0.5);
  });

  it('loses no stroke while the page is busy for less than it looks ahead', async () => {
    const hand = await playing();
    for (let at = 0; at < 8; at += 1) {
      hand.skip(0.3);
      hand.goOn(0.025);
    }
    const all = times(hand);
    expect(all).toEqual(all.map((_, index) => index * 0.5));
  });

  it('stops at once, takes back what is not heard yet, and rests', async () => {
    const hand = await playing();
    hand.goOn(0.7);
    hand.player.stop();
    expect(hand.player.getState()).toEqual({ status: 'idle' });
    expect(hand.every()).toBe(0);
    expect(hand.scheduled().every(({ time }) => time < hand.now())).toBe(true);
    expect(hand.player.position()).toBeUndefined();
    const before = hand.scheduled().length;
    hand.goOn(2);
    expect(hand.scheduled()).toHaveLength(before);
  });

  it('plays an edit from where it can be heard, at the same place in the music', async () => {
    const hand = await playing();
    hand.goOn(1.1);
    const edited = scoreOf('D / T / K / K');
    hand.player.change({ score: edited });
    await Promise.resolve();
    await Promise.resolve();
    hand.goOn(2);
    const kinds = strokes(hand).map(({ sound }) => /goblet-drum\W+(\w)/.exec(sound)?.[1]);
    // The third stroke was on the clock already and not heard yet: it is the new one.
    expect(kinds.slice(0, 6)).toEqual(['D', 'T', 'D', 'K', 'D', 'T']);
    expect(times(hand).slice(0, 6)).toEqual([0, 0.5, 1, 1.5, 2, 2.5]);
  });

  it('takes another tempo at once, without a jump', async () => {
    const hand = await playing();
    hand.goOn(0.8);
    hand.player.change({ tempo: { bpm: 240, per: 1 } });
    hand.goOn(2);
    const steps = times(hand).map((time, index, all) => time - (all[index - 1] ?? 0));
    expect(steps[1]).toBeCloseTo(0.5, 6);
    // From 0.86 s on a stroke comes every quarter second; the one under way comes sooner.
    expect(times(hand)[2]).toBeCloseTo(0.8 + (1 - 0.8) / 2, 6);
    expect(steps.slice(3).every((step) => Math.abs(step - 0.25) < 1e-6)).toBe(true);
    expect(hand.player.position()?.segment.tempo.bpm).toBe(240);
  });

  it('goes on with something else when the turn ends that is heard, and with what follows it', async () => {
    const hand = await playing();
    hand.goOn(1.1);
    const other = scoreOf('K / K / K / K');
    const stretch = { score: other, tempo: TEMPO, startTicks: 1, endTicks: 3, tag: 'b' };
    let begun = 0;
    hand.player.followWith(other, () => {
      begun += 1;
      return begun <= 2 ? stretch : undefined;
    });
    await Promise.resolve();
    await Promise.resolve();
    hand.goOn(6);
    const kinds = strokes(hand).map(({ sound }) => /goblet-drum\W+(\w)/.exec(sound)?.[1]);
    // Four strokes are a turn; the stretch of two comes twice, and then it is over.
    expect(kinds.join('')).toBe('DTDTKKKK');
    expect(times(hand)).toEqual([0, 0.5, 1, 1.5, 2, 2.5, 3, 3.5]);
    expect(hand.player.getState()).toEqual({ status: 'idle' });
  });

  it('changes nothing where nothing is different, or nothing plays', async () => {
    const hand = await playing();
    const before = hand.scheduled();
    hand.player.change({ tempo: { ...TEMPO } });
    expect(hand.scheduled()).toEqual(before);
    const idle = handPlayer();
    idle.player.change({ tempo: TEMPO });
    idle.player.cutTo(loop());
    expect([idle.opened(), idle.asked]).toEqual([0, []]);
    expect(idle.player.position()).toBeUndefined();
  });

  it('breaks off and begins another stretch', async () => {
    const hand = await playing();
    hand.goOn(0.7);
    const at = hand.now() + 0.06;
    hand.player.cutTo({ ...loop(scoreOf('K / K / K / K')), tag: 'cut' });
    await Promise.resolve();
    await Promise.resolve();
    const [first] = hand.scheduled().filter(({ sound }) => /goblet-drum\W+K/.test(sound));
    expect(first?.time).toBeCloseTo(at, 9);
    hand.goOn(0.2);
    expect(hand.player.position()?.segment.tag).toBe('cut');
  });

  it('asks what follows a stretch, and is idle when nothing does and the last was heard', async () => {
    const hand = handPlayer();
    const ended: string[] = [];
    const one: NextSegment<string> = { ...loop(), endTicks: STEADY.lengthTicks, tag: 'first' };
    await hand.player.play({
      owner: 'climb:a',
      first: one,
      next: ({ tag }) => {
        ended.push(tag);
        return tag === 'first' ? { ...one, tag: 'second' } : undefined;
      },
    });
    hand.goOn(5);
    expect(ended).toEqual(['first', 'second']);
    expect(times(hand)).toEqual([0, 0.5, 1, 1.5, 2, 2.5, 3, 3.5]);
    expect(hand.player.getState()).toEqual({ status: 'idle' });
    expect(hand.every()).toBe(0);
  });

  it('hands on how loud each layer is, also what was said before there was an output', async () => {
    const hand = handPlayer();
    const quiet = new Map([['layer-1', 0]]);
    hand.player.setLevels(quiet);
    expect(hand.levels().size).toBe(0);
    await hand.player.play({ owner: 'a', first: loop(), next: () => undefined });
    expect(hand.levels()).toBe(quiet);
    hand.player.setLevels(new Map());
    expect(hand.levels().size).toBe(0);
  });

  it('gives a choke its end', async () => {
    const hand = await playing(scoreOf('D^ / . / T / .'));
    expect(strokes(hand)[0]?.until).toBeCloseTo(10.06 + 0.5, 9);
  });
});

describe('a player that cannot', () => {
  it('says that the browser holds sound back', async () => {
    const hand = handPlayer();
    hand.hold(false);
    await hand.player.play({ owner: 'a', first: loop(), next: () => undefined });
    expect(hand.player.getState()).toMatchObject({ status: 'blocked' });
    expect(JSON.stringify(hand.player.getState())).toContain('holds sound back');
    expect([hand.scheduled(), hand.every()]).toEqual([[], 0]);
  });

  it('says that sounds could not be computed, before and while it plays', async () => {
    const hand = handPlayer();
    hand.prepareWith(() => Promise.reject(new Error('no')));
    await hand.player.play({ owner: 'a', first: loop(), next: () => undefined });
    expect(JSON.stringify(hand.player.getState())).toContain('could not be computed');
    const other = await playing();
    other.goOn(0.2);
    other.prepareWith(() => Promise.reject(new Error('no')));
    other.player.change({ score: scoreOf('K / K / K / K') });
    other.player.cutTo(loop(scoreOf('K / . / . / .')));
    await new Promise((resolve) => setTimeout(resolve));
    expect(other.said).toHaveLength(2);
    expect(other.said[0]).toContain('what plays goes on as it was');
    other.goOn(3);
    expect(other.scheduled().some(({ sound }) => /goblet-drum\W+K/.test(sound))).toBe(false);
  });

  it('says that there is no output', async () => {
    const player = createPlayer({
      openOutput() {
        throw new Error('none');
      },
      beat: () => undefined,
      sounds: { prepare: () => Promise.resolve(), take: () => undefined },
      say: () => undefined,
    });
    await player.play({ owner: 'a', first: loop(), next: () => undefined });
    expect(JSON.stringify(player.getState())).toContain('no sound output');
  });

  it('does not begin after all where it was overtaken or stopped while it woke', async () => {
    const hand = handPlayer();
    let ready: () => void = () => undefined;
    hand.prepareWith(() => new Promise((resolve) => (ready = resolve)));
    const first = hand.player.play({ owner: 'a', first: loop(), next: () => undefined });
    expect(hand.player.getState()).toEqual({ status: 'waking', owner: 'a' });
    hand.player.stop();
    ready();
    await first;
    expect([hand.player.getState().status, hand.scheduled()]).toEqual(['idle', []]);
    const changed = await playing();
    let computed: () => void = () => undefined;
    changed.prepareWith(() => new Promise((resolve) => (computed = resolve)));
    changed.player.change({ score: scoreOf('K / K / K / K') });
    changed.player.stop();
    computed();
    await new Promise((resolve) => setTimeout(resolve));
    expect(changed.player.getState().status).toBe('idle');
  });

  it('tells its listeners of every state, until they leave', async () => {
    const hand = handPlayer();
    const seen: string[] = [];
    const leave = hand.player.subscribe(() => seen.push(hand.player.getState().status));
    await hand.player.play({ owner: 'a', first: loop(), next: () => undefined });
    hand.player.stop();
    expect(seen).toEqual(['waking', 'playing', 'idle']);
    leave();
    await hand.player.play({ owner: 'a', first: loop(), next: () => undefined });
    expect(seen).toHaveLength(3);
  });
});

describe('a long rehearsal', () => {
  it('has every stroke where it belongs to the last, after eight hours as after ten minutes', async () => {
    const seconds = process.env.SOAK ? 8 * 3600 : 600;
    const hand = await playing();
    hand.goOn(seconds);
    const all = strokes(hand);
    expect(all.length).toBeGreaterThanOrEqual(seconds * 2);
    const off = all.reduce(
      (most, { time }, at) => Math.max(most, Math.abs(time - 10.06 - at * 0.5)),
      0,
    );
    // A sample at 48,000 a second is 0.02 ms.
    expect(off).toBeLessThan(0.00002);
  }, 120_000);
});
