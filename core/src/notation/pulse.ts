import { numberAt } from '../bounds/index.ts';
import type { HeardStroke } from '../ear/index.ts';
import type { Seconds } from '../time/index.ts';

/** Beats a minute among which the pulse is looked for, and how finely. */
const TEMPOS = { from: 50, to: 180, steps: 520 } as const;
/** How near to a part of the beat a stroke is on it, as a share of the beat. */
const NEAR = 0.035;
/** Beats that a turn can have. */
const TURNS = [2, 3, 4, 5, 6, 7, 8, 10, 12, 16] as const;

/** The beat of a recording: how long it is, and where the first one lies. */
export interface Pulse {
  readonly beat: Seconds;
  readonly start: Seconds;
}

/** Parts of a beat on which strokes may lie, and how likely each cut is before anything is heard. */
const CUTS: readonly (readonly [parts: number, weight: number])[] = [
  [1, 1],
  [2, 0.97],
  [4, 0.93],
  [3, 0.93],
  [6, 0.85],
];

/** The beat on which most strokes lie, in as few parts as explain them; slow and quick beats are less likely. */
export function pulseOf(strokes: readonly Pick<HeardStroke, 'time' | 'loud'>[]): Pulse {
  const times = strokes.map(({ time }) => time);
  const weights = strokes.map(({ loud }) => Math.sqrt(loud));
  const all = weights.reduce((sum, one) => sum + one, 0);
  const anchors = [...strokes.keys()]
    .sort((a, b) => numberAt(weights, b) - numberAt(weights, a))
    .slice(0, 6)
    .concat(0);
  let best = { score: -1, beat: 0.5, start: numberAt(times, 0) };
  for (let step = 0; step <= TEMPOS.steps; step += 1) {
    const bpm = TEMPOS.from * (TEMPOS.to / TEMPOS.from) ** (step / TEMPOS.steps);
    const beat = 60 / bpm;
    // Most people feel a beat of about 100 a minute.
    const usual = Math.exp(-0.5 * (Math.log2(bpm / 100) / 0.9) ** 2);
    for (const anchor of anchors) {
      const start = numberAt(times, anchor);
      for (const [parts, likely] of CUTS) {
        // Not even with all strokes on it is it better.
        if (likely * (0.7 + 0.3 * usual) <= best.score) continue;
        let on = 0;
        let onBeat = 0;
        for (let at = 0; at < times.length; at += 1) {
          const place = (numberAt(times, at) - start) / beat;
          const off = (place * parts - Math.round(place * parts)) / parts;
          const weight = numberAt(weights, at) * Math.exp(-0.5 * (off / NEAR) ** 2);
          on += weight;
          if (Math.round(place * parts) % parts === 0) onBeat += weight;
        }
        const score = (on / all) * likely * (0.75 + 0.25 * (onBeat / all)) * (0.7 + 0.3 * usual);
        if (score > best.score) best = { score, beat, start };
      }
    }
  }
  return refined(times, best.beat, best.start);
}

/** The same beat, drawn through all strokes by least squares. */
function refined(times: readonly Seconds[], beat: Seconds, start: Seconds): Pulse {
  let now = { beat, start };
  for (let round = 0; round < 4; round += 1) {
    const on = times.flatMap((time) => {
      const place = (time - now.start) / now.beat;
      const twelfth = Math.round(place * 12) / 12;
      return Math.abs(place - twelfth) < NEAR ? [{ time, place: twelfth }] : [];
    });
    if (on.length < 3) break;
    const mean = (of: (one: (typeof on)[number]) => number) =>
      on.reduce((sum, one) => sum + of(one), 0) / on.length;
    const [t, x] = [mean(({ time }) => time), mean(({ place }) => place)];
    const across = on.reduce((sum, one) => sum + (one.place - x) ** 2, 0);
    // All at one place: through these any line goes.
    if (across < 1e-9) break;
    const slope = on.reduce((sum, one) => sum + (one.place - x) * (one.time - t), 0) / across;
    now = { beat: slope, start: t - slope * x };
  }
  // The first stroke is taken for the one: where else the turn begins nobody can hear.
  const first = Math.round(((numberAt(times, 0) - now.start) / now.beat) * 12) / 12;
  return { beat: now.beat, start: now.start + first * now.beat };
}

/**
 * How many beats go by until the same strokes come again; four where nothing does.
 * @param places of the strokes, in beats
 * @param kinds what each of them sounds like
 */
export function turnOf(places: readonly number[], kinds: readonly number[]): number {
  const at = new Map<string, number>();
  const keys = places.map((place, index) => {
    const key = `${Math.round(place * 12)}`;
    at.set(key, numberAt(kinds, index));
    return { twelfth: Math.round(place * 12), kind: numberAt(kinds, index) };
  });
  const end = Math.max(...keys.map(({ twelfth }) => twelfth));
  const scores = TURNS.map((beats) => {
    const later = keys.filter(({ twelfth }) => twelfth + beats * 12 <= end);
    const same = later.filter(({ twelfth, kind }) => at.get(`${twelfth + beats * 12}`) === kind);
    const isEnough = later.length >= 3 && end >= beats * 12 * 1.5;
    return { beats, score: isEnough ? same.length / later.length : 0 };
  });
  const most = Math.max(...scores.map(({ score }) => score));
  if (most < 0.5) return 4;
  return scores.find(({ score }) => score >= most * 0.93)?.beats ?? 4;
}
