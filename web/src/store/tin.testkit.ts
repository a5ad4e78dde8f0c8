import type { Instrument } from '@stride/core/instrument';

/** An instrument of one's own: a tin that is struck in the middle. */
export const TIN: Instrument = {
  id: 'own-tin',
  name: 'tin',
  note: '',
  strokes: [
    {
      code: 'X',
      name: 'middle',
      family: 'metal',
      hand: 'strong',
      how: '',
      sound: { timbre: 'shell', pitch: 740 },
    },
  ],
};
