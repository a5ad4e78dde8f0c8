import { describe, expect, it } from 'vitest';
import { beatsOf, formatSpans } from '../cycle/index.ts';
import type { CatalogueEntry, SkeletonStroke } from './index.ts';

/** A stroke of what a cycle is known by: `2+1/2 ta high D!`. */
function strokeListed({ pulse, part, say, sound, kinds, loud }: SkeletonStroke): string {
  const place = `${pulse + 1}${part ? `+${part[0]}/${part[1]}` : ''}`;
  const played = `${kinds?.join('+') ?? ''}${loud ? '!' : ''}`;
  return [place, say, sound, played].filter(Boolean).join(' ');
}

/** An entry as a percussionist checks it: names, beats and gestures, what it is known by, tempos, text. */
function listed(entry: CatalogueEntry): string {
  const { skeleton, accents, tempos } = entry;
  const gestures = beatsOf(entry.cycle).map(({ gesture }) => gesture ?? '-');
  return [
    `${[entry.name, ...entry.also].join(', ')} (${entry.id})`,
    `  ${formatSpans(entry.cycle)}; ${beatsOf(entry.cycle).length} beats${entry.cycle.name === entry.name ? '' : `; written ${entry.cycle.name}`}`,
    ...(entry.cycle.groups.some(({ label }) => label)
      ? [`  ${entry.cycle.groups.map(({ label }) => label).join(', ')}`]
      : []),
    ...(gestures.some((one) => one !== '-') ? [`  ${gestures.join(' ')}`] : []),
    ...(skeleton ? [`  ${skeleton.map(strokeListed).join(', ')}`] : []),
    ...(entry.instrument ? [`  on the ${entry.instrument}`] : []),
    ...(accents ? [`  accents ${accents.map((pulse) => pulse + 1).join(' ')}`] : []),
    `  ${tempos.map(({ bpm, per }) => `${bpm} for ${per}`).join(', ')}${[entry.counting, entry.side, entry.speed].map((one) => (one === undefined ? '' : `; ${one}`)).join('')}`,
    `  ${entry.text}`,
  ].join('\n');
}

describe('the listing of the catalogue', () => {
  it('is what the rows come to, for whoever checks them against what is taught', async () => {
    // Loaded here, so that a row that cannot be read fails this test.
    const { CATALOGUE, TRADITION_NOTES, TRADITIONS } = await import('./index.ts');
    const text = TRADITIONS.map((tradition) => {
      const { name, note } = TRADITION_NOTES[tradition];
      const entries = CATALOGUE.filter((entry) => entry.tradition === tradition);
      return [`${name}: ${note}`, ...entries.map(listed)].join('\n\n');
    }).join('\n\n\n');
    await expect(`${text}\n`).toMatchFileSnapshot('listing.txt');
  });
});
