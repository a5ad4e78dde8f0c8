import { describeCycle } from '@stride/core/cycle';
import {
  compareLayers,
  type LayerComparison,
  type LayerInCycle,
  sayLayers,
} from '@stride/core/read';
import type { Layer, Rhythm } from '@stride/core/rhythm';
import { canonical } from '@stride/core/safekeeping';

/** What became of one layer: the line as it was over the line as it is. */
export interface ChangedLine {
  readonly sides: readonly [LayerInCycle, LayerInCycle];
  readonly comparison: LayerComparison;
  readonly said: readonly string[];
}

/** How a rhythm differs from what it was. */
export interface Differences {
  /** What is not to be drawn, in sentences. */
  readonly said: readonly string[];
  readonly lines: readonly ChangedLine[];
}

const isSame = (a: unknown, b: unknown) => canonical(a) === canonical(b);

/** What changed from an earlier state of a rhythm to a later one. */
export function differencesOf(before: Rhythm, after: Rhythm): Differences {
  const said: string[] = [];
  const tell = (what: string, from: string, to: string) => {
    if (from !== to) said.push(`${what}: ${from} before, ${to} now.`);
  };
  tell('Name', before.name, after.name);
  tell('Cycle', describeCycle(before.cycle), describeCycle(after.cycle));
  tell('Tempo', tempoOf(before), tempoOf(after));
  tell('To reach', String(before.target), String(after.target));
  tell('Variations', names(before.variations), names(after.variations));
  if ((before.notes ?? '') !== (after.notes ?? '')) said.push('The notes were changed.');
  tell('Tags', before.tags.join(', ') || 'none', after.tags.join(', ') || 'none');
  const was = new Map(before.layers.map((layer) => [layer.id, layer]));
  const is = new Map(after.layers.map((layer) => [layer.id, layer]));
  for (const layer of before.layers)
    if (!is.has(layer.id)) said.push(`${layer.name} was there, and went.`);
  const lines: ChangedLine[] = [];
  for (const layer of after.layers) {
    const old = was.get(layer.id);
    if (!old) said.push(`${layer.name} came.`);
    else if (!isSame(old, layer)) {
      const line = lineOf(before, old, after, layer);
      if (typeof line === 'string') said.push(line);
      else lines.push(line);
    }
  }
  if (said.length + lines.length === 0 && !isSame(before, after))
    said.push('Something beside the lines was changed: counting, names of turns, or the like.');
  return { said, lines };
}

const tempoOf = ({ tempo }: Rhythm) => `${tempo.bpm} per ${tempo.per}`;
const names = (variations: Rhythm['variations']) =>
  (variations ?? []).map(({ name }) => name).join(', ') || 'none';

function lineOf(before: Rhythm, old: Layer, after: Rhythm, layer: Layer): ChangedLine | string {
  const sides = [
    {
      name: old.name === layer.name ? `${old.name}, before` : old.name,
      cycle: before.cycle,
      layer: old,
    },
    { name: layer.name, cycle: after.cycle, layer },
  ] as const;
  const compared = compareLayers(...sides);
  if (!compared.ok) return compared.message;
  const { moved, came, went, changed } = compared.comparison;
  if (moved.length + came.length + went.length + changed.length === 0)
    return `${layer.name}: the strokes stand where they stood; its instrument, syllables, ornaments or feel were changed.`;
  return {
    sides,
    comparison: compared.comparison,
    said: sayLayers(compared.comparison).map(({ text }) => text),
  };
}
