import type { Instrument } from '@stride/core/instrument';
import { readMidiFile } from '@stride/core/midi';
import { readMusicXml } from '@stride/core/musicxml';
import {
  type BringIn,
  type BroughtIn,
  bringIn,
  cyclesFor,
  hearRecording,
  type Notation,
  type Part,
  proposeBringIn,
  type Stretch,
  withBars,
  withCycle,
} from '@stride/core/notation';

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

const open = new Map<string, Notation>();

/** Files of notes, held as long as they are looked at; the page asks for what it shows. */
export const bringApi = {
  open(
    key: string,
    kind: 'midi' | 'score',
    bytes: Uint8Array,
    name: string,
    own: readonly Instrument[],
  ): Opened {
    const read = kind === 'midi' ? readMidiFile(bytes, name) : readMusicXml(bytes, name);
    return read.ok ? keep(key, read.notation, own) : read;
  },

  hear(key: string, samples: Float32Array, sampleRate: number, name: string): Opened {
    const read = hearRecording(samples, sampleRate, name);
    return read.ok ? keep(key, read.notation) : read;
  },

  make(key: string, chosen: Chosen): Made | undefined {
    const notation = open.get(key);
    if (!notation) return undefined;
    const counted = withCycle(notation, chosen.stretch, chosen.cycle);
    const stretch = withBars(notation, counted, chosen.from, chosen.bars);
    return { ...bringIn(notation, { ...chosen, stretch }, key), stretch };
  },

  cycles(stretch: Pick<Stretch, 'cycle' | 'pulse'>) {
    return cyclesFor(stretch);
  },

  close(key: string): void {
    open.delete(key);
  },
};

export type BringApi = typeof bringApi;

function keep(key: string, notation: Notation, own: readonly Instrument[] = []): Opened {
  open.set(key, notation);
  const { name, bars, parts, lost } = notation;
  return {
    ok: true,
    about: {
      name,
      bars: bars.length,
      parts: parts.map(({ notes, ...part }) => ({ ...part, notes: notes.length })),
      lost,
      proposed: proposeBringIn(notation, own),
    },
  };
}
