import { type Instrument, knowInstruments } from '@stride/core/instrument';
import { readMidiFile } from '@stride/core/midi';
import { readMusicXml } from '@stride/core/musicxml';
import {
  type BringIn,
  type BroughtIn,
  bringIn,
  cyclesFor,
  hearRecording,
  type Part,
  proposeBringIn,
  type Stretch,
  type Transcript,
  withBars,
  withCycle,
} from '@stride/core/transcript';

/** What is known of a file of notes before anything is made of it. */
export interface About {
  readonly name: string;
  readonly bars: number;
  readonly parts: readonly (Omit<Part, 'notes'> & { readonly notes: number })[];
  readonly lost: readonly string[];
  /** A rhythm for each stretch of bars that come round alike. */
  readonly proposed: readonly BringIn[];
}

export type Opened =
  | { readonly ok: true; readonly about: About }
  | { readonly ok: false; readonly message: string };

/** What is chosen of a file of notes; its bars and its cycle are worked out anew. */
export interface Chosen extends BringIn {
  readonly from: number;
  readonly bars: number;
  readonly cycle: Pick<Stretch, 'cycle' | 'pulse'>;
}

/** What becomes of it, and in which other cycles it could be counted. */
export interface Made extends BroughtIn {
  readonly stretch: Stretch;
}

const open = new Map<string, Transcript>();

/** Files of notes, held as long as they are looked at; the page asks for what it shows. */
export const bringApi = {
  open(
    key: string,
    kind: 'midi' | 'score',
    bytes: Uint8Array,
    name: string,
    instruments: readonly Instrument[],
  ): Opened {
    knowInstruments(instruments);
    const read = kind === 'midi' ? readMidiFile(bytes, name) : readMusicXml(bytes, name);
    return read.ok ? keep(key, read.transcript) : read;
  },

  hear(key: string, samples: Float32Array, sampleRate: number, name: string): Opened {
    const read = hearRecording(samples, sampleRate, name);
    return read.ok ? keep(key, read.transcript) : read;
  },

  make(key: string, chosen: Chosen, instruments: readonly Instrument[]): Made | undefined {
    knowInstruments(instruments);
    const transcript = open.get(key);
    if (!transcript) return undefined;
    const counted = withCycle(transcript, chosen.stretch, chosen.cycle);
    const stretch = withBars(transcript, counted, chosen.from, chosen.bars);
    return { ...bringIn(transcript, { ...chosen, stretch }, key), stretch };
  },

  cycles(stretch: Pick<Stretch, 'cycle' | 'pulse'>) {
    return cyclesFor(stretch);
  },

  close(key: string): void {
    open.delete(key);
  },
};

export type BringApi = typeof bringApi;

function keep(key: string, transcript: Transcript): Opened {
  open.set(key, transcript);
  const { name, bars, parts, lost } = transcript;
  return {
    ok: true,
    about: {
      name,
      bars: bars.length,
      parts: parts.map(({ notes, ...part }) => ({ ...part, notes: notes.length })),
      lost,
      proposed: proposeBringIn(transcript),
    },
  };
}
