import {
  type Cadence,
  type StrokeTable,
  sayUnits,
  USUAL_WORDS,
  usualTable,
  type WordChoices,
} from '@stride/core/landing';
import { useMemo } from 'react';
import { keyOf } from '../store/cadences.ts';
import { knownInstrument } from '../store/known-instruments.ts';
import { readSaid, wordsOfPhrase, writeSaid } from './said.ts';

/** What the player made of the words of cadences, and of their strokes. */
export interface OwnWords {
  readonly choices: WordChoices;
  /** Id of the instrument. */
  readonly instrument: string;
  /** Strokes of syllables that are not the usual ones. */
  readonly strokes: StrokeTable;
  /** Words of one's own belong to one cadence, known by `keyOf`; another one has its usual words first. */
  readonly own?: { readonly of: string; readonly text: string } | undefined;
}

export const USUAL_OWN_WORDS: OwnWords = {
  choices: USUAL_WORDS,
  instrument: 'barrel-drum',
  strokes: {},
};

/**
 * The words of a cadence and its strokes: the usual ones, and what the player made of them.
 * @param phrase the syllables it was typed as, where it was
 */
export function useWords(
  cadence: Cadence | undefined,
  phrase: string | undefined,
  { choices, instrument: instrumentId, strokes: changed, own }: OwnWords = USUAL_OWN_WORDS,
  change: (words: Partial<OwnWords>) => void,
) {
  const typed = own && cadence && own.of === keyOf(cadence) ? own.text : undefined;
  const instrument = knownInstrument(instrumentId) ?? knownInstrument('goblet-drum');
  if (!instrument) throw new Error('there are no instruments');
  const usual = useMemo(() => (cadence ? sayUnits(cadence, choices) : []), [cadence, choices]);
  const text = typed ?? (cadence && phrase && wordsOfPhrase(phrase, cadence, choices.landing));
  const readOwn = useMemo(
    () => (cadence && text !== undefined ? readSaid(text, cadence, choices) : undefined),
    [cadence, text, choices],
  );
  const said = readOwn?.ok ? readOwn.said : usual;
  const table = useMemo(() => {
    const syllables = [...new Set(said.flatMap((one) => one.text ?? []))];
    const fits = Object.entries(changed).filter(([, code]) =>
      instrument.strokes.some((stroke) => stroke.code === code),
    );
    return { ...usualTable(syllables, instrument), ...Object.fromEntries(fits) };
  }, [said, instrument, changed]);
  return {
    choices,
    setChoices: (next: WordChoices) => change({ choices: next }),
    said,
    text: text ?? writeSaid(usual),
    problem: readOwn && !readOwn.ok ? readOwn.message : undefined,
    setText: (next: string | undefined) =>
      change({
        own: cadence && next !== undefined ? { of: keyOf(cadence), text: next } : undefined,
      }),
    instrument,
    setInstrument: (id: string) => change({ instrument: id }),
    table,
    setStroke: (syllable: string, code: string) =>
      change({ strokes: { ...changed, [syllable]: code } }),
  };
}
