import * as v from 'valibot';
import { COUNTING_SYSTEMS, CountingSchema } from '../counting/index.ts';
import { CycleSchema } from '../cycle/index.ts';
import { TEMPO_RANGE } from '../time/index.ts';

/** The sizes within which a rhythm stays; each refusal names the one it passed. */
export const LIMITS = {
  slotsPerCell: 64,
  slotsPerLayer: 4096,
  layers: 32,
  grid: 10_000_000,
  /** Smallest part of a beat and most beats that a cell may last. */
  cellDen: 64,
  cellBeats: 128,
  /** Characters of a rhythm's notes, and of one tag. */
  notes: 20_000,
  tag: 40,
} as const;

/** Weights of a stroke: 1 ghost, 2 soft, 3 plain, 4 accent. */
export const FORCES = [1, 2, 3, 4] as const;
export const FORCE_NAMES = { 1: 'ghost', 2: 'soft', 3: 'plain', 4: 'accent' } as const;
export const ForceSchema = v.picklist(FORCES);
export type Force = v.InferOutput<typeof ForceSchema>;

/** R right, L left, B both, F foot. */
export const HANDS = ['R', 'L', 'B', 'F'] as const;
export const HandSchema = v.picklist(HANDS);
export type Hand = v.InferOutput<typeof HandSchema>;

/**
 * Graces before a stroke (flam one; drag, or ruff of three, two; ruff of four three) and rolls
 * through its slot: open ones that can be counted, crushed ones that cannot.
 */
export const ORNAMENTS = ['flam', 'drag', 'ruff', 'roll', 'crush'] as const;
export const ORNAMENT_NAMES = {
  flam: 'flam',
  drag: 'drag',
  ruff: 'ruff of four',
  roll: 'open roll',
  crush: 'crushed roll',
} as const;
export const OrnamentSchema = v.picklist(ORNAMENTS);
export type Ornament = v.InferOutput<typeof OrnamentSchema>;

const name = v.pipe(
  v.string(),
  v.maxLength(120, 'A name has at most 120 characters.'),
  v.check((text) => text.trim() !== '', 'A name needs at least one letter.'),
  v.check((text) => !/[\n\r\t]/.test(text), 'A name stays on one line.'),
);
const id = v.pipe(v.string(), v.minLength(1), v.maxLength(200));
const wholeFrom0 = v.pipe(v.number(), v.integer(), v.minValue(0));

/** A spoken syllable: no spaces and none of the marks the written form needs for itself. */
export const SayPattern = /^(?![._]$)[^\s/|*+#<>"]{1,24}$/u;

export const StrokeSchema = v.object({
  /** Which slot of its layer, counted over all cells from 0. */
  slot: wholeFrom0,
  /** A stroke code of the layer's instrument. */
  kind: v.pipe(v.string(), v.regex(/^[A-Za-z][A-Za-z0-9]{0,7}$/)),
  hand: v.optional(HandSchema),
  force: ForceSchema,
  say: v.optional(v.pipe(v.string(), v.regex(SayPattern, 'A syllable is one word.'))),
  ornament: v.optional(OrnamentSchema),
  /** True where the stroke may be left out. */
  optional: v.optional(v.literal(true)),
  /** True where the stroke is choked at the end of its slot. */
  damp: v.optional(v.literal(true)),
});
export type Stroke = Readonly<v.InferOutput<typeof StrokeSchema>>;

/** How long a cell lasts in beats (an exact fraction in lowest terms), and its equal parts. */
export const CellSchema = v.object({
  beats: v.object({
    num: v.pipe(v.number(), v.integer(), v.minValue(1)),
    den: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(LIMITS.cellDen)),
  }),
  slots: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(LIMITS.slotsPerCell)),
});
export type Cell = Readonly<v.InferOutput<typeof CellSchema>>;

export const LayerSchema = v.object({
  id,
  name,
  /** Id of the instrument. */
  instrument: id,
  cells: v.pipe(
    v.array(CellSchema),
    v.minLength(1, 'A layer needs at least one cell.'),
    v.readonly(),
  ),
  /** Ascending by slot; strokes of one slot in the order they are written. */
  strokes: v.pipe(v.array(StrokeSchema), v.readonly()),
  /** Empty slots through which the stroke before rings on; ascending. */
  rings: v.optional(v.pipe(v.array(wholeFrom0), v.readonly())),
  role: v.optional(v.picklist(['timeline', 'voice', 'click'])),
  /** The side a two-sided timeline starts from. */
  side: v.optional(v.picklist(['3-2', '2-3'])),
  /** Set where the syllables come from a counting system. */
  sayCounting: v.optional(v.picklist(COUNTING_SYSTEMS)),
  /** True where the layer comes round at its own length though it is not a whole number of turns. */
  free: v.optional(v.literal(true)),
});
export type Layer = Readonly<v.InferOutput<typeof LayerSchema>>;

const bpm = v.pipe(v.number(), v.minValue(TEMPO_RANGE.min), v.maxValue(TEMPO_RANGE.max));
export const TempoSchema = v.object({
  bpm,
  per: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(64)),
});

/** What a turn is in a longer phrase; each has its own colour and its own word. */
export const TURN_MARKS = ['plain', 'call', 'answer', 'break', 'ending'] as const;
export type TurnMark = (typeof TURN_MARKS)[number];

/** A turn of the rhythm that has a name or a mark, as long phrases are learnt turn by turn. */
export const TurnNameSchema = v.object({
  /** Which turn, from 0. */
  turn: wholeFrom0,
  mark: v.picklist(TURN_MARKS),
  name: v.optional(v.pipe(v.string(), v.regex(/^[^\n\r\t#"]{1,40}$/u))),
});
export type TurnName = Readonly<v.InferOutput<typeof TurnNameSchema>>;

export const RhythmSchema = v.object({
  id,
  name,
  cycle: CycleSchema,
  layers: v.pipe(v.array(LayerSchema), v.maxLength(LIMITS.layers), v.readonly()),
  /** Now; `target` is the tempo to reach, in the same counted beats. */
  tempo: TempoSchema,
  target: bpm,
  counting: v.optional(CountingSchema),
  /** Ascending by turn, each turn once. */
  turns: v.optional(v.pipe(v.array(TurnNameSchema), v.readonly())),
  notes: v.optional(v.pipe(v.string(), v.maxLength(LIMITS.notes))),
  tags: v.pipe(
    v.array(v.pipe(v.string(), v.regex(/^[^\s,#"]{1,40}$/u, 'A tag is one word.'))),
    v.readonly(),
  ),
  /** Which transformation of which rhythm made it. */
  origin: v.optional(v.object({ rhythm: id, by: v.string() })),
});
export type Rhythm = Readonly<v.InferOutput<typeof RhythmSchema>>;

/** The parts of a rhythm that decide when what sounds. */
export type Lines = Pick<Rhythm, 'cycle' | 'layers'>;
