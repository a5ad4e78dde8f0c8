import {
  type Hertz,
  rational,
  type Samples,
  type Seconds,
  type Tempo,
  type Ticks,
  toSample,
} from '../time/index.ts';
import { CLICK_LAYER, type Score, type ScoreEvent, type Sound, soundKey } from './score.ts';
import { renderVoice } from './voice.ts';
import { findVoice } from './voices.ts';

/** The samples of one stroke. @throws RangeError where the stroke has no voice. */
export function renderSound(sound: Sound, sampleRate: Hertz): Float32Array {
  const voice = findVoice(sound.instrument, sound.kind);
  if (!voice) throw new RangeError(`no voice for ${soundKey(sound)}`);
  return renderVoice(voice, sound.force, sampleRate);
}

export interface RenderOptions {
  readonly tempo: Tempo;
  readonly turns: number;
  readonly sampleRate: Hertz;
  readonly click?: boolean;
  /** Layers that are left out. */
  readonly muted?: ReadonlySet<string>;
}

/** The exact sample of an event in a round of the loop: rounded once, from the start of everything. */
export function sampleOf(
  score: Score,
  event: Pick<ScoreEvent, 'ticks' | 'offset' | 'parts'>,
  round: number,
  tempo: Tempo,
  sampleRate: Hertz,
): Samples {
  const ticks: Ticks = round * score.lengthTicks + event.ticks;
  const { parts = 1 } = event;
  const at = rational(Math.round(ticks * parts), parts * score.ticksPerPulse);
  return toSample(at, tempo, sampleRate) + Math.round(event.offset * sampleRate);
}

/**
 * Computes some turns of a rhythm as samples, mono. Each stroke begins at its exact time rounded
 * once to a sample. The tail of the last strokes is kept.
 */
export function renderScore(score: Score, options: RenderOptions): Float32Array {
  const { tempo, turns, sampleRate } = options;
  const sounds = new Map<string, Float32Array>();
  const end: Ticks = turns * score.turnTicks;
  const tail: Seconds = 1;
  const length =
    toSample(rational(end, score.ticksPerPulse), tempo, sampleRate) + Math.ceil(tail * sampleRate);
  const out = new Float32Array(length);
  for (let round = 0; round * score.lengthTicks < end; round += 1) {
    for (const event of score.events) {
      if (round * score.lengthTicks + event.ticks >= end) break;
      if (event.layer === CLICK_LAYER ? !options.click : options.muted?.has(event.layer)) continue;
      const key = soundKey(event.sound);
      const samples = sounds.get(key) ?? renderSound(event.sound, sampleRate);
      sounds.set(key, samples);
      const at = sampleOf(score, event, round, tempo, sampleRate);
      const { dampTicks } = event;
      const length =
        dampTicks === undefined
          ? samples.length
          : sampleOf(
              score,
              { ticks: event.ticks + dampTicks, offset: 0 },
              round,
              tempo,
              sampleRate,
            ) - at;
      addAt(out, samples, at, length, Math.round(DAMP_FADE * sampleRate));
    }
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
): void {
  const from = Math.max(0, -at);
  const to = Math.min(samples.length, out.length - at, length + fade);
  for (let i = from; i < to; i += 1) {
    const share = i < length ? 1 : 1 - (i - length) / fade;
    out[at + i] = (out[at + i] ?? 0) + (samples[i] ?? 0) * share;
  }
}
