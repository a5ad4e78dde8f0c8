import type { Instrument, StrokeKind } from './model.ts';

const stroke = (code: string, name: string, pitch: number): StrokeKind => ({
  code,
  name,
  family: 'metal',
  hand: 'either',
  how: 'With a spoon.',
  sound: { timbre: 'bell', pitch },
});

/** An instrument of one's own: a biscuit tin with two strokes. */
export const TIN: Instrument = {
  id: 'own-tin',
  name: 'biscuit tin',
  note: 'A biscuit tin.',
  strokes: [stroke('X', 'lid', 700), stroke('Y', 'edge', 1100)],
};
