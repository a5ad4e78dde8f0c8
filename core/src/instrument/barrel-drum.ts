import type { Instrument } from './model.ts';

export const BARREL_DRUM: Instrument = {
  id: 'barrel-drum',
  name: 'barrel drum',
  note: 'A drum lying across the lap: a deep head for the weak hand, a small high one for the strong.',
  strokes: [
    {
      code: 'G',
      name: 'low ring',
      family: 'bass',
      hand: 'weak',
      how: 'The flat hand drops on the large head and comes straight off, so that it rings.',
    },
    {
      code: 'g',
      name: 'low closed',
      family: 'muted',
      hand: 'weak',
      how: 'The flat hand lands on the large head and stays, short and dull.',
    },
    {
      code: 'O',
      name: 'high ring',
      family: 'open',
      hand: 'strong',
      how: 'The fingers strike the small head between rim and middle and leave at once.',
    },
    {
      code: 'T',
      name: 'high slap',
      family: 'slap',
      hand: 'strong',
      how: 'The fingers snap onto the small head and stay, bright and dry.',
      easier: 'M',
    },
    {
      code: 'N',
      name: 'rim ring',
      family: 'slap',
      hand: 'strong',
      how: 'The first finger strikes the very rim of the small head and lets its edge ring.',
      easier: 'O',
    },
    {
      code: 'M',
      name: 'high muffled',
      family: 'muted',
      hand: 'strong',
      how: 'The fingers strike the small head and rest there.',
    },
    {
      code: 't',
      name: 'high touch',
      family: 'touch',
      hand: 'strong',
      how: 'The fingertips fall on the small head by their own weight.',
    },
    {
      code: 'k',
      name: 'low touch',
      family: 'touch',
      hand: 'weak',
      how: 'The fingertips fall on the large head by their own weight.',
    },
  ],
};
