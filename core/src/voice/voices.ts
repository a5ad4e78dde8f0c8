import {
  drumCount,
  type Family,
  type Instrument,
  instrumentOf,
  type StrokeKind,
  strokeKind,
} from '../instrument/index.ts';
import { strokeLoudness, truePeak } from '../loudness/index.ts';
import type { Speaker } from '../speech/index.ts';
import type { Hertz } from '../time/index.ts';
import { BELLS_AND_SHAKERS } from './kits/bells-and-shakers.ts';
import { voiceOfTimbre } from './kits/by-timbre.ts';
import { HAND_DRUMS } from './kits/hand-drums.ts';
import { STICK_DRUMS } from './kits/stick-drums.ts';
import { type Kit, kitFrom } from './kits/table.ts';
import type { Strike, Voice } from './model.ts';
import { settle, strike } from './stroke.ts';
import type { Take } from './take.ts';

/** Name under which the click's sounds stand, beside the ids of the instruments. */
export const CLICK_INSTRUMENT = 'click';

/** Clicks one can choose: each in a band of its own, above most of what drums sound. */
export const CLICK_SOUNDS = {
  wood: 'wood sticks',
  tick: 'tick, very high and short',
  block: 'wood block, lower',
  beep: 'plain tone',
  bell: 'small bell',
} as const;
/** One of {@link CLICK_SOUNDS}. */
export type ClickSound = keyof typeof CLICK_SOUNDS;

/** The name under which a click's sounds stand. */
export function clickInstrument(click: ClickSound): string {
  return click === 'wood' ? CLICK_INSTRUMENT : `${CLICK_INSTRUMENT}-${click}`;
}

/** Name under which the sounds of claps, fingers and waves stand, beside the ids of the instruments. */
export const GESTURE_INSTRUMENT = 'gesture';

/** Names under which the two voices stand, beside the ids of the instruments; what they say is the kind of stroke. */
export const SYLLABLES: Readonly<Record<Speaker, string>> = {
  low: 'syllable-low',
  high: 'syllable-high',
};
const SPEAKERS_BY_NAME = new Map(
  Object.entries(SYLLABLES).map(([speaker, name]) => [name, speaker as Speaker]),
);

const TABLES = { ...HAND_DRUMS, ...STICK_DRUMS, ...BELLS_AND_SHAKERS };
const kits = new Map<string, Kit>();

/** The kit of one of the program's own instruments, read from its table the first time. */
function kitOf(instrument: string): Kit | undefined {
  const known = kits.get(instrument);
  const table = TABLES[instrument];
  if (known || table === undefined) return known;
  const kit = kitFrom(table);
  kits.set(instrument, kit);
  return kit;
}

const SAID = { tool: 'tip', place: 0, after: 'leaves', weight: 1 } as const;

/**
 * The voice of a stroke. Every stroke of every instrument has one; a test sees to that.
 * @param own the instrument itself, where it is one of one's own
 */
export function findVoice(instrument: string, kind: string, own?: Instrument): Voice | undefined {
  const made = kitOf(instrument)?.get(kind);
  if (made) return made;
  const speaker = SPEAKERS_BY_NAME.get(instrument);
  if (speaker) {
    const body = { kind: 'mouth', speaker, syllable: kind } as const;
    return { body, strike: SAID, on: 'mouth' };
  }
  const known = instrumentOf({ instrument, own });
  const stroke = known && strokeKind(known, kind);
  if (!stroke?.sound) return undefined;
  const { timbre, pitch } = stroke.sound;
  // What is said to be on one drum rings on one skin.
  return { ...voiceOfTimbre(timbre, pitch), on: `${stroke.drum ?? kind}` };
}

/** A drum, bell or block of an instrument that can be tuned. */
export interface TunedDrum {
  /** From 0 for the lowest, as strokes name it. */
  readonly drum: number;
  /** Name of the body in the voices. */
  readonly on: string;
  /** Usual pitch of its lowest mode. */
  readonly pitch: Hertz;
  /** True for the high head of a pair or barrel that is tuned to the tonic. */
  readonly tonic?: true;
  /** A stroke it is heard by. */
  readonly stroke: StrokeKind;
}

/**
 * What of an instrument can be tuned, the lowest first: what its plain stroke on each drum is struck on. Nothing where that
 * is shaken, scraped or clapped.
 */
export function drumsToTune(instrument: Instrument): readonly TunedDrum[] {
  const count = drumCount(instrument);
  return Array.from({ length: count }, (_, drum) => drum).flatMap((drum): TunedDrum[] => {
    const mine = instrument.strokes.filter((stroke) => count === 1 || stroke.drum === drum);
    const stroke = plainAmong(mine) ?? mine[0];
    const voice = stroke && findVoice(instrument.id, stroke.code, instrument);
    if (!stroke || voice?.body.kind !== 'ringing') return [];
    const { modes, harmonic } = voice.body;
    const lowest = modes.find((mode) => !mode.air);
    if (!lowest) return [];
    const tonic = harmonic && drum > 0 ? { tonic: true as const } : {};
    return [{ drum, on: voice.on, pitch: lowest.frequency, stroke, ...tonic }];
  });
}

/** The stroke an instrument is known by: its open one, or the first that is meant to be heard. */
export function plainStroke({ strokes }: Instrument): StrokeKind | undefined {
  return plainAmong(strokes);
}

function plainAmong(strokes: readonly StrokeKind[]): StrokeKind | undefined {
  const plain = strokes.filter(({ family }) => family !== 'muted' && family !== 'touch');
  return plain.find(({ family }) => family === 'open') ?? plain[0];
}

/** The loudness to which the plain stroke of every instrument is brought, played plainly, in LUFS. */
export const EVEN = -27;
/** How much softer than a plain stroke those of a family are, in LU: a good player evens the others. */
const SOFTER: Partial<Record<Family, number>> = { muted: 3, touch: 12 };
/** A true peak of a stroke alone, −1.2 dBFS: the limit of −1 with some room for another sample rate. */
const MOST = 0.87;
/** Loudness is measured at a rate that holds what is heard of it: half of it is soon done, and enough for skins. */
const MEASURED_AT = 24_000;
const ALL_OF_IT = 48_000;

/** Loudness is that of the first 400 ms. */
const HEARD_FOR = 0.4;

/** Whether half of a sound's pitches would not be all of it. */
function isBright({ body }: Voice): boolean {
  if (body.kind !== 'ringing') return body.kind !== 'mouth';
  return body.rattle !== undefined || (body.modes[0]?.frequency ?? 0) > 1000;
}

const levels = new Map<string, number>();

/**
 * What brings a stroke to its loudness among the strokes of all instruments, as a factor: a player strikes the edge harder
 * than the middle, and a soft instrument is set nearer.
 */
function levelOf(instrument: string, kind: string, voice: Voice, own?: Instrument): number {
  const name = `${instrument}/${kind}`;
  const known = levels.get(name);
  if (known !== undefined) return known;
  const found = instrumentOf({ instrument, own });
  const family = found && strokeKind(found, kind)?.family;
  const { weight, after } = voice.strike;
  const lighter = after === 'rests' || weight >= 1 ? 0 : -10 * Math.log10(weight);
  const softer = ((family && SOFTER[family]) ?? 0) + lighter;
  const rate = isBright(voice) ? ALL_OF_IT : MEASURED_AT;
  const samples = strike(voice, name, { force: 3, take: 1 }, rate, HEARD_FOR);
  const factor = 10 ** ((EVEN - softer - strokeLoudness(samples, rate)) / 20);
  // An instrument of one's own can be changed under its id.
  if (!own) levels.set(name, factor);
  return factor;
}

/**
 * A stroke as samples, mono, as loud as it is beside other instruments; its true peak stays under −1 dBFS.
 * Same arguments, same samples.
 * @param own the instrument itself, where it is one of one's own
 * @throws RangeError where the stroke has no voice
 */
export function renderStroke(
  instrument: string,
  kind: string,
  take: Take,
  sampleRate: Hertz,
  own?: Instrument,
): Float32Array {
  const voice = findVoice(instrument, kind, own);
  if (!voice) throw new RangeError(`no voice for ${instrument}/${kind}`);
  const out = strike(voice, `${instrument}/${kind}`, take, sampleRate);
  return scaled(out, levelOf(instrument, kind, voice, own), sampleRate);
}

/**
 * Strokes of an instrument struck otherwise than they are: another place, tool, or what the hand does after.
 * @param own the instrument itself, where it is one of one's own
 */
export function renderStruckAs(
  instrument: string,
  kind: string,
  how: Partial<Strike>,
  take: Take,
  sampleRate: Hertz,
  own?: Instrument,
): Float32Array {
  const voice = findVoice(instrument, kind, own);
  if (!voice) throw new RangeError(`no voice for ${instrument}/${kind}`);
  const name = `${instrument}/${kind}`;
  const out = strike({ ...voice, strike: { ...voice.strike, ...how } }, name, take, sampleRate);
  // As loud beside the stroke itself as it would be: the place is heard in its loudness too.
  return scaled(out, levelOf(instrument, kind, voice, own), sampleRate);
}

/** A timbre at a pitch, to be heard while an instrument of one's own is made. */
export function renderTimbre(
  ...[timbre, pitch, take, sampleRate]: [...Parameters<typeof voiceOfTimbre>, Take, Hertz]
): Float32Array {
  const out = strike(voiceOfTimbre(timbre, pitch), timbre, take, sampleRate);
  return scaled(out, 10 ** ((EVEN - strokeLoudness(out, sampleRate)) / 20), sampleRate);
}

function scaled(out: Float32Array, factor: number, sampleRate: Hertz): Float32Array {
  let most = 0;
  for (let i = 0; i < out.length; i += 1) {
    const value = (out[i] as number) * factor;
    out[i] = value;
    if (value > most) most = value;
    else if (-value > most) most = -value;
  }
  if (most > BENT) for (let i = 0; i < out.length; i += 1) out[i] = bounded(out[i] as number);
  // After it: what is bent down on one side more than on the other has an offset.
  settle(out, sampleRate);
  most = Math.min(most, BENT + 0.3);
  // Between samples a wave rises above them by a third at most.
  const peak = most > MOST / 1.34 ? truePeak(out) : most;
  if (peak > MOST)
    for (let i = 0; i < out.length; i += 1) out[i] = ((out[i] as number) * MOST) / peak;
  return out;
}

/** Peaks over this are bent gently down, as a microphone near a drum does. */
const BENT = 0.6;

function bounded(x: number): number {
  const size = Math.abs(x);
  return size <= BENT ? x : Math.sign(x) * (BENT + 0.3 * Math.tanh((size - BENT) / 0.3));
}
