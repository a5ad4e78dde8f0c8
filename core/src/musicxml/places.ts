import {
  type Family,
  type Instrument,
  instrumentOf,
  type PlayedOn,
  strokeKind,
} from '../instrument/index.ts';

/** Where a stroke is written on five lines under a percussion clef, and the head it has there. */
export interface StaffPlace {
  readonly step: string;
  readonly octave: number;
  readonly head: string;
}

/** Where each family is written, and heads it may have, the usual one first. */
const BY_FAMILY: Readonly<Record<Family, readonly [place: string, ...heads: string[]]>> = {
  bass: ['F4', 'normal', 'square', 'diamond'],
  open: ['C5', 'normal', 'square', 'diamond', 'slash'],
  slap: ['C5', 'triangle', 'x', 'inverted triangle', 'circle-x', 'cross'],
  muted: ['A4', 'x', 'cross', 'circle-x', 'slash', 'diamond'],
  touch: ['E5', 'x', 'cross', 'diamond', 'slash', 'square'],
  metal: ['G5', 'diamond', 'x', 'circle-x', 'triangle'],
  shaken: ['G5', 'circle-x', 'cross', 'slash', 'square', 'x'],
  voice: ['C5', 'normal', 'slash', 'square', 'diamond'],
};

/** Where each of several drums stands, from the lowest; bass strokes stand under them. */
const DRUMS = ['A4', 'C5', 'E5', 'G5'] as const;
const BASS = ['D4', 'F4', 'F4', 'F4'] as const;

const known = new WeakMap<Instrument, ReadonlyMap<string, StaffPlace>>();

/** Where each stroke of an instrument is written: no two have the same place and head. */
export function placesOf(instrument: Instrument): ReadonlyMap<string, StaffPlace> {
  let places = known.get(instrument);
  if (!places) {
    const taken = new Set<string>();
    places = new Map(
      instrument.strokes.map(({ code, family, drum }) => {
        const [usual, ...heads] = BY_FAMILY[family];
        const line = (family === 'bass' ? BASS : DRUMS)[drum ?? -1] ?? usual;
        const lines = [line, ...LINES];
        const all = lines.flatMap((one) => heads.map((head) => ({ line: one, head })));
        const free = all.find((one) => !taken.has(`${one.line} ${one.head}`)) ?? {
          line,
          head: 'normal',
        };
        taken.add(`${free.line} ${free.head}`);
        const [step = 'C', octave = '5'] = free.line;
        return [code, { step, octave: Number(octave), head: free.head }];
      }),
    );
    known.set(instrument, places);
  }
  return places;
}

/** Other places, for instruments with many strokes of one family. */
const LINES = ['D5', 'B4', 'G4', 'E4', 'F5', 'A5'] as const;

/** Where a stroke of a layer is written; in the middle where its instrument is not known. */
export function placeOfStroke(on: PlayedOn, kind: string): StaffPlace {
  const instrument = instrumentOf(on);
  return (instrument && placesOf(instrument).get(kind)) ?? { step: 'C', octave: 5, head: 'normal' };
}

/** What a stroke is called in a list of instruments: “congas: open”. */
export function strokeName(on: PlayedOn, kind: string): string {
  const instrument = instrumentOf(on);
  const stroke = instrument && strokeKind(instrument, kind);
  return `${instrument?.name ?? on.instrument}: ${stroke?.name ?? kind}`;
}
