import { createStore } from '../ui/store.ts';
import { SAMPLE_RATE } from './voices.ts';

/** What is played from samples now, by a name its owner gave it; nothing where nothing is. */
export const playedSamples = createStore<string | undefined>(undefined);

let context: AudioContext | undefined;
let source: AudioBufferSourceNode | undefined;

/** Plays samples once, in place of what was played so before. */
export async function playSamples(name: string, samples: Float32Array<ArrayBuffer>): Promise<void> {
  stopSamples();
  context ??= new AudioContext({ sampleRate: SAMPLE_RATE });
  await context.resume();
  const buffer = new AudioBuffer({ length: samples.length, sampleRate: SAMPLE_RATE });
  buffer.copyToChannel(samples, 0);
  const mine = new AudioBufferSourceNode(context, { buffer });
  mine.connect(context.destination);
  mine.onended = () => {
    if (source === mine) stopSamples();
  };
  source = mine;
  mine.start();
  playedSamples.set(name);
}

export function stopSamples(): void {
  source?.stop();
  source?.disconnect();
  source = undefined;
  if (playedSamples.now() !== undefined) playedSamples.set(undefined);
}
