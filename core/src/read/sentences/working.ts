import { numberAt } from '../../bounds/index.ts';
import { FAMILIES, instrumentOf, strokeKind } from '../../instrument/index.ts';
import {
  beatTicks,
  type Layer,
  type LayerGrid,
  type Rhythm,
  type Timing,
  tempoAt,
} from '../../rhythm/index.ts';
import {
  formatRational,
  multiply,
  rational,
  secondsPerPulse,
  type Ticks,
  toNumber,
} from '../../time/index.ts';
import { capital, counted, wordedCount } from '../../wording/index.ts';
import { readHands, sustained } from '../hands/hands.ts';
import { forcesByHand, highFrom, wrists } from '../hands/wrists.ts';
import { fit } from '../line/fit.ts';
import { leadingLine } from '../line/leading.ts';
import { sumVector, syncopationWeights } from '../line/line.ts';
import { stridesInPulses } from '../line/strides.ts';
import { ACCENT, soundingLine } from '../places/sounding.ts';
import type { ReadSettings } from '../settings.ts';
import { placedIn } from '../sides/placed.ts';
import { sitsWith } from '../sides/sits-with.ts';
import { type Timeline, timelineOf } from '../sides/timeline.ts';
import { highShare, type Register, registerOf } from '../strokes/weight.ts';
import { slotsWith } from '../together/who-sounds.ts';
import type { Figure } from './finding.ts';
import { HAND_NAMES, sayPulse } from './place.ts';

/** The parts that a figure is worked out from. */
interface Subject {
  readonly rhythm: Rhythm;
  readonly timing: Timing;
  readonly index: number;
  readonly layer: Layer;
  readonly grid: LayerGrid;
  readonly settings: ReadSettings;
  readonly timeline: Timeline | undefined;
  readonly pulse: (ticks: Ticks) => string;
}

/**
 * How a figure of a layer is worked out, with the sum, a line for each step, so that a player can
 * follow it and disagree.
 * @param timeline for `sides`: what the layer is set against; a timeline among the layers otherwise
 */
export function workOut(
  rhythm: Rhythm,
  timing: Timing,
  index: number,
  figure: Figure,
  settings: ReadSettings,
  timeline?: Timeline,
): readonly string[] {
  const layer = rhythm.layers[index];
  const grid = timing.layers[index];
  if (!layer || !grid) return [];
  const pulse = (ticks: Ticks) => sayPulse(rational(ticks, timing.ticksPerPulse));
  const among = rhythm.layers
    .map((_, at) => (at === index ? undefined : timelineOf(rhythm, timing, at)))
    .find((one) => one !== undefined);
  return WORKINGS[figure]({
    rhythm,
    timing,
    index,
    layer,
    grid,
    settings,
    timeline: timeline ?? among,
    pulse,
  });
}

const WORKINGS: Readonly<Record<Figure, (subject: Subject) => readonly string[]>> = {
  fit({ rhythm, timing, index, layer }) {
    const { written, comesRoundAfter } = fit(timing, index, rhythm.cycle);
    const turn = timing.turnTicks / timing.ticksPerPulse;
    const cells = wordedCount(layer.cells.length, 'cell');
    const whole = rational(written.num, written.den * turn);
    return [
      `${cells} of ${layer.name} last ${formatRational(written)} pulses; one turn has ${turn}.`,
      `${formatRational(written)} ÷ ${turn} = ${formatRational(whole)} of a turn.`,
      whole.den === 1
        ? 'A whole number of turns, so it comes round on the one.'
        : `The least number of turns that both go into is ${comesRoundAfter}.`,
    ];
  },

  strides({ layer, grid, timing, pulse }) {
    const { onsets } = soundingLine(layer, grid);
    const gaps = stridesInPulses(onsets, grid.lengthTicks, timing.ticksPerPulse);
    const steps = gaps.map((gap, at) => {
      const to = onsets[at + 1];
      return `${pulse(numberAt(onsets, at))} to ${to === undefined ? `${pulse(numberAt(onsets, 0))} of the next round` : pulse(to)}: ${formatRational(gap)}`;
    });
    const length = formatRational(rational(grid.lengthTicks, timing.ticksPerPulse));
    return [...shorten(steps), `${gaps.map(formatRational).join(' + ')} = ${length} pulses.`];
  },

  evenness({ layer, grid }) {
    const { onsets } = soundingLine(layer, grid);
    const { lengthTicks } = grid;
    const K = onsets.length;
    const [re, im] = sumVector(K, (k) => numberAt(onsets, k) / lengthTicks - k / K);
    const [x, y] = sumVector(K, (k) => numberAt(onsets, k) / lengthTicks);
    const size = Math.hypot(re, im);
    const pull = Math.hypot(x, y);
    return [
      'Evenness: each stroke is an arrow of length 1 on a circle, turned back by where an even stroke would be.',
      `The ${K} arrows add up to (${re.toFixed(3)}, ${im.toFixed(3)}), length ${size.toFixed(3)}; ${size.toFixed(3)} ÷ ${K} = ${(size / K).toFixed(4)}. Even strides give 1.`,
      'Balance: each stroke is a weight on the rim of a wheel.',
      `The ${K} weights pull with (${x.toFixed(3)}, ${y.toFixed(3)}), length ${pull.toFixed(3)}; 1 − ${pull.toFixed(3)} ÷ ${K} = ${(1 - pull / K).toFixed(4)}. A wheel at rest gives 1.`,
      'After Milne and others.',
    ];
  },

  syncopation({ rhythm, timing, layer, grid, pulse, settings }) {
    const beats = beatTicks(rhythm.cycle, timing, grid.lengthTicks / timing.turnTicks);
    const { onsets } = leadingLine(soundingLine(layer, grid), grid.lengthTicks, settings.from);
    const weights = syncopationWeights(onsets, grid.lengthTicks, beats);
    const sum = weights.reduce((all, one) => all + one.weight, 0);
    const steps = weights.map(({ onset, distance, crosses, weight }) =>
      weight === 0
        ? `${pulse(onset)}: on a beat, 0`
        : `${pulse(onset)}: T = ${distance.toFixed(2)}, ${crosses ? 'lasts over the next beat, 2' : '1'} ÷ T = ${weight.toFixed(1)}`,
    );
    return [
      'T is the way to the nearest beat over the length of the beat; a stroke that lasts past the next beat and not past the one after weighs 2 ÷ T, any other off the beat 1 ÷ T.',
      ...shorten(steps),
      `${sum.toFixed(1)} ÷ ${weights.length} strokes = ${(sum / weights.length).toFixed(2)}.`,
      'After Gómez and others.',
    ];
  },

  accents({ layer, grid, timing, pulse }) {
    const { onsets, forces } = soundingLine(layer, grid);
    const accents = onsets.filter((_, at) => forces[at] === ACCENT);
    const gaps = stridesInPulses(accents, grid.lengthTicks, timing.ticksPerPulse);
    const length = formatRational(rational(grid.lengthTicks, timing.ticksPerPulse));
    return [
      `The strokes of force 4 alone: pulse ${accents.map(pulse).join(', ')}.`,
      `${gaps.map(formatRational).join(' + ')} = ${length} pulses.`,
    ];
  },

  sides({ rhythm, layer, timing, index, timeline }) {
    if (!timeline) return [];
    // The first time through the timeline, in which a shorter layer comes round.
    const [placed = []] = placedIn(layer, timing, index, timeline.span, rhythm.cycle);
    const { here, other } = sitsWith(placed, timeline.onsets, timeline.span, timeline.side);
    const on = (against: typeof here) => against.agreement + against.rubs.length;
    const figure = (against: typeof here) =>
      `${on(against).toFixed(2)} − ${against.rubs.length} = ${against.agreement.toFixed(2)}`;
    return [
      'Every stroke on the timeline counts its force over four; an accent one pulse beside it, neither on it nor on a beat, takes one away.',
      `As the timeline stands: ${here.doubled.length} strokes on it, ${figure(here)}.`,
      `From its other side: ${other.doubled.length} strokes on it, ${figure(other)}.`,
      'Where the two differ by less than a half, it sits with either.',
    ];
  },

  together({ rhythm, timing, index, layer, grid, pulse }) {
    const { slots } = soundingLine(layer, grid);
    return rhythm.layers.flatMap((other, at) => {
      if (at === index || other.strokes.length === 0) return [];
      const shared = slotsWith(rhythm, timing, index, slots, at);
      const places = shared.map((slot) => pulse(numberAt(grid.startTicks, slot)));
      return [`${other.name}: ${places.length === 0 ? 'none' : `pulse ${places.join(', ')}`}.`];
    });
  },

  hands({ layer, timing, index }) {
    const { count, longestRun } = readHands(layer, timing, index);
    const all = count.R + count.L + count.F;
    return [
      `Right ${count.R} + left ${count.L}${count.F > 0 ? ` + foot ${count.F}` : ''} = ${all}; a stroke of both hands counts for each.`,
      `The longest row of one hand is ${longestRun.length}, counted over the seam.`,
    ];
  },

  tempo({ rhythm, layer, timing, index, grid, settings }) {
    const hands = readHands(layer, timing, index);
    const tempo = tempoAt(rhythm);
    const busiest = sustained(hands, grid.length, tempo);
    if (!busiest) return [];
    const { target } = rhythm;
    const { ceiling } = settings;
    const pulse = toNumber(secondsPerPulse(tempo));
    const count = hands.struck[busiest.hand];
    const lasts = toNumber(multiply(grid.length, secondsPerPulse(tempo)));
    const later = (busiest.rate * target) / tempo.bpm;
    return [
      `At ${tempo.bpm} a minute for ${counted(tempo.per, 'pulse')}, a pulse lasts 60 ÷ ${tempo.bpm} ÷ ${tempo.per} = ${pulse.toFixed(3)} s, and ${layer.name} ${lasts.toFixed(2)} s.`,
      `The ${HAND_NAMES[busiest.hand]} strikes ${count} times in it: ${count} ÷ ${lasts.toFixed(2)} = ${busiest.rate.toFixed(1)} a second; at the target of ${target}, ${later.toFixed(1)}.`,
      ...(hands.closest
        ? [
            `The closest two of one hand (the ${HAND_NAMES[hands.closest.hand]}) are ${formatRational(hands.closest.gap)} ${hands.closest.gap.num === hands.closest.gap.den ? 'pulse' : 'pulses'} apart: ${toNumber(multiply(hands.closest.gap, secondsPerPulse(tempo))).toFixed(3)} s. Two that are one motion of the hand, as heel and toe, are not counted.`,
          ]
        : []),
      `Your ceiling of ${ceiling} a second over a turn is reached at ${tempo.bpm} × ${ceiling} ÷ ${busiest.rate.toFixed(2)} = ${((tempo.bpm * ceiling) / busiest.rate).toFixed(0)} a minute.`,
      'The ceiling is a setting; most people begin to tire at about 5. Pain is a reason to stop, whatever the figure says.',
    ];
  },

  wrists({ layer }) {
    const byHand = forcesByHand(layer);
    const from = highFrom(layer);
    return (['R', 'L'] as const)
      .flatMap((hand) => {
        const forces = byHand[hand];
        if (forces.length === 0) return [];
        return [
          `${hand === 'R' ? 'Right' : 'Left'}, forces ${forces.join(' ')}: ${wrists(forces, from).join(' ')}.`,
        ];
      })
      .concat(
        `High is ${from === 4 ? 'an accent' : from === 2 ? 'a soft stroke' : 'a plain stroke'}${from < 4 ? ' or louder' : ''} here. High to high is a full stroke, high to low a down stroke, low to low a tap, low to high an up stroke; the last goes to the first.`,
      );
  },

  weight({ layer }) {
    const instrument = instrumentOf(layer);
    const sums = new Map<string, number>();
    for (const stroke of layer.strokes) {
      const family = instrument && strokeKind(instrument, stroke.kind)?.family;
      if (family) sums.set(family, (sums.get(family) ?? 0) + stroke.force / 4);
    }
    const all = [...sums.values()].reduce((sum, one) => sum + one, 0);
    return [
      'Every stroke counts its force over four.',
      ...FAMILIES.flatMap((family) => {
        const sum = sums.get(family);
        return sum === undefined
          ? []
          : [
              `${family}: ${sum.toFixed(2)} ÷ ${all.toFixed(2)} = ${Math.round((sum / all) * 100)} %`,
            ];
      }),
      ...sayRegisters(layer),
    ];
  },
};

/** Which of its strokes are low and which high, and what they come to. */
function sayRegisters(layer: Layer): readonly string[] {
  const instrument = instrumentOf(layer);
  const high = highShare(layer);
  if (!instrument || high === undefined) return [];
  const kinds = instrument.strokes.filter(({ code }) =>
    layer.strokes.some(({ kind }) => kind === code),
  );
  const of = (register: Register) => kinds.filter((kind) => registerOf(kind) === register);
  return (['low', 'high'] as const).map((register) => {
    const codes = of(register);
    const force = layer.strokes
      .filter(({ kind }) => codes.some(({ code }) => code === kind))
      .reduce((sum, stroke) => sum + stroke.force / 4, 0);
    const share = register === 'high' ? high : 1 - high;
    return `${capital(register)} (${codes.map(({ name }) => name).join(', ')}): ${force.toFixed(2)}, ${Math.round(share * 100)} % of low and high together.`;
  });
}

/** Long sums show their beginning and their end. */
function shorten(steps: readonly string[]): readonly string[] {
  if (steps.length <= 14) return steps.map((step) => `${step}.`);
  return [
    ...steps.slice(0, 8).map((step) => `${step}.`),
    `… and ${steps.length - 10} more …`,
    ...steps.slice(-2).map((step) => `${step}.`),
  ];
}
