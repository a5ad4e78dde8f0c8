import * as v from 'valibot';
import { nth } from '../bounds/index.ts';
import type { Instrument } from '../instrument/index.ts';
import { checkEdit, type Layer, type Rhythm } from '../rhythm/index.ts';
import { lineOf, type Stretch, type Traced } from './line.ts';
import { askedOf } from './move.ts';
import { MOVES, type MoveId } from './moves/index.ts';

/** The most moves of one chain. */
export const MOST_STEPS = 24;

/** One move of a chain, with what it is set to. */
export const StepSchema = v.object({
  move: v.picklist(Object.keys(MOVES) as [MoveId, ...MoveId[]]),
  settings: v.record(v.string(), v.union([v.pipe(v.number(), v.finite()), v.string()])),
  /** True where it is passed over. */
  off: v.optional(v.literal(true)),
});
/** A move with its settings: see {@link StepSchema}. */
export type Step = Readonly<v.InferOutput<typeof StepSchema>>;
/** Moves one after another, each on what the one before it made. */
export const ChainSchema = v.pipe(v.array(StepSchema), v.maxLength(MOST_STEPS));

/** Where a stroke of the first line went; to nowhere where it was left out. */
export interface Went {
  readonly from: number;
  readonly to: number | undefined;
}

/** What a chain of moves made of a line. */
export interface Chained {
  readonly rhythm: Rhythm;
  readonly layer: Layer;
  /** Slots of the strokes as they were, with the slots they are in now; a slot once for each place it went to. */
  readonly went: readonly Went[];
  /** Slots with strokes that were not there before. */
  readonly came: readonly number[];
  /** What each step told, in the order of the steps; of one that is off nothing. */
  readonly told: readonly (readonly string[])[];
}

/**
 * Applies moves one after another to a line, or to a stretch of it. A move whose result could not be kept is
 * passed over, and says why. Undefined where there is no such line.
 * @param stretch in exact pulses, so that it stays where it is when cells are cut anew
 * @param own instruments of one's own that a move can go to
 */
export function applyChain(
  rhythm: Rhythm,
  index: number,
  steps: readonly Step[],
  stretch?: Stretch,
  own: readonly Instrument[] = [],
): Chained | undefined {
  const first = rhythm.layers[index];
  if (!first || !lineOf(rhythm, index)) return undefined;
  const traced: readonly Traced[] = first.strokes.map((stroke, was) => ({ ...stroke, was }));
  let now: Rhythm = withLayer(rhythm, index, { ...first, strokes: [...traced] });
  /** The line without traces, as it was last looked at. */
  let layer = bare(first);
  const told: (readonly string[])[] = [];
  for (const { move, settings, off } of steps) {
    const line = off ? undefined : lineOf(now, index, stretch);
    if (!line) {
      told.push([]);
      continue;
    }
    // A line that a move before this one made shorter may end before the stretch begins.
    if (line.from >= line.to) {
      told.push(['Nothing of the line is left there: choose another part.']);
      continue;
    }
    const made = MOVES[move].apply(line, askedOf(MOVES[move], settings, own));
    const next = withLayer(now, index, { ...made.layer, strokes: [...made.layer.strokes] });
    const looked = bare(next.layers[index] ?? first);
    const [wrong] = checkEdit(withLayer(rhythm, index, looked));
    told.push(wrong === undefined ? made.told : [...made.told, `It is left as it was: ${wrong}`]);
    if (wrong !== undefined) continue;
    now = next;
    layer = looked;
  }
  const made: readonly Traced[] = nth(now.layers, index).strokes;
  return {
    rhythm: withLayer(rhythm, index, layer),
    layer,
    went: wentOf(first, made),
    came: [...new Set(made.flatMap(({ was, slot }) => (was === undefined ? [slot] : [])))],
    told,
  };
}

function withLayer(rhythm: Rhythm, index: number, layer: Layer): Rhythm {
  return { ...rhythm, layers: rhythm.layers.with(index, layer) };
}

/** The layer without the traces. */
function bare(layer: Layer): Layer {
  const strokes = layer.strokes.map(({ was: _, ...stroke }: Traced) => stroke);
  return { ...layer, strokes };
}

function wentOf(first: Layer, made: readonly Traced[]): readonly Went[] {
  const places = new Map<number, Set<number>>();
  for (const { was, slot } of made) {
    if (was === undefined) continue;
    const from = nth(first.strokes, was).slot;
    places.set(from, (places.get(from) ?? new Set()).add(slot));
  }
  return [...new Set(first.strokes.map(({ slot }) => slot))].flatMap((from): readonly Went[] => {
    const to = places.get(from);
    return to ? [...to].map((one) => ({ from, to: one })) : [{ from, to: undefined }];
  });
}

/** What a move is set to, in few words. */
export function sayStep(
  { move, settings }: Pick<Step, 'move' | 'settings'>,
  own: readonly Instrument[] = [],
): string {
  return MOVES[move].say(askedOf(MOVES[move], settings, own));
}

/** The moves of a chain that are on, in words: what an origin says. */
export function sayChain(steps: readonly Step[], own: readonly Instrument[] = []): string {
  const said = steps.filter(({ off }) => !off).map((step) => sayStep(step, own));
  return said.join(', then ').slice(0, 200);
}
