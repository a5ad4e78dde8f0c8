import { type Form, isFormText, readForm } from '@stride/core/form';
import { fileKind, formatOf, readFormJson, sayFile } from '@stride/core/formats';
import type { Instrument } from '@stride/core/instrument';
import type { Rhythm } from '@stride/core/rhythm';
import { canonical } from '@stride/core/safekeeping';
import * as Comlink from 'comlink';
import { shelfRhythms } from '../form/files.ts';
import { ownInstruments } from '../store/known-instruments.ts';
import { lazyWorker } from '../workers/lazy-worker.ts';
import type { About, BringApi, Opened } from './bring-api.ts';
import type { Given } from './given.ts';

/** What a file holds, as it is looked at. */
export type Found =
  | { readonly kind: 'refused'; readonly messages: readonly string[] }
  | {
      readonly kind: 'rhythm';
      readonly rhythm: Rhythm;
      readonly instruments: readonly Instrument[];
    }
  | {
      readonly kind: 'form';
      readonly form: Form;
      readonly rhythms: readonly Rhythm[];
      readonly instruments: readonly Instrument[];
      readonly notes: readonly string[];
    }
  | { readonly kind: 'library' }
  | { readonly kind: 'notes'; readonly about: About };

/** The largest file of each kind, in bytes. */
const LIMITS = { text: 5_000_000, notes: 30_000_000, sound: 200_000_000 } as const;

/** Reads files of notes beside the page, however large they are. */
export const bringWorker = lazyWorker<BringApi>(
  () => new Worker(new URL('../workers/bring.worker.ts', import.meta.url), { type: 'module' }),
);

const refused = (...messages: readonly string[]): Found => ({ kind: 'refused', messages });

/** Looks at a file; nothing is kept of it yet. Never throws. */
export async function readGiven({ key, name, file }: Given): Promise<Found> {
  try {
    const head = new Uint8Array(await file.slice(0, 4096).arrayBuffer());
    const kind = fileKind(head);
    if (kind === 'library') return { kind: 'library' };
    if (kind === 'midi' || kind === 'score' || kind === 'packed score') {
      if (file.size > LIMITS.notes) return refused(tooLarge(file.size, LIMITS.notes));
      return await readNotes(key, kind === 'midi' ? 'midi' : 'score', file, plainName(name));
    }
    if (kind === 'sound') {
      if (file.size > LIMITS.sound) return refused(tooLarge(file.size, LIMITS.sound));
      return await readSound(key, file, plainName(name));
    }
    if (kind !== 'text') return refused(sayFile(kind));
    if (file.size > LIMITS.text) return refused(tooLarge(file.size, LIMITS.text));
    return await readText(key, name, await file.text());
  } catch {
    return refused('The file could not be read: it may have been moved or taken away meanwhile.');
  }
}

const tooLarge = (size: number, most: number) =>
  `It is ${(size / 1e6).toFixed(1)} MB; ${most / 1e6} MB is the most.`;

/** A file's name without what it ends with. */
const plainName = (name: string) => name.replace(/\.[a-z0-9]{1,8}$/i, '') || name;

async function readNotes(
  key: string,
  kind: 'midi' | 'score',
  file: Blob,
  name: string,
): Promise<Found> {
  const bytes = new Uint8Array(await file.arrayBuffer());
  const opened = await bringWorker.call<Opened>(async (api) =>
    api.open(key, kind, bytes, name, ownInstruments.now()),
  );
  return opened.ok ? { kind: 'notes', about: opened.about } : refused(opened.message);
}

/** The rate the ear is best at. */
const RATE = 48_000;

async function readSound(key: string, file: Blob, name: string): Promise<Found> {
  const bytes = await file.arrayBuffer();
  let sound: AudioBuffer;
  try {
    sound = await new OfflineAudioContext(1, 1, RATE).decodeAudioData(bytes);
  } catch {
    return refused(
      'This browser cannot read a recording of this kind. Save it as a WAV file, and bring that in.',
    );
  }
  const samples = new Float32Array(sound.length);
  for (let channel = 0; channel < sound.numberOfChannels; channel += 1) {
    const own = sound.getChannelData(channel);
    for (let at = 0; at < samples.length; at += 1) {
      samples[at] = (samples[at] ?? 0) + (own[at] ?? 0) / sound.numberOfChannels;
    }
  }
  const opened = await bringWorker.call<Opened>(async (api) =>
    api.hear(key, Comlink.transfer(samples, [samples.buffer]), RATE, name),
  );
  return opened.ok ? { kind: 'notes', about: opened.about } : refused(opened.message);
}

async function readText(key: string, name: string, text: string): Promise<Found> {
  if (text.trimStart().startsWith('{')) {
    const read = readFormJson(text, ownInstruments.now());
    if (read.ok) return { kind: 'form', ...read, notes: [] };
  } else if (isFormText(text)) {
    const { form, problems, usable } = readForm(text, await shelfRhythms(), key);
    const said = problems.map(
      ({ line, column, message }) => `Line ${line}, column ${column}: ${message}`,
    );
    return usable
      ? { kind: 'form', form, rhythms: [], instruments: [], notes: said }
      : refused(...said.slice(0, 6));
  }
  const result = formatOf(name, text).read(text, key, ownInstruments.now());
  if (!result.ok) return refused(...result.messages);
  return { kind: 'rhythm', rhythm: result.rhythm, instruments: result.instruments };
}

/** What stands on the Shelf under a rhythm's name already: the same, or another one. */
export function alreadyThere(
  rhythm: Rhythm,
  shelf: readonly Rhythm[],
): 'the same' | 'its name' | undefined {
  const bare = ({ id: _id, origin: _origin, ...rest }: Rhythm) => canonical(rest);
  const own = bare(rhythm);
  if (shelf.some((one) => one.name === rhythm.name && bare(one) === own)) return 'the same';
  return shelf.some(({ name }) => name === rhythm.name) ? 'its name' : undefined;
}
