import { findInstrument, INSTRUMENTS, strokeKind } from '@stride/core/instrument';
import { describe, expect, it } from 'vitest';
import { TECHNIQUE_ROWS, techniqueOf } from './techniques.ts';

const of = (instrument: string, code: string) => {
  const known = findInstrument(instrument);
  const stroke = known && strokeKind(known, code);
  if (!stroke) throw new Error(`${instrument} ${code}`);
  return techniqueOf(instrument, stroke);
};

describe('how strokes are played', () => {
  it('is said for every instrument, and only for strokes that it has', () => {
    expect(Object.keys(TECHNIQUE_ROWS).sort()).toEqual(INSTRUMENTS.map((one) => one.id).sort());
    for (const instrument of INSTRUMENTS) {
      const codes = (TECHNIQUE_ROWS[instrument.id] ?? '')
        .split(', ')
        .flatMap((row) => row.split(' ').slice(1));
      expect(new Set(codes).size, instrument.id).toBe(codes.length);
      for (const code of codes) {
        expect(strokeKind(instrument, code), `${instrument.id} ${code}`).toBeDefined();
      }
      for (const stroke of instrument.strokes) {
        const { motion, mistake } = techniqueOf(instrument.id, stroke);
        expect(motion).toMatch(/\.$/);
        expect(mistake).toMatch(/\.$/);
      }
    }
  });

  it('tells a single finger from the hand, heel and toe from a touch, a stick from a palm', () => {
    expect(of('north-indian-pair', 'N').motion).toContain('One finger');
    expect(of('tall-drums', 'H').motion).toContain('rocks');
    expect(of('tall-drums', 't').motion).not.toContain('rocks');
    expect(of('drum-kit', 'S').motion).toContain('stick');
    expect(of('drum-kit', 'B').motion).toContain('pedal');
    expect(of('tipper-frame-drum', 'U').motion).toContain('forearm turns');
  });

  it('goes by the sound where the instrument is one’s own', () => {
    const stroke = { code: 'X', name: 'tap', hand: 'either', how: 'So.' } as const;
    const open = {
      ...stroke,
      family: 'open',
      sound: { timbre: 'stick-open', pitch: 200 },
    } as const;
    expect(techniqueOf('own-tin', open).motion).toContain('stick');
    expect(techniqueOf('own-tin', { ...open, hand: 'foot' }).motion).toContain('leg');
    const bare = { ...open, sound: { timbre: 'skin-open', pitch: 200 } } as const;
    expect(techniqueOf('own-tin', bare).motion).toContain('wrist');
  });
});
