import * as v from 'valibot';
import { isAlike, nth, parseData, sayIssue } from '../bounds/index.ts';
import { fitsTurn } from '../counting/index.ts';
import { beatsOf, type Cycle } from '../cycle/index.ts';
import { type Instrument, instrumentOf, strokeKinds } from '../instrument/index.ts';
import {
  add,
  type Beats,
  compare,
  equal,
  formatRational,
  gcd,
  lcmWithin,
  rational,
  ZERO,
} from '../time/index.ts';
import { liesIn } from './eduppu.ts';
import { limbsOf } from './hands.ts';
import { kindsIn } from './kinds.ts';
import {
  type FeelCut,
  type Layer,
  LayerSchema,
  LIMITS,
  type Lines,
  type Rhythm,
  RhythmSchema,
  type Variation,
} from './model.ts';
import { withOwn } from './own.ts';
import { beatsIn, timeRhythm } from './timing.ts';
import { withVariation } from './variations.ts';

/** A rhythm that keeps every rule, or the sentences that say which it breaks. */
export type CheckResult =
  | { readonly ok: true; readonly rhythm: Rhythm }
  | { readonly ok: false; readonly messages: readonly string[] };

/**
 * Takes data of unknown shape (a file, another version's database) and gives a rhythm that keeps
 * every rule of the model, or the sentences that say what is wrong with it. Never throws.
 * @param own instruments of one's own that its layers may be played on, beside those they bring
 */
export function checkRhythm(data: unknown, own: readonly Instrument[] = []): CheckResult {
  const parsed = parseData(RhythmSchema, data);
  if (!parsed.ok) return { ok: false, messages: [parsed.message] };
  const rhythm = withOwn(parsed.output, own);
  const messages = breaches(rhythm);
  return messages.length > 0 ? { ok: false, messages } : { ok: true, rhythm };
}

/**
 * What an edit would break, as sentences that say the way out; none where the result can be kept and
 * opened again. It is the same check as `checkRhythm`, but looks only at layers it has not seen.
 */
export function checkEdit(rhythm: Rhythm): readonly string[] {
  const seen = lastHead;
  const wrong = headIssue(rhythm);
  if (wrong !== undefined) return [wrong];
  if (rhythm.layers.length > LIMITS.layers) {
    return [`A rhythm has at most ${LIMITS.layers} layers. Take one out first.`];
  }
  for (const layer of rhythm.layers) {
    if (sound.has(layer)) continue;
    if (isWrittenOn(layer, seen)) continue;
    const parsed = parseData(LayerSchema, layer);
    if (!parsed.ok) return [`Layer ${layer.name}: ${parsed.message}`];
  }
  return breaches(rhythm);
}

/** Whether a layer is one that was found sound in the rhythm before, with other strokes that have the right shape. */
function isWrittenOn(layer: Layer, seen: Rhythm | undefined): boolean {
  const before = seen?.layers.find(({ id }) => id === layer.id);
  return (
    before !== undefined &&
    sound.has(before) &&
    isAlike(before, layer, 'strokes') &&
    v.is(LayerSchema.entries.strokes, unlike(before.strokes, layer.strokes))
  );
}

/** What lies between the same at the beginning of two lists and the same at their end, in the second. */
function unlike<T>(before: readonly T[], after: readonly T[]): T[] {
  const shorter = Math.min(before.length, after.length);
  let start = 0;
  while (start < shorter && before[start] === after[start]) start += 1;
  let end = 0;
  while (end < shorter - start && before.at(-1 - end) === after.at(-1 - end)) end += 1;
  return after.slice(start, after.length - end);
}

/** The rhythm that was last looked at whole: what is the same in the next one need not be looked at again. */
let lastHead: Rhythm | undefined;

/** What is wrong with the shape of a rhythm apart from its layers; undefined where nothing is. */
function headIssue(rhythm: Rhythm): string | undefined {
  if (lastHead && isAlike(lastHead, rhythm, 'layers')) return undefined;
  const { variations: _, ...bare } = rhythm;
  const varied = rhythm.variations?.every((one) => known.has(one)) ? bare : rhythm;
  const head = v.safeParse(RhythmSchema, { ...varied, layers: [] });
  if (!head.success) return sayIssue(head.issues[0]);
  lastHead = rhythm;
  return undefined;
}

/** Layers that keep every rule which concerns them alone, with the instrument they were read for. */
const sound = new WeakMap<Layer, Instrument>();

/**
 * What breaks the rules that the shape alone does not say: sizes, order, strokes the instrument has,
 * whole turns, a grid that is not too fine. None where the rhythm can be kept and opened again.
 */
export function breaches(rhythm: Rhythm): readonly string[] {
  const { cycle, layers, turns = [] } = rhythm;
  const messages = layers.flatMap(checkLayer);
  const all = layers.reduce((sum, layer) => sum + slotCount(layer), 0);
  if (all > LIMITS.slotsPerRhythm) {
    messages.push(
      `The layers have ${all} slots together; ${LIMITS.slotsPerRhythm} is the most. Take turns or layers out, or divide beats into fewer slots.`,
    );
  }
  for (const layer of layers) {
    if (layer.free || fillsTurns(cycle, layer)) continue;
    messages.push(
      `Layer ${layer.name} is not made of whole turns and is not marked to come round freely.`,
    );
  }
  if (new Set(layers.map((layer) => layer.id)).size < layers.length) {
    messages.push('Two layers have the same id.');
  }
  if (turns.some(({ turn }, at) => at > 0 && turn <= nth(turns, at - 1).turn)) {
    messages.push('The names of the turns are out of order, or a turn has two.');
  }
  if (rhythm.eduppu && !liesIn(rhythm.eduppu, cycle)) {
    messages.push('The eduppu lies beyond the turn. Write how many beats after the one it is.');
  }
  if (rhythm.second && !fitsTurn(rhythm.second, cycle)) {
    messages.push(
      'The second counting does not come round with the turn. Take it out, or count it anew.',
    );
  }
  if (messages.length > 0) return messages;
  const timing = timeRhythm(rhythm);
  if (!timing.ok) return [timing.message];
  return rhythm.variations ? checkVariations(rhythm, rhythm.variations) : [];
}

/** Variations that keep every rule, with the rhythm they were found to fit. */
const known = new WeakMap<Variation, Lines>();

function checkVariations(rhythm: Rhythm, variations: readonly Variation[]): readonly string[] {
  const messages = variations.flatMap((variation) => {
    const seen = known.get(variation);
    if (seen?.layers === rhythm.layers && seen.cycle === rhythm.cycle) return [];
    const wrong = checkVariation(rhythm, variation);
    if (wrong.length === 0) known.set(variation, rhythm);
    return wrong;
  });
  const twice = (values: readonly unknown[]) => new Set(values).size < values.length;
  if (twice(variations.map(({ id }) => id))) messages.push('Two variations have the same id.');
  if (twice(variations.map(({ name }) => name)))
    messages.push('Two variations have the same name. Give one of them another.');
  if (twice(variations.flatMap(({ key }) => key ?? [])))
    messages.push('Two variations have the same key. Give one of them another.');
  return messages.slice(0, 5);
}

function checkVariation(rhythm: Rhythm, variation: Variation): readonly string[] {
  const { name, lines, place, share } = variation;
  const where = `Variation ${name}`;
  if (new Set(lines.map(({ layer }) => layer)).size < lines.length)
    return [`${where}: a layer has two lines in it.`];
  if (!lines.every(({ layer }) => rhythm.layers.some(({ id }) => id === layer)))
    return [`${where}: it changes a layer that is not there.`];
  if (place?.kind === 'turn' && place.turn >= place.of)
    return [`${where}: there is no turn ${place.turn + 1} of ${place.of}.`];
  if (share && (share.num > share.den || gcd(share.num, share.den) > 1))
    return [
      `${where}: its share is ${share.num}/${share.den}; write it in lowest terms, up to 1/1.`,
    ];
  const placed = withVariation(rhythm, variation);
  const varied = placed.layers.filter((layer, at) => layer !== rhythm.layers[at]);
  const wrong = varied.flatMap(checkLayer);
  if (wrong.length > 0) return wrong.map((message) => `${where}: ${message}`);
  const lengths = new Set<string>();
  for (const layer of varied) {
    if (!fillsTurns(rhythm.cycle, layer))
      return [`${where}: its line for ${layer.name} is not made of whole turns.`];
    lengths.add(formatRational(beatsIn(layer)));
  }
  if (lengths.size > 1) return [`${where}: its lines are not all of the same number of turns.`];
  const all = placed.layers.reduce((sum, layer) => sum + slotCount(layer), 0);
  if (all > LIMITS.slotsPerRhythm)
    return [
      `${where}: with it the layers have ${all} slots; ${LIMITS.slotsPerRhythm} is the most.`,
    ];
  const timing = timeRhythm(placed);
  return timing.ok ? [] : [`${where}: ${timing.message}`];
}

/** What was found of cells that are never changed. */
const filling = new WeakMap<Layer['cells'], { readonly cycle: Cycle; readonly fills: boolean }>();

/** Whether a layer is a whole number of turns with a cell beginning at every turn. */
export function fillsTurns(cycle: Cycle, { cells }: Pick<Layer, 'cells'>): boolean {
  const known = filling.get(cells);
  if (known?.cycle === cycle) return known.fills;
  const fills = addsUp(cycle, { cells });
  filling.set(cells, { cycle, fills });
  return fills;
}

function addsUp(cycle: Cycle, layer: Pick<Layer, 'cells'>): boolean {
  if (sharedParts(layer.cells) > LIMITS.grid) return false;
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

/**
 * The common denominator of the lengths of cells, which adding them up needs; Infinity where it is
 * more than the grid may have.
 */
export function sharedParts(cells: Layer['cells']): number {
  return cells.reduce((all, { beats }) => lcmWithin(all, beats.den, LIMITS.grid), 1);
}

function checkLayer(layer: Layer): string[] {
  const where = `Layer ${layer.name}`;
  const slots = slotCount(layer);
  const instrument = instrumentOf(layer);
  if (!instrument) return [`${where}: no instrument is called “${layer.instrument}”.`];
  if (sound.get(layer) === instrument) return [];
  if (slots > LIMITS.slotsPerLayer) {
    return [
      `${where} has ${slots} slots; ${LIMITS.slotsPerLayer} is the most. Take turns out, or divide its beats into fewer slots.`,
    ];
  }
  const odd = layer.cells.find(
    ({ beats: { num, den } }) => num > LIMITS.cellBeats * den || gcd(num, den) > 1,
  );
  if (odd) {
    const { num, den } = odd.beats;
    return [
      `${where}: a cell lasts ${num}/${den} beats; write it in lowest terms, up to ${LIMITS.cellBeats}.`,
    ];
  }
  if (sharedParts(layer.cells) > LIMITS.grid) {
    return [
      `${where}: the lengths of its cells have no common part. Use lengths that go into one another.`,
    ];
  }
  const messages: string[] = [];
  const kinds = strokeKinds(instrument);
  const unknown = kindsIn(layer).codes.filter((code) => !kinds.has(code));
  let before = -1;
  let together = 0;
  for (const stroke of layer.strokes) {
    together = stroke.slot === before ? together + 1 : 1;
    if (together === LIMITS.strokesPerSlot + 1) {
      messages.push(`${where}: at most ${LIMITS.strokesPerSlot} strokes sound together in a slot.`);
    }
    if (stroke.slot >= slots) {
      messages.push(`${where}: a stroke lies in slot ${stroke.slot + 1} of ${slots}.`);
    }
    if (stroke.slot < before) messages.push(`${where}: the strokes are out of order.`);
    before = stroke.slot;
    if (unknown.length > 0 && unknown.includes(stroke.kind)) {
      messages.push(`${where}: ${instrument.name} has no stroke “${stroke.kind}”.`);
    }
  }
  for (const slot of handClashes(layer)) {
    messages.push(`${where}: one hand twice in slot ${slot + 1}.`);
  }
  const sounding = new Set(layer.rings && layer.strokes.map((stroke) => stroke.slot));
  if (layer.rings?.some((slot) => slot >= slots || sounding.has(slot))) {
    messages.push(`${where}: a slot rings on that is not there or holds a stroke.`);
  }
  const feltOddly = layer.feel?.cuts.find((cut) => !isInOrder(cut));
  if (feltOddly) {
    messages.push(
      `${where}: the feel of ${feltOddly.slots} needs ${feltOddly.slots} places, one after another, from 0 to below 1, in lowest terms.`,
    );
  }
  if (messages.length === 0) sound.set(layer, instrument);
  return messages.slice(0, 5);
}

/** Whether the places of a feel are as many as its slots, in lowest terms, none before the one ahead of it. */
export function isInOrder({ slots, at }: FeelCut): boolean {
  return (
    at.length === slots &&
    at.every(
      ({ num, den }, index) =>
        num < den &&
        gcd(num, den) === 1 &&
        (index === 0 || num * nth(at, index - 1).den >= nth(at, index - 1).num * den),
    )
  );
}

/** What was found of strokes that are never changed: a text is asked once where it is read, once as a rhythm. */
const clashing = new WeakMap<Layer['strokes'], readonly number[]>();

/** Slots in which one hand would have to play twice at once, of strokes in the order of their slots. */
export function handClashes({ strokes }: Pick<Layer, 'strokes'>): readonly number[] {
  const known = clashing.get(strokes);
  if (known) return known;
  const clashes = clashesIn(strokes);
  clashing.set(strokes, clashes);
  return clashes;
}

function clashesIn(strokes: Layer['strokes']): readonly number[] {
  const clashes: number[] = [];
  let at = -1;
  let busy = 0;
  for (const { slot, hand } of strokes) {
    if (slot !== at) busy = 0;
    at = slot;
    if (hand === undefined) continue;
    const limbs = limbsOf(hand);
    if (busy & limbs) clashes.push(slot);
    busy |= limbs;
  }
  return clashes;
}
