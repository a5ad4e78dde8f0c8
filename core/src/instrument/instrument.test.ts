import { describe, expect, it } from 'vitest';
import { GOBLET_DRUM, INSTRUMENTS, instrumentNamed, nearestCode, strokeKind } from './index.ts';

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
