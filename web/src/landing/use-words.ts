import { findInstrument } from '@stride/core/instrument';
import {
  type Cadence,
  type StrokeTable,
  sayUnits,
  USUAL_WORDS,
  usualTable,
  type WordChoices,
} from '@stride/core/landing';
import { useEffect, useMemo, useState } from 'react';
import { readSaid, wordsOfPhrase, writeSaid } from './said.ts';

/**
 * The words of a cadence and its strokes: the usual ones, and what the player made of them.
 * @param phrase the syllables it was typed as, where it was
 */
export function useWords(cadence: Cadence | undefined, phrase: string | undefined) {
  const [choices, setChoices] = useState<WordChoices>(USUAL_WORDS);
  const [typed, setTyped] = useState<string>();
  const [instrumentId, setInstrument] = useState('barrel-drum');
  const [changed, setChanged] = useState<StrokeTable>({});
  useEffect(() => {
    // Words of one's own belong to one cadence; another one has its usual words first.
    if (cadence) setTyped(undefined);
  }, [cadence]);
  const instrument = findInstrument(instrumentId) ?? findInstrument('goblet-drum');
  if (!instrument) throw new Error('there are no instruments');
  const usual = useMemo(() => (cadence ? sayUnits(cadence, choices) : []), [cadence, choices]);
  const text = typed ?? (cadence && phrase && wordsOfPhrase(phrase, cadence, choices.landing));
  const own = useMemo(
    () => (cadence && text !== undefined ? readSaid(text, cadence, choices) : undefined),
    [cadence, text, choices],
  );
  const said = own?.ok ? own.said : usual;
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
    problem: own && !own.ok ? own.message : undefined,
    setText: setTyped,
    instrument,
    setInstrument,
    table,
    setStroke: (syllable: string, code: string) =>
      setChanged((before) => ({ ...before, [syllable]: code })),
  };
}
