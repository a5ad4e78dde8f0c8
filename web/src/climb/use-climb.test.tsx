// @vitest-environment happy-dom
import type { Ladder } from '@stride/core/climb';
import { timeRhythm } from '@stride/core/rhythm';
import { readRhythm } from '@stride/core/text';
import { act } from 'react';
import { createRoot } from 'react-dom/client';
import { afterEach, describe, expect, it } from 'vitest';
import { handPlayer } from '../audio/hand-player.testkit.ts';
import type { Player } from '../audio/player.ts';
import { type Climbing, isPassPlaying, useClimb } from './use-climb.ts';

Object.assign(globalThis, { IS_REACT_ACT_ENVIRONMENT: true });

const { rhythm } = readRhythm(
  'rhythm A\ncycle 1x4\nlayer D : goblet drum\nplay D / T / D / T',
  'a',
);
const timed = timeRhythm(rhythm);
/** Two rungs, 60 and 120, each once: a turn lasts four seconds and two. */
const LADDER: Ladder = { from: 60, to: 120, step: { kind: 'bpm', value: 40 }, passes: 1 };

let leave: (() => void) | undefined;
afterEach(() => leave?.());

interface HostProps {
  readonly ladder: Ladder;
  readonly player: Player;
  readonly see: (climbing: Climbing) => void;
}

function Host({ ladder, player, see }: HostProps) {
  see(useClimb(rhythm, timed, ladder, player));
  return null;
}

/** The hook in a component of its own, on a player whose clock is set by hand. */
async function climb(ladder: Ladder = LADDER) {
  const hand = handPlayer();
  let now: Climbing | undefined;
  const see = (climbing: Climbing) => {
    now = climbing;
  };
  const root = createRoot(document.createElement('div'));
  await act(async () => root.render(<Host ladder={ladder} player={hand.player} see={see} />));
  leave = () => {
    act(() => root.unmount());
    leave = undefined;
  };
  const climbing = () => {
    if (!now) throw new Error('not rendered');
    return now;
  };
  const frame = () =>
    act(() => new Promise((resolve) => requestAnimationFrame(() => resolve(undefined))));
  return {
    hand,
    climbing,
    async send(...given: Parameters<Climbing['send']>) {
      await act(async () => climbing().send(...given));
      await frame();
    },
    async goOn(seconds: number) {
      await act(async () => hand.goOn(seconds));
      await frame();
    },
  };
}

describe('a climb that is played', () => {
  it('counts in, plays, counts in on the next rung, and has reached the tempo', async () => {
    const { climbing, send, goOn, hand } = await climb();
    expect(climbing().rungs).toEqual([60, 100, 120]);
    await send({ type: 'start' });
    expect(climbing()).toMatchObject({ running: true, state: { status: 'counting-in', rung: 0 } });
    await goOn(1.2);
    expect(climbing().counted).toBe(2);
    await goOn(3);
    expect(climbing()).toMatchObject({
      state: { status: 'playing', rung: 0, pass: 1 },
      counted: undefined,
    });
    expect(isPassPlaying(hand.player.position()?.segment.tag)).toBe(true);
    await goOn(4);
    expect(climbing().state).toMatchObject({ status: 'counting-in', rung: 1 });
    expect(hand.player.position()?.segment.tempo.bpm).toBe(100);
    await goOn(2.5);
    expect(climbing().state).toMatchObject({ status: 'playing', rung: 1 });
    await goOn(2.5);
    await goOn(2);
    expect(climbing().state).toMatchObject({ status: 'playing', rung: 2 });
    await goOn(2.5);
    await goOn(0.1);
    expect(climbing()).toMatchObject({ state: { status: 'reached', rung: 2 }, running: false });
    // Counted in three times and played three times with the click, four strokes each, none twice.
    const all = hand.scheduled();
    expect(all).toHaveLength(36);
    expect(all.filter(({ sound }) => sound.startsWith('goblet-drum'))).toHaveLength(12);
  });

  it('stays on a rung until it is asked again', async () => {
    const { climbing, send, goOn } = await climb();
    await send({ type: 'start' });
    await goOn(4.3);
    await send({ type: 'stay' });
    expect(climbing().state).toMatchObject({ status: 'playing', staying: true });
    await goOn(8);
    expect(climbing().state).toMatchObject({ status: 'playing', rung: 0, pass: 3, staying: true });
    await send({ type: 'stay' });
    await goOn(4);
    expect(climbing().state).toMatchObject({ rung: 1 });
  });

  it('goes up and down at once, and stops where it was', async () => {
    const { climbing, send, goOn, hand } = await climb();
    await send({ type: 'start', rung: 1 });
    await goOn(1);
    await send({ type: 'up' });
    await goOn(0.1);
    expect(climbing().state).toMatchObject({ status: 'counting-in', rung: 2 });
    expect(hand.player.position()?.segment.tempo.bpm).toBe(120);
    await send({ type: 'down' });
    await send({ type: 'down' });
    expect(climbing().state).toMatchObject({ status: 'counting-in', rung: 0 });
    await send({ type: 'stop' });
    expect(climbing()).toMatchObject({ running: false, state: { status: 'stopped', rung: 0 } });
    expect(hand.player.getState().status).toBe('idle');
    await send({ type: 'up' });
    expect(climbing().running).toBe(false);
  });
});
