import { type Form, isFormText } from '@stride/core/form';
import { fileKind, formatOf, readFormJson, sayFile } from '@stride/core/formats';
import { readMidiFile } from '@stride/core/midi';
import { readMusicXml } from '@stride/core/musicxml';
import {
  type BringIn,
  bringIn,
  hearRecording,
  type NotationResult,
  proposeBringIn,
  sayUnsure,
} from '@stride/core/notation';
import type { Rhythm } from '@stride/core/rhythm';
import { readWav } from '@stride/core/sound';

/** What a file holds: rhythms, and what of it they have no place for; or a form with the rhythms it plays from. */
export type Opened =
  | {
      readonly ok: true;
      readonly rhythms: readonly Rhythm[];
      readonly lost: readonly string[];
      readonly form?: Form;
    }
  | { readonly ok: false; readonly messages: readonly string[] };

const refuse = (...messages: readonly string[]): Opened => ({ ok: false, messages });

/** Where notes are put, and how many pulses come before the one. */
export type HowNotes = Partial<Pick<BringIn, 'grid' | 'later'>>;

/**
 * Reads a file of any form there is, by what it holds and not by its name.
 * @param how notes of other programs and strokes of recordings become rhythms; as is proposed where it is not said
 */
export function openFile(bytes: Uint8Array, name: string, how: HowNotes = {}): Opened {
  const kind = fileKind(bytes);
  const plain = name.replace(/^.*[\\/]/, '').replace(/\.[a-z0-9]{1,8}$/i, '');
  switch (kind) {
    case 'midi':
      return fromNotes(readMidiFile(bytes, plain), how);
    case 'score':
    case 'packed score':
      return fromNotes(readMusicXml(bytes, plain), how);
    case 'sound': {
      const read = readWav(bytes);
      if (!read.ok) return refuse(`${read.message} Other recordings are heard in the program.`);
      return fromNotes(hearRecording(read.samples, read.sampleRate, plain), how);
    }
    case 'text': {
      const text = new TextDecoder().decode(bytes);
      if (isFormText(text)) {
        return refuse(
          'It is a form as text, which only names its rhythms. Take it away as .json, which brings them along.',
        );
      }
      const read = formatOf(name, text).read(text, 'rhythm-1');
      if (read.ok) return { ok: true, rhythms: [read.rhythm], lost: [] };
      const form = readFormJson(text);
      if (form.ok) return { ok: true, rhythms: form.rhythms, lost: [], form: form.form };
      return refuse(...(holdsForm(text) ? form.messages : read.messages));
    }
    case 'library':
      return refuse('It is a whole library: restore it in the program, on Safekeeping.');
    default:
      return refuse(sayFile(kind));
  }
}

/** Notes as the rhythms they most likely are. */
function fromNotes(read: NotationResult, how: HowNotes): Opened {
  if (!read.ok) return refuse(read.message);
  const { notation } = read;
  const made = proposeBringIn(notation).map((proposed, index) =>
    bringIn(notation, { ...proposed, ...how }, `rhythm-${index + 1}`),
  );
  return {
    ok: true,
    rhythms: made.map(({ rhythm }) => rhythm),
    lost: [
      ...notation.lost,
      ...made.flatMap(({ lost, unsure }) => [...lost, ...[sayUnsure(unsure)].filter(Boolean)]),
    ],
  };
}

/** Whether it is meant as a form, right or wrong. */
function holdsForm(text: string): boolean {
  try {
    const data: unknown = JSON.parse(text);
    return typeof data === 'object' && data !== null && 'form' in data;
  } catch {
    return false;
  }
}
