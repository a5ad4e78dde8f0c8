import { type Rhythm, timeRhythm } from '../../rhythm/index.ts';
import { soundingLine } from '../places/sounding.ts';
import { type ReadSettings, USUAL_READING } from '../settings.ts';
import { sharedWith } from '../together/who-sounds.ts';
import { accentFindings } from './accents.ts';
import type { Finding } from './finding.ts';
import { handFindings, wristFindings } from './hands.ts';
import { fitFindings, strideFindings, syncopationFindings } from './line.ts';
import { sideFindings } from './sides.ts';
import type { Subject } from './subject.ts';
import { togetherFindings } from './together.ts';
import { weightFindings } from './weight.ts';

/** What a reading is grouped by, in the order it is told in. */
const GROUPS = {
  Fit: fitFindings,
  Strides: strideFindings,
  'Off the beat': syncopationFindings,
  'Accents alone': accentFindings,
  Sides: sideFindings,
  Together: togetherFindings,
  Hands: handFindings,
  Wrists: wristFindings,
  Weight: weightFindings,
} as const satisfies Readonly<Record<string, (subject: Subject) => readonly Finding[]>>;

/** Sentences about one thing, under their title. */
export interface FindingGroup {
  readonly title: keyof typeof GROUPS;
  readonly findings: readonly Finding[];
}

const TITLES = Object.keys(GROUPS) as readonly FindingGroup['title'][];

/**
 * What a layer says, in short sentences with numbers. A rhythm that has no common grid gives the
 * one sentence that says so.
 */
export function readLayer(
  rhythm: Rhythm,
  index: number,
  settings: ReadSettings = USUAL_READING,
): readonly FindingGroup[] {
  const result = timeRhythm(rhythm);
  const layer = rhythm.layers[index];
  if (!layer) return [];
  if (!result.ok) {
    return [{ title: 'Fit', findings: [{ text: result.message, slots: [], tone: 'warn' }] }];
  }
  const { timing } = result;
  const grid = timing.layers[index];
  if (!grid) return [];
  const line = soundingLine(layer, grid);
  const shared = sharedWith(rhythm, timing, index);
  const subject = { rhythm, timing, index, layer, grid, line, shared, settings };
  const groups: FindingGroup[] = [];
  for (const title of TITLES) {
    const findings = GROUPS[title](subject);
    if (findings.length > 0) groups.push({ title, findings });
  }
  return groups;
}
