import type { Cycle } from '../cycle/index.ts';
import { instrumentOf, playedOn } from '../instrument/index.ts';
import { checkEdit, type Layer, type Rhythm } from '../rhythm/index.ts';
import { collectProblems, type Problem, problemAt } from './problem.ts';
import { readLayerBody } from './read-layer.ts';
import { splitRows } from './rows.ts';

/** What rows say of a layer, as far as they were understood, with what was not. */
export interface LayerTextResult {
  /** The layer with what the rows say, as far as they were understood. */
  readonly layer: Layer;
  readonly problems: readonly Problem[];
  /** Problems beyond those that are listed. */
  readonly more: number;
  readonly usable: boolean;
}

/**
 * Reads the rows of one layer (`play`, `hand`, `say` and the rest) as they are typed beside the
 * line; id, name and instrument stay those of `layer`. Never throws.
 * @example readLayerText('play D . t', layer, cycleFromSpans('3')).layer.strokes
 */
export function readLayerText(text: string, layer: Layer, cycle: Cycle): LayerTextResult {
  const problems = collectProblems();
  const instrument = instrumentOf(layer);
  if (!instrument) return { layer, problems: [], more: 0, usable: false };
  const head = { text: '', line: 1, column: 1 };
  const body = readLayerBody({ head, rows: splitRows(text) }, cycle, instrument, problems);
  return {
    layer: { id: layer.id, name: layer.name, ...playedOn(instrument), ...body },
    problems: problems.list(),
    more: problems.more(),
    usable: problems.usable(),
  };
}

/**
 * The same for a layer of a rhythm: rows with which the rhythm could not be opened again, on no grid or
 * beyond a limit, are a problem and not usable.
 */
export function readLayerIn(text: string, layer: Layer, rhythm: Rhythm): LayerTextResult {
  const result = readLayerText(text, layer, rhythm.cycle);
  if (!result.usable) return result;
  const layers = rhythm.layers.map((one) => (one.id === layer.id ? result.layer : one));
  const [refusal] = checkEdit({ ...rhythm, layers });
  if (refusal === undefined) return result;
  const problem = problemAt({ text: '', line: 1, column: 1 }, refusal);
  return { ...result, problems: [problem, ...result.problems], usable: false };
}
