import { nth, oneLine } from '../bounds/index.ts';
import { FEEL_PARTS, type Feel, type FeelCut, LIMITS } from '../rhythm/index.ts';
import { formatRational, parseRational } from '../time/index.ts';

/** What a row `feel` says, or the sentence that says what is wrong with it. */
export type ReadFeel =
  | { readonly ok: true; readonly feel: Feel }
  | { readonly ok: false; readonly message: string };

/**
 * Reads where the parts of beats are felt: a name, a colon, and for each number of parts their places in the beat.
 * @example readFeel('Lilt : 0 7/12, beat 2 0 1/3 2/3')
 */
export function readFeel(text: string): ReadFeel {
  const [named = '', written] = text.split(':', 2);
  const name = oneLine(named, 40);
  if (name === '' || written === undefined)
    return { ok: false, message: 'Write a name, a colon, and the places: feel Lilt : 0 7/12.' };
  const cuts: FeelCut[] = [];
  for (const one of written.split(',')) {
    const [, beat, places = ''] = /^\s*(?:beat\s+(\d{1,3})\s+)?(.*?)\s*$/u.exec(one) ?? [];
    const at = places.split(/\s+/u).map((place) => parseRational(place));
    const known = at.flatMap((place) => (place && place.den <= FEEL_PARTS ? [place] : []));
    if (known.length < at.length)
      return {
        ok: false,
        message: `Write each place as a part of the beat, from 0 to below 1, up to ${FEEL_PARTS}ths: 0 7/12.`,
      };
    const isInOrder = known.every(
      ({ num, den }, index) =>
        num < den &&
        (index === 0 || num / den >= nth(known, index - 1).num / nth(known, index - 1).den),
    );
    if (!isInOrder || known.length < 2 || known.length > LIMITS.slotsPerCell)
      return {
        ok: false,
        message: 'The places of a beat are two at least, one after another, from 0 to below 1.',
      };
    cuts.push({
      slots: known.length,
      ...(beat === undefined ? {} : { beat: Number(beat) - 1 }),
      at: known.map(({ num, den }) => ({ num, den })),
    });
  }
  return { ok: true, feel: { name, cuts } };
}

/** A feel as {@link readFeel} reads it. */
export function writeFeel({ name, cuts }: Feel): string {
  const written = cuts.map(({ beat, at }) => {
    const places = at.map((place) => formatRational(place)).join(' ');
    return beat === undefined ? places : `beat ${beat + 1} ${places}`;
  });
  return `${name} : ${written.join(', ')}`;
}
