// @vitest-environment happy-dom
import { type Ladder, planPath } from '@stride/core/climb';
import { type Hit, STRICTNESS } from '@stride/core/ear';
import { wayThrough } from '@stride/core/passage';
import { timeRhythm } from '@stride/core/rhythm';
import { USUAL_CLICK } from '@stride/core/sound';
import { readRhythm } from '@stride/core/text';
import { act } from 'react';
import { createRoot } from 'react-dom/client';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { handPlayer } from '../audio/hand-player.testkit.ts';
import type { Player } from '../audio/player.ts';
import { type EarInput, type EarListener, InputError } from '../ear/input.ts';
import type { EndedRun } from './ended-run.ts';
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
  readonly input?: EarInput | undefined;
  readonly onRun: (run: EndedRun) => void;
}

function Host({ ladder, player, see, input, onRun }: HostProps) {
  const [layer] = rhythm.layers;
  if (!timed.ok || !layer) throw new Error('no line');
  const { timing } = timed;
  const [grid] = timing.layers;
  if (!grid) throw new Error('no grid');
  const { ticksPerPulse } = timing;
  const stones = wayThrough('whole', { rhythm, layer, grid, ticksPerPulse, pieces: [] });
  see(
    useClimb({
      id: 'a',
      parts: {
        rhythm,
        timing,
        path: planPath(stones, ladder, rhythm.tempo.per),
        per: rhythm.tempo.per,
        click: USUAL_CLICK,
        company: {},
      },
      line: { rhythm, timing, layerIndex: 0, layer, grid },
      strictness: STRICTNESS.usual,
      peakOf: () => 0.5,
      input,
      onRun,
      player,
    }),
  );
  return null;
}

/** The hook in a component of its own, on a player whose clock is set by hand. */
async function climb(ladder: Ladder = LADDER, input?: EarInput) {
  const hand = handPlayer();
  let now: Climbing | undefined;
  const runs: EndedRun[] = [];
  const onRun = (run: EndedRun) => runs.push(run);
  const see = (climbing: Climbing) => {
    now = climbing;
  };
  const root = createRoot(document.createElement('div'));
  await act(async () =>
    root.render(
      <Host ladder={ladder} player={hand.player} see={see} input={input} onRun={onRun} />,
    ),
  );
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
    runs,
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
  it('asks for every sound of its way before it counts in', async () => {
    const { send, hand } = await climb();
    await send({ type: 'start' });
    const [asked = []] = hand.asked;
    const [layer] = rhythm.layers;
    // The count-in itself has only clicks.
    for (const { kind } of layer?.strokes ?? [])
      expect(asked.some((key) => key.startsWith(`goblet-drum/${kind}/`))).toBe(true);
  });

  it('counts in, plays, counts in on the next rung, and has reached the tempo', async () => {
    const { climbing, send, goOn, hand } = await climb();
    await send({ type: 'start' });
    expect(climbing()).toMatchObject({ running: true, state: { status: 'counting-in', rung: 0 } });
    await goOn(1.2);
    expect(climbing().counted).toBe(1);
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

describe('runs of a climb that nothing listens to', () => {
  const said = (runs: readonly EndedRun[]) =>
    runs.map(({ rung, whole, brokenOff, seconds }) => [
      rung,
      whole,
      brokenOff,
      Math.round(seconds * 10) / 10,
    ]);

  it('are handed over one by one as each rung is done, the last with its last pass', async () => {
    const { runs, send, goOn } = await climb();
    await send({ type: 'start' });
    await goOn(6);
    expect(runs).toEqual([]);
    await goOn(20);
    expect(said(runs)).toEqual([
      [0, 1, false, 4],
      [1, 1, false, 2.4],
      [2, 1, false, 2],
    ]);
    expect(runs.every(({ result, hits }) => result === undefined && hits.length === 0)).toBe(true);
  });

  it('are handed over as far as they went where they are broken off: stopped, another rung, gone', async () => {
    const { runs, send, goOn } = await climb({ ...LADDER, passes: 3 });
    await send({ type: 'start' });
    await goOn(2);
    await send({ type: 'stop' });
    // In the count-in nothing was played yet.
    expect(runs).toEqual([]);
    await send({ type: 'start' });
    await goOn(0.06 + 4 + 5);
    await send({ type: 'up' });
    expect(said(runs)).toEqual([[0, 1, true, 5]]);
    await goOn(0.1 + 2.4 + 1.5);
    await send({ type: 'stop' });
    expect(runs).toHaveLength(2);
    expect(runs[1]).toMatchObject({ rung: 1, whole: 0, brokenOff: true });
    await send({ type: 'start' });
    await goOn(0.06 + 4 + 2);
    leave?.();
    expect(runs[2]).toMatchObject({ rung: 0, whole: 0, brokenOff: true });
  });
});

/** An input whose strokes the test gives. */
function byHand(opens: () => void = () => undefined) {
  let listener: EarListener | undefined;
  const input: EarInput = {
    kind: 'pads',
    device: 'pads',
    async open(given) {
      opens();
      listener = given;
      return {
        stop() {
          listener = undefined;
        },
      };
    },
  };
  return {
    input,
    isOpen: () => listener !== undefined,
    hit: (time: number) => act(async () => listener?.hear({ time })),
    hear: (...hits: readonly Hit[]) =>
      act(async () => {
        for (const one of hits) listener?.hear(one);
      }),
    pullOut: () => act(async () => listener?.fail('It was pulled out.')),
  };
}

const PASSES: Ladder = { ...LADDER, passes: 2 };
/** What the hook waits for passes as the test says, however long the machine takes. */
const later = (ms: number) => act(() => vi.advanceTimersByTimeAsync(ms));

describe('a climb that is heard', () => {
  beforeEach(() => vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout', 'performance'] }));
  afterEach(() => vi.useRealTimers());

  it('judges the passes of a rung, waits, and goes up on a stroke', async () => {
    const { input, isOpen, hit } = byHand();
    const { climbing, send, goOn, hand, runs } = await climb(PASSES, input);
    await send({ type: 'start' });
    expect(isOpen()).toBe(true);
    const start = 10 + 0.06 + 4;
    await goOn(4.2);
    expect(climbing().state).toMatchObject({ status: 'playing', pass: 1 });
    // Eight strokes, two of them a little early: nothing is missed.
    for (let beat = 0; beat < 8; beat += 1) await hit(start + beat - (beat % 4 === 1 ? 0.006 : 0));
    await goOn(8.1);
    expect(climbing()).toMatchObject({ running: false, state: { status: 'listening', rung: 0 } });
    await later(500);
    expect(climbing().state).toMatchObject({ status: 'judged', rung: 0, verdict: 'up' });
    expect(climbing().result?.findings[0]?.text).toMatch(/^Clean: spread \d ms, nothing missed\.$/);
    expect(climbing().result?.judgement.match.met).toHaveLength(8);
    expect(runs).toHaveLength(1);
    expect(runs[0]).toMatchObject({ rung: 0, whole: 2, brokenOff: false });
    expect(runs[0]?.seconds).toBeCloseTo(8, 6);
    expect(runs[0]?.result).toBe(climbing().result);
    // A stroke that still belongs to the run is no sign; one after it is.
    await hit(hand.now());
    expect(climbing().state.status).toBe('judged');
    await later(900);
    await hit(hand.now());
    await goOn(0.1);
    expect(climbing().state).toMatchObject({ status: 'counting-in', rung: 1 });
    await send({ type: 'stop' });
    expect(isOpen()).toBe(false);
  });

  it('stays where strokes are missing, and one key overrules it', async () => {
    const { input, hit } = byHand();
    const { climbing, send, goOn } = await climb(PASSES, input);
    await send({ type: 'start' });
    await goOn(4.2);
    const start = 14.06;
    for (const beat of [0, 1, 2, 4, 5, 6, 7]) await hit(start + beat);
    await goOn(8.1);
    await later(500);
    expect(climbing().state).toMatchObject({ status: 'judged', verdict: 'stay', tries: 1 });
    expect(climbing().result?.findings[0]?.text).toBe('The tek on 4 is missing, once out of two.');
    await send({ type: 'up' });
    await goOn(0.1);
    expect(climbing().state).toMatchObject({ status: 'counting-in', rung: 1 });
  });

  it('says why an input cannot be opened, and does not begin', async () => {
    const { input } = byHand(() => {
      throw new InputError('There is no microphone.');
    });
    const { climbing, send } = await climb(PASSES, input);
    await send({ type: 'start' });
    expect(climbing()).toMatchObject({
      running: false,
      problem: 'There is no microphone.',
      state: { status: 'ready' },
    });
  });

  it('keeps a run as far as it went where the device is pulled out', async () => {
    const { input, hit, pullOut } = byHand();
    const { climbing, send, goOn, runs } = await climb(PASSES, input);
    await send({ type: 'start' });
    await goOn(4.2);
    for (const beat of [0, 1, 2]) await hit(14.06 + beat);
    await goOn(2.8);
    await pullOut();
    await later(500);
    expect(runs).toHaveLength(1);
    expect(runs[0]).toMatchObject({ whole: 0, brokenOff: true });
    expect(climbing().problem).toBe('It was pulled out.');
    expect(climbing().state).toMatchObject({ status: 'judged', verdict: 'stay' });
    expect(climbing().result?.judgement).toMatchObject({ asked: 3, match: { missed: [] } });
  });

  it('learns in the count-in how the program comes back through the microphone', async () => {
    const { input, hear } = byHand();
    const microphone: EarInput = { ...input, kind: 'microphone' };
    const { climbing, send, goOn } = await climb(PASSES, microphone);
    await send({ type: 'start' });
    // Every click comes back 90 ms later, softly, while it is counted in as well as afterwards.
    const clicks = (from: number, count: number) =>
      Array.from({ length: count }, (_, beat) => ({ time: from + beat + 0.09, loud: 0.02 }));
    await goOn(2.5);
    await hear(...clicks(10.06, 3));
    await goOn(1.7);
    await hear(...clicks(13.06, 1));
    const strokes = Array.from({ length: 8 }, (_, beat) => ({ time: 14.06 + beat, loud: 0.4 }));
    await hear(...strokes, ...clicks(14.06, 8));
    await goOn(8.1);
    await later(500);
    expect(climbing().result?.judgement.match.extra).toEqual([]);
    expect(climbing().state).toMatchObject({ status: 'judged', verdict: 'up' });
  });

  it('stops where the device is pulled out before anything was played', async () => {
    const { input, pullOut } = byHand();
    const { climbing, send, goOn } = await climb(PASSES, input);
    await send({ type: 'start' });
    await goOn(1);
    await pullOut();
    expect(climbing()).toMatchObject({
      running: false,
      problem: 'It was pulled out.',
      state: { status: 'stopped' },
      result: undefined,
    });
  });
});
