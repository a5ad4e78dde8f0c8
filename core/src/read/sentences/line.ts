import { numberAt } from '../../bounds/index.ts';
import { beatTicks, type Layer, type LayerGrid, type Timing } from '../../rhythm/index.ts';
import { formatRational } from '../../time/index.ts';
import { counted } from '../../wording/index.ts';
import { fit } from '../line/fit.ts';
import { leadingLine } from '../line/leading.ts';
import { spreadOf, syncopation } from '../line/line.ts';
import { stridesInParts } from '../line/strides.ts';
import type { SoundingLine } from '../places/sounding.ts';
import type { ReadFrom } from '../settings.ts';
import { type Finding, plain, touching } from './finding.ts';
import { sayParts, sayStrides } from './row.ts';
import type { Subject } from './subject.ts';

/** How much of its turns a layer fills. */
export function fitFindings({ rhythm, timing, index }: Subject): readonly Finding[] {
  const { written, turnsPulses, comesRoundAfter } = fit(timing, index, rhythm.cycle);
  const size = `${formatRational(written)} of ${counted(turnsPulses, 'pulse')}`;
  if (written.den === 1 && written.num === turnsPulses) {
    return [{ text: `${size}, comes round on 1.`, slots: [], tone: 'good', figure: 'fit' }];
  }
  const late = `${size}: it comes round with the one again after ${comesRoundAfter} turns.`;
  return [plain(late, [], 'fit')];
}

/** The gaps between its strokes, and how even they are. */
export function strideFindings({ layer, line, grid, timing }: Subject): readonly Finding[] {
  const { slots, onsets } = line;
  if (slots.length === 0) {
    return [plain('Nothing sounds yet: write a stroke and the gaps are read here.')];
  }
  const { evenness, balance } = spreadOf(onsets, grid.lengthTicks);
  const spread = `Evenness ${evenness.toFixed(2)}, balance ${balance.toFixed(2)}.`;
  return [
    plain(
      `${counted(slots.length, 'stroke')}${sayGaps(layer, line, grid, timing)}.`,
      slots,
      'strides',
    ),
    ...(slots.length > 1 ? [plain(spread, [], 'evenness')] : []),
  ];
}

/** Fractions of a pulse tell a student nothing: parts of the beat do. */
function sayGaps(
  layer: Layer,
  { slots, onsets }: SoundingLine,
  grid: LayerGrid,
  { ticksPerPulse }: Timing,
): string {
  // Strides are all whole where every stroke lies as far behind a pulse as the first.
  const behind = numberAt(onsets, 0) % ticksPerPulse;
  const isMixed =
    grid.lengthTicks % ticksPerPulse !== 0 ||
    onsets.some((onset) => onset % ticksPerPulse !== behind);
  const parts = isMixed ? stridesInParts(layer, grid, slots) : undefined;
  if (parts) return `, in parts of the beat: ${sayParts(parts)}`;
  return `: ${sayStrides(onsets, grid.lengthTicks, ticksPerPulse)}`;
}

const FROM: Readonly<Record<ReadFrom, string>> = {
  'every stroke': 'every stroke',
  'plain strokes': 'plain strokes and accents',
  accents: 'the accents',
};

/** Weighted note-to-beat distance of a layer that is whole turns, and which half is more off the beat. */
export function syncopationFindings(subject: Subject): readonly Finding[] {
  const { rhythm, timing, grid, line, settings } = subject;
  const turns = grid.lengthTicks / timing.turnTicks;
  if (line.slots.length === 0 || !Number.isInteger(turns)) return [];
  const beats = beatTicks(rhythm.cycle, timing, turns);
  const { slots, onsets, from } = leadingLine(line, grid.lengthTicks, settings.from);
  const { whole, firstHalf, secondHalf } = syncopation(onsets, grid.lengthTicks, beats);
  // Where every stroke leads there is nothing to say of it.
  const read = onsets.length === line.onsets.length ? '' : `, read from ${FROM[from]}`;
  if (whole === 0) return [plain(read ? `On the beat${read}.` : 'Every stroke is on a beat.')];
  const off = () => {
    const onBeat = new Set(beats);
    return slots.filter((_, at) => !onBeat.has(numberAt(onsets, at)));
  };
  const [more, much, little] =
    firstHalf > secondHalf ? ['first', firstHalf, secondHalf] : ['second', secondHalf, firstHalf];
  const halves =
    Math.abs(firstHalf - secondHalf) < 0.05
      ? 'both halves alike'
      : `the ${more} half is more off the beat, ${much.toFixed(1)} against ${little.toFixed(1)}`;
  return [
    touching(`Syncopation ${whole.toFixed(1)}${read}; ${halves}.`, off, { figure: 'syncopation' }),
  ];
}
