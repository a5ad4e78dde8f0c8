import { nth, numberAt } from '../bounds/index.ts';
import { createEar, type HeardStroke } from '../ear/index.ts';
import type { Force } from '../rhythm/index.ts';
import { type Hertz, rational, type Samples, type Seconds, wrap, ZERO } from '../time/index.ts';
import { counted } from '../wording/index.ts';
import { kindsOf } from './kinds.ts';
import type { NotationResult, PartNote } from './model.ts';
import { soundsOfNotes } from './model.ts';
import { pulseOf, turnOf } from './pulse.ts';
import { barsUntil } from './stretches.ts';

/** The longest recording that is listened to, and the most strokes that are taken of it. */
const LONGEST: Seconds = 900;
const MOST = 3000;
/** Bits in which the ear is given the sound. */
const BIT: Samples = 4096;

/**
 * What is played in a recording, as notes: strokes found by the ear, sorted by what they sound like, on the pulse that
 * explains them best, in a turn as long as it takes until they come again. All of it is a proposal.
 * @param samples one channel
 */
export function hearRecording(
  samples: Float32Array,
  sampleRate: Hertz,
  name: string,
): NotationResult {
  const seconds = samples.length / sampleRate;
  if (seconds > LONGEST) {
    return {
      ok: false,
      message: `It lasts ${Math.round(seconds / 60)} minutes; ${LONGEST / 60} are the most. Cut out what is to be written.`,
    };
  }
  const ear = createEar(sampleRate);
  const found: HeardStroke[] = [];
  for (let at = 0; at < samples.length; at += BIT)
    found.push(...ear.push(samples.subarray(at, at + BIT)));
  found.push(...ear.end());
  const strokes = found.slice(0, MOST);
  if (strokes.length < 3) {
    return { ok: false, message: 'Fewer than three strokes can be heard in it.' };
  }
  const heardKinds = kindsOf(strokes);
  const { beat, start } = pulseOf(strokes);
  const places = strokes.map(({ time }) => (time - start) / beat);
  const turn = turnOf(places, heardKinds);
  const again = turnByTurn(places, turn);
  const kinds = strokes.map((_, index) =>
    commonest(nth(again, index).map((one) => numberAt(heardKinds, one))),
  );
  const louds = strokes.map((_, index) => {
    const same = nth(again, index);
    return same.reduce((sum, one) => sum + nth(strokes, one).loud, 0) / same.length;
  });
  const loud = [...louds].sort((a, b) => a - b);
  const middle = numberAt(loud, Math.floor(loud.length / 2));
  const notes = louds.map(
    (own, index): PartNote => ({
      // A part of a beat far finer than anybody plays.
      // The first one is at the beginning, also where the others put it a hair before that.
      at: rational(Math.max(0, Math.round(numberAt(places, index) * PARTS)), PARTS),
      sound: String(numberAt(kinds, index)),
      force: forceOf(own / middle),
    }),
  );
  const last = numberAt(places, places.length - 1);
  const lost = [
    `Heard: ${counted(strokes.length, 'stroke')} at about ${Math.round(60 / beat)} a minute, in turns of ${counted(turn, 'beat')}. Beat and turn are the ones that explain it best, and its first stroke is taken for the one; all three can be chosen.`,
    'Which hand plays cannot be heard, and two strokes at the same moment are one.',
  ];
  if (found.length > MOST)
    lost.push(`Only the first ${MOST} of ${found.length} strokes are taken.`);
  return {
    ok: true,
    notation: {
      name,
      bars: barsUntil(
        rational(Math.floor(last * PARTS) + 1, PARTS),
        () => ({ beats: Array.from({ length: turn }, () => 1), under: 4 }),
        MOST,
      ),
      tempos: [{ at: ZERO, quarters: 60 / beat, beat: rational(1) }],
      parts: [
        {
          id: 'heard',
          name: 'Heard',
          sounds: soundsOfNotes(notes, (key) => ({
            name: `sound ${Number(key) + 1}${WORDS[Number(key)] ?? ''}`,
            height: Number(key),
          })),
          notes,
        },
      ],
      lost,
    },
  };
}

/** For each stroke those at its place in every turn, itself among them: what is the same each time is heard together. */
function turnByTurn(places: readonly number[], turn: number): readonly (readonly number[])[] {
  const byPlace = new Map<number, number[]>();
  const keys = places.map((place) => wrap(Math.round(place * 12), turn * 12));
  keys.forEach((key, index) => {
    byPlace.set(key, [...(byPlace.get(key) ?? []), index]);
  });
  return keys.map((key) => byPlace.get(key) ?? []);
}

function commonest(values: readonly number[]): number {
  const counts = new Map<number, number>();
  for (const value of values) counts.set(value, (counts.get(value) ?? 0) + 1);
  const [best] = [...counts].sort(([, a], [, b]) => b - a);
  return best?.[0] ?? 0;
}

/** The finest part of a beat in which a stroke is placed before it is put on a grid. */
const PARTS = 9600;
const WORDS = [', the lowest'];

function forceOf(beside: number): Force {
  if (beside >= 1.45) return 4;
  return beside >= 0.6 ? 3 : beside >= 0.33 ? 2 : 1;
}
