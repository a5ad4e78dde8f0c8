import { INSTRUMENTS } from '@stride/core/instrument';
import { readMidiFile } from '@stride/core/midi';
import { readMusicXml } from '@stride/core/musicxml';
import { timeRhythm } from '@stride/core/rhythm';
import { performRhythm, record, secondsOf, wavPieces } from '@stride/core/sound';
import { readRhythm } from '@stride/core/text';
import type { Figure } from './figure.ts';

const NOTE =
  '<note><unpitched><display-step>C</display-step><display-octave>5</display-octave></unpitched><duration>1</duration><voice>1</voice><type>16th</type><notehead>x</notehead><notations><articulations><accent/></articulations></notations></note>\n';

/** A score of so many bytes at least, as other programs write one. */
function score(bytes: number): Uint8Array {
  const bars: string[] = [];
  for (let size = 0; size < bytes; size += NOTE.length * 16) {
    const head =
      bars.length === 0
        ? '<attributes><divisions>4</divisions><time><beats>4</beats><beat-type>4</beat-type></time></attributes>'
        : '';
    bars.push(`<measure number="${bars.length + 1}">${head}${NOTE.repeat(16)}</measure>`);
  }
  return new TextEncoder().encode(
    `<score-partwise><part-list><score-part id="P"><part-name>Congas</part-name></score-part></part-list><part id="P">${bars.join('')}</part></score-partwise>`,
  );
}

/** A MIDI file with so many notes. */
function notes(count: number): Uint8Array {
  const track: number[] = [];
  for (let at = 0; at < count; at += 1) {
    track.push(at === 0 ? 0 : 120, 0x99, 36 + (at % 5), 100, 0, 0x89, 36 + (at % 5), 0);
  }
  track.push(0, 0xff, 0x2f, 0);
  const size = [24, 16, 8, 0].map((shift) => (track.length >> shift) & 255);
  return Uint8Array.from([
    ...[77, 84, 104, 100, 0, 0, 0, 6, 0, 0, 0, 1, 1, 224, 77, 84, 114, 107],
    ...size,
    ...track,
  ]);
}

/** Twelve players of twelve instruments, thirteen strokes a turn each. */
function twelve() {
  const layers = INSTRUMENTS.slice(0, 12).map(({ name, strokes }) => {
    const code = (at: number) => strokes[at % strokes.length]?.code ?? '';
    return `layer ${name} : ${name}\nplay ${code(0)} ${code(1)} ${code(2)} . / ${code(3)}! . (${code(1)}) ${code(0)} / ${code(2)} ${code(2)} . ${code(4)} / ${code(0)} . ${code(1)} .`;
  });
  const { rhythm } = readRhythm(`rhythm A\ncycle 4x4\ntempo 120\n${layers.join('\n')}`);
  const timed = timeRhythm(rhythm);
  if (!timed.ok) throw new Error(timed.message);
  return performRhythm(rhythm, timed.timing, { turns: 300 });
}

const MB = 1e6;

/** Files of other programs, and sound as a file. */
export function formatFigures(): Figure[] {
  const xml = score(5 * MB);
  const midi = notes(100_000);
  const since = (run: () => unknown) => {
    const start = performance.now();
    run();
    return performance.now() - start;
  };
  const xmlMs = since(() => readMusicXml(xml, 'x'));
  const midiMs = since(() => readMidiFile(midi, 'x'));
  const performed = twelve();
  let most = 0;
  const before = process.memoryUsage();
  const wavMs = since(() => {
    const recording = record(performed, { sampleRate: 48_000, spread: 0.6, click: 'wood' });
    for (const piece of wavPieces(recording, 24)) {
      const { heapUsed, arrayBuffers } = process.memoryUsage();
      most = Math.max(most, heapUsed + arrayBuffers - before.heapUsed - before.arrayBuffers);
      if (piece.length === 0) break;
    }
  });
  return [
    {
      what: 'a MusicXML file of 5 MB read',
      value: `${xmlMs.toFixed(0)} ms`,
      limit: '2 s',
      ok: xmlMs < 2000,
    },
    {
      what: 'a MIDI file of 100,000 notes read',
      value: `${midiMs.toFixed(0)} ms`,
      limit: '500 ms',
      ok: midiMs < 500,
    },
    {
      what: `${Math.round(secondsOf(performed) / 60)} minutes of twelve layers as sound, by one worker, without a room`,
      value: `${(wavMs / 1000).toFixed(1)} s, ${(most / MB).toFixed(0)} MB`,
      limit: '10 s, 300 MB',
      ok: wavMs < 10_000 && most < 300 * MB,
    },
  ];
}
