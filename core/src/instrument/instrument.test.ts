import { describe, expect, it } from 'vitest';
import {
  BARREL_DRUM,
  GOBLET_DRUM,
  HAND_BELL,
  INSTRUMENTS,
  instrumentNamed,
  nearestCode,
  proposeMap,
  strokeKind,
} from './index.ts';

describe('vocabularies', () => {
  it.each(INSTRUMENTS.map((instrument) => [instrument.name, instrument] as const))(
    '%s has typeable, unique codes, a sentence for each, and easier strokes that exist',
    (_name, instrument) => {
      const codes = instrument.strokes.map((stroke) => stroke.code);
      expect(new Set(codes).size).toBe(codes.length);
      for (const stroke of instrument.strokes) {
        expect(stroke.code).toMatch(/^[A-Za-z][A-Za-z0-9]*$/);
        expect(stroke.how).toMatch(/^[A-Z].*\.$/);
        if (stroke.easier !== undefined) {
          expect(strokeKind(instrument, stroke.easier)).toBeDefined();
          expect(stroke.easier).not.toBe(stroke.code);
        }
      }
    },
  );

  it('map onto one another with every stroke finding one of its family or near it', () => {
    for (const from of INSTRUMENTS) {
      for (const to of INSTRUMENTS) {
        const map = proposeMap(from, to);
        for (const stroke of from.strokes) {
          expect(strokeKind(to, map.get(stroke.code) ?? '')).toBeDefined();
        }
        if (from === to) expect([...map].every(([code, other]) => code === other)).toBe(true);
      }
    }
    expect(proposeMap(GOBLET_DRUM, BARREL_DRUM).get('D')).toBe('G');
    expect(proposeMap(GOBLET_DRUM, HAND_BELL).get('T')).toBe('X');
  });

  it('is found by the name as written', () => {
    expect(instrumentNamed(' Goblet Drum ')).toBe(GOBLET_DRUM);
    expect(instrumentNamed('trombone')).toBeUndefined();
  });

  it('guesses what a wrong code meant', () => {
    expect(nearestCode(GOBLET_DRUM, 'd')).toBe('D');
    expect(nearestCode(GOBLET_DRUM, 'dum')).toBe('D');
    expect(nearestCode(GOBLET_DRUM, 'open')).toBe('O');
    expect(nearestCode(GOBLET_DRUM, 'zz')).toBeUndefined();
  });
});
