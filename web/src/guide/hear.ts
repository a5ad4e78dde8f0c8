import type { Timbre } from '@stride/core/instrument';
import { timeRhythm } from '@stride/core/rhythm';
import { scoreRhythm } from '@stride/core/sound';
import { readRhythm } from '@stride/core/text';
import { renderTimbre } from '@stride/core/voice';
import { player } from '../audio/the-player.ts';
import { SAMPLE_RATE } from '../audio/voices.ts';
import { knownInstrument, ownInstruments } from '../store/known-instruments.ts';

/** Plays a stroke soft, plain and accented, once. */
export function hearStroke(instrument: string, code: string): void {
  const name = knownInstrument(instrument)?.name ?? '';
  const { rhythm } = readRhythm(
    `rhythm One stroke\ncycle 1x4\nlayer A : ${name}\nplay ${code}- / ${code} / ${code}! / .`,
    'one-stroke',
    ownInstruments.now(),
  );
  const timed = timeRhythm(rhythm);
  if (!timed.ok) return;
  const score = scoreRhythm(rhythm, timed.timing);
  // Under a name of its own, so that no level of an open rhythm silences it.
  const events = score.events.filter((event) => event.layer !== 'click');
  const alone = { ...score, events: events.map((event) => ({ ...event, layer: 'guide' })) };
  void player.play({
    owner: `guide:${instrument}:${code}`,
    first: {
      score: alone,
      tempo: { bpm: 100, per: 1 },
      startTicks: 0,
      endTicks: score.lengthTicks,
      tag: 'guide',
    },
    next: () => undefined,
  });
}

let context: AudioContext | undefined;

/** Plays a computed voice at a pitch, which need not belong to any instrument yet. */
export function hearVoice(timbre: Timbre, pitch: number): void {
  context ??= new AudioContext({ sampleRate: SAMPLE_RATE });
  const samples = renderTimbre(timbre, pitch, { force: 3, take: 0 }, SAMPLE_RATE);
  const buffer = new AudioBuffer({ length: samples.length, sampleRate: SAMPLE_RATE });
  buffer.copyToChannel(new Float32Array(samples), 0);
  const source = new AudioBufferSourceNode(context, { buffer });
  source.connect(new GainNode(context, { gain: 0.6 })).connect(context.destination);
  void context.resume();
  source.start();
}
