import { NAME_LENGTH, nth, numberAt, oneLine } from '../bounds/index.ts';
import { beatStarts, beatsOf, type Cycle, turnPulses } from '../cycle/index.ts';
import { checkEdit, type Layer, LIMITS, type Rhythm, type Stroke } from '../rhythm/index.ts';
import {
  compare,
  divide,
  lcmWithin,
  type Pulses,
  rational,
  subtract,
  TEMPO_RANGE,
  ZERO,
} from '../time/index.ts';
import type { Doing } from './doing.ts';
import { type Laid, phaseOf, type Span, sourceOf, speedOf } from './lay-out.ts';
import type { Source } from './sources.ts';
import { bpmOf } from './tempo.ts';
import { pickupsInto, soundsBetween } from './turn-score.ts';

/** A rhythm that was made of a part of a form, or why none could be. */
export type FormRhythm =
  | { readonly ok: true; readonly rhythm: Rhythm }
  | { readonly ok: false; readonly message: string };

/** So many turns of a section are written out at most. */
const MOST_TURNS = 8;

/**
 * The change into a section as a rhythm, to be practised: the last turn before it and its first one, one after
 * another as one turn, a layer for each player who sounds in them. Its tempo is the one it comes to.
 * @param at which section in the order as it is played; not the first
 */
export function changeAsRhythm(laid: Laid, at: number, id: string): FormRhythm {
  const [before, span] = [laid.spans[at - 1], laid.spans[at]];
  if (!before || !span) return { ok: false, message: 'Before the first section there is nothing.' };
  const [a, b] = [before.section, span.section];
  const cycle: Cycle = {
    id: `${a.cycle.id} ${b.cycle.id}`.slice(0, 200),
    name: oneLine(`${a.name}, ${b.name}`, NAME_LENGTH),
    groups: [...a.cycle.groups, ...b.cycle.groups],
  };
  const pieces = [
    { span: before, turn: before.turns - 1 },
    { span, turn: 0 },
  ];
  return written(laid, `${a.name} into ${b.name}`, cycle, pieces, span, id);
}

/** The first turns of a section as a rhythm, as many as its lines need to come round, up to eight. */
export function sectionAsRhythm(laid: Laid, at: number, id: string): FormRhythm {
  const span = laid.spans[at];
  if (!span) return { ok: false, message: 'There is no such section.' };
  const turns = Math.min(MOST_TURNS, span.turns);
  const pieces = Array.from({ length: turns }, (_, turn) => ({ span, turn }));
  return written(laid, span.section.name, span.section.cycle, pieces, span, id);
}

/** Turns of a section as a rhythm, in this order; what sounds in each is what sounds there in the form. */
export function turnsAsRhythm(
  laid: Laid,
  at: number,
  turns: readonly number[],
  id: string,
): FormRhythm {
  const span = laid.spans[at];
  if (!span || turns.some((turn) => turn < 0 || turn >= span.turns))
    return { ok: false, message: 'There is no such turn.' };
  const pieces = turns.map((turn) => ({ span, turn }));
  return written(laid, span.section.name, span.section.cycle, pieces, span, id);
}

/** One turn of a section as a rhythm: what sounds in it, pickups and entries as they are. */
export function turnAsRhythm(laid: Laid, at: number, turn: number, id: string): FormRhythm {
  const span = laid.spans[at];
  if (!span || turn < 0 || turn >= span.turns)
    return { ok: false, message: 'There is no such turn.' };
  const name = `${span.section.name}, turn ${turn + 1}`;
  return written(laid, name, span.section.cycle, [{ span, turn }], span, id);
}

interface Piece {
  readonly span: Span;
  readonly turn: number;
}

function written(
  laid: Laid,
  name: string,
  cycle: Cycle,
  pieces: readonly Piece[],
  { tempo }: Span,
  id: string,
): FormRhythm {
  const layers: Layer[] = [];
  for (const { id: player, name: called } of laid.form.players) {
    const sounding = pieces.map((piece) => strokesInTurn(laid, piece, player));
    const first = sounding.flat()[0];
    if (!first) continue;
    const { layer: from } = first.source;
    // A player who changes instruments in between has a layer for each of them.
    const instruments = new Map(
      sounding.flat().map(({ source: { layer } }) => [layer.instrument, layer.own]),
    );
    for (const [index, [instrument, own]] of [...instruments].entries()) {
      const theirs = sounding.map((all) =>
        all.filter(({ source }) => source.layer.instrument === instrument),
      );
      layers.push({
        id: `layer-${layers.length + 1}`,
        name: oneLine(index === 0 ? called : `${called} ${index + 1}`, NAME_LENGTH),
        instrument,
        ...(own && { own }),
        ...(from.role && index === 0 ? { role: from.role } : {}),
        ...inBeats(pieces, theirs),
      });
    }
  }
  if (layers.length === 0) return { ok: false, message: `Nothing sounds in ${name}.` };
  const { min, max } = TEMPO_RANGE;
  const bpm = Math.round(Math.min(max, Math.max(min, bpmOf(tempo))) * 1000) / 1000;
  const rhythm: Rhythm = {
    id,
    name: oneLine(`${laid.form.name}: ${name}`, NAME_LENGTH),
    cycle,
    layers,
    tempo: { bpm, per: tempo.per },
    target: bpm,
    tags: ['form'],
  };
  const [refusal] = checkEdit(rhythm);
  return refusal === undefined ? { ok: true, rhythm } : { ok: false, message: refusal };
}

/** A stroke of a player in a turn of a form. */
export interface Placed {
  /** Pulses from the beginning of the turn. */
  readonly at: Pulses;
  readonly stroke: Stroke;
  readonly source: Source;
}

/** What a player plays in a turn, with the pickups of what follows in it. */
export function strokesInTurn(
  laid: Laid,
  { span, turn }: Piece,
  player: string,
): readonly Placed[] {
  const { section, turns } = span;
  const length = turnPulses(section.cycle);
  const [from, to] = [turn * length, (turn + 1) * length];
  const next = laid.spans[span.index + 1];
  const pickup = pickupsInto(next, section, turns).find((one) => one.doing.player.id === player);
  const end = turns * length;
  const doing = span.doings.find((one) => one.player.id === player);
  const until = pickup ? end - pickup.pulses : end;
  const own = doing ? ownStrokes(laid, span, doing, from, Math.min(to, until)) : [];
  const source = pickup && sourceOf(laid.source, pickup.line);
  if (!pickup || !source || !next) return own;
  const speed = speedOf(next.section);
  const phase = pickup.phase - end * speed;
  return [...own, ...strokesIn(source, phase, speed, Math.max(from, until), to, from)];
}

function ownStrokes(laid: Laid, span: Span, doing: Doing, from: number, to: number) {
  const source = sourceOf(laid.source, doing.line);
  if (!source) return [];
  const bounds = soundsBetween(span.section, doing, span.turns);
  return strokesIn(
    source,
    phaseOf(span, doing),
    speedOf(span.section),
    Math.max(from, bounds.from),
    Math.min(to, bounds.to),
    from,
  );
}

/** The strokes of a line between two pulses of a section, placed from `origin` on. */
function strokesIn(
  source: Source,
  phase: number,
  speed: number,
  from: number,
  to: number,
  origin: number,
): readonly Placed[] {
  // Places of sections, phases and speeds are halves of pulses at the finest but for entries within a beat.
  const exactly = (pulses: number) => rational(Math.round(pulses * 5040), 5040);
  const inLine = (pulses: number) => exactly(phase + pulses * speed);
  return source.strokes(inLine(from), inLine(to)).map(({ at, stroke }) => {
    const pulses = divide(subtract(at, exactly(phase)), exactly(speed));
    return { at: subtract(pulses, exactly(origin)), stroke, source };
  });
}

/** Strokes as cells of one beat each, divided as finely as they need. */
function inBeats(
  pieces: readonly Piece[],
  sounding: readonly (readonly Placed[])[],
): Pick<Layer, 'cells' | 'strokes'> {
  const cells: Layer['cells'][number][] = [];
  const strokes: Stroke[] = [];
  let slot = 0;
  pieces.forEach(({ span }, index) => {
    const { cycle } = span.section;
    const starts = beatStarts(cycle);
    beatsOf(cycle).forEach(({ span: pulses }, beat) => {
      const start = rational(numberAt(starts, beat));
      const within = nth(sounding, index).flatMap(({ at, stroke }) => {
        const part = divide(subtract(at, start), rational(pulses));
        return compare(part, ZERO) >= 0 && part.num < part.den ? [{ part, stroke }] : [];
      });
      const fine = within.reduce(
        (all, { part }) => lcmWithin(all, part.den, LIMITS.slotsPerCell),
        1,
      );
      const whole = lcmWithin(fine, pulses, LIMITS.slotsPerCell);
      const slots = Number.isFinite(whole)
        ? whole
        : Number.isFinite(fine)
          ? fine
          : LIMITS.slotsPerCell;
      cells.push({ beats: { num: 1, den: 1 }, slots });
      for (const { part, stroke } of within.toSorted((a, b) => compare(a.part, b.part))) {
        const { damp: _, ...rest } = stroke;
        strokes.push({ ...rest, slot: slot + Math.floor((part.num * slots) / part.den) });
      }
      slot += slots;
    });
  });
  return { cells, strokes };
}
