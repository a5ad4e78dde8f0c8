import { strFromU8 } from 'fflate';

/** What a file is, by how it begins, whatever it is called. */
export type FileKind =
  | 'midi'
  | 'score'
  /** A zip: a packed score, a whole library. */
  | 'packed score'
  | 'library'
  | 'sound'
  | 'text'
  | 'empty'
  | 'unknown';

/** Beginnings of files of sound: RIFF, FLAC, Ogg, MP3 with and without a head, MPEG-4, WebM. */
const SOUNDS: readonly RegExp[] = [
  /^RIFF....WAVE/s,
  /^RF64/,
  /^FORM....AIF/s,
  /^fLaC/,
  /^OggS/,
  /^ID3/,
  /^\xff[\xe2-\xfb]/,
  /^....ftyp/s,
];

/** How WebM and its kin begin. */
const MATROSKA = '\u001aE\u00df\u00a3';

/** So much of a file is looked at. */
const LOOKED_AT = 4096;

/**
 * What a file is, by its first bytes: names lie.
 * @param bytes all of it, or its beginning
 * @example fileKind(new TextEncoder().encode('rhythm A')) // 'text'
 */
export function fileKind(bytes: Uint8Array): FileKind {
  if (bytes.length === 0) return 'empty';
  const head = strFromU8(bytes.subarray(0, LOOKED_AT), true);
  if (head.startsWith('MThd')) return 'midi';
  if (head.startsWith('PK\u0003\u0004')) {
    // The name of its first file stands behind thirty bytes.
    const isOurs = /^(data|rhythms|recordings)\//.test(head.slice(30));
    return isOurs || head.includes('library.json') ? 'library' : 'packed score';
  }
  if (SOUNDS.some((beginning) => beginning.test(head)) || head.startsWith(MATROSKA)) return 'sound';
  // UTF-16 has a nought in every second byte.
  const letters = head.replaceAll('\0', '');
  if (/<score-(partwise|timewise)|<!DOCTYPE\s+score-/.test(letters)) return 'score';
  if (/^(\xef\xbb\xbf|\xfe\xff|\xff\xfe)?\s*<\?xml/.test(letters)) return 'score';
  return head.includes('\0') ? 'unknown' : 'text';
}

/** Why a file that is none of the kinds that are brought in cannot be read. */
export function sayFile(kind: 'empty' | 'unknown'): string {
  switch (kind) {
    case 'empty':
      return 'The file is empty.';
    case 'unknown':
      return 'It is none of what can be brought in: a .stride text, its data (.json), a score (MusicXML), a MIDI file, a recording, a backup (.zip).';
  }
}
