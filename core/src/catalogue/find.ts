import { nth, once } from '../bounds/index.ts';
import { beatsOf, type Cycle, formatSpans, turnPulses } from '../cycle/index.ts';
import { plainLetters, spelling } from '../wording/index.ts';
import { COMPAS_CYCLES } from './compas.ts';
import type { CatalogueEntry, Tradition } from './model.ts';
import { NORTH_INDIAN_CYCLES } from './north-indian.ts';
import { DRUM_PARTS } from './parts.ts';
import { PLAIN_CYCLES } from './plain.ts';
import { idOf } from './rows.ts';
import { SOUTH_INDIAN_CYCLES } from './south-indian.ts';
import { TIMELINES } from './timelines.ts';
import { USUL_CYCLES } from './usul.ts';

/** Every cycle and timeline the program knows, in the order in which it offers them. */
export const CATALOGUE: readonly CatalogueEntry[] = [
  ...PLAIN_CYCLES,
  ...SOUTH_INDIAN_CYCLES,
  ...NORTH_INDIAN_CYCLES,
  ...COMPAS_CYCLES,
  ...USUL_CYCLES,
  ...TIMELINES,
  ...DRUM_PARTS,
];

const byId = new Map(CATALOGUE.map((entry) => [entry.id, entry]));
const byName = new Map<string, CatalogueEntry>();
const bySpelling = new Map<string, CatalogueEntry>();
for (const entry of CATALOGUE) {
  for (const name of [entry.name, ...entry.also]) {
    if (entry.speed === undefined && !byName.has(idOf(name))) byName.set(idOf(name), entry);
    const spelled = entry.speed === undefined ? spelling(name) : `${spelling(name)} ${entry.speed}`;
    if (!bySpelling.has(spelled)) bySpelling.set(spelled, entry);
  }
}

/** The entry with this id. @example findEntry('teental')?.cycle */
export function findEntry(id: string): CatalogueEntry | undefined {
  return byId.get(id);
}

/**
 * The entry a writer means: one of its names in any case and any usual spelling, with or without the word tala,
 * and a speed where it has one (4 where none is given).
 * @example entryNamed('adi 4')?.cycle // eight beats of four
 */
export function entryNamed(text: string): CatalogueEntry | undefined {
  if (text.length > 200) return undefined;
  const id = idOf(text);
  return (
    byName.get(id) ??
    byId.get(id) ??
    spelled(text) ??
    spelled(text.replace(/\s+ta+la?m?(?=\s|$)/i, ''))
  );
}

/** The entry of that spelling, with the speed that stands after it; without one four, where it has speeds. */
function spelled(text: string): CatalogueEntry | undefined {
  const [, name = '', speed] = /^(.*?)(?:\s+(\d))?$/.exec(text.trim()) ?? [];
  return bySpelling.get(spelling(text)) ?? bySpelling.get(`${spelling(name)} ${speed ?? 4}`);
}

/** How an entry is written after `cycle`: its name, and its speed where it has one. */
export function entryWords(entry: CatalogueEntry): string {
  return entry.speed === undefined ? idOf(entry.name) : `${idOf(entry.name)} ${entry.speed}`;
}

/** The entry whose cycle this is, with the same beats, groups and gestures. */
export function entryOf(cycle: Cycle): CatalogueEntry | undefined {
  const entry = byId.get(cycle.id);
  return entry && JSON.stringify(entry.cycle.groups) === JSON.stringify(cycle.groups)
    ? entry
    : undefined;
}

/** What one may look for in the catalogue. */
export interface CatalogueQuery {
  /** Words that must all be found in names, tradition, text, spans or number of pulses. */
  readonly text: string;
  readonly tradition?: Tradition;
  /** Only entries of this speed, among those that have speeds. */
  readonly speed?: number;
}

/** What an entry is searched by, in plain lower case. */
function searchedBy(entry: CatalogueEntry): { plain: string; spelled: readonly string[] } {
  const names = [entry.name, ...entry.also].join(' ');
  return {
    plain: plainLetters(`${names} ${formatSpans(entry.cycle)} ${entry.text}`),
    spelled: [entry.name, ...entry.also].map(spelling),
  };
}
const searched = once(() => CATALOGUE.map(searchedBy));

/** Entries that fit, in the order of the catalogue; names that begin with the text come first. */
export function searchCatalogue(query: CatalogueQuery): readonly CatalogueEntry[] {
  const words = plainLetters(query.text).split(/\s+/).filter(Boolean);
  const whole = spelling(query.text);
  const begins: CatalogueEntry[] = [];
  const others: CatalogueEntry[] = [];
  const all = searched();
  CATALOGUE.forEach((entry, index) => {
    if (query.tradition && entry.tradition !== query.tradition) return;
    if (query.speed !== undefined && entry.speed !== undefined && entry.speed !== query.speed) {
      return;
    }
    const { plain, spelled } = nth(all, index);
    // A number alone is the size of the turn: 7 is not found in 17.
    const found = words.every((word) =>
      /^\d+$/.test(word)
        ? [turnPulses(entry.cycle), beatsOf(entry.cycle).length].includes(Number(word))
        : plain.includes(word) || spelled.some((name) => name.includes(spelling(word))),
    );
    const named = whole.length > 2 && spelled.some((name) => name.startsWith(whole));
    if (!found && !named) return;
    const first = words[0];
    (named || (first && entry.name.toLowerCase().startsWith(first)) ? begins : others).push(entry);
  });
  return [...begins, ...others];
}
