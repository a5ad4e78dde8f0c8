import type { Instrument } from './model.ts';

/** A bell held in one hand and struck with a stick, at its mouth and its body. */
export const HAND_BELL: Instrument = {
  id: 'hand-bell',
  name: 'hand bell',
  note: 'A bell held in one hand and struck with a stick in the other.',
  strokes: [
    {
      code: 'X',
      name: 'mouth',
      family: 'metal',
      hand: 'strong',
      how: 'The side of the stick meets the lip of the bell and bounces away, so that it rings.',
    },
    {
      code: 'Y',
      name: 'body',
      family: 'metal',
      hand: 'strong',
      how: 'The tip of the stick meets the body near the hand: higher, drier, softer.',
    },
    {
      code: 'C',
      name: 'choked',
      family: 'muted',
      hand: 'strong',
      how: 'The holding hand closes round the bell as the stick meets the lip.',
      easier: 'Y',
    },
    {
      code: 't',
      name: 'tick',
      family: 'touch',
      hand: 'strong',
      how: 'The stick rests against the body with a small tick, to keep the arm moving.',
    },
  ],
};
