import { FAMILIES } from '../../instrument/index.ts';
import { capital } from '../../wording/index.ts';
import { highShare, USUAL_HIGH, type Weight, weightOf } from '../strokes/weight.ts';
import type { Finding } from './finding.ts';
import type { Subject } from './subject.ts';

/**
 * The weight in a sentence, the heaviest family first; `warn` where the high sounds leave the range
 * that is wanted while there are low ones to set against them.
 * @param wanted shares of the high sounds, 0 to 1
 */
export function sayWeight(
  weight: Weight,
  wanted: { readonly least: number; readonly most: number } = { least: 0, most: USUAL_HIGH },
): { readonly text: string; readonly high: number; readonly warn: boolean } | undefined {
  const heard = FAMILIES.filter((family) => weight[family] > 0).sort(
    (a, b) => weight[b] - weight[a],
  );
  if (heard.length < 2) return undefined;
  const percent = (share: number) => `${Math.round(share * 100)} %`;
  const shares = heard.map((family) => `${family} ${percent(weight[family])}`).join(', ');
  const high = highShare(weight);
  const low = weight.bass + weight.open;
  const over = high > wanted.most && low > 0;
  const under = high < wanted.least && low > 0;
  const text = `${capital(shares)}.`;
  const judged = over
    ? ` The high sounds take over: ${percent(high)}, you want at most ${percent(wanted.most)}.`
    : under
      ? ` The high sounds are few: ${percent(high)}, you want at least ${percent(wanted.least)}.`
      : '';
  return { text: `${text}${judged}`, high, warn: over || under };
}

/** How its sounds weigh against one another. */
export function weightFindings({ layer, settings }: Subject): readonly Finding[] {
  const said = sayWeight(weightOf([layer]), settings.high);
  return said
    ? [{ text: said.text, slots: [], tone: said.warn ? 'warn' : 'plain', figure: 'weight' }]
    : [];
}
