import { normal, seeded } from '../chance/index.ts';
import type { Force } from '../rhythm/index.ts';
import { sayWord, spell } from '../speech/index.ts';
import type { Hertz, Seconds } from '../time/index.ts';
import { CONTACTS, contactTime, hardContactTime, overReach, pushAt, SPEEDS } from './contact.ts';
import { addGrains, type Grain, type Resonance } from './grains.ts';
import type {
  GrainBody,
  MouthBody,
  PalmBody,
  Rattle,
  RingingBody,
  Strike,
  Voice,
} from './model.ts';
import { addNoise, FALL, type SharedNoise, sharedNoise } from './noise.ts';
import { addPartials, type Bend, heardFor, type Partial } from './ring.ts';

/** One stroke among many of its kind. */
export interface Take {
  readonly force: Force;
  /** Which of its kind it is: each differs a little, and each is the same every time. */
  readonly take: number;
  /** True for the player's other hand: a little softer, a little further in. */
  readonly weak?: boolean;
  /** Pitch of what is struck against its usual one. */
  readonly tuned?: number;
}

/** What differs from stroke to stroke of a good player. */
interface Chance {
  readonly place: number;
  readonly angle: number;
  /** Where the waves of its group begin, in radians. */
  readonly turn: number;
  readonly speed: number;
  readonly lasts: number;
  /** A skin is never quite as tight as it was. */
  readonly pitch: number;
  /** Small, for phases. */
  phase(): number;
  /** For a part of the sound, the same for all strokes of the kind. */
  common(part: Part): () => number;
  /** Noise for a part, mostly the same for all strokes of the kind. */
  noise(part: Part): SharedNoise;
  /** Of this stroke alone. */
  own(): number;
}

/**
 * Takes stand in so many groups, whose waves begin apart from one another by so many radians: two strokes of different
 * groups are never the same wave, however plain it is.
 */
export const GROUPS = 3;
const APART = 0.335;
const PARTS = { contact: 0x51, grains: 0x5eed, rattle: 0x7a77 } as const;
type Part = keyof typeof PARTS;

function chanceOf(name: string, { take, weak }: Take): Chance {
  let seed = 7;
  for (const letter of name) seed = (seed * 31 + letter.charCodeAt(0)) | 0;
  const own = seeded(seed ^ Math.imul(take + 1, 0x9e3779b1));
  const spread = () => Math.max(-1.6, Math.min(1.6, normal(own)));
  const side = weak ? 1 : 0;
  const turn = ((take % GROUPS) - (GROUPS - 1) / 2) * APART;
  return {
    place: spread() * 0.0045 - 0.02 * side,
    turn,
    angle: spread() * 0.04 + 0.3 * side,
    speed: (1 + spread() * 0.04) * (1 - 0.07 * side),
    lasts: (1 + spread() * 0.022) * (1 + 0.08 * side),
    pitch: 1 + spread() * 0.0001,
    phase: () => turn + spread() * 0.03,
    common: (part) => seeded(seed ^ PARTS[part]),
    noise: (part) => sharedNoise(seed ^ PARTS[part], Math.floor(own() * 2 ** 32)),
    own,
  };
}

/**
 * A stroke as samples, mono, from its first sample on; not yet evened with other instruments. Same arguments, same
 * samples.
 * @param name tells strokes apart, so that each has noise of its own
 * @param most what comes later of what rings is left out
 */
export function strike(
  voice: Voice,
  name: string,
  take: Take,
  sampleRate: Hertz,
  most: Seconds = Number.POSITIVE_INFINITY,
): Float32Array {
  const chance = chanceOf(name, take);
  const meant = SPEEDS[take.force] * voice.strike.weight;
  return sound(voice, meant, chance, take.tuned ?? 1, sampleRate, most);
}

/** @param meant how fast the hand was to come down; how fast it did differs a little */
function sound(
  { body, strike: how }: Voice,
  meant: number,
  chance: Chance,
  tuned: number,
  sampleRate: Hertz,
  most: Seconds,
): Float32Array {
  switch (body.kind) {
    case 'ringing':
      return ringing(body, how, meant, chance, tuned, sampleRate, most);
    case 'grains':
      return shaken(body, how, meant, chance, tuned, sampleRate);
    case 'palms':
      return clapped(body, meant * chance.speed, chance, tuned, sampleRate);
    case 'mouth':
      return spoken(body, meant, chance, tuned, sampleRate);
  }
}

/** How soon what is held falls by 60 dB, by what the hand does after; nothing holds it where it leaves. */
const HOLDS: Readonly<Record<Strike['after'], Seconds>> = {
  leaves: Number.POSITIVE_INFINITY,
  slides: Number.POSITIVE_INFINITY,
  stays: 0.075,
  rests: 0.055,
  presses: 0.05,
};

/** However hard it is struck, nothing moves at once. */
const LEAST_GROWING: Seconds = 0.00035;

/** Pressed into the skin, a hand tightens it. */
const PRESSED = 1.22;
/** A heel that slides in draws the pitch up by this share, in this time. */
const SLIDES = { up: 0.55, over: 0.22 } as const;
/** A skin that was struck hard is tight until its swing has died down. */
const TIGHT: Seconds = 0.03;

function bendOf({ tightens }: RingingBody, { after }: Strike, speed: number): Bend | undefined {
  const above = tightens * speed ** 2;
  if (after === 'slides')
    return (time) => 1 + SLIDES.up * (1 - Math.exp(-((time / SLIDES.over) ** 2)));
  return above < 0.003 ? undefined : (time) => 1 + above * Math.exp(-time / TIGHT);
}

function ringing(
  body: RingingBody,
  how: Strike,
  meant: number,
  chance: Chance,
  tuned: number,
  sampleRate: Hertz,
  most: Seconds,
): Float32Array {
  const speed = meant * chance.speed;
  const contact = CONTACTS[how.tool];
  const least = Math.max(0.05, speed);
  const touches =
    body.width > 0 ? contactTime(contact, least, lowestOf(body)) : hardContactTime(how.tool, least);
  const lasts = touches * chance.lasts;
  const place = Math.min(
    0.985,
    Math.max(0, how.place + chance.place * (how.place > 0.02 ? 1 : 0.4)),
  );
  const pressed = how.after === 'presses' ? PRESSED : 1;
  const hold = HOLDS[how.after];
  const partials = body.modes.map((mode): Partial => {
    const frequency = mode.air
      ? mode.frequency
      : mode.frequency * tuned * pressed * (body.width > 0 ? chance.pitch : 1);
    const moves = mode.moves(place, chance.angle);
    // A hand reaches over the shorter waves of a skin; on what is stiff all of it meets one point.
    const reach =
      body.width > 0 && !mode.air ? overReach(waveShare(frequency, body, contact.reach)) : 1;
    const amplitude = speed * moves * mode.heard * pushAt(frequency, lasts) * reach;
    const share = mode.air ? 0.5 : 0.45 + 0.55 * Math.min(1, (moves / 0.6) ** 2);
    const holding = share / hold + (how.held && mode.even && !mode.air ? 1 / 0.05 : 0);
    return {
      frequency,
      amplitude,
      phase: chance.phase(),
      ring: 1 / (1 / mode.ring + holding),
      bends: !mode.air || body.tightens > 0,
    };
  });
  const noise = contactNoise(contact, how, speed, lasts);
  const loudest = Math.max(1e-9, ...partials.map(({ amplitude }) => Math.abs(amplitude)));
  const longest = Math.max(
    0.02,
    noise.fades * 1.05,
    ...partials.map((partial) => heardFor(partial, loudest)),
  );
  const goesOn = body.rattle ? rattleTime(body.rattle, meant) : 0;
  const lasting = Math.min(most, Math.max(longest, goesOn) + 0.006);
  const out = new Float32Array(Math.ceil(lasting * sampleRate));
  addPartials(out, partials, bendOf(body, how, meant), sampleRate);
  // The push takes its time: until its middle the sound is still growing.
  const growing = Math.min(
    out.length,
    Math.round(Math.max(LEAST_GROWING, lasts * 0.5) * sampleRate),
  );
  for (let i = 0; i < growing; i += 1)
    out[i] = (out[i] as number) * (0.5 - 0.5 * Math.cos((Math.PI * (i + 0.5)) / growing));
  addNoise(out, noise, chance.noise('contact'), sampleRate);
  if (body.rattle) addRattle(out, body, how, meant, chance, sampleRate);
  return out;
}

/** A hand's reach against the wave of a mode on the skin, times 2π. */
function waveShare(frequency: Hertz, body: RingingBody, reach: number): number {
  // 2.405 waves-over-2π lie on the radius in the lowest mode, and more in proportion above.
  return (2.405 * frequency * reach * 2) / (lowestOf(body) * body.width);
}

/** The pitch of what is struck itself. */
function lowestOf({ modes }: RingingBody): Hertz {
  return modes.find((mode) => !mode.air)?.frequency ?? 220;
}

/** The noise of the meeting itself: harder and brighter with speed; under a hand that stays the air hisses longer. */
function contactNoise(
  contact: (typeof CONTACTS)[keyof typeof CONTACTS],
  { after }: Strike,
  speed: number,
  lasts: Seconds,
) {
  const covered = after === 'stays' ? 1.15 : after === 'rests' ? 1 : 0.8;
  return {
    centre: contact.centre * speed ** 0.25,
    q: 0.75,
    gain: contact.noise * speed ** 1.8 * covered,
    fades: contact.fades * (after === 'stays' ? 1.3 : 1),
    rises: Math.max(0.0003, Math.min(0.0012, lasts * 0.3)),
  };
}

function rattleTime({ kind, ring }: Rattle, speed: number): Seconds {
  return ring * (kind === 'wires' ? 0.55 + 0.6 * speed : 0.7 + 0.4 * speed);
}

function addRattle(
  out: Float32Array,
  { modes, rattle }: RingingBody,
  { place, after }: Strike,
  speed: number,
  chance: Chance,
  sampleRate: Hertz,
): void {
  if (!rattle) return;
  const { kind, pitch, gain } = rattle;
  const goesOn = rattleTime(rattle, speed);
  const random = chance.common('grains');
  const noise = chance.noise('rattle');
  if (kind === 'wires') {
    // Wires lift off and fall back as the head swings; the harder, the longer.
    const swing = Math.min(400, modes[0]?.frequency ?? 200);
    const loud = gain * speed ** 1.8 * (after === 'leaves' ? 1 : 0.7);
    addNoise(
      out,
      { centre: pitch, q: 0.6, gain: loud, fades: goesOn, rises: 0.002, chatter: swing },
      noise,
      sampleRate,
    );
    addNoise(
      out,
      { centre: pitch * 2.3, q: 0.9, gain: loud * 0.5, fades: goesOn * 0.7, rises: 0.002 },
      noise,
      sampleRate,
    );
    return;
  }
  // What hangs in the frame is shaken by what moves the frame: a stroke at the edge, hardly one in the middle.
  const shakes = gain * speed ** 1.9 * (0.04 + 0.96 * place ** 3);
  const count = kind === 'beads' ? 120 : 90;
  const grains = Array.from({ length: count }, (_, index): Grain => {
    const far = (index + random()) / count;
    return {
      time: 0.0008 + goesOn * 0.75 * far ** 1.7,
      amplitude:
        (index === 0 ? 2.4 : 1) *
        shakes *
        Math.exp(-5 * far) *
        (0.7 + 0.6 * random()) *
        (0.78 + 0.44 * chance.own()),
      on: index,
    };
  });
  const ring = kind === 'beads' ? 0.012 : kind === 'rings' ? 0.09 : 0.13;
  const own = kind === 'beads' ? [1, 1.6] : [1, 1.09, 1.21, 1.43, 1.62, 1.87];
  addGrains(
    out,
    grains,
    own.map((ratio) => ({ frequency: pitch * ratio * (0.78 + 0.32 * speed), ring, gain: 1 })),
    () => (noise.next() + 1) / 2,
    speed,
    sampleRate,
  );
}

function shaken(
  body: GrainBody,
  how: Strike,
  meant: number,
  chance: Chance,
  tuned: number,
  sampleRate: Hertz,
): Float32Array {
  const { grains: count, lasts, together, ribs, vessel } = body;
  const speed = meant * chance.speed;
  const random = chance.common('grains');
  const lives = lasts * (0.8 + 0.35 * meant);
  const pitch = body.pitch * tuned * (0.9 + 0.14 * meant);
  const grains = Array.from({ length: count }, (_, index): Grain => {
    const far = (index + (ribs ? 0.5 : random())) / count;
    // Ribs come evenly, a little faster towards the end; grains gather where the hand stops.
    const time = ribs ? lives * far ** 0.9 : lives * far ** (1 + 1.6 * together);
    const swell = ribs
      ? Math.sin(Math.PI * (0.42 + 0.54 * far)) * Math.exp(-1.2 * far)
      : Math.exp(-4.8 * far);
    return {
      time: index === 0 ? 0 : time,
      amplitude:
        (index === 0 && !ribs ? 2.4 : 1) *
        speed ** 1.1 *
        swell *
        (ribs ? 0.85 + 0.3 * random() : 0.7 + 0.6 * random()) *
        (0.85 + 0.3 * chance.own()),
      on: index,
    };
  });
  const resonances = vessel.map(
    (ratio, index): Resonance => ({
      frequency: pitch * ratio,
      ring: ribs ? 0.008 : 0.0035,
      gain: 0.8 ** index,
    }),
  );
  const length = lives + 0.05;
  const out = new Float32Array(Math.ceil(length * sampleRate));
  const noise = chance.noise('rattle');
  addGrains(out, grains, resonances, () => (noise.next() + 1) / 2, meant, sampleRate);
  // Between the ribs the stick hisses.
  const hiss = {
    centre: pitch * meant ** 0.3,
    q: 0.8,
    gain: 0.85 * speed ** 1.1,
    fades: lives * 1.3,
    rises: 0.003,
  };
  if (ribs) addNoise(out, hiss, noise, sampleRate);
  // The first grains touch before they knock.
  const touch = Math.round(0.0004 * sampleRate);
  for (let i = 0; i < touch; i += 1) out[i] = ((out[i] as number) * (i + 0.5)) / touch;
  if (how.after === 'leaves') return out;
  const from = Math.round(lives * 0.5 * sampleRate);
  for (let i = from; i < out.length; i += 1)
    out[i] = (out[i] as number) * Math.exp((-FALL * (i - from)) / (0.05 * sampleRate));
  return out;
}

/** Parts of the two hands meet one after the other, within a few thousandths of a second. */
const MEETINGS = [
  { time: 0, gain: 0.8 },
  { time: 0.0021, gain: 1 },
  { time: 0.0046, gain: 0.55 },
] as const;

/** Two hands: the air between them rings shortly, and the skin hisses (Repp, The sound of two hands clapping, 1987). */
function clapped(
  { pitch, ring }: PalmBody,
  speed: number,
  chance: Chance,
  tuned: number,
  sampleRate: Hertz,
): Float32Array {
  const out = new Float32Array(Math.ceil((ring * 1.4 + 0.03) * sampleRate));
  const noise = chance.noise('rattle');
  for (const { time, gain } of MEETINGS) {
    const from = Math.round(time * sampleRate);
    const part = out.subarray(from);
    const loud = gain * speed ** 1.15;
    const bright = pitch * tuned * (0.86 + 0.2 * speed);
    addNoise(part, { centre: bright, q: 1.7, gain: 0.5 * loud, fades: ring }, noise, sampleRate);
    addNoise(
      part,
      { centre: bright * 2.4, q: 0.8, gain: 0.3 * loud * speed ** 0.5, fades: ring * 0.4 },
      noise,
      sampleRate,
    );
  }
  return out;
}

/** A syllable, said. */
function spoken(
  { speaker, syllable, lasts }: MouthBody,
  meant: number,
  chance: Chance,
  tuned: number,
  sampleRate: Hertz,
): Float32Array {
  const how = {
    speaker,
    ...(lasts === undefined ? {} : { held: lasts }),
    effort: meant,
    leant: meant >= SPEEDS[4],
    tuned: tuned * (1 + 0.0004 * chance.turn),
    begins: 0.5 + 0.02 * chance.turn,
    breath: chance.noise('rattle').next,
  } as const;
  const speed = meant * chance.speed;
  return sayWord(spell(syllable), how, sampleRate).map((value) => value * speed);
}

/** Takes out what is too low to be heard, and lets the end go to nothing. */
export function settle(out: Float32Array, sampleRate: Hertz): void {
  const keep = Math.exp((-2 * Math.PI * 18) / sampleRate);
  let before = 0;
  let low = 0;
  for (let i = 0; i < out.length; i += 1) {
    const x = out[i] as number;
    low = keep * (low + x - before);
    before = x;
    out[i] = low;
  }
  const length = Math.min(out.length, Math.round(0.005 * sampleRate));
  const from = out.length - length;
  for (let i = from; i < out.length; i += 1)
    out[i] = (out[i] as number) * (1 - (i - from + 1) / length);
}
