import { findInstrument } from '@stride/core/instrument';
import {
  type Cadence,
  type StrokeTable,
  sayUnits,
  USUAL_WORDS,
  usualTable,
  type WordChoices,
} from '@stride/core/landing';
import { useMemo, useState } from 'react';
import { readSaid, wordsOfPhrase, writeSaid } from './said.ts';

/**
 * The words of a cadence and its strokes: the usual ones, and what the player made of them.
 * @param phrase the syllables it was typed as, where it was
 */
export function useWords(cadence: Cadence | undefined, phrase: string | undefined) {
  const [choices, setChoices] = useState<WordChoices>(USUAL_WORDS);
  /** Words of one's own belong to one cadence; another one has its usual words first. */
  const [own, setOwn] = useState<{ readonly of: Cadence; readonly text: string }>();
  const typed = own && own.of === cadence ? own.text : undefined;
  const [instrumentId, setInstrument] = useState('barrel-drum');
  const [changed, setChanged] = useState<StrokeTable>({});
  const instrument = findInstrument(instrumentId) ?? findInstrument('goblet-drum');
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
    setChoices,
    said,
    text: text ?? writeSaid(usual),
    problem: readOwn && !readOwn.ok ? readOwn.message : undefined,
    setText: (next: string | undefined) =>
      setOwn(cadence && next !== undefined ? { of: cadence, text: next } : undefined),
    instrument,
    setInstrument,
    table,
    setStroke: (syllable: string, code: string) =>
      setChanged((before) => ({ ...before, [syllable]: code })),
  };
}
