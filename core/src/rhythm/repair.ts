import * as v from 'valibot';
import { listOf, NameSchema, oneLine, parseData } from '../bounds/index.ts';
import { fitsTurn } from '../counting/index.ts';
import { beatsOf, type Cycle, CycleSchema, cycleFromSpans, firstSpan } from '../cycle/index.ts';
import {
  findInstrument,
  INSTRUMENTS,
  type Instrument,
  playedOn,
  strokeKind,
} from '../instrument/index.ts';
import { counted } from '../wording/index.ts';
import { breaches, fillsTurns, handClashes, isInOrder, slotCount } from './check.ts';
import { divideCell, plainCells } from './edit.ts';
import { liesIn } from './eduppu.ts';
import {
  CellSchema,
  FeelSchema,
  type Layer,
  LIMITS,
  type Rhythm,
  RhythmSchema,
  StrokeSchema,
  TempoSchema,
  TuningSchema,
  type TurnName,
  VariationSchema,
} from './model.ts';
import { withRings } from './rings.ts';
import { withVariations } from './variations.ts';

/** A rhythm made of what could be read of a damaged one. */
export interface Repaired {
  readonly rhythm: Rhythm;
  /** What was changed or left out, a sentence each. */
  readonly said: readonly string[];
}

const Loose = v.record(v.string(), v.unknown());
const Anything = listOf(v.unknown(), 100_000, 'Too long.');

/**
 * Makes a rhythm that keeps every rule of data that does not, with as much of it as there is. Never
 * throws.
 * @param id the id it gets
 */
export function repairRhythm(data: unknown, id: string, own: readonly Instrument[] = []): Repaired {
  const said: string[] = [];
  const from = taken(Loose, data) ?? {};
  const cycle = taken(CycleSchema, from.cycle) ?? replaced(said, 'cycle');
  const list = taken(Anything, from.layers) ?? [];
  const layers = list
    .slice(0, LIMITS.layers)
    .flatMap((one, index) => repairLayer(one, index, cycle, own, said));
  const field = <const Schema extends v.GenericSchema>(name: string, schema: Schema) => {
    const value = taken(schema, from[name]);
    if (value === undefined && from[name] !== undefined)
      said.push(`Its ${name} could not be read.`);
    return value;
  };
  const { entries } = RhythmSchema;
  const tempo = field('tempo', TempoSchema) ?? { bpm: 60, per: firstSpan(cycle) };
  const counting = field('counting', entries.counting);
  const second = field('second', entries.second);
  const eduppu = field('eduppu', entries.eduppu);
  const turns = inOrder(field('turns', entries.turns) ?? [], said);
  const notes = field('notes', entries.notes);
  const rhythm: Rhythm = {
    id,
    name: taken(NameSchema, from.name) ?? 'Repaired rhythm',
    cycle,
    layers,
    tempo,
    target: field('target', entries.target) ?? tempo.bpm,
    ...(counting ? { counting } : {}),
    ...(eduppu && liesIn(eduppu, cycle) ? { eduppu } : {}),
    ...(second && fitsTurn(second, cycle) ? { second } : {}),
    ...(turns.length > 0 ? { turns } : {}),
    ...(notes ? { notes } : {}),
    tags: field('tags', entries.tags) ?? [],
  };
  return {
    rhythm: withRepairedVariations(fitted(rhythm, said), from.variations, list, said),
    said,
  };
}

/**
 * The variations that fit the repaired layers, each with what it still keeps of the rules; the others are named.
 * @param list the layers as they were, by whose ids they are known
 */
function withRepairedVariations(
  rhythm: Rhythm,
  data: unknown,
  list: readonly unknown[],
  said: string[],
): Rhythm {
  const ids = list.map((one) => taken(Loose, one)?.id);
  const named = (id: string) => {
    const at = ids.indexOf(id);
    return at < 0 ? id : `layer-${at + 1}`;
  };
  return (taken(Anything, data) ?? []).reduce<Rhythm>((now, one, at) => {
    const read = taken(VariationSchema, one);
    const variation = read && {
      ...read,
      id: `variation-${at + 1}`,
      lines: read.lines.map((line) => ({ ...line, layer: named(line.layer) })),
    };
    const next = variation && withVariations(now, [...(now.variations ?? []), variation]);
    if (next && breaches(next).length === 0) return next;
    said.push(`Variation ${read?.name ?? at + 1} does not fit the layers and is left out.`);
    return now;
  }, rhythm);
}

/** Names of turns in the order of the turns, the first where a turn has two. */
function inOrder(turns: readonly TurnName[], said: string[]): readonly TurnName[] {
  const byTurn = new Map<number, TurnName>();
  for (const one of turns) if (!byTurn.has(one.turn)) byTurn.set(one.turn, one);
  const lost = turns.length - byTurn.size;
  if (lost > 0) said.push(`${counted(lost, 'turn')} had a second name, which is left out.`);
  return [...byTurn.values()].sort((a, b) => a.turn - b.turn);
}

function taken<const Schema extends v.GenericSchema>(
  schema: Schema,
  data: unknown,
): v.InferOutput<Schema> | undefined {
  const parsed = parseData(schema, data);
  return parsed.ok ? parsed.output : undefined;
}

function replaced(said: string[], what: string): Cycle {
  said.push(`Its ${what} could not be read; it is four beats of four now.`);
  return cycleFromSpans('4x4');
}

function repairLayer(
  data: unknown,
  index: number,
  cycle: Cycle,
  own: readonly Instrument[],
  said: string[],
): Layer[] {
  const from = taken(Loose, data);
  const instrument = findInstrument(String(from?.instrument), own) ?? INSTRUMENTS[0];
  if (!from || !instrument) {
    said.push(`Layer ${index + 1} could not be read and is left out.`);
    return [];
  }
  const name = taken(NameSchema, from.name) ?? `Layer ${index + 1}`;
  if (instrument.id !== from.instrument) {
    const unknown = oneLine(String(from.instrument), 40);
    said.push(
      `${name}: no instrument is called “${unknown}”; it is played on the ${instrument.name}.`,
    );
  }
  const spans = beatsOf(cycle).map((beat) => beat.span);
  const cells = (taken(Anything, from.cells) ?? []).flatMap((one) => taken(CellSchema, one) ?? []);
  let slots = 0;
  const kept = cells.filter((cell) => {
    slots += cell.slots;
    return slots <= LIMITS.slotsPerLayer;
  });
  const used = kept.length > 0 ? kept : plainCells(spans);
  const all = slotCount({ cells: used });
  const strokes = (taken(Anything, from.strokes) ?? []).flatMap((one) => {
    const stroke = taken(StrokeSchema, one);
    return stroke && stroke.slot < all && strokeKind(instrument, stroke.kind) ? [stroke] : [];
  });
  const sorted = strokes.sort((a, b) => a.slot - b.slot);
  const clashes = new Set(handClashes({ strokes: sorted }));
  const perSlot = new Map<number, number>();
  const playable = sorted
    .map((stroke) => {
      if (!clashes.has(stroke.slot)) return stroke;
      const { hand: _hand, ...bare } = stroke;
      return bare;
    })
    .filter(({ slot }) => {
      perSlot.set(slot, (perSlot.get(slot) ?? 0) + 1);
      return (perSlot.get(slot) ?? 0) <= LIMITS.strokesPerSlot;
    });
  const lost = (taken(Anything, from.strokes) ?? []).length - playable.length;
  if (lost > 0)
    said.push(
      `${name}: ${counted(lost, 'stroke')} had no place and ${lost === 1 ? 'is' : 'are'} left out.`,
    );
  const bare: Layer = {
    id: `layer-${index + 1}`,
    name,
    ...playedOn(instrument),
    cells: used,
    strokes: playable,
  };
  const feel = taken(FeelSchema, from.feel);
  const tuning = taken(TuningSchema, from.tuning);
  const rings = (taken(Anything, from.rings) ?? []).filter((slot) => Number.isInteger(slot));
  const straight = withRings(tuning ? { ...bare, tuning } : bare, rings as number[]);
  const ringing = feel?.cuts.every(isInOrder) ? { ...straight, feel } : straight;
  return [from.free === true || !fillsTurns(cycle, bare) ? { ...ringing, free: true } : ringing];
}

/** Beats that meet on no grid are divided plainly, one layer after the other; then layers are left out. */
function fitted(rhythm: Rhythm, said: string[]): Rhythm {
  let now = rhythm;
  for (let index = rhythm.layers.length - 1; index >= 0 && breaches(now).length > 0; index -= 1) {
    const layer = now.layers[index];
    if (!layer) continue;
    let plain = layer;
    layer.cells.forEach((cell, at) => {
      if (cell.slots > 4) plain = divideCell(plain, at, 4).layer;
      else if (cell.slots === 3) plain = divideCell(plain, at, 2).layer;
    });
    const cells = plain.cells.map((cell) => ({ ...cell, beats: { num: 1, den: 1 } }));
    const whole = { ...plain, cells };
    now = { ...now, layers: now.layers.with(index, { ...whole, free: true }) };
    said.push(`${layer.name}: its beats are divided anew, in four at most.`);
  }
  while (breaches(now).length > 0 && now.layers.length > 0) {
    said.push(`${now.layers.at(-1)?.name} is left out: it does not go with the others.`);
    now = { ...now, layers: now.layers.slice(0, -1) };
  }
  return now;
}
