import * as v from 'valibot';
import { beatsOf, type Cycle } from '../cycle/index.ts';
import { findInstrument, strokeKind } from '../instrument/index.ts';
import { add, type Beats, compare, equal, rational, ZERO } from '../time/index.ts';
import { LIMBS } from './hands.ts';
import { type Layer, LIMITS, type Rhythm, RhythmSchema } from './model.ts';
import { timeRhythm } from './timing.ts';

export type CheckResult =
  | { readonly ok: true; readonly rhythm: Rhythm }
  | { readonly ok: false; readonly messages: readonly string[] };

/**
 * Takes data of unknown shape (a file, another version's database) and gives a rhythm that keeps
 * every rule of the model, or the sentences that say what is wrong with it.
 */
export function checkRhythm(data: unknown): CheckResult {
  const parsed = v.safeParse(RhythmSchema, data);
  if (!parsed.success) {
    return {
      ok: false,
      messages: parsed.issues.slice(0, 5).map(sayIssue),
    };
  }
  const rhythm = parsed.output;
  const messages = rhythm.layers.flatMap((layer) => [
    ...checkLayer(layer),
    ...(layer.free || fillsTurns(rhythm.cycle, layer)
      ? []
      : [`Layer ${layer.name} is not made of whole turns and is not marked to come round freely.`]),
  ]);
  if (new Set(rhythm.layers.map((layer) => layer.id)).size < rhythm.layers.length) {
    messages.push('Two layers have the same id.');
  }
  if (messages.length === 0) {
    const timing = timeRhythm(rhythm);
    if (!timing.ok) messages.push(timing.message);
  }
  return messages.length > 0 ? { ok: false, messages } : { ok: true, rhythm };
}

/** Where the data is of another shape, as a sentence; rules of the model have sentences of their own. */
function sayIssue(issue: v.BaseIssue<unknown>): string {
  const path = v.getDotPath(issue);
  const where = path ? `At ${path}: ` : '';
  if (/[.!?]$/.test(issue.message)) return `${where}${issue.message}`;
  return issue.received === 'undefined'
    ? `${where}something is missing; the file may be damaged.`
    : `${where}${issue.received} does not belong here; the file may be damaged.`;
}

/** Whether a layer is a whole number of turns with a cell beginning at every turn. */
export function fillsTurns(cycle: Cycle, layer: Pick<Layer, 'cells'>): boolean {
  const turn = rational(beatsOf(cycle).length);
  let inTurn: Beats = ZERO;
  for (const { beats } of layer.cells) {
    inTurn = add(inTurn, rational(beats.num, beats.den));
    if (compare(inTurn, turn) > 0) return false;
    if (equal(inTurn, turn)) inTurn = ZERO;
  }
  return inTurn.num === 0;
}

/** How many slots all cells of a layer have together. */
export function slotCount(layer: Pick<Layer, 'cells'>): number {
  return layer.cells.reduce((sum, cell) => sum + cell.slots, 0);
}

function checkLayer(layer: Layer): string[] {
  const where = `Layer ${layer.name}`;
  const slots = slotCount(layer);
  if (slots > LIMITS.slotsPerLayer) {
    return [`${where} has ${slots} slots; ${LIMITS.slotsPerLayer} is the most.`];
  }
  const instrument = findInstrument(layer.instrument);
  if (!instrument) return [`${where}: no instrument is called “${layer.instrument}”.`];
  const messages: string[] = [];
  let before = -1;
  for (const stroke of layer.strokes) {
    if (stroke.slot >= slots) {
      messages.push(`${where}: a stroke lies in slot ${stroke.slot + 1} of ${slots}.`);
    }
    if (stroke.slot < before) messages.push(`${where}: the strokes are out of order.`);
    before = stroke.slot;
    if (!strokeKind(instrument, stroke.kind)) {
      messages.push(`${where}: ${instrument.name} has no stroke “${stroke.kind}”.`);
    }
  }
  for (const slot of handClashes(layer)) {
    messages.push(`${where}: one hand twice in slot ${slot + 1}.`);
  }
  const sounding = new Set(layer.strokes.map((stroke) => stroke.slot));
  if (layer.rings?.some((slot) => slot >= slots || sounding.has(slot))) {
    messages.push(`${where}: a slot rings on that is not there or holds a stroke.`);
  }
  return messages;
}

/** Slots in which one hand would have to play twice at once. */
export function handClashes(layer: Pick<Layer, 'strokes'>): readonly number[] {
  const seen = new Map<number, number>();
  const clashes: number[] = [];
  for (const { slot, hand } of layer.strokes) {
    if (hand === undefined) continue;
    const before = seen.get(slot) ?? 0;
    if (before & LIMBS[hand]) clashes.push(slot);
    seen.set(slot, before | LIMBS[hand]);
  }
  return clashes;
}
