import { describe, expect, it } from 'vitest';
import { beatsOf, formatSpans } from '../cycle/index.ts';
import type { CatalogueEntry } from './index.ts';

/** An entry as a percussionist checks it: names, beats and gestures, what it is known by, tempos, text. */
function listed(entry: CatalogueEntry): string {
  const { skeleton, accents, tempos } = entry;
  const spoken = skeleton?.some(({ say }) => say);
  return [
    `${[entry.name, ...entry.also].join(', ')} (${entry.id})`,
    `  ${formatSpans(entry.cycle)}; ${beatsOf(entry.cycle).length} beats${entry.cycle.name === entry.name ? '' : `; written ${entry.cycle.name}`}`,
    ...(entry.cycle.groups.some(({ label }) => label)
      ? [`  ${entry.cycle.groups.map(({ label }) => label).join(', ')}`]
      : []),
    ...(skeleton
      ? [
          `  ${skeleton.map(({ pulse, sound, say }) => `${pulse + 1} ${spoken ? `${say} ` : ''}${sound}`).join(', ')}`,
        ]
      : []),
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
