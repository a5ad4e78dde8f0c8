import { isFormText } from '@stride/core/form';
import { fileKind, formatOf, sayFile } from '@stride/core/formats';
import { readMidiFile } from '@stride/core/midi';
import { readMusicXml } from '@stride/core/musicxml';
import { bringIn, type Grid, proposeBringIn, sayUnsure } from '@stride/core/notation';
import type { Rhythm } from '@stride/core/rhythm';

/** What a file holds: rhythms, and what of it they have no place for. */
export type Opened =
  | { readonly ok: true; readonly rhythms: readonly Rhythm[]; readonly lost: readonly string[] }
  | { readonly ok: false; readonly messages: readonly string[] };

const refuse = (...messages: readonly string[]): Opened => ({ ok: false, messages });

/**
 * Reads a file of any form there is, by what it holds and not by its name.
 * @param grid where notes of other programs are put; as is proposed where it is not given
 */
export function openFile(bytes: Uint8Array, name: string, grid?: Grid): Opened {
  const kind = fileKind(bytes);
  const plain = name.replace(/^.*[\\/]/, '').replace(/\.[a-z0-9]{1,8}$/i, '');
  switch (kind) {
    case 'midi':
    case 'score':
    case 'packed score': {
      const read = kind === 'midi' ? readMidiFile(bytes, plain) : readMusicXml(bytes, plain);
      if (!read.ok) return refuse(read.message);
      const { notation } = read;
      const made = proposeBringIn(notation).map((proposed, index) =>
        bringIn(
          notation,
          grid === undefined ? proposed : { ...proposed, grid },
          `rhythm-${index + 1}`,
        ),
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
    case 'text': {
      const text = new TextDecoder().decode(bytes);
      if (isFormText(text)) return refuse('It is a form; the command line reads rhythms.');
      const read = formatOf(name, text).read(text, 'rhythm-1');
      return read.ok ? { ok: true, rhythms: [read.rhythm], lost: [] } : refuse(...read.messages);
    }
    case 'library':
      return refuse('It is a whole library: restore it in the program, on Safekeeping.');
    case 'sound':
      return refuse('It is a recording; the command line cannot hear.');
    default:
      return refuse(sayFile(kind));
  }
}
