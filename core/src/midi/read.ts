import { barsUntil, type Notation, type NotationResult } from '../notation/index.ts';
import { rational } from '../time/index.ts';
import { partsOf } from './parts.ts';
import { labelled, signsOf } from './signs.ts';
import { placer, secondsOf } from './ticks.ts';
import { chunksOf, readHeader, readTrack, textsOf } from './tracks.ts';
import { CYCLE_TEXT } from './write.ts';

/** The largest file that is read, in bytes. */
export const MIDI_LIMIT = 20_000_000;
/** The most bars that are kept of one. */
const MOST_BARS = 20_000;

/**
 * Reads a Standard MIDI File of type 0 or 1. Never throws: what is cut off or damaged is read as far as it goes, and
 * told. Every channel of every track is a part.
 */
export function readMidiFile(bytes: Uint8Array, name: string): NotationResult {
  if (bytes.length > MIDI_LIMIT) {
    return fail(`It has ${Math.round(bytes.length / 1e6)} MB; ${MIDI_LIMIT / 1e6} MB is the most.`);
  }
  const resolution = readHeader(bytes);
  if (typeof resolution === 'string') return fail(resolution);
  const lost: string[] = [];
  const tracks = chunksOf(bytes).map((chunk, index) => {
    const track = readTrack(chunk.bytes);
    if (!track) lost.push(`Track ${index + 1} is damaged and was left out.`);
    else if (chunk.isCut) lost.push(`Track ${index + 1} is cut off: what is there of it was read.`);
    return track ?? [];
  });
  const place = placer(resolution);
  const parts = partsOf(tracks, place, secondsOf(tracks.flat(), resolution), lost);
  if (parts.length === 0) return fail('There is not one note in it that can be read.');
  const all = tracks.flat();
  const last = tracks.reduce((most, track) => Math.max(most, track.at(-1)?.tick ?? 0), 0);
  const { meterAt, tempos } = signsOf(all, place, lost);
  const bars = barsUntil(rational(last, resolution), meterAt, MOST_BARS);
  const cycle = textsOf(tracks[0] ?? [], 'text')
    .find((text) => text.startsWith(CYCLE_TEXT))
    ?.slice(CYCLE_TEXT.length);
  const [title] = textsOf(tracks[0] ?? [], 'trackName');
  const notation: Notation = {
    name: title || name,
    bars: labelled(bars, all, resolution),
    tempos,
    parts,
    lost,
    ...(cycle === undefined ? {} : { hints: { cycle } }),
  };
  return { ok: true, notation };
}

const fail = (message: string): NotationResult => ({ ok: false, message });
