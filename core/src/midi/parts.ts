import { nth } from '../bounds/index.ts';
import { percussionName } from '../instrument/index.ts';
import { type Part, type PartNote, type Quarters, soundsOfNotes } from '../notation/index.ts';
import type { Force } from '../rhythm/index.ts';
import type { Seconds } from '../time/index.ts';
import { counted } from '../wording/index.ts';
import { type HeardNote, withGraces } from './graces.ts';
import { type AtTick, decoded, textsOf } from './tracks.ts';
import { CLICK_TRACK, PERCUSSION, VELOCITIES } from './write.ts';

/** The most notes that are kept of a file. */
const MOST_NOTES = 400_000;

/**
 * The notes of each channel of each track.
 * @param lost takes what is left out
 */
export function partsOf(
  tracks: readonly (readonly AtTick[])[],
  place: (tick: number) => Quarters,
  secondsAt: (tick: number) => Seconds,
  lost: string[],
): readonly Part[] {
  const parts: Part[] = [];
  let kept = 0;
  let beyond = 0;
  const fits = velocityScale(tracks);
  tracks.forEach((track, index) => {
    const byChannel = new Map<number, HeardNote[]>();
    const words = new Map<number, string>();
    for (const { tick, event } of track) {
      if (event.type === 'lyrics') words.set(tick, decoded(event.text));
      if (event.type !== 'noteOn') continue;
      const { noteNumber, channel, velocity } = event;
      if (!(noteNumber >= 0 && noteNumber < 128)) continue;
      if (kept >= MOST_NOTES) {
        beyond += 1;
        continue;
      }
      kept += 1;
      const notes = byChannel.get(channel) ?? [];
      if (notes.length === 0) byChannel.set(channel, notes);
      notes.push({
        tick,
        seconds: secondsAt(tick),
        note: { at: place(tick), sound: String(noteNumber), force: fits(velocity) },
      });
    }
    const [name = ''] = textsOf(track, 'trackName');
    const [instrument = ''] = textsOf(track, 'instrumentName');
    if (name === CLICK_TRACK && instrument === CLICK_TRACK) return;
    for (const [channel, heard] of byChannel) {
      const notes = withGraces(heard);
      const own = name || `Track ${index + 1}`;
      parts.push({
        id: `${index}-${channel}`,
        name: byChannel.size > 1 ? `${own}, channel ${channel + 1}` : own,
        ...(instrument === '' ? {} : { instrument }),
        sounds: soundsOfNotes(
          notes.map(({ note }) => note),
          (key) => describe(Number(key), channel),
        ),
        notes: withWords(notes, words),
      });
    }
  });
  if (beyond > 0) lost.push(`${counted(beyond, 'note')} beyond the first ${MOST_NOTES} left out.`);
  return parts;
}

/** A word goes to the first note at its tick. */
function withWords(
  notes: readonly { readonly tick: number; readonly note: PartNote }[],
  words: ReadonlyMap<number, string>,
): readonly PartNote[] {
  if (words.size === 0) return notes.map(({ note }) => note);
  let before = -1;
  return notes.map(({ tick, note }) => {
    const say = tick === before ? undefined : words.get(tick)?.trim();
    before = tick;
    return say ? { ...note, say } : note;
  });
}

const PITCHES = ['C', 'C♯', 'D', 'E♭', 'E', 'F', 'F♯', 'G', 'A♭', 'A', 'B♭', 'B'] as const;

function describe(note: number, channel: number) {
  const named = channel === PERCUSSION ? percussionName(note) : undefined;
  const pitch = `${nth(PITCHES, note % 12)}${Math.floor(note / 12) - 1}`;
  return {
    name: `${named ?? pitch}, note ${note}`,
    height: note,
    ...(channel === PERCUSSION ? { note } : {}),
  };
}

/**
 * How hard each note is struck beside the others. A file with just our four velocities says the forces themselves; in
 * any other one the commonest velocity is plain, and the others are heard beside it.
 */
function velocityScale(tracks: readonly (readonly AtTick[])[]): (velocity: number) => Force {
  const counts = new Map<number, number>();
  for (const { event } of tracks.flat()) {
    if (event.type === 'noteOn') {
      counts.set(event.velocity, (counts.get(event.velocity) ?? 0) + 1);
    }
  }
  const forces = Object.entries(VELOCITIES).map(([force, velocity]) => [velocity, Number(force)]);
  const own = new Map(forces as [number, Force][]);
  if ([...counts.keys()].every((velocity) => own.has(velocity))) {
    return (velocity) => own.get(velocity) ?? 3;
  }
  const [plain] = [...counts].sort(([a, x], [b, y]) => y - x || a - b)[0] ?? [96];
  return (velocity) => {
    const beside = velocity / plain;
    if (beside >= 1.15) return 4;
    return beside >= 0.8 ? 3 : beside >= 0.5 ? 2 : 1;
  };
}
