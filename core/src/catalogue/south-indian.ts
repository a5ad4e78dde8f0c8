import { tableOf } from '../bounds/index.ts';
import type { Beat, Cycle, Group } from '../cycle/index.ts';
import type { CatalogueEntry } from './model.ts';
import { namedCycle, namesOf, temposOf } from './rows.ts';

/** The parts of a tala: L laghu (a clap and finger counts), D drutam (clap, wave), A anudrutam (clap). */
export const TALA_FAMILIES = {
  dhruva: ['L', 'D', 'L', 'L'],
  matya: ['L', 'D', 'L'],
  rupaka: ['D', 'L'],
  jhampa: ['L', 'A', 'D'],
  triputa: ['L', 'D', 'D'],
  ata: ['L', 'L', 'D', 'D'],
  eka: ['L'],
} as const;
export type TalaFamily = keyof typeof TALA_FAMILIES;

/** The five sizes of the laghu, in beats, by name. */
export const LAGHU_SIZES = { tisra: 3, chatusra: 4, khanda: 5, misra: 7, sankirna: 9 } as const;
export type LaghuSize = keyof typeof LAGHU_SIZES;

/** The five gatis or nadais: into how many parts a beat is cut. A speed (kalam) is something else: it doubles. */
export const TALA_SPEEDS = [3, 4, 5, 7, 9] as const;

/** Beats of one part of a tala with their gestures. */
function partBeats(part: keyof typeof PART_LABELS, laghu: number, span: number): readonly Beat[] {
  if (part === 'A') return [{ span, gesture: 'clap' }];
  if (part === 'D')
    return [
      { span, gesture: 'clap' },
      { span, gesture: 'wave' },
    ];
  return Array.from(
    { length: laghu },
    (_, index): Beat => ({
      span,
      gesture: index === 0 ? 'clap' : 'finger',
    }),
  );
}

const PART_LABELS = { L: 'laghu', D: 'drutam', A: 'anudrutam' };

/**
 * A tala from its family, its laghu and its speed.
 * @param speed parts of a beat
 * @example talaCycle('triputa', 4, 4) // adi: 8 beats of 4, clap finger finger finger, clap wave, clap wave
 */
export function talaCycle(family: TalaFamily, laghu: number, speed: number): Cycle {
  const name = `${family} ${laghu}`;
  const groups = TALA_FAMILIES[family].map(
    (part): Group => ({
      beats: partBeats(part, laghu, speed),
      label: PART_LABELS[part],
    }),
  );
  return { id: `${family}-${laghu}-${speed}`, name, groups };
}

/** The size that a family has where none is said. */
const USUAL_SIZES: Readonly<Record<TalaFamily, number>> = {
  dhruva: 4,
  matya: 4,
  rupaka: 4,
  jhampa: 7,
  triputa: 3,
  ata: 5,
  eka: 4,
};

/** Each gati by its name, from the number of parts. */
export const GATI_NAMES: Readonly<Record<number, string>> = {
  3: 'tisra',
  4: 'chatusra',
  5: 'khanda',
  7: 'misra',
  9: 'sankirna',
};

/** Talas that are called otherwise than by family and size. */
const OWN_NAMES: Readonly<Record<string, string>> = {
  'triputa 4': 'adi',
  'rupaka 4': 'rupaka',
  'jhampa 7': 'jhampa',
  'ata 5': 'ata',
};

function sayParts(family: TalaFamily, laghu: number): string {
  const parts = TALA_FAMILIES[family].map((part) => {
    if (part === 'A') return 'a clap';
    if (part === 'D') return 'a clap and a wave';
    return `a clap and ${laghu - 1} fingers`;
  });
  return parts.join(', then ');
}

function talaEntry(family: TalaFamily, size: LaghuSize, speed: number): CatalogueEntry {
  const laghu = LAGHU_SIZES[size];
  const full = `${size} ${family}`;
  const own = OWN_NAMES[`${family} ${laghu}`];
  const cycle = talaCycle(family, laghu, speed);
  const beats = cycle.groups.reduce((sum, group) => sum + group.beats.length, 0);
  const name = own && own !== full ? own : full;
  const id = `${name.replaceAll(' ', '-')}-${speed}`;
  return {
    id,
    name,
    also: [
      full,
      ...(laghu === USUAL_SIZES[family] ? [family as string] : []),
      ...(size === 'chatusra' ? [`chaturasra ${family}`] : []),
    ].filter((one) => one !== name),
    tradition: 'south-indian',
    cycle: { ...cycle, id, name: `${name}, ${GATI_NAMES[speed]} gati` },
    text: `${beats} beats of ${speed} parts (${GATI_NAMES[speed]} gati, or nadai): ${sayParts(family, laghu)}. The laghu has ${laghu} beats. Fingers are counted from the little one; teachers differ in how the wave is shown.`,
    tempos: [
      { bpm: 50, per: speed },
      { bpm: 80, per: speed },
    ],
    counting: 'spoken-drum',
    speed,
  };
}

/** Name | spans with gestures | tempos | text. */
const CHAPU = `
khanda chapu | 2c, 1c+2c | 150/1 70/5 | Five as 2 + 3, clapped on 1, 3 and 4.
khanda chapu 2+3 | 2c+3c | 150/1 70/5 | Five as 2 + 3 with two claps only.
misra chapu, tisra misra chapu | 3c, 2c+2c | 180/1 60/7 | Seven as 3 + 4, clapped on 1, 4 and 6. Some show the first part with two waves.
viloma chapu, misra viloma chapu | 2c+2c, 3c | 180/1 60/7 | Misra chapu turned about: 4 + 3, clapped on 1, 3 and 5.
misra chapu 3+4 | 3c+4c | 180/1 60/7 | Seven as 3 + 4 with two claps only.
sankirna chapu | 4c+5c | 200/1 50/9 | Nine as 4 + 5. Some cut it finer, as 2 + 2 + 2 + 3.
tisra chapu, rupaka chapu | 1c+1c+1w | 90/1 150/1 | Three: two claps and a wave.
rupaka in three | 4c+4c+4w | 60/4 100/4 | Three beats of four: two claps and a wave, as rupaka is mostly shown today.
adi in two kalai | 4c+4c+4f+4f+4f+4f+4f+4f, 4c+4c+4w+4w, 4c+4c+4w+4w | 60/4 100/4 | Adi with every beat shown twice, for slow pieces: sixteen beats of four parts. Some show the second of the pair as a small beat of the same hand.
`;

const chapus = tableOf(CHAPU, ['names', 'spans', 'tempos', 'text']).map(
  ({ names, spans, tempos, text }): CatalogueEntry => {
    const named = namesOf(names);
    return {
      ...named,
      tradition: 'south-indian',
      cycle: namedCycle(named.name, spans),
      text,
      tempos: temposOf(tempos),
      counting: 'spoken-drum',
    };
  },
);

/** The 35 talas in each of their five speeds, and the short uneven ones. */
export const SOUTH_INDIAN_CYCLES: readonly CatalogueEntry[] = [
  ...(Object.keys(TALA_FAMILIES) as TalaFamily[]).flatMap((family) =>
    (Object.keys(LAGHU_SIZES) as LaghuSize[]).flatMap((size) =>
      TALA_SPEEDS.map((speed) => talaEntry(family, size, speed)),
    ),
  ),
  ...chapus,
];
