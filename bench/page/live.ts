import { collect, type Score, startTransport } from '@stride/core/sound';
import * as Tone from 'tone';

/** What was put on the audio clock: when it is to sound, and the clock when it was asked for. */
export interface Live {
  readonly strokes: number;
  /** Strokes asked for after their time. */
  readonly late: number;
  /** Greatest distance from the exact time, in microseconds. */
  readonly worst: number;
}

const STEPS = 4;
const BPM = 133;
const SECONDS = 4;
const STEP = 60 / BPM / STEPS;

/** Blocks the main thread for 200 ms, again and again, while something plays. */
async function disturb(): Promise<void> {
  const end = performance.now() + SECONDS * 1000;
  while (performance.now() < end) {
    const until = performance.now() + 200;
    while (performance.now() < until);
    await new Promise((resolve) => setTimeout(resolve, 150));
  }
}

function summary(calls: readonly { at: number; now: number }[], first: number): Live {
  const errors = calls.map(({ at }) => {
    const steps = (at - first) / STEP;
    return Math.abs(steps - Math.round(steps)) * STEP * 1e6;
  });
  return {
    strokes: calls.length,
    late: calls.filter(({ at, now }) => at < now).length,
    worst: Math.max(...errors),
  };
}

/** The program's transport, as its player drives it. */
async function ours(): Promise<Live> {
  const context = new AudioContext({ sampleRate: 48_000 });
  await context.resume();
  const sound = { instrument: 'hand-bell', kind: 'X', force: 3 } as const;
  const score: Score = {
    ticksPerPulse: 1,
    lengthTicks: 16,
    turnTicks: 16,
    events: Array.from({ length: 16 }, (_, ticks) => ({ ticks, offset: 0, layer: 'a', sound })),
  };
  const startTime = context.currentTime + 0.06;
  let transport = startTransport({
    score,
    tempo: { bpm: BPM, per: STEPS },
    startTime,
    startTicks: 0,
    endTicks: Number.POSITIVE_INFINITY,
    tag: 0,
  });
  const calls: { at: number; now: number }[] = [];
  const tick = () => {
    const result = collect(transport, context.currentTime + 0.35, () => undefined);
    transport = result.transport;
    for (const { time } of result.due) calls.push({ at: time, now: context.currentTime });
  };
  const worker = new Worker(
    URL.createObjectURL(new Blob(['setInterval(() => postMessage(0), 25)'])),
  );
  worker.onmessage = tick;
  tick();
  await disturb();
  worker.terminate();
  await context.close();
  return summary(calls, startTime);
}

/** Tone's transport with its own usual settings, on the same steps. */
async function tones(): Promise<Live> {
  await Tone.start();
  const transport = Tone.getTransport();
  const calls: { at: number; now: number }[] = [];
  transport.bpm.value = BPM;
  transport.scheduleRepeat(
    (at) => calls.push({ at, now: Tone.getContext().rawContext.currentTime }),
    '16n',
  );
  transport.start('+0.1');
  await disturb();
  transport.stop();
  return summary(calls, calls[0]?.at ?? 0);
}

declare global {
  interface Window {
    live: () => Promise<{ ours: Live; tone: Live }>;
  }
}

window.live = async () => ({ ours: await ours(), tone: await tones() });
