import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { findInstrument, GOBLET_DRUM, type Instrument } from '../instrument/index.ts';
import {
  changeInstrument,
  hertzOf,
  type Layer,
  pitchOf,
  readNote,
  readTuning,
  TUNED_BETWEEN,
  tuneDrum,
  tunedTo,
  writeNote,
  writeTuning,
} from './index.ts';

const TABLA = findInstrument('north-indian-pair') as Instrument;
const LAYER: Layer = {
  id: 'layer-1',
  name: 'Tabla',
  instrument: TABLA.id,
  cells: [{ beats: { num: 4, den: 1 }, slots: 4 }],
  strokes: [],
};

describe('pitches', () => {
  it.each([
    ['A4', 6900, 440],
    ['C4', 6000, 261.626],
    ['c#3', 4900, 138.591],
    ['Bb2', 4600, 116.541],
    ['B#3', 6000, 261.626],
    ['F#2-12', 4188, 91.859],
    ['440', 6900, 440],
    ['196 Hz', 5500, 195.998],
    ['196,5', 5504, 196.451],
  ])('%s is read', (text, pitch, hertz) => {
    expect(readNote(text)).toBe(pitch);
    expect(hertzOf(pitch)).toBeCloseTo(hertz, 2);
  });

  it.each(['', 'H3', 'C', 'C9', 'C0', 'C3+100', '5', '32 Hz', '5000', 'C3 D4', '4.4.0'])(
    '“%s” is none',
    (text) => expect(readNote(text)).toBeUndefined(),
  );

  it('are written so that they are read back, and measured so that they are found again', () => {
    fc.assert(
      fc.property(fc.integer(TUNED_BETWEEN), (pitch) => {
        expect(readNote(writeNote(pitch))).toBe(pitch);
        expect(pitchOf(hertzOf(pitch))).toBe(pitch);
      }),
    );
    expect(writeNote(6907)).toBe('A4+7');
    expect(writeNote(6893)).toBe('A4-7');
  });
});

describe('a tuning', () => {
  it('is set drum by drum, within what a drum can be, and taken back', () => {
    const high = tuneDrum(LAYER, 1, 6000);
    const both = tuneDrum(high, 0, 3600.4);
    expect(both.tuning).toEqual([
      { drum: 0, pitch: 3600 },
      { drum: 1, pitch: 6000 },
    ]);
    expect(tunedTo(both, 1)).toBe(6000);
    expect(tuneDrum(LAYER, 0, 100).tuning?.[0]?.pitch).toBe(TUNED_BETWEEN.min);
    expect(tuneDrum(LAYER, 0, 99_999).tuning?.[0]?.pitch).toBe(TUNED_BETWEEN.max);
    expect(tuneDrum(tuneDrum(both, 0, undefined), 1, undefined)).toEqual(LAYER);
  });

  it('is read a word for each drum, the lowest first, and says what is wrong', () => {
    const said = (text: string, instrument = TABLA) => {
      const read = readTuning(text, instrument);
      return read.ok ? writeTuning(read.tuning) : read.message;
    };
    expect(said('G2 C#4')).toBe('G2 C#4');
    expect(said('. 277.2')).toBe('. C#4');
    expect(said('G2')).toBe('G2');
    expect(said('')).toContain('the lowest first');
    expect(said('. .')).toContain('Only dots');
    expect(said('G2 H4')).toContain('“H4” is no pitch');
    expect(said('C2 C3 C4')).toContain('2 pitches to tune');
    expect(said('C2 C3', GOBLET_DRUM)).toContain('one pitch to tune');
  });

  it('stays with the drums it was made for', () => {
    const tuned = tuneDrum(LAYER, 0, 4000);
    expect(changeInstrument(tuned, TABLA, new Map()).tuning).toEqual(tuned.tuning);
    expect(changeInstrument(tuned, GOBLET_DRUM, new Map()).tuning).toBeUndefined();
  });
});
