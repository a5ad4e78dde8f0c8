import { nth, numberAt } from '../bounds/index.ts';
import { beatStarts, type Cycle, turnPulses } from '../cycle/index.ts';
import { instrumentOf, strokeKind } from '../instrument/index.ts';
import { registerOf } from '../read/index.ts';
import {
  handsOf,
  type Layer,
  type LayerGrid,
  LIMBS,
  type Rhythm,
  type Stroke,
  slotCount,
  type Timing,
} from '../rhythm/index.ts';
import { layScores, type Score, scoreGestures, scoreRhythm } from '../sound/index.ts';
import type { Passage } from './passage.ts';

/** A rhythm that is to be played by passages. */
type Played = Pick<Rhythm, 'cycle' | 'layers' | 'tempo' | 'second' | 'turns'>;

/** What a passage says of which strokes sound. */
type What = Pick<Passage, 'layers' | 'hands' | 'only' | 'beats' | 'within' | 'as' | 'of' | 'clap'>;

/**
 * The rhythm's score with only the strokes that sound in a passage. Times stay as they are: what is left
 * out is silence. The click and a second counting go on.
 */
export function scorePassage(rhythm: Played, timing: Timing, passage: What): Score {
  const heard = rhythm.layers.map((layer, index) =>
    layerIn(rhythm.cycle, layer, nth(timing.layers, index), passage),
  );
  const isWhole = heard.every((layer, index) => layer === rhythm.layers[index]);
  const score = scoreRhythm(isWhole ? rhythm : { ...rhythm, layers: heard }, timing, rhythm);
  if (!passage.clap) return score;
  const claps = scoreGestures(clapped(rhythm.cycle));
  return layScores([score, claps]);
}

/** The cycle with a clap on every beat, whatever is shown on it otherwise. */
function clapped(cycle: Cycle): Cycle {
  const groups = cycle.groups.map((group) => ({
    ...group,
    beats: group.beats.map(({ span }) => ({ span, gesture: 'clap' as const })),
  }));
  return { ...cycle, groups };
}

/** A layer as it sounds in a passage, and as it is asked of who plays it; the same object where all of it does. */
export function layerIn(cycle: Cycle, layer: Layer, grid: LayerGrid, passage: What): Layer {
  const { layers, of, as } = passage;
  if (layers && !layers.includes(layer.id)) return { ...layer, strokes: [] };
  if (of !== undefined && of !== layer.id) return layer;
  if (as === 'said') return { ...layer, strokes: [] };
  const whole = as === 'plain run' ? plainRun(layer) : layer;
  const beats = onBeats(cycle, soundingPart(whole, passage), grid, passage.beats);
  return inStretch(cycle, beats, grid, passage.within);
}

/** The layer with only the strokes of some hands, or of one sort; rests stand in for the others. */
export function soundingPart(
  layer: Layer,
  { hands, only }: Pick<Passage, 'hands' | 'only'>,
): Layer {
  if (!hands && !only) return layer;
  const played = handsOf(layer);
  const limbs = hands?.reduce((all, hand) => all | LIMBS[hand], 0);
  const instrument = instrumentOf(layer);
  const strokes = layer.strokes.filter((stroke, at) => {
    if (limbs !== undefined && !(LIMBS[nth(played, at)] & limbs)) return false;
    switch (only) {
      case 'accents':
        return stroke.force === 4;
      case 'no ghosts':
        return stroke.force > 1;
      case 'low sounds': {
        const kind = instrument && strokeKind(instrument, stroke.kind);
        return kind !== undefined && registerOf(kind) === 'low';
      }
      default:
        return true;
    }
  });
  return { ...layer, strokes: limbs === undefined ? strokes : strokes.map(byOneHand(limbs)) };
}

/** What is left of strokes for one hand: a flam and a roll need both, and what both do it does alone. */
function byOneHand(limbs: number): (stroke: Stroke) => Stroke {
  const alone = limbs & LIMBS.B;
  if (alone === LIMBS.B || alone === 0) return (stroke) => stroke;
  const hand = alone === LIMBS.R ? 'R' : 'L';
  return ({ ornament: _, ...stroke }) => (stroke.hand === 'B' ? { ...stroke, hand } : stroke);
}

/** Only the strokes that lie in some beats of each turn. */
function onBeats(cycle: Cycle, layer: Layer, grid: LayerGrid, beats: Passage['beats']): Layer {
  if (!beats) return layer;
  const starts = beatStarts(cycle);
  const perPulse = grid.turnTicks / turnPulses(cycle);
  const strokes = layer.strokes.filter(({ slot }) => {
    const ticks = numberAt(grid.startTicks, slot) % grid.turnTicks;
    return beats.includes(starts.findLastIndex((start) => start * perPulse <= ticks));
  });
  return { ...layer, strokes };
}

/** Only the strokes of a stretch; over the seam it reaches into the layer's next round. */
function inStretch(cycle: Cycle, layer: Layer, grid: LayerGrid, within: Passage['within']): Layer {
  if (!within) return layer;
  const perPulse = grid.turnTicks / turnPulses(cycle);
  const [from, to] = [within.from, within.to].map(({ num, den }) => (num * perPulse) / den);
  const { lengthTicks } = grid;
  const strokes = layer.strokes.filter(({ slot }) => {
    const ticks = numberAt(grid.startTicks, slot);
    const round = Math.ceil(((from ?? 0) - ticks) / lengthTicks);
    return ticks + round * lengthTicks < (to ?? 0);
  });
  return { ...layer, strokes };
}

/** An even run through every slot, on the layer's commonest stroke, hand after hand. */
function plainRun(layer: Layer): Layer {
  const counts = new Map<string, number>();
  for (const { kind } of layer.strokes) counts.set(kind, (counts.get(kind) ?? 0) + 1);
  const [kind] = [...counts.entries()].sort(([, a], [, b]) => b - a)[0] ?? [];
  if (kind === undefined) return layer;
  const byHand = instrumentOf(layer)?.byHand !== false;
  const { rings: _rings, ...rest } = layer;
  const strokes = Array.from(
    { length: slotCount(layer) },
    (_, slot): Stroke => ({
      slot,
      kind,
      force: 3,
      ...(byHand ? { hand: slot % 2 === 0 ? 'R' : 'L' } : {}),
    }),
  );
  return { ...rest, strokes };
}
