import { closeSync, openSync, readFileSync, writeFileSync, writeSync } from 'node:fs';
import { clock, findAll, type Laid, layOut, performForm } from '@stride/core/form';
import { FORMATS, type WrittenFile } from '@stride/core/formats';
import { writeMidiFile } from '@stride/core/midi';
import { packXml, writeFormXml } from '@stride/core/musicxml';
import type { Grid } from '@stride/core/notation';
import { readLayer, USUAL_CEILING } from '@stride/core/read';
import { type Rhythm, timeRhythm } from '@stride/core/rhythm';
import {
  type Performance,
  performRhythm,
  record,
  secondsOf,
  wavHead,
  wavPieces,
} from '@stride/core/sound';
import { counted } from '@stride/core/wording';
import papaparse from 'papaparse';
import about from '../package.json' with { type: 'json' };
import { type HowNotes, openFile } from './open.ts';
import { numberIn, type Words, wordsOf } from './words.ts';

const { unparse } = papaparse;

const HELP = `humble-stride: rhythms as files, without the program

  humble-stride convert IN OUT     from one form into another, by what OUT ends with:
                                   ${FORMATS.map(({ suffix }) => `.${suffix}`).join(' ')}
                                   A file with several signatures becomes OUT-1, OUT-2 …
  humble-stride check FILE ...     says line by line what is wrong with each
  humble-stride read FILE          what the program reads of each layer, or finds of a form:
                                   --csv as a table
  humble-stride render IN OUT.wav  as sound: --turns 8 --bpm 90 --count-in 1 --click
                                   --rate 48000 --bits 16

  --grid exact | heard | N         where notes of other programs and strokes of recordings are
                                   put: where they are, as they were most likely meant, on N
                                   parts of each beat
  --before N                       so many pulses come before the one; they stand at the end,
                                   since all comes round
  --help, --version

IN is read by what it holds: .stride, .json, MusicXML (.musicxml, .mxl), MIDI, and recordings
(.wav), whose strokes are heard. A form (.json) is checked, read, converted to .mid or a score,
and rendered.
It ends with 0 where all went well, 1 where a file could not be read or written, 2 where it
was asked for something it does not know.
`;

/** Where what is said goes. */
export interface Io {
  readonly out: (text: string) => void;
  readonly error: (text: string) => void;
}

const STANDARD: Io = {
  out: (text) => process.stdout.write(`${text}\n`),
  error: (text) => process.stderr.write(`${text}\n`),
};

/** A file that could not be read or written, in sentences. */
class Failed extends Error {
  override readonly name = 'Failed';
}

/** What is asked for is not known. */
class Unknown extends Error {
  override readonly name = 'Unknown';
}

/** Does what is asked for. @returns the exit code */
export async function main(typed: readonly string[], io: Io = STANDARD): Promise<number> {
  try {
    const words = asked(typed);
    const [command, ...files] = words.words;
    if (words.settings.has('version')) io.out(`humble-stride ${about.version}`);
    else if (words.settings.has('help') || command === undefined || command === 'help')
      io.out(HELP);
    else if (command === 'convert') convert(files, words, io);
    else if (command === 'check') check(files, io);
    else if (command === 'read') read(files, words, io);
    else if (command === 'render') render(files, words, io);
    else throw new Unknown(`There is no command “${command}”.`);
    return 0;
  } catch (error) {
    const said = error instanceof Error ? error.message : String(error);
    io.error(said);
    if (!(error instanceof Unknown)) return 1;
    io.error('humble-stride --help tells what there is.');
    return 2;
  }
}

/** Settings there are; any other is a slip of the hand. */
const SETTINGS: ReadonlySet<string> = new Set([
  'help',
  'version',
  'csv',
  'click',
  'grid',
  'before',
  'turns',
  'bpm',
  'count-in',
  'rate',
  'bits',
]);

function asked(typed: readonly string[]): Words {
  let words: Words;
  try {
    words = wordsOf(typed);
  } catch (error) {
    throw new Unknown(error instanceof Error ? error.message : String(error));
  }
  for (const name of words.settings.keys()) {
    if (!SETTINGS.has(name)) throw new Unknown(`There is no setting --${name}.`);
  }
  return words;
}

/** Numbers that cannot be are slips of the hand as well. */
function number(
  words: Words,
  name: string,
  usual: number,
  range: readonly [number, number],
): number {
  try {
    return numberIn(words, name, usual, range);
  } catch (error) {
    throw new Unknown(error instanceof Error ? error.message : String(error));
  }
}

function two(files: readonly string[], usage: string): readonly [string, string] {
  const [from, to, more] = files;
  if (from === undefined || to === undefined || more !== undefined) {
    throw new Unknown(`Write it as: humble-stride ${usage}`);
  }
  return [from, to];
}

/** What a file holds; what that has no place for is said. */
function opened(file: string, io: Io, how?: HowNotes): Held {
  let bytes: Uint8Array;
  try {
    bytes = readFileSync(file);
  } catch {
    throw new Failed(`${file}: there is no such file, or it may not be read.`);
  }
  const result = openFile(bytes, file, how);
  if (!result.ok) throw new Failed(result.messages.map((one) => `${file}: ${one}`).join('\n'));
  for (const one of result.lost) io.error(`${file}: ${one}`);
  const { rhythms, form } = result;
  if (!form) return { rhythms };
  return { rhythms, laid: layOut(form, new Map(rhythms.map((rhythm) => [rhythm.id, rhythm]))) };
}

interface Held {
  readonly rhythms: readonly Rhythm[];
  /** Where it is a form. */
  readonly laid?: Laid;
}

/** A form as it is played through. */
function played(file: string, laid: Laid): Performance {
  const performance = performForm(laid);
  if (!performance) throw new Failed(`${file}: nothing is played in it.`);
  return performance;
}

function gridOf({ settings }: Words): Grid | undefined {
  const text = settings.get('grid');
  if (text === undefined || text === 'exact' || text === 'heard') return text;
  const parts = Number(text);
  if (Number.isInteger(parts) && parts >= 1 && parts <= 32) return parts;
  throw new Unknown(`--grid is exact, heard, or a number from 1 to 32, not “${text}”.`);
}

/** How notes are to become rhythms, as far as it was said. */
function howNotes(words: Words): HowNotes {
  const grid = gridOf(words);
  const later = number(words, 'before', 0, [0, 4096]);
  if (!Number.isInteger(later))
    throw new Unknown(`--before is a whole number of pulses, not ${later}.`);
  return {
    ...(grid === undefined ? {} : { grid }),
    ...(words.settings.has('before') ? { later } : {}),
  };
}

function convert(files: readonly string[], words: Words, io: Io): void {
  const [from, to] = two(files, 'convert IN OUT');
  const format = FORMATS.find(({ suffix }) => to.toLowerCase().endsWith(`.${suffix}`));
  if (!format) {
    throw new Unknown(
      `${to}: its name ends with none of ${FORMATS.map(({ suffix }) => `.${suffix}`).join(', ')}.`,
    );
  }
  const { rhythms, laid } = opened(from, io, howNotes(words));
  if (laid) {
    const { content, lost } = writtenForm(from, laid, format.suffix);
    keep(to, content);
    io.out(`${to}: ${laid.form.name}`);
    for (const one of lost) io.error(`${to}: ${one}`);
    return;
  }
  rhythms.forEach((rhythm, index) => {
    const name = rhythms.length === 1 ? to : to.replace(/(\.[a-z]+)$/i, `-${index + 1}$1`);
    const { content, lost } = format.write(rhythm);
    keep(name, content);
    io.out(`${name}: ${rhythm.name}`);
    for (const one of lost) io.error(`${name}: ${one}`);
  });
}

/** A form as notes or as a score. */
function writtenForm(from: string, laid: Laid, suffix: string): WrittenFile {
  if (suffix === 'mid') {
    const { bytes, lost } = writeMidiFile(played(from, laid));
    return { content: bytes, lost };
  }
  if (suffix === 'musicxml' || suffix === 'mxl') {
    const { text, lost } = writeFormXml(laid);
    return { content: suffix === 'mxl' ? packXml(text) : text, lost };
  }
  throw new Unknown(`${from} is a form: it becomes .mid, .musicxml or .mxl, or by “render” .wav.`);
}

function keep(file: string, content: string | Uint8Array): void {
  try {
    writeFileSync(file, content);
  } catch {
    throw new Failed(`${file}: it could not be written there.`);
  }
}

function check(files: readonly string[], io: Io): void {
  if (files.length === 0) throw new Unknown('Write it as: humble-stride check FILE ...');
  const wrong = files.filter((file) => {
    try {
      const { rhythms, laid } = opened(file, io);
      const what = laid ? sayForm(laid) : rhythms.map(({ name }) => name).join(', ');
      io.out(`${file}: good, ${what}`);
      return false;
    } catch (error) {
      if (!(error instanceof Failed)) throw error;
      io.error(error.message);
      return true;
    }
  });
  if (wrong.length > 0) throw new Failed(`${wrong.length} of ${files.length} could not be read.`);
}

function sayForm({ form, spans, length }: Laid): string {
  return `${form.name}, a form of ${counted(spans.length, 'section')}, ${clock(length)}`;
}

function read(files: readonly string[], { settings }: Words, io: Io): void {
  const [file, more] = files;
  if (file === undefined || more !== undefined) {
    throw new Unknown('Write it as: humble-stride read FILE');
  }
  const isTable = settings.has('csv');
  const { rhythms, laid } = opened(file, io);
  if (laid) {
    readForm(laid, isTable, io);
    return;
  }
  if (isTable) io.out('rhythm,layer,group,finding');
  for (const rhythm of rhythms) {
    if (!isTable) io.out(rhythm.name);
    rhythm.layers.forEach(({ name }, index) => {
      if (!isTable) io.out(`\n${name}`);
      for (const { title, findings } of readLayer(rhythm, index)) {
        for (const { text } of findings) {
          io.out(isTable ? unparse([[rhythm.name, name, title, text]]) : `  ${title}: ${text}`);
        }
      }
    });
  }
}

/** What is found of a form, section by section. */
function readForm(laid: Laid, isTable: boolean, io: Io): void {
  io.out(isTable ? 'form,section,finding' : sayForm(laid));
  const names = new Map(laid.form.sections.map(({ id, name }) => [id, name]));
  for (const { section, text } of findAll({ laid, ceiling: USUAL_CEILING })) {
    const name = names.get(section) ?? '';
    io.out(isTable ? unparse([[laid.form.name, name, text]]) : `  ${name}: ${text}`);
  }
}

function render(files: readonly string[], words: Words, io: Io): void {
  const [from, to] = two(files, 'render IN OUT.wav');
  const { rhythms, laid } = opened(from, io, howNotes(words));
  const performance = laid ? played(from, laid) : playedTurns(from, rhythms[0], words);
  const bits = number(words, 'bits', 16, [16, 24]);
  if (bits !== 16 && bits !== 24) throw new Unknown(`--bits is 16 or 24, not ${bits}.`);
  const recording = record(performance, {
    sampleRate: number(words, 'rate', 48_000, [8000, 96_000]),
    spread: 0.6,
    room: 'dry',
    click: words.settings.has('click') ? 'wood' : false,
  });
  let file: number;
  try {
    file = openSync(to, 'w');
  } catch {
    throw new Failed(`${to}: it could not be written there.`);
  }
  try {
    writeSync(file, wavHead(recording, bits));
    for (const piece of wavPieces(recording, bits)) writeSync(file, piece);
  } finally {
    closeSync(file);
  }
  io.out(`${to}: ${performance.name}, ${Math.round(secondsOf(performance))} s`);
}

/** Turns of a rhythm, as many and as fast as is asked for. */
function playedTurns(file: string, rhythm: Rhythm | undefined, words: Words): Performance {
  if (!rhythm) throw new Failed(`${file}: there is no rhythm in it.`);
  const timed = timeRhythm(rhythm);
  if (!timed.ok) throw new Failed(`${file}: ${timed.message}`);
  return performRhythm(rhythm, timed.timing, {
    turns: number(words, 'turns', 8, [1, 10_000]),
    countIn: number(words, 'count-in', 0, [0, 8]),
    ...(words.settings.has('bpm') ? { bpm: number(words, 'bpm', 90, [10, 400]) } : {}),
  });
}
