import { nth, numberAt } from '../../bounds/index.ts';
import type { Cycle } from '../../cycle/index.ts';
import { handOf, type Layer, type Stroke, timeRhythm } from '../../rhythm/index.ts';
import { formatRational, lcm, rational, type Ticks } from '../../time/index.ts';
import { soundingLine } from '../places/sounding.ts';
import { type Comparison, compareLines } from './compare.ts';

/** A layer in its cycle, from this rhythm, another one, or the catalogue. */
export interface LayerInCycle {
  readonly name: string;
  readonly cycle: Cycle;
  readonly layer: Layer;
}

/** Two layers on one grid and over one span. */
export interface LayerComparison extends Comparison {
  readonly ticksPerPulse: number;
  readonly span: Ticks;
  /** Places that stayed with another stroke, force or hand. */
  readonly changed: readonly {
    readonly at: Ticks;
    readonly what: 'stroke' | 'force' | 'hand';
  }[];
  /** What sounds in each at a place; the shorter one comes round within the span. */
  readonly strokes: readonly [
    ReadonlyMap<Ticks, readonly Stroke[]>,
    ReadonlyMap<Ticks, readonly Stroke[]>,
  ];
}

/** How two lines differ, or the sentence that says why they cannot be compared. */
export type LayerComparisonResult =
  | { readonly ok: true; readonly comparison: LayerComparison }
  | { readonly ok: false; readonly message: string };

/**
 * Compares two layers of which one is as long as the other or goes into it a whole number of times.
 * Refuses others with a sentence.
 */
export function compareLayers(a: LayerInCycle, b: LayerInCycle): LayerComparisonResult {
  const timedA = timeRhythm({ cycle: a.cycle, layers: [a.layer] });
  const timedB = timeRhythm({ cycle: b.cycle, layers: [b.layer] });
  if (!timedA.ok) return timedA;
  if (!timedB.ok) return timedB;
  const ticksPerPulse = lcm(timedA.timing.ticksPerPulse, timedB.timing.ticksPerPulse);
  const sideOf = ({ timing }: typeof timedA, { layer }: LayerInCycle) => {
    const grid = nth(timing.layers, 0);
    const finer = ticksPerPulse / timing.ticksPerPulse;
    return {
      length: grid.lengthTicks * finer,
      onsets: soundingLine(layer, grid).onsets.map((at) => at * finer),
      starts: grid.startTicks.map((at) => at * finer),
    };
  };
  const left = sideOf(timedA, a);
  const right = sideOf(timedB, b);
  const span = Math.max(left.length, right.length);
  if (span % left.length !== 0 || span % right.length !== 0) {
    const pulses = (ticks: Ticks) => formatRational(rational(ticks, ticksPerPulse));
    return {
      ok: false,
      message: `${a.name} has ${pulses(left.length)} pulses and ${b.name} ${pulses(right.length)}: only lines of one length, or of which one goes into the other, can lie over one another.`,
    };
  }
  const strokesA = strokesOver(a.layer, left.starts, left.length, span);
  const strokesB = strokesOver(b.layer, right.starts, right.length, span);
  const compared = compareLines([...strokesA.keys()], [...strokesB.keys()], span);
  const changed = compared.same.flatMap((at): LayerComparison['changed'] => {
    const what = difference(strokesA.get(at) ?? [], strokesB.get(at) ?? [], a, b);
    return what ? [{ at, what }] : [];
  });
  return {
    ok: true,
    comparison: { ...compared, changed, ticksPerPulse, span, strokes: [strokesA, strokesB] },
  };
}

function strokesOver(
  layer: Layer,
  starts: readonly Ticks[],
  length: Ticks,
  span: Ticks,
): ReadonlyMap<Ticks, readonly Stroke[]> {
  const found = new Map<Ticks, Stroke[]>();
  for (let round = 0; round < span; round += length) {
    for (const stroke of layer.strokes) {
      const at = round + numberAt(starts, stroke.slot);
      const here = found.get(at);
      if (here) here.push(stroke);
      else found.set(at, [stroke]);
    }
  }
  return found;
}

/** What differs first: the stroke, where both are on one instrument, its force, or its hand. */
function difference(
  one: readonly Stroke[],
  other: readonly Stroke[],
  a: LayerInCycle,
  b: LayerInCycle,
): 'stroke' | 'force' | 'hand' | undefined {
  const row = (strokes: readonly Stroke[], key: (stroke: Stroke) => unknown) =>
    strokes.map(key).join(' ');
  if (a.layer.instrument === b.layer.instrument) {
    if (row(one, (stroke) => stroke.kind) !== row(other, (stroke) => stroke.kind)) return 'stroke';
    const handA = row(one, (stroke) => handOf(a.layer, stroke));
    if (handA !== row(other, (stroke) => handOf(b.layer, stroke))) return 'hand';
  }
  const force = (strokes: readonly Stroke[]) => Math.max(...strokes.map((stroke) => stroke.force));
  return force(one) === force(other) ? undefined : 'force';
}
