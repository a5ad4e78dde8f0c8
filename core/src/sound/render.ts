import type { Hertz, Samples, Seconds, Tempo, Ticks } from '../time/index.ts';
import { renderStroke } from '../voice/index.ts';
import { CLICK_LAYER, type Score, SECOND_LAYER } from './score.ts';
import { type Sound, soundKey } from './sound.ts';
import { createTakes } from './takes.ts';
import { collect, startTransport, timeOf } from './transport.ts';

/**
 * The samples of one stroke.
 * @param take which of its kind it is: see {@link createTakes}
 * @throws RangeError where the stroke has no voice
 */
export function renderSound(
  { instrument, own, kind, force, weak, tuned }: Sound,
  sampleRate: Hertz,
  take = 0,
): Float32Array {
  return renderStroke(
    instrument,
    kind,
    { force, take, weak: weak === true, tuned: tuned ?? 1 },
    sampleRate,
    own,
  );
}

/** How a rhythm is made into samples at once. */
export interface RenderOptions {
  readonly tempo: Tempo;
  readonly turns: number;
  readonly sampleRate: Hertz;
  readonly click?: boolean;
  /** Layers that are left out. */
  readonly muted?: ReadonlySet<string>;
}

/**
 * Computes some turns of a rhythm as samples, mono: what the transport hands out for them, so that what
 * is rendered is what is played. Each time is rounded once. The tail of the last strokes is kept.
 */
export function renderScore(score: Score, options: RenderOptions): Float32Array {
  const { tempo, turns, sampleRate } = options;
  const sounds = new Map<string, Float32Array>();
  const takeOf = createTakes();
  const endTicks: Ticks = turns * score.turnTicks;
  const only = { score, tempo, startTime: 0, startTicks: 0, endTicks, tag: undefined };
  const end = timeOf(only, endTicks);
  const tail: Seconds = 1;
  const out = new Float32Array(Math.round(end * sampleRate) + Math.ceil(tail * sampleRate));
  const { due } = collect(startTransport(only), end + tail, () => undefined);
  for (const { time, until, event } of due) {
    const isClick = event.layer === CLICK_LAYER || event.layer === SECOND_LAYER;
    if (isClick ? !options.click : options.muted?.has(event.layer)) continue;
    const name = soundKey(event.sound);
    const take = takeOf(name);
    const key = `${name} ${take}`;
    const samples = sounds.get(key) ?? renderSound(event.sound, sampleRate, take);
    sounds.set(key, samples);
    const at = Math.round(time * sampleRate);
    const length = until === undefined ? samples.length : Math.round(until * sampleRate) - at;
    addAt(out, samples, at, length, Math.round(DAMP_FADE * sampleRate), event.gain ?? 1);
  }
  return out;
}

/** How long a choked stroke takes to die, so that it does not click. */
export const DAMP_FADE: Seconds = 0.012;

/** Adds a sound; past `length` it dies within `fade` samples. */
function addAt(
  out: Float32Array,
  samples: Float32Array,
  at: Samples,
  length: Samples,
  fade: Samples,
  gain: number,
): void {
  const from = Math.max(0, -at);
  const to = Math.min(samples.length, out.length - at, length + fade);
  for (let i = from; i < to; i += 1) {
    const share = i < length ? gain : gain * (1 - (i - length) / fade);
    out[at + i] = (out[at + i] ?? 0) + (samples[i] ?? 0) * share;
  }
}
