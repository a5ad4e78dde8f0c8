import { isFormText } from '../form/index.ts';
import type { Instrument } from '../instrument/index.ts';
import { type StrokeNotes, writeMidiFile } from '../midi/index.ts';
import { packXml, writeMusicXml } from '../musicxml/index.ts';
import { type Rhythm, timeRhythm } from '../rhythm/index.ts';
import { performRhythm } from '../sound/index.ts';
import { readRhythm, writeRhythm } from '../text/index.ts';
import { A_FORM, type JsonResult, readJson, writeJson } from './json.ts';

/** What a file holds, or in sentences why it cannot be used. */
export type FileResult = JsonResult;

/** A rhythm as a file. */
export interface WrittenFile {
  readonly content: string | Uint8Array<ArrayBuffer>;
  /** What of the rhythm is not in it, in sentences. */
  readonly lost: readonly string[];
}

/** A form in which a rhythm is taken away. */
export interface RhythmFormat {
  /** What its files end with, without the dot. */
  readonly suffix: string;
  /** What it is called. */
  readonly name: string;
  /** What it is good for, in a sentence. */
  readonly note: string;
  readonly mediaType: string;
  /** @param notes which note each stroke is, where the form has notes and another than the usual one is wanted */
  write(rhythm: Rhythm, notes?: StrokeNotes): WrittenFile;
}

/** A form that is text, and holds all of a rhythm. */
export interface TextFormat extends RhythmFormat {
  /** Whether a text that is in no file of a known suffix looks as if it were written so. */
  looksLike(text: string): boolean;
  /**
   * @param id the id the rhythm gets
   * @param own instruments of one's own that are known
   */
  read(text: string, id: string, own?: readonly Instrument[]): FileResult;
}

/** The most problems of a text that are told of a file. */
const MOST = 6;

const whole = (content: string): WrittenFile => ({ content, lost: [] });

/** The program's own form. */
export const OWN_FORMAT: TextFormat = {
  suffix: 'stride',
  name: 'The written form',
  note: 'Plain text, to read and to type on.',
  mediaType: 'text/plain;charset=utf-8',
  write: (rhythm) => whole(writeRhythm(rhythm)),
  looksLike: () => true,
  read(text, id, own) {
    if (isFormText(text)) return { ok: false, messages: [A_FORM] };
    const { rhythm, problems, more, usable } = readRhythm(text, id, own);
    if (usable) return { ok: true, rhythm, instruments: [] };
    const errors = problems.filter((problem) => problem.severity === 'error');
    const left = errors.length + more - MOST;
    return {
      ok: false,
      messages: [
        ...errors
          .slice(0, MOST)
          .map(({ line, column, message }) => `Line ${line}, column ${column}: ${message}`),
        ...(left > 0 ? [`And ${left} more.`] : []),
      ],
    };
  },
};

const JSON_FORMAT: TextFormat = {
  suffix: 'json',
  name: 'Data',
  note: 'Everything the program knows of it, for programs of one’s own.',
  mediaType: 'application/json',
  write: (rhythm) => whole(writeJson(rhythm)),
  looksLike: (text) => text.trimStart().startsWith('{'),
  read(text, id, own) {
    const result = readJson(text, own);
    return result.ok ? { ...result, rhythm: { ...result.rhythm, id } } : result;
  },
};

const MUSICXML_FORMAT: RhythmFormat = {
  suffix: 'musicxml',
  name: 'A score',
  note: 'MusicXML, for programs that write notes.',
  mediaType: 'application/vnd.recordare.musicxml+xml',
  write(rhythm) {
    const { text, lost } = writeMusicXml(rhythm);
    return { content: text, lost };
  },
};

const PACKED_FORMAT: RhythmFormat = {
  ...MUSICXML_FORMAT,
  suffix: 'mxl',
  name: 'A score, packed',
  note: 'The same, a tenth as large.',
  mediaType: 'application/vnd.recordare.musicxml',
  write(rhythm) {
    const { text, lost } = writeMusicXml(rhythm);
    return { content: packXml(text), lost };
  },
};

const MIDI_FORMAT: RhythmFormat = {
  suffix: 'mid',
  name: 'Notes',
  note: 'A MIDI file, for sequencers and drum machines.',
  mediaType: 'audio/midi',
  write(rhythm, notes = {}) {
    const timed = timeRhythm(rhythm);
    if (!timed.ok) return { content: new Uint8Array(), lost: [timed.message] };
    const { fullTicks, turnTicks } = timed.timing;
    const turns = Math.min(MOST_TURNS, fullTicks / turnTicks);
    const { bytes, lost } = writeMidiFile(performRhythm(rhythm, timed.timing, { turns }), {
      notes,
    });
    return { content: bytes, lost };
  },
};

/** Turns of a rhythm that are written out as notes where nothing else is asked for. */
export const MOST_TURNS = 512;

/** The forms that are text, the program's own one first. */
export const TEXT_FORMATS: readonly TextFormat[] = [OWN_FORMAT, JSON_FORMAT];

/** Every form there is, in the order in which they are offered; the first one is the program's own. */
export const FORMATS: readonly RhythmFormat[] = [
  OWN_FORMAT,
  JSON_FORMAT,
  MUSICXML_FORMAT,
  PACKED_FORMAT,
  MIDI_FORMAT,
];

/** The form of a text: by what it looks like where that is plain, else by its name, else the program's own. */
export function formatOf(fileName: string, text: string): TextFormat {
  const name = fileName.toLowerCase();
  return (
    TEXT_FORMATS.find((one) => one !== OWN_FORMAT && one.looksLike(text)) ??
    TEXT_FORMATS.find(({ suffix }) => name.endsWith(`.${suffix}`)) ??
    OWN_FORMAT
  );
}
