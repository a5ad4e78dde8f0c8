import { beatStarts } from '../cycle/index.ts';
import { findInstrument } from '../instrument/index.ts';
import { type Layer, type Lines, type Rhythm, type Timing, timeRhythm } from '../rhythm/index.ts';
import { formatRational, rational, type Ticks } from '../time/index.ts';
import { counted, form } from '../wording/index.ts';
import { type Shared, sharedWith } from './chorus.ts';
import { sayPulse } from './chosen.ts';
import { type Finding, type FindingGroup, plain } from './finding.ts';
import { fit } from './fit.ts';
import { handFindings } from './hand-findings.ts';
import { balance, evenness, syncopation } from './line.ts';
import { type ReadSettings, USUAL_READING } from './settings.ts';
import { readSides, type SideSentence } from './sides-of.ts';
import { type SoundingLine, soundingLine } from './sounding.ts';
import { sayRow, sayStrides, stridesInPulses } from './strides.ts';
import { sayWeight, weightOf } from './weight.ts';
import { forcesByHand, wrists } from './wrists.ts';

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
  const shared = sharedWith(rhythm, timing, layerIndex);
  const groups: readonly FindingGroup[] = [
    { title: 'Fit', findings: fitFindings(rhythm, timing, layerIndex) },
    { title: 'Strides', findings: strideFindings(layer, timing, layerIndex) },
    { title: 'Off the beat', findings: syncopationFindings(rhythm, timing, layer, layerIndex) },
    { title: 'Accents alone', findings: accentFindings(rhythm, timing, shared, layerIndex) },
    { title: 'Sides', findings: sideFindings(rhythm, timing, layerIndex, settings) },
    { title: 'Together', findings: togetherFindings(rhythm, timing, shared, layerIndex) },
    { title: 'Hands', findings: handFindings(rhythm, layer, timing, layerIndex, settings.ceiling) },
    { title: 'Wrists', findings: wristFindings(layer) },
    { title: 'Weight', findings: weightFindings(layer, settings.high) },
  ];
  return groups.filter((group) => group.findings.length > 0);
}

const NO_LINE = { slots: [], onsets: [], accented: [], accents: 0 } as const;

function fitFindings(rhythm: Rhythm, timing: Timing, index: number): readonly Finding[] {
  const { written, turnsPulses, comesRoundAfter } = fit(timing, index, rhythm.cycle);
  const size = `${formatRational(written)} of ${counted(turnsPulses, 'pulse')}`;
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
  const spread = `Evenness ${evenness(onsets, grid.lengthTicks).toFixed(2)}, balance ${balance(onsets, grid.lengthTicks).toFixed(2)}.`;
  return [
    plain(`${counted(slots.length, 'stroke')}: ${sayStrides(gaps)}.`, slots, 'strides'),
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

function lineOf(
  rhythm: Lines,
  timing: Timing,
  index: number,
): Pick<SoundingLine, 'slots' | 'onsets' | 'accented' | 'accents'> {
  const layer = rhythm.layers[index];
  const grid = timing.layers[index];
  return layer && grid ? soundingLine(layer, grid) : NO_LINE;
}

/** More pulses than this are counted and not named. */
const PULSES_NAMED = 12;

function accentFindings(
  rhythm: Lines,
  timing: Timing,
  shared: readonly Shared[],
  index: number,
): readonly Finding[] {
  const line = lineOf(rhythm, timing, index);
  if (line.accents === 0 || line.accents === line.slots.length) return [];
  const slots: number[] = [];
  const onsets: Ticks[] = [];
  line.accented.forEach((accented, at) => {
    if (!accented) return;
    slots.push(line.slots[at] ?? 0);
    onsets.push(line.onsets[at] ?? 0);
  });
  const span = timing.layers[index]?.lengthTicks ?? 0;
  const gaps = stridesInPulses(onsets, span, timing.ticksPerPulse);
  const findings = [
    plain(`${sayAccents(onsets, timing)}: strides ${sayStrides(gaps)}.`, slots, 'accents'),
  ];
  shared.forEach(({ accented }, at) => {
    if (accented.length === 0) return;
    const all = accented.length === slots.length;
    const few = ['', 'It', 'Both'][slots.length];
    const how = all ? (few ?? `All ${slots.length}`) : `${accented.length} of ${slots.length}`;
    const falls = form(accented.length, 'falls');
    findings.push(plain(`${how} ${falls} with ${rhythm.layers[at]?.name}.`, accented));
  });
  return findings;
}

function sayAccents(onsets: readonly Ticks[], { ticksPerPulse }: Timing): string {
  if (onsets.length > PULSES_NAMED) return `${onsets.length} accents`;
  const pulses = onsets.map((onset) => sayPulse(rational(onset, ticksPerPulse)));
  return `${form(pulses.length, 'Pulse')} ${pulses.join(', ')}`;
}

function togetherFindings(
  rhythm: Lines,
  timing: Timing,
  shared: readonly Shared[],
  index: number,
): readonly Finding[] {
  const { slots } = lineOf(rhythm, timing, index);
  if (slots.length === 0) return [];
  return rhythm.layers.flatMap((other, at): Finding[] => {
    if (at === index || other.strokes.length === 0) return [];
    const met = shared[at]?.slots ?? [];
    if (met.length === 0) return [plain(`Never falls with ${other.name} the first time round.`)];
    return [
      plain(`${met.length} of ${slots.length} strokes fall with ${other.name}.`, met, 'together'),
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
    ...(/^With .* sits .* against \d/.test(text) ? { figure: 'sides' as const } : {}),
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
  const byHand = forcesByHand(layer);
  return (['R', 'L'] as const).flatMap((hand) => {
    const forces = byHand[hand];
    // A hand that never changes its height has nothing to learn here.
    const high = forces.filter((force) => force >= 3).length;
    if (high === 0 || high === forces.length) return [];
    const name = hand === 'R' ? 'Right' : 'Left';
    return [plain(`${name}: ${sayRow(wrists(forces))}.`, [], 'wrists')];
  });
}
