import { beatStarts } from '../cycle/index.ts';
import { findInstrument } from '../instrument/index.ts';
import { type Layer, type Lines, type Rhythm, type Timing, timeRhythm } from '../rhythm/index.ts';
import { formatRational, rational } from '../time/index.ts';
import { sayPulse, slotsWith } from './chosen.ts';
import { drumMoves, hardMoves } from './drum-moves.ts';
import { fit } from './fit.ts';
import { type HandsReading, readHands, strokesPerSecond, tempoAtCeiling } from './hands.ts';
import { balance, evenness, syncopation } from './line.ts';
import { HAND_NAMES } from './place.ts';
import { type ReadSettings, USUAL_READING } from './settings.ts';
import { readSides, type SideSentence } from './sides-of.ts';
import { soundingLine } from './sounding.ts';
import { sayStrides, stridesInPulses } from './strides.ts';
import { sayWeight, weightOf } from './weight.ts';
import { forcesOf, wrists } from './wrists.ts';

/** One sentence of a reading, with the slots of the layer it speaks of. */
export interface Finding {
  readonly text: string;
  /** Slots that light up when the sentence is touched. */
  readonly slots: readonly number[];
  /** `good` where something comes out even, `warn` where the player should look. */
  readonly tone: 'plain' | 'good' | 'warn';
  /** The figure it gives, whose sum `workOut` writes out. */
  readonly figure?: Figure;
}

/** Figures of a reading that can be worked out before the player's eyes. */
export type Figure =
  | 'fit'
  | 'strides'
  | 'evenness'
  | 'syncopation'
  | 'accents'
  | 'sides'
  | 'together'
  | 'hands'
  | 'tempo'
  | 'wrists'
  | 'weight';

export interface FindingGroup {
  readonly title:
    | 'Fit'
    | 'Strides'
    | 'Off the beat'
    | 'Accents alone'
    | 'Sides'
    | 'Together'
    | 'Hands'
    | 'Wrists'
    | 'Weight';
  readonly findings: readonly Finding[];
}

/**
 * What a layer says, in short sentences with numbers. A rhythm that has no common grid gives the
 * one sentence that says so.
 */
export function readLayer(
  rhythm: Rhythm,
  layerIndex: number,
  settings: ReadSettings = USUAL_READING,
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
    { title: 'Off the beat', findings: syncopationFindings(rhythm, timing, layer, layerIndex) },
    { title: 'Accents alone', findings: accentFindings(rhythm, timing, layer, layerIndex) },
    { title: 'Sides', findings: sideFindings(rhythm, timing, layerIndex, settings) },
    { title: 'Together', findings: togetherFindings(rhythm, timing, layer, layerIndex) },
    { title: 'Hands', findings: handFindings(rhythm, layer, timing, layerIndex, settings.ceiling) },
    { title: 'Wrists', findings: wristFindings(layer) },
    { title: 'Weight', findings: weightFindings(layer, settings.high) },
  ];
  return groups.filter((group) => group.findings.length > 0);
}

const NO_LINE = { slots: [], onsets: [] } as const;

function plain(text: string, slots: readonly number[] = [], figure?: Figure): Finding {
  return { text, slots, tone: 'plain', ...(figure ? { figure } : {}) };
}

function fitFindings(rhythm: Rhythm, timing: Timing, index: number): readonly Finding[] {
  const { written, turnsPulses, comesRoundAfter } = fit(timing, index, rhythm.cycle);
  const size = `${formatRational(written)} of ${turnsPulses} ${turnsPulses === 1 ? 'pulse' : 'pulses'}`;
  if (written.den === 1 && written.num === turnsPulses) {
    return [{ text: `${size}, comes round on 1.`, slots: [], tone: 'good', figure: 'fit' }];
  }
  const late = `${size}: it comes round with the one again after ${comesRoundAfter} turns.`;
  return [plain(late, [], 'fit')];
}

function strideFindings(layer: Layer, timing: Timing, index: number): readonly Finding[] {
  const grid = timing.layers[index];
  const { slots, onsets } = grid ? soundingLine(layer, grid) : NO_LINE;
  if (!grid || slots.length === 0) {
    return [plain('Nothing sounds yet: write a stroke and the gaps are read here.')];
  }
  const gaps = stridesInPulses(onsets, grid.lengthTicks, timing.ticksPerPulse);
  const noun = slots.length === 1 ? 'stroke' : 'strokes';
  const spread = `Evenness ${evenness(onsets, grid.lengthTicks).toFixed(2)}, balance ${balance(onsets, grid.lengthTicks).toFixed(2)}.`;
  return [
    plain(`${slots.length} ${noun}: ${sayStrides(gaps)}.`, slots, 'strides'),
    ...(slots.length > 1 ? [plain(spread, [], 'evenness')] : []),
  ];
}

/** Weighted note-to-beat distance of a layer that is whole turns, and its busier half. */
function syncopationFindings(
  rhythm: Lines,
  timing: Timing,
  layer: Layer,
  index: number,
): readonly Finding[] {
  const grid = timing.layers[index];
  const turns = (grid?.lengthTicks ?? 0) / timing.turnTicks;
  if (!grid || layer.strokes.length === 0 || !Number.isInteger(turns)) return [];
  const starts = beatStarts(rhythm.cycle).map((start) => start * timing.ticksPerPulse);
  const beats: number[] = [];
  for (let turn = 0; turn < turns; turn += 1) {
    for (const start of starts) beats.push(turn * timing.turnTicks + start);
  }
  const { slots, onsets } = soundingLine(layer, grid);
  const { whole, firstHalf, secondHalf } = syncopation(onsets, grid.lengthTicks, beats);
  if (whole === 0) return [plain('Every stroke is on a beat.')];
  const onBeat = new Set(beats);
  const off = slots.filter((_, at) => !onBeat.has(onsets[at] ?? -1));
  const [busier, much, little] =
    firstHalf > secondHalf ? ['first', firstHalf, secondHalf] : ['second', secondHalf, firstHalf];
  const halves =
    Math.abs(firstHalf - secondHalf) < 0.05
      ? 'both halves alike'
      : `the ${busier} half is busier, ${much.toFixed(1)} against ${little.toFixed(1)}`;
  return [plain(`Syncopation ${whole.toFixed(1)}; ${halves}.`, off, 'syncopation')];
}

function accentFindings(
  rhythm: Lines,
  timing: Timing,
  layer: Layer,
  index: number,
): readonly Finding[] {
  const grid = timing.layers[index];
  if (!grid) return [];
  const line = soundingLine(layer, grid);
  if (line.accents === 0 || line.accents === line.slots.length) return [];
  const slots = line.slots.filter((_, at) => line.accented[at]);
  const onsets = line.onsets.filter((_, at) => line.accented[at]);
  const gaps = stridesInPulses(onsets, grid.lengthTicks, timing.ticksPerPulse);
  const noun = slots.length === 1 ? 'Pulse' : 'Pulses';
  const pulses = onsets.map((onset) => sayPulse(rational(onset, timing.ticksPerPulse)));
  const findings = [
    plain(`${noun} ${pulses.join(', ')}: strides ${sayStrides(gaps)}.`, slots, 'accents'),
  ];
  rhythm.layers.forEach((other, at) => {
    if (at === index) return;
    const shared = slotsWith(rhythm, timing, index, slots, at);
    if (shared.length === 0) return;
    const all = shared.length === slots.length;
    const how = all
      ? slots.length === 2
        ? 'Both'
        : `All ${slots.length}`
      : `${shared.length} of ${slots.length}`;
    findings.push(plain(`${how} fall with ${other.name}.`, shared));
  });
  return findings;
}

function togetherFindings(
  rhythm: Lines,
  timing: Timing,
  layer: Layer,
  index: number,
): readonly Finding[] {
  const grid = timing.layers[index];
  const { slots } = grid ? soundingLine(layer, grid) : NO_LINE;
  if (slots.length === 0) return [];
  return rhythm.layers.flatMap((other, at): Finding[] => {
    if (at === index || other.strokes.length === 0) return [];
    const shared = slotsWith(rhythm, timing, index, slots, at);
    return shared.length === 0
      ? [plain(`Never falls with ${other.name} the first time round.`)]
      : [
          plain(
            `${shared.length} of ${slots.length} strokes fall with ${other.name}.`,
            shared,
            'together',
          ),
        ];
  });
}

function sideFindings(
  rhythm: Lines,
  timing: Timing,
  index: number,
  settings: ReadSettings,
): readonly Finding[] {
  return sayAsFindings(readSides(rhythm, timing, index, settings));
}

/** Sentences about sides as findings; the first of them gives the two figures that were compared. */
export function sayAsFindings(sentences: readonly SideSentence[]): readonly Finding[] {
  return sentences.map(({ text, slots, warn }) => ({
    text,
    slots,
    tone: warn ? 'warn' : 'plain',
    ...(/ against \d/.test(text) && text.includes('sits') ? { figure: 'sides' as const } : {}),
  }));
}

function weightFindings(layer: Layer, high: ReadSettings['high']): readonly Finding[] {
  const said = sayWeight(weightOf([layer]), high);
  return said
    ? [{ text: said.text, slots: [], tone: said.warn ? 'warn' : 'plain', figure: 'weight' }]
    : [];
}

function wristFindings(layer: Layer): readonly Finding[] {
  if (findInstrument(layer.instrument)?.byHand === false) return [];
  return (['R', 'L'] as const).flatMap((hand) => {
    const forces = forcesOf(layer, hand);
    // A hand that never changes its height has nothing to learn here.
    const high = forces.filter((force) => force >= 3).length;
    if (high === 0 || high === forces.length) return [];
    const name = hand === 'R' ? 'Right' : 'Left';
    return [plain(`${name}: ${wrists(forces).join(' ')}.`, [], 'wrists')];
  });
}

function handFindings(
  rhythm: Rhythm,
  layer: Layer,
  timing: Timing,
  index: number,
  ceiling: number,
): readonly Finding[] {
  const instrument = findInstrument(layer.instrument);
  if (layer.strokes.length === 0 || instrument?.byHand === false) return [];
  const hands = readHands(layer, timing, index);
  const findings: Finding[] = [
    plain(sayHands(hands), [], 'hands'),
    ...leadFindings(layer, timing, index, hands),
  ];
  const { tempo, target } = rhythm;
  if (hands.shortest) {
    const { gap, hand } = hands.shortest;
    const now = strokesPerSecond(gap, tempo);
    const later = strokesPerSecond(gap, { ...tempo, bpm: target });
    const limit = tempoAtCeiling(gap, tempo.per, ceiling);
    const who = hands.count.R > 0 && hands.count.L > 0 ? 'One hand' : `The ${HAND_NAMES[hand]}`;
    const reach = target === tempo.bpm ? '' : `, ${later.toFixed(1)} at ${target}`;
    findings.push(
      plain(`${who} strikes ${now.toFixed(1)} times a second now${reach}.`, [], 'tempo'),
    );
    if (later > ceiling || now > ceiling) {
      findings.push({
        text: `Above ${Math.floor(limit)} a minute one hand strikes more than ${ceiling} times a second, where many begin to tire.`,
        slots: [],
        tone: 'warn',
        figure: 'tempo',
      });
    }
  }
  findings.push(...moveFindings(rhythm, layer, timing, index, ceiling));
  if (hands.impossible.length > 0) {
    findings.push({
      text: `One hand would play twice at once in ${hands.impossible.length === 1 ? 'one slot' : `${hands.impossible.length} slots`}.`,
      slots: hands.impossible,
      tone: 'warn',
    });
  }
  return findings;
}

/** Where another hand begins a turn than began the one before. */
function leadFindings(
  layer: Layer,
  timing: Timing,
  index: number,
  { leads }: HandsReading,
): readonly Finding[] {
  const changes = leads.flatMap((lead, turn) => {
    const before = leads[turn - 1];
    return turn > 0 && lead !== undefined && before !== undefined && lead !== before ? [turn] : [];
  });
  const grid = timing.layers[index];
  if (!grid || changes.length === 0) return [];
  const { slots, onsets } = soundingLine(layer, grid);
  const first = changes.flatMap((turn) => {
    const at = onsets.findIndex((onset) => onset >= turn * timing.turnTicks);
    return slots[at] ?? [];
  });
  const bars = changes.map((turn) => turn + 1).join(', ');
  return [plain(`The lead changes over at bar ${bars}.`, first)];
}

/** Moves between drums for which the hand has too little time now, else at the target. */
function moveFindings(
  rhythm: Rhythm,
  layer: Layer,
  timing: Timing,
  index: number,
  ceiling: number,
): readonly Finding[] {
  const moves = drumMoves(layer, timing, index);
  if (moves.length === 0) return [];
  const now = hardMoves(moves, rhythm.tempo, ceiling);
  const target = { ...rhythm.tempo, bpm: Math.max(rhythm.target, rhythm.tempo.bpm) };
  const hard = now.length > 0 ? now : hardMoves(moves, target, ceiling);
  const [first] = hard;
  if (!first) {
    return [plain(`${moves.length} moves between drums, none too quick at ${target.bpm}.`)];
  }
  const when = now.length > 0 ? 'now' : `at ${target.bpm}`;
  const least = Math.min(...hard.map((move) => move.seconds));
  const many = hard.length === 1 ? 'One move' : `${hard.length} moves`;
  return [
    {
      text: `${many} between drums ${hard.length === 1 ? 'is' : 'are'} next to impossible ${when}: the ${HAND_NAMES[first.hand]} has ${least.toFixed(2)} s to reach the other drum. Give one of the strokes to the other hand, or stay on the drum.`,
      slots: [...new Set(hard.flatMap((move) => [move.from, move.to]))].sort((a, b) => a - b),
      tone: 'warn',
    },
  ];
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
