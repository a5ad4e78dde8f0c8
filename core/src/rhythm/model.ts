import * as v from 'valibot';
import { BLANK, listOf, NameSchema, nth } from '../bounds/index.ts';
import { COUNTING_SYSTEMS, CountingSchema, SecondCountSchema } from '../counting/index.ts';
import { CYCLE_LIMITS, CycleSchema } from '../cycle/index.ts';
import { OwnInstrumentSchema } from '../instrument/index.ts';
import { TEMPO_RANGE } from '../time/index.ts';

/** The sizes within which a rhythm stays; each refusal names the one it passed. */
export const LIMITS = {
  slotsPerCell: 64,
  slotsPerLayer: 4096,
  /** Of all layers together: what can still be drawn, read and heard at once. */
  slotsPerRhythm: 8192,
  /** Strokes that sound together. */
  strokesPerSlot: 8,
  layers: 32,
  /** Turns that can have a name. */
  turns: 4096,
  grid: 10_000_000,
  /** Smallest part of a beat and most beats that a cell may last. */
  cellDen: 64,
  cellBeats: 128,
  /** Characters of a rhythm's notes, and of one tag. */
  notes: 20_000,
  tag: 40,
  tags: 100,
  variations: 32,
  feelCuts: 64,
  /** Turns among which a variation has its place: turn 4 of 4. */
  everyTurns: 64,
} as const;

/** Weights of a stroke: 1 ghost, 2 soft, 3 plain, 4 accent. */
export const FORCES = [1, 2, 3, 4] as const;
/** What the forces are called, from the softest on. */
export const FORCE_NAMES = { 1: 'ghost', 2: 'soft', 3: 'plain', 4: 'accent' } as const;
/** What players say to get their levels right: a word for each force. */
export const FORCE_WORDS = { 1: 'lightest', 2: 'light', 3: 'even', 4: 'heavy' } as const;
/** How hard a stroke is, from a ghost, 1, to an accent, 4. */
export const ForceSchema = v.picklist(FORCES);
/** How hard a stroke is, from a ghost, 1, to an accent, 4. */
export type Force = v.InferOutput<typeof ForceSchema>;

/** R right, L left, B both, F foot. */
export const HANDS = ['R', 'L', 'B', 'F'] as const;
/** Which hand strikes, both, or a foot: one of {@link HANDS}. */
export const HandSchema = v.picklist(HANDS);
/** One of {@link HANDS}. */
export type Hand = v.InferOutput<typeof HandSchema>;

/**
 * Graces before a stroke (flam one; drag, or ruff of three, two; ruff of four three) and rolls
 * through its slot: open ones, open ones of five, seven or nine strokes, and crushed ones.
 */
export const ORNAMENTS = [
  'flam',
  'drag',
  'ruff',
  'roll',
  'roll5',
  'roll7',
  'roll9',
  'crush',
] as const;
/** What the ornaments are called. */
export const ORNAMENT_NAMES = {
  flam: 'flam',
  drag: 'drag',
  ruff: 'ruff of four',
  roll: 'open roll',
  roll5: 'five-stroke roll',
  roll7: 'seven-stroke roll',
  roll9: 'nine-stroke roll',
  crush: 'crushed roll',
} as const;
/** How a stroke is adorned: one of {@link ORNAMENTS}. */
export const OrnamentSchema = v.picklist(ORNAMENTS);
/** One of {@link ORNAMENTS}. */
export type Ornament = v.InferOutput<typeof OrnamentSchema>;

const id = v.pipe(v.string(), v.minLength(1), v.maxLength(200));
const wholeFrom0 = v.pipe(v.number(), v.integer(), v.minValue(0));

/** A spoken syllable: no spaces and none of the marks the written form needs for itself. */
export const SayPattern = new RegExp(`^(?![._]$)[^${BLANK}/|*+#<>"]{1,24}$`, 'u');

/** One tag: a word without the marks that part them. */
export const TagPattern = new RegExp(`^[^${BLANK},#"]{1,${LIMITS.tag}}$`, 'u');

/** One stroke in a slot of its layer: which, how hard, by which hand, with what said and adorned. */
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
/** One stroke: see {@link StrokeSchema}. */
export type Stroke = Readonly<v.InferOutput<typeof StrokeSchema>>;

/** How long a cell lasts in beats (an exact fraction in lowest terms), and its equal parts. */
export const CellSchema = v.object({
  beats: v.object({
    num: v.pipe(
      v.number(),
      v.integer(),
      v.minValue(1),
      v.maxValue(
        LIMITS.cellBeats * LIMITS.cellDen,
        `A cell lasts at most ${LIMITS.cellBeats} beats.`,
      ),
    ),
    den: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(LIMITS.cellDen)),
  }),
  slots: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(LIMITS.slotsPerCell)),
});
/** A stretch of beats cut into equal slots: see {@link CellSchema}. */
export type Cell = Readonly<v.InferOutput<typeof CellSchema>>;

/** What can be said under a layer instead of its own syllables: a counting, or how heavy each stroke is. */
export const SAY_SYSTEMS = [...COUNTING_SYSTEMS, 'forces'] as const;

/** The finest part of a cell at which a slot can be felt. */
export const FEEL_PARTS = 1000;

/** Where the slots of cells of so many parts are felt, as parts of the cell; ascending, from 0 and below 1. */
export const FeelCutSchema = v.object({
  slots: v.pipe(v.number(), v.integer(), v.minValue(2), v.maxValue(LIMITS.slotsPerCell)),
  /** Only in this beat of the turn, from 0; in every beat where it is not given. */
  beat: v.optional(v.pipe(wholeFrom0, v.maxValue(CYCLE_LIMITS.beats - 1))),
  at: listOf(
    v.object({
      num: wholeFrom0,
      den: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(FEEL_PARTS)),
    }),
    LIMITS.slotsPerCell,
    `A feel has at most ${LIMITS.slotsPerCell} places in a beat.`,
  ),
});
/** Where the slots of one kind of cell are felt: see {@link FeelCutSchema}. */
export type FeelCut = Readonly<v.InferOutput<typeof FeelCutSchema>>;

/** Timing laid over the slots of a layer, which stay what they are. */
export const FeelSchema = v.object({
  name: v.pipe(v.string(), v.regex(/^[^\n\r\t#":]{1,40}$/u, 'A feel is called by a word or two.')),
  cuts: v.pipe(
    listOf(FeelCutSchema, LIMITS.feelCuts, `A feel has at most ${LIMITS.feelCuts} rows of places.`),
    v.minLength(1, 'A feel says at least where the parts of one kind of beat are.'),
  ),
});
/** Timing laid over the slots of a layer: see {@link FeelSchema}. */
export type Feel = Readonly<v.InferOutput<typeof FeelSchema>>;

/** Least and most a drum can be tuned to: C1 to C8, 33 to 4186 Hz. */
export const TUNED_BETWEEN = { min: 2400, max: 10_800 } as const;

/** A pitch in hundredths of a semitone; A4, 440 Hz, is 6900. */
export const PitchSchema = v.pipe(
  v.number(),
  v.integer(),
  v.minValue(TUNED_BETWEEN.min, 'A drum is tuned from C1 to C8, 33 to 4186 Hz.'),
  v.maxValue(TUNED_BETWEEN.max, 'A drum is tuned from C1 to C8, 33 to 4186 Hz.'),
);
/** What a drum is tuned to: see {@link PitchSchema}. */
export type Pitch = v.InferOutput<typeof PitchSchema>;

/** What drums of a layer are tuned to, where not as they usually are; ascending by drum, from 0 for the lowest. */
export const TuningSchema = v.pipe(
  listOf(
    v.object({ drum: v.pipe(wholeFrom0, v.maxValue(7)), pitch: PitchSchema }),
    8,
    'A layer has at most 8 drums to tune.',
  ),
  v.minLength(1, 'A tuning tunes one drum at least.'),
  v.check(
    (drums) => drums.every(({ drum }, at) => at === 0 || drum > nth(drums, at - 1).drum),
    'Each drum is tuned once, the lowest first.',
  ),
);

/** What one player plays on one instrument: cells, and the strokes in their slots. */
export const LayerSchema = v.object({
  id,
  name: NameSchema,
  /** Id of the instrument. */
  instrument: id,
  /** The instrument itself, where it is one of one's own: what is written of a rhythm names it, a rhythm that is played has it. */
  own: v.optional(OwnInstrumentSchema),
  cells: v.pipe(
    listOf(CellSchema, LIMITS.slotsPerLayer, `A layer has at most ${LIMITS.slotsPerLayer} cells.`),
    v.minLength(1, 'A layer needs at least one cell.'),
  ),
  /** Ascending by slot; strokes of one slot in the order they are written. */
  strokes: listOf(
    StrokeSchema,
    LIMITS.slotsPerLayer * LIMITS.strokesPerSlot,
    `At most ${LIMITS.strokesPerSlot} strokes sound together in a slot.`,
  ),
  /** Empty slots through which the stroke before rings on; ascending. */
  rings: v.optional(
    listOf(wholeFrom0, LIMITS.slotsPerLayer, `A layer has at most ${LIMITS.slotsPerLayer} slots.`),
  ),
  role: v.optional(v.picklist(['timeline', 'voice', 'click'])),
  /** The side a two-sided timeline starts from. */
  side: v.optional(v.picklist(['3-2', '2-3'])),
  /** Set where the syllables come from a counting system, or from the forces. */
  sayCounting: v.optional(v.picklist(SAY_SYSTEMS)),
  tuning: v.optional(TuningSchema),
  /** Straight where it is not given. */
  feel: v.optional(FeelSchema),
  /** True where the layer comes round at its own length though it is not a whole number of turns. */
  free: v.optional(v.literal(true)),
});
/** What one player plays: see {@link LayerSchema}. */
export type Layer = Readonly<v.InferOutput<typeof LayerSchema>>;

const bpm = v.pipe(v.number(), v.minValue(TEMPO_RANGE.min), v.maxValue(TEMPO_RANGE.max));
/** How fast: counted beats a minute, and the pulses in such a beat. */
export const TempoSchema = v.object({
  bpm,
  per: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(64)),
});

/** What a turn is in a longer phrase; each has its own colour and its own word. */
export const TURN_MARKS = ['plain', 'call', 'answer', 'break', 'ending'] as const;
/** One of {@link TURN_MARKS}. */
export type TurnMark = (typeof TURN_MARKS)[number];

/** Least and most of a turn that is softer than the others, in percent. */
export const TURN_LEVEL = { min: 10, max: 95 } as const;

/** A turn of the rhythm that has a name or a mark, as long phrases are learnt turn by turn. */
export const TurnNameSchema = v.object({
  /** Which turn, from 0. */
  turn: v.pipe(
    wholeFrom0,
    v.maxValue(LIMITS.turns - 1, `Turns 1 to ${LIMITS.turns} can have a name.`),
  ),
  mark: v.picklist(TURN_MARKS),
  name: v.optional(v.pipe(v.string(), v.regex(/^[^\n\r\t#"]{1,40}$/u))),
  /** How loud the turn is, in percent of the others; its accents stay accents. Undefined: as loud. */
  level: v.optional(
    v.pipe(
      v.number(),
      v.integer(),
      v.minValue(TURN_LEVEL.min, 'A turn is 10 to 95 % as loud as the others.'),
      v.maxValue(TURN_LEVEL.max, 'A turn is 10 to 95 % as loud as the others.'),
    ),
  ),
});
/** What a turn is called, and what it is marked as: see {@link TurnNameSchema}. */
export type TurnName = Readonly<v.InferOutput<typeof TurnNameSchema>>;

/** What a layer plays in the turns of a variation, in place of its own; a whole number of turns. */
export const VariedLineSchema = v.object({
  /** Id of the layer. */
  layer: id,
  ...v.entriesFromObjects([v.pick(LayerSchema, ['cells', 'strokes', 'rings'])]),
});
/** A line as it is in a variation: see {@link VariedLineSchema}. */
export type VariedLine = Readonly<v.InferOutput<typeof VariedLineSchema>>;

/** Where a variation may begin: on turn 4 of every 4 (`turn` from 0), or where a side of the timeline begins. */
export const PlaceInTurnsSchema = v.variant('kind', [
  v.object({
    kind: v.literal('turn'),
    turn: v.pipe(wholeFrom0, v.maxValue(LIMITS.everyTurns - 1)),
    of: v.pipe(
      v.number(),
      v.integer(),
      v.minValue(1),
      v.maxValue(
        LIMITS.everyTurns,
        `A variation has its place among at most ${LIMITS.everyTurns} turns.`,
      ),
    ),
  }),
  v.object({ kind: v.literal('side'), side: v.picklist(['three', 'two']) }),
]);
/** In which turns a variation comes: see {@link PlaceInTurnsSchema}. */
export type PlaceInTurns = Readonly<v.InferOutput<typeof PlaceInTurnsSchema>>;

/** The finest share a variation can have: one turn of so many. */
export const SHARE_PARTS = 64;

/** What some layers play instead, now and then. */
export const VariationSchema = v.object({
  id,
  name: NameSchema,
  /** The key that calls it. */
  key: v.optional(v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(9))),
  /** Where it may begin; anywhere where it is not said. */
  place: v.optional(PlaceInTurnsSchema),
  /** How much of all turns it takes where it is mixed in, in lowest terms; only by its key where it is not said. */
  share: v.optional(
    v.object({
      num: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(SHARE_PARTS)),
      den: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(SHARE_PARTS)),
    }),
  ),
  /** All of the same number of turns. */
  lines: v.pipe(
    listOf(VariedLineSchema, LIMITS.layers, `A variation has at most ${LIMITS.layers} lines.`),
    v.minLength(1, 'A variation changes at least one layer.'),
  ),
});
/** A variation of a rhythm: see {@link VariationSchema}. */
export type Variation = Readonly<v.InferOutput<typeof VariationSchema>>;

/** A rhythm: its cycle, tempo and layers, with its turns, variations, notes and tags. */
export const RhythmSchema = v.object({
  id,
  name: NameSchema,
  cycle: CycleSchema,
  layers: listOf(LayerSchema, LIMITS.layers, `A rhythm has at most ${LIMITS.layers} layers.`),
  /** Now; `target` is the tempo to reach, in the same counted beats. */
  tempo: TempoSchema,
  target: bpm,
  counting: v.optional(CountingSchema),
  /** A second counting that is shown and heard beside the first. */
  second: v.optional(SecondCountSchema),
  /** Eduppu: beats after the one on which the composition begins, less than a turn; in lowest terms. */
  eduppu: v.optional(
    v.object({
      num: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(CYCLE_LIMITS.beats * 64)),
      den: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(LIMITS.cellDen)),
    }),
  ),
  /** Ascending by turn, each turn once. */
  turns: v.optional(
    listOf(TurnNameSchema, LIMITS.turns, `At most ${LIMITS.turns} turns have a name.`),
  ),
  notes: v.optional(
    v.pipe(
      v.string(),
      v.transform((text) => text.replace(/\r\n?/g, '\n')),
      v.maxLength(LIMITS.notes, `Notes have at most ${LIMITS.notes} characters.`),
    ),
  ),
  tags: listOf(
    v.pipe(v.string(), v.regex(TagPattern, 'A tag is one word without commas or quotes.')),
    LIMITS.tags,
    `A rhythm has at most ${LIMITS.tags} tags.`,
  ),
  variations: v.optional(
    listOf(
      VariationSchema,
      LIMITS.variations,
      `A rhythm has at most ${LIMITS.variations} variations. Take one out first.`,
    ),
  ),
  /** Which transformation of which rhythm made it. */
  origin: v.optional(v.object({ rhythm: id, by: v.pipe(v.string(), v.maxLength(200)) })),
});
/** A rhythm: see {@link RhythmSchema}. */
export type Rhythm = Readonly<v.InferOutput<typeof RhythmSchema>>;

/** The parts of a rhythm that decide when what sounds. */
export type Lines = Pick<Rhythm, 'cycle' | 'layers'>;
