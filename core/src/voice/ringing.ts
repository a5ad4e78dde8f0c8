import type { Hertz, Seconds } from '../time/index.ts';
import { CONTACTS, contactTime, hardContactTime, overReach, pushAt } from './contact.ts';
import type { RingingBody, Strike } from './model.ts';
import { addNoise } from './noise.ts';
import { addRattle, rattleTime } from './rattle.ts';
import { addPartials, type Bend, heardFor, type Partial } from './ring.ts';
import type { Struck } from './take.ts';

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

/** A stroke on what rings: its modes as they are pushed, held and bent, the meeting itself, and what rattles. */
export function ringing(body: RingingBody, how: Strike, struck: Struck): Float32Array {
  const { meant, chance, tuned, sampleRate, most } = struck;
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
  if (body.rattle) addRattle(out, body, how, struck);
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
