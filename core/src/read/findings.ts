import { type Layer, type Rhythm, type Timing, timeRhythm } from '../rhythm/index.ts';
import { formatRational } from '../time/index.ts';
import { fit } from './fit.ts';
import {
  type HandsReading,
  readHands,
  strokesPerSecond,
  tempoAtCeiling,
  USUAL_CEILING,
} from './hands.ts';
import { HAND_NAMES } from './place.ts';
import { sayStrides, stridesInPulses } from './strides.ts';

/** One sentence of a reading, with the slots of the layer it speaks of. */
export interface Finding {
  readonly text: string;
  /** Slots that light up when the sentence is touched. */
  readonly slots: readonly number[];
  /** `good` where something comes out even, `warn` where the player should look. */
  readonly tone: 'plain' | 'good' | 'warn';
}

export interface FindingGroup {
  readonly title: 'Fit' | 'Strides' | 'Hands';
  readonly findings: readonly Finding[];
}

/**
 * What a layer says, in short sentences with numbers. A rhythm that has no common grid gives the
 * one sentence that says so.
 */
export function readLayer(
  rhythm: Rhythm,
  layerIndex: number,
  ceiling = USUAL_CEILING,
): readonly FindingGroup[] {
  const result = timeRhythm(rhythm);
  const layer = rhythm.layers[layerIndex];
  if (!layer) return [];
  if (!result.ok) {
    return [{ title: 'Fit', findings: [{ text: result.message, slots: [], tone: 'warn' }] }];
  }
  const { timing } = result;
  const groups: readonly FindingGroup[] = [
    { title: 'Fit', findings: fitFindings(rhythm, timing, layerIndex) },
    { title: 'Strides', findings: strideFindings(layer, timing, layerIndex) },
    { title: 'Hands', findings: handFindings(rhythm, layer, timing, layerIndex, ceiling) },
  ];
  return groups.filter((group) => group.findings.length > 0);
}

function plain(text: string, slots: readonly number[] = []): Finding {
  return { text, slots, tone: 'plain' };
}

function fitFindings(rhythm: Rhythm, timing: Timing, index: number): readonly Finding[] {
  const { written, turnsPulses, comesRoundAfter } = fit(timing, index, rhythm.cycle);
  const size = `${formatRational(written)} of ${turnsPulses} ${turnsPulses === 1 ? 'pulse' : 'pulses'}`;
  if (written.den === 1 && written.num === turnsPulses) {
    return [{ text: `${size}, comes round on 1.`, slots: [], tone: 'good' }];
  }
  return [plain(`${size}: it comes round with the one again after ${comesRoundAfter} turns.`)];
}

function strideFindings(layer: Layer, timing: Timing, index: number): readonly Finding[] {
  const grid = timing.layers[index];
  const slots = [...new Set(layer.strokes.map((stroke) => stroke.slot))];
  if (!grid || slots.length === 0) {
    return [plain('Nothing sounds yet: write a stroke and the gaps are read here.')];
  }
  const onsets = slots.map((slot) => grid.startTicks[slot] ?? 0);
  const gaps = stridesInPulses(onsets, grid.lengthTicks, timing.ticksPerPulse);
  const noun = slots.length === 1 ? 'stroke' : 'strokes';
  return [plain(`${slots.length} ${noun}: ${sayStrides(gaps)}.`, slots)];
}

function handFindings(
  rhythm: Rhythm,
  layer: Layer,
  timing: Timing,
  index: number,
  ceiling: number,
): readonly Finding[] {
  if (layer.strokes.length === 0) return [];
  const hands = readHands(layer, timing, index);
  const findings: Finding[] = [plain(sayHands(hands))];
  const { tempo, target } = rhythm;
  if (hands.shortest) {
    const { gap, hand } = hands.shortest;
    const now = strokesPerSecond(gap, tempo);
    const later = strokesPerSecond(gap, { ...tempo, bpm: target });
    const limit = tempoAtCeiling(gap, tempo.per, ceiling);
    const who = hands.count.R > 0 && hands.count.L > 0 ? 'One hand' : `The ${HAND_NAMES[hand]}`;
    const reach = target === tempo.bpm ? '' : `, ${later.toFixed(1)} at ${target}`;
    findings.push(plain(`${who} strikes ${now.toFixed(1)} times a second now${reach}.`));
    if (later > ceiling || now > ceiling) {
      findings.push({
        text: `Above ${Math.floor(limit)} a minute one hand strikes more than ${ceiling} times a second, where many begin to tire.`,
        slots: [],
        tone: 'warn',
      });
    }
  }
  if (hands.impossible.length > 0) {
    findings.push({
      text: `One hand would play twice at once in ${hands.impossible.length === 1 ? 'one slot' : `${hands.impossible.length} slots`}.`,
      slots: hands.impossible,
      tone: 'warn',
    });
  }
  return findings;
}

function sayHands(hands: HandsReading): string {
  const counts = (['R', 'L', 'F'] as const)
    .filter((hand) => hands.count[hand] > 0)
    .map((hand) => `${HAND_NAMES[hand]} ${hands.count[hand]}`)
    .join(', ');
  const sentence = counts.charAt(0).toUpperCase() + counts.slice(1);
  if (hands.count.R === 0 || hands.count.L === 0) return `${sentence}.`;
  const order = hands.inTurn
    ? ', strictly in turn'
    : hands.longestRun.length > 1 && hands.longestRun.hand
      ? `, at most ${hands.longestRun.length} in a row with the ${HAND_NAMES[hands.longestRun.hand]}`
      : '';
  const [first] = hands.leads;
  const heard = hands.leads.filter((lead) => lead !== undefined);
  const lead =
    heard.length < hands.leads.length || first === undefined
      ? ''
      : heard.every((one) => one === first)
        ? hands.leads.length > 1
          ? `; the ${HAND_NAMES[first]} leads every turn`
          : `; the ${HAND_NAMES[first]} leads`
        : `; the lead changes: ${heard.map((one) => HAND_NAMES[one]).join(', ')}`;
  return `${sentence}${order}${lead}.`.replace('the both hands lead', 'both hands lead together');
}
