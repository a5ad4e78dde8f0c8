import type { Instrument } from './model.ts';

/** The speaking voice: its strokes are syllables. */
export const SPOKEN_VOICE: Instrument = {
  id: 'spoken-voice',
  name: 'spoken voice',
  note: 'The rhythm said aloud; write the syllables in the say row.',
  byHand: false,
  strokes: [
    {
      code: 'V',
      name: 'long syllable',
      family: 'voice',
      hand: 'either',
      how: 'Say it full and let it last.',
    },
    {
      code: 'v',
      name: 'short syllable',
      family: 'voice',
      hand: 'either',
      how: 'Say it lightly, and leave room for the next.',
    },
    {
      code: 'K',
      name: 'clipped syllable',
      family: 'muted',
      hand: 'either',
      how: 'Say it hard and stop the breath at once.',
      easier: 'v',
    },
    {
      code: 'h',
      name: 'breath',
      family: 'touch',
      hand: 'either',
      how: 'Only breath, to keep the place of a silent beat.',
    },
  ],
};
