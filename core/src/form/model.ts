import * as v from 'valibot';
import { listOf, NameSchema, oneLine } from '../bounds/index.ts';
import { CycleSchema } from '../cycle/index.ts';
import { TempoSchema } from '../rhythm/index.ts';
import { TEMPO_RANGE } from '../time/index.ts';

/** The sizes within which a form stays; each refusal names the one it passed. */
export const FORM_LIMITS = {
  players: 32,
  sections: 200,
  /** Places in the order of sections, and how often one of them is repeated. */
  steps: 400,
  times: 32,
  /** Turns of a section, and of the whole form with its repeats. */
  turns: 999,
  allTurns: 20_000,
  calls: 16,
  may: 16,
  /** Beats of a pickup. */
  pickup: 64,
  /** Characters of what is called, and of the notes. */
  sign: 80,
  notes: 20_000,
} as const;

const id = v.pipe(v.string(), v.minLength(1), v.maxLength(200));
const whole = (least: number, most: number, what: string) =>
  v.pipe(v.number(), v.integer(what), v.minValue(least, what), v.maxValue(most, what));

const BeatsSchema = v.object({
  num: whole(0, 128 * 64, 'Beats are a whole number or a fraction of one.'),
  den: whole(1, 64, 'A beat is divided into at most 64 parts.'),
});

/** A place in a section: which of its turns, from 0, and how many beats into it, in lowest terms. */
export const PlaceSchema = v.object({
  turn: whole(0, FORM_LIMITS.turns, `A section has at most ${FORM_LIMITS.turns} turns.`),
  beats: BeatsSchema,
});
/** Where in a section something is: see {@link PlaceSchema}. */
export type Place = Readonly<v.InferOutput<typeof PlaceSchema>>;

/** What can be played: a layer of a rhythm, one of its variations, or home and variations mixed. */
export const LineSchema = v.object({
  /** Id of the rhythm, and of its layer. */
  rhythm: id,
  layer: id,
  /** Id of the variation that is played on and on instead of home. */
  variation: v.optional(id),
  /** Variations come by chance in their shares; the same seed mixes the same way. */
  mix: v.optional(whole(0, 999_999, 'A mix has a seed from 0 to 999999.')),
});
/** What a player plays: see {@link LineSchema}. */
export type Line = Readonly<v.InferOutput<typeof LineSchema>>;

/** What one player does in a section. */
export const PartSchema = v.object({
  /** Id of the player. */
  player: id,
  /** What is played; nothing where neither this nor a solo is said. */
  line: v.optional(LineSchema),
  /** Leads freely; what may be played there. The others go to their quiet lines. */
  solo: v.optional(
    listOf(LineSchema, FORM_LIMITS.may, `A solo lists at most ${FORM_LIMITS.may} things to play.`),
  ),
  /** Where it enters and where it stops; from the beginning to the end where it is not said. */
  from: v.optional(PlaceSchema),
  until: v.optional(PlaceSchema),
  /** Begins so many beats before the section, with the end of its line or of another one. */
  pickup: v.optional(v.object({ beats: BeatsSchema, line: v.optional(LineSchema) })),
  /** The turn of its line with which the section begins, from 0; it runs on where it is not said. */
  begin: v.optional(whole(0, FORM_LIMITS.turns, `Turns go up to ${FORM_LIMITS.turns}.`)),
});
/** What a player does in a section: see {@link PartSchema}. */
export type Part = Readonly<v.InferOutput<typeof PartSchema>>;

const words = v.pipe(
  v.string(),
  v.transform((text) => oneLine(text, FORM_LIMITS.sign)),
  v.minLength(1, 'A call says what is called.'),
);

/** A sign that someone gives, and what it brings. */
export const CallSchema = v.object({
  /** Id of the player who gives it. */
  player: id,
  at: PlaceSchema,
  /** What is said or shown. */
  sign: words,
  /** What the others do then. */
  brings: v.optional(words),
});
/** A call and who answers it: see {@link CallSchema}. */
export type Call = Readonly<v.InferOutput<typeof CallSchema>>;

/** How a tempo goes over into another: evenly, by the same percent each pulse; straight, by the same number. */
export const CURVES = ['even', 'straight'] as const;

const bpm = v.pipe(
  v.number(),
  v.minValue(TEMPO_RANGE.min, `A tempo is at least ${TEMPO_RANGE.min} a minute.`),
  v.maxValue(TEMPO_RANGE.max, `A tempo is at most ${TEMPO_RANGE.max} a minute.`),
);

/** How the tempo before becomes the tempo of a section. */
export const ChangeSchema = v.variant('kind', [
  /** A pulse lasts as long as before. */
  v.object({ kind: v.literal('pulse') }),
  /** The first beat of the cycle lasts as long as the counted beat did before. */
  v.object({ kind: v.literal('beat') }),
  /** So many counted beats of before take as long as so many now. */
  v.object({
    kind: v.literal('ratio'),
    before: whole(1, 32, 'A ratio is made of whole numbers from 1 to 32.'),
    now: whole(1, 32, 'A ratio is made of whole numbers from 1 to 32.'),
  }),
  v.object({ kind: v.literal('at'), bpm }),
]);
/** How the tempo before becomes that of a section: see {@link ChangeSchema}. */
export type Change = Readonly<v.InferOutput<typeof ChangeSchema>>;

/** How loud a section is; growing goes from soft to full. */
export const LEVELS = ['soft', 'plain', 'full', 'growing'] as const;
/** One of {@link LEVELS}. */
export type Level = (typeof LEVELS)[number];

/** How quickly lines are played against the beats. */
export const SPEEDS = ['half', 'double'] as const;
/** One of {@link SPEEDS}. */
export type Speed = (typeof SPEEDS)[number];

/** A stretch of the piece; it can stand in the order more than once, and is changed in one place. */
export const SectionSchema = v.object({
  id,
  name: NameSchema,
  cycle: CycleSchema,
  /** How long it lasts: turns of its cycle. Where it waits for the sign, how long it usually lasts. */
  turns: whole(1, FORM_LIMITS.turns, `A section lasts 1 to ${FORM_LIMITS.turns} turns.`),
  /** It goes on until the sign is given; so many turns at most. */
  most: v.optional(whole(1, FORM_LIMITS.turns, `A section lasts 1 to ${FORM_LIMITS.turns} turns.`)),
  level: v.picklist(LEVELS),
  speed: v.optional(v.picklist(SPEEDS)),
  change: v.optional(ChangeSchema),
  /** The change is spread over so many turns from the beginning of the section; at once where it is not said. */
  over: v.optional(
    whole(1, FORM_LIMITS.turns, `A tempo changes over 1 to ${FORM_LIMITS.turns} turns.`),
  ),
  curve: v.optional(v.picklist(CURVES)),
  /** Every line begins with its first turn here, and does not run on from the section before. */
  anew: v.optional(v.literal(true)),
  /** Someone sings here: busy lines are in the way. */
  sung: v.optional(v.literal(true)),
  /** Where everyone stops, to the end of the section. */
  cut: v.optional(PlaceSchema),
  calls: v.optional(
    listOf(CallSchema, FORM_LIMITS.calls, `A section has at most ${FORM_LIMITS.calls} calls.`),
  ),
  /** One for each player at most. */
  parts: listOf(PartSchema, FORM_LIMITS.players, `At most ${FORM_LIMITS.players} play.`),
});
/** A part of a form under one name: see {@link SectionSchema}. */
export type Section = Readonly<v.InferOutput<typeof SectionSchema>>;

/** Somebody who plays in a form. */
export const PlayerSchema = v.object({
  id,
  name: NameSchema,
  /** What is played while someone else has the solo. */
  quiet: v.optional(LineSchema),
});
/** Somebody who plays in a form: see {@link PlayerSchema}. */
export type Player = Readonly<v.InferOutput<typeof PlayerSchema>>;

const times = whole(1, FORM_LIMITS.times, `Something is played 1 to ${FORM_LIMITS.times} times.`);

/** A place in the order: a section, and the rounds of its repeat in which it is played (from 1): first and second endings. */
export const StepSchema = v.object({
  section: id,
  rounds: v.optional(listOf(times, FORM_LIMITS.times, 'A repeat has at most 32 rounds.')),
});
/** A place in the order of a form: see {@link StepSchema}. */
export type Step = Readonly<v.InferOutput<typeof StepSchema>>;

/** Sections that are repeated together; one that is not repeated is played once. */
export const RepeatSchema = v.object({
  times,
  steps: v.pipe(
    listOf(StepSchema, FORM_LIMITS.steps, `A form has at most ${FORM_LIMITS.steps} places.`),
    v.minLength(1, 'A repeat has at least one section.'),
  ),
});
/** Sections that come again: see {@link RepeatSchema}. */
export type Repeat = Readonly<v.InferOutput<typeof RepeatSchema>>;

/** A piece: its sections, who plays in them, and the order in which they come. */
export const FormSchema = v.object({
  id,
  name: NameSchema,
  /** The tempo with which it begins. */
  tempo: TempoSchema,
  players: listOf(PlayerSchema, FORM_LIMITS.players, `At most ${FORM_LIMITS.players} play.`),
  /** Each once, in the order in which they were made. */
  sections: listOf(
    SectionSchema,
    FORM_LIMITS.sections,
    `A form has at most ${FORM_LIMITS.sections} sections.`,
  ),
  order: listOf(RepeatSchema, FORM_LIMITS.steps, `A form has at most ${FORM_LIMITS.steps} places.`),
  /** A last stroke on the one after the end, by everyone who plays until then. */
  final: v.optional(v.literal(true)),
  /** What was found and is meant to be so. */
  meant: v.optional(
    listOf(
      v.object({ kind: v.pipe(v.string(), v.regex(/^[a-z-]{1,30}$/)), section: id }),
      FORM_LIMITS.sections,
      `At most ${FORM_LIMITS.sections} things are set aside.`,
    ),
  ),
  notes: v.optional(
    v.pipe(
      v.string(),
      v.maxLength(FORM_LIMITS.notes, `Notes have at most ${FORM_LIMITS.notes} characters.`),
    ),
  ),
});
/** A piece: see {@link FormSchema}. */
export type Form = Readonly<v.InferOutput<typeof FormSchema>>;
