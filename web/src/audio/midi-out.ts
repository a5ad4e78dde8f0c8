import { VELOCITIES } from '@stride/core/midi';
import type { Sound } from '@stride/core/sound';
import type { Milliseconds, Seconds } from '@stride/core/time';
import type { Beside } from './player.ts';

/** How a device plays along. */
export interface MidiOutParts {
  /** Sends bytes to the device at a moment of the page. */
  readonly send: (bytes: readonly number[], at: Milliseconds) => void;
  /** The page's own clock. */
  readonly now: () => Milliseconds;
  readonly noteFor: (sound: Sound) => number | undefined;
  /** How much later the device sounds than it is told to; it is told so much earlier. */
  readonly late: () => Milliseconds;
  /** Whether the device is given the beat. */
  readonly clock: () => boolean;
}

/** The percussion channel. */
const CHANNEL = 9;
/** What is sent cannot be taken back: only what is heard so soon is sent. */
const SOON: Seconds = 0.08;
/** How long a note is held that nothing chokes. */
const HELD: Seconds = 0.06;
const START = 0xfa;
const STOP = 0xfc;
const TICK = 0xf8;

type Waiting =
  | { readonly time: Seconds; readonly what: 'tick' }
  | {
      readonly time: Seconds;
      readonly what: 'note';
      readonly note: number;
      readonly velocity: number;
      readonly until: Seconds;
    };

/** A device on a cable that plays the strokes that are heard, and is given the beat. */
export function createMidiOut({ send, now, noteFor, late, clock }: MidiOutParts): Beside {
  let waiting: Waiting[] = [];
  let started = false;
  return {
    play({ sound, gain = 1 }, time, until) {
      const note = noteFor(sound);
      if (note === undefined) return;
      const velocity = Math.max(1, Math.round(VELOCITIES[sound.force] * gain));
      waiting.push({ time, what: 'note', note, velocity, until: until ?? time + HELD });
    },
    beat(time) {
      waiting.push({ time, what: 'tick' });
    },
    cancelFrom(time) {
      waiting = waiting.filter((one) => one.time < time);
    },
    tick(heard) {
      const due = waiting.filter((one) => one.time <= heard + SOON);
      if (due.length === 0) return;
      waiting = waiting.filter((one) => one.time > heard + SOON);
      const page = now();
      const at = (time: Seconds) => Math.max(page, page + (time - heard) * 1000 - late());
      due.sort((a, b) => a.time - b.time);
      for (const one of due) {
        if (one.what === 'note') {
          send([0x90 | CHANNEL, one.note, one.velocity], at(one.time));
          send([0x80 | CHANNEL, one.note, 0], at(Math.max(one.until, one.time + 0.005)));
        } else if (clock()) {
          if (!started) send([START], at(one.time));
          started = true;
          send([TICK], at(one.time));
        }
      }
    },
    stop() {
      waiting = [];
      if (started) send([STOP], now());
      started = false;
    },
  };
}
