import { drumCount, instrumentOf, strokeKind } from '@stride/core/instrument';
import { handsOf, type Layer, type Rhythm, type Timing } from '@stride/core/rhythm';
import type { Ticks } from '@stride/core/time';
import { cutTurn, shortestSlot } from './cuts.ts';
import type { Px } from './px.ts';
import { syllableRows } from './syllables.ts';

export type { Px } from './px.ts';

/** How far a stroke of each force stands from the line. */
export const FORCE_HEIGHT: Readonly<Record<1 | 2 | 3 | 4, Px>> = { 1: 15, 2: 25, 3: 37, 4: 51 };

/** How much lower strokes of the feet are than those of the hands. */
export const FOOT_LIFT = 0.62;

/** From one row of syllables to the next. */
export const SAY_STEP: Px = 14;

/** The force whose height is nearest to a distance from the line. */
export function forceAt(distance: Px): 1 | 2 | 3 | 4 {
  const forces = [1, 2, 3, 4] as const;
  return forces.reduce((best, force) =>
    Math.abs(FORCE_HEIGHT[force] - distance) < Math.abs(FORCE_HEIGHT[best] - distance)
      ? force
      : best,
  );
}

/** Where one layer stands in every system, measured from the system's top. */
export interface LayerBand {
  readonly top: Px;
  /** Where the room for the layer's name ends and that for its strokes begins. */
  readonly strokesTop: Px;
  readonly ground: Px;
  /** The line on which the feet stand, under the ground; undefined where no foot plays. */
  readonly foot: Px | undefined;
  readonly bottom: Px;
  /** Where the first row of syllables stands; undefined where nothing is said. */
  readonly say: Px | undefined;
  /** The strip that shows the melody of a player with several drums or pitches. */
  readonly melody: Melody | undefined;
}

/** A line for each drum, the lowest at the bottom. */
export interface Melody {
  readonly top: Px;
  readonly step: Px;
  readonly drums: number;
}

/** A stretch of time, from its first tick up to its end. */
export interface Stretch {
  readonly from: Ticks;
  readonly to: Ticks;
}

/** One row of turns, or of a part of one too long for a row; a long rhythm has several. */
export interface System extends Stretch {
  readonly top: Px;
}

/** Everything the drawing needs to place things; the same for all layers, so that they share one axis. */
export interface Geometry {
  readonly width: Px;
  readonly height: Px;
  readonly left: Px;
  readonly pxPerTick: number;
  readonly turnTicks: Ticks;
  readonly systems: readonly System[];
  readonly bands: readonly LayerBand[];
  readonly systemHeight: Px;
  /** Height above the first layer, where the count stands. */
  readonly countHeight: Px;
  /** Where the room under the last layer begins, from the system's top. */
  readonly underTop: Px;
  readonly scale: number;
}

export interface GeometryOptions {
  readonly width: Px;
  /** Room at the left for the names; 0 where they stand above their layers. */
  readonly labels: Px;
  /** Enlarges everything for reading from a distance. */
  readonly scale?: number;
  /** The least room a slot gets. */
  readonly slotWidth?: Px;
  /** Room above each layer for its name where there is no room at the left. */
  readonly nameAbove?: boolean;
  /** Turns that are folded away. */
  readonly folded?: ReadonlySet<number>;
  /** Room under the last layer for what a screen draws there. */
  readonly under?: Px;
  /** Room above the count for what is said of each turn; where not given, where turns have names. */
  readonly turnNames?: boolean;
}

const RIGHT_MARGIN: Px = 34;
const COUNT_HEIGHT: Px = 40;
/** Room above the count for the names of turns. */
const TURN_NAME_HEIGHT: Px = 20;
/** Room for a second counting under the first. */
const SECOND_COUNT_HEIGHT: Px = 20;
const MELODY_STEP: Px = 9;

/** Turns that are drawn: as many as the longest layer has. */
export function drawnTurns(timing: Timing): number {
  return Math.max(
    1,
    ...timing.layers.map((layer) => Math.ceil(layer.lengthTicks / timing.turnTicks)),
  );
}

/**
 * Lays out a rhythm in the width there is; turns that do not fit go to the next row, and a turn that
 * fits none is cut between its groups.
 */
export function layOut(rhythm: Rhythm, timing: Timing, options: GeometryOptions): Geometry {
  const scale = options.scale ?? 1;
  const left = options.labels + 18 * scale;
  const room = Math.max(80, options.width - left - RIGHT_MARGIN * scale);
  const turns = drawnTurns(timing);
  const needed = turnWidth(timing, (options.slotWidth ?? 24) * scale);
  const perSystem = Math.min(turns, Math.max(1, Math.floor(room / needed)));
  const { turnTicks } = timing;
  const cuts = perSystem > 1 ? [0] : cutTurn(rhythm.cycle, timing, room, scale);
  const parts = cuts.map((from, part) => ({ from, to: cuts[part + 1] ?? turnTicks }));
  const rows = rowsOf(turns, perSystem, turnTicks, parts, options.folded);
  const longest = Math.max(...parts.map(({ from, to }) => to - from)) * perSystem;

  const bands: LayerBand[] = [];
  const countHeight =
    (COUNT_HEIGHT +
      (rhythm.second ? SECOND_COUNT_HEIGHT : 0) +
      ((options.turnNames ?? rhythm.turns !== undefined) ? TURN_NAME_HEIGHT : 0)) *
    scale;
  const pxPerTick = room / longest;
  let y = countHeight;
  for (const [index, layer] of rhythm.layers.entries()) {
    const { above, below, feet, drums } = roomOf(layer);
    const grid = timing.layers[index];
    const says = grid ? syllableRows(layer, grid, pxPerTick / scale).count : 0;
    const name = options.nameAbove ? 34 : 0;
    const top = y;
    const strokesTop = top + name;
    const ground = strokesTop + (above ? 74 : 30) * scale;
    const hanging = ground + (below ? 66 : 18) * scale;
    const foot = feet ? hanging + 40 * scale : undefined;
    const under = foot === undefined ? hanging : foot + 12 * scale;
    const melody =
      drums > 1 ? { top: under + 6 * scale, step: MELODY_STEP * scale, drums } : undefined;
    const strip = melody ? (6 + MELODY_STEP * (drums - 1) + 8) * scale : 0;
    const say = says > 0 ? under + strip + 12 * scale : undefined;
    y = under + strip + (says > 0 ? 22 + (says - 1) * SAY_STEP : 6) * scale;
    bands.push({ top, strokesTop, ground, foot, bottom: y, say, melody });
  }
  const systemHeight = y + 14 * scale + (options.under ?? 0);
  return {
    width: options.width,
    height: systemHeight * rows.length,
    left,
    pxPerTick,
    turnTicks,
    systems: rows.map((row, index) => ({ ...row, top: index * systemHeight })),
    bands,
    systemHeight,
    countHeight,
    underTop: y + 6 * scale,
    scale,
  };
}

/** Turns side by side as far as they fit, or their parts one by one; a folded turn ends its row. */
function rowsOf(
  turns: number,
  perSystem: number,
  turnTicks: Ticks,
  parts: readonly Stretch[],
  folded: ReadonlySet<number> | undefined,
): readonly Stretch[] {
  const rows: { from: Ticks; to: Ticks }[] = [];
  for (let turn = 0; turn < turns; turn += 1) {
    if (folded?.has(turn)) continue;
    const start = turn * turnTicks;
    const last = rows.at(-1);
    if (last && last.to === start && last.to - last.from < perSystem * turnTicks && !parts[1]) {
      last.to += turnTicks;
    } else rows.push(...parts.map(({ from, to }) => ({ from: start + from, to: start + to })));
  }
  return rows.length > 0 ? rows : [{ from: 0, to: turnTicks }];
}

/** The turns of which a stretch shows something, from 0. */
export function turnsIn(geometry: Geometry, { from, to }: Stretch): readonly number[] {
  const first = Math.floor(from / geometry.turnTicks);
  return Array.from(
    { length: Math.ceil(to / geometry.turnTicks) - first },
    (_, turn) => first + turn,
  );
}

/** Which times through a layer of some length fall into a stretch; the first, 0, is the written one. */
export function roundsIn({ from, to }: Stretch, length: Ticks): readonly number[] {
  if (length === 0) return [];
  const first = Math.floor(from / length);
  return Array.from({ length: Math.ceil(to / length) - first }, (_, round) => first + round);
}

/** What a row shows, for those who do not see it. */
export function sayStretch(geometry: Geometry, stretch: Stretch): string {
  const turns = turnsIn(geometry, stretch).map((turn) => turn + 1);
  if (turns.length > 1) return `turns ${turns[0]} to ${turns.at(-1)}`;
  const parts = geometry.systems.filter((one) => turnsIn(geometry, one)[0] === (turns[0] ?? 1) - 1);
  if (parts.length < 2) return `turn ${turns[0]}`;
  const part = parts.findIndex((one) => one.from === stretch.from) + 1;
  return `turn ${turns[0]}, part ${part} of ${parts.length}`;
}

/** The width one turn needs so that its narrowest slot can still be told from its neighbours. */
function turnWidth(timing: Timing, slotWidth: Px): Px {
  const finest = Math.min(timing.turnTicks, ...timing.layers.map(shortestSlot));
  // Very fine slots may crowd a little rather than stretch the whole turn.
  return Math.min((timing.turnTicks / finest) * slotWidth, 40 * slotWidth);
}

/** Which room a layer needs round its line. */
interface Room {
  readonly above: boolean;
  readonly below: boolean;
  readonly feet: boolean;
  /** Drums or pitches of the instrument, where the layer plays on more than one. */
  readonly drums: number;
}

function drumsPlayed(layer: Layer): number {
  const instrument = instrumentOf(layer);
  if (!instrument) return 1;
  const used = new Set(layer.strokes.map((stroke) => strokeKind(instrument, stroke.kind)?.drum));
  used.delete(undefined);
  return used.size > 1 ? drumCount(instrument) : 1;
}

const rooms = new WeakMap<Layer, Room>();

function roomOf(layer: Layer): Room {
  const known = rooms.get(layer);
  if (known) return known;
  const hands = handsOf(layer);
  const room = {
    above: layer.strokes.length === 0 || hands.some((hand) => hand === 'R' || hand === 'B'),
    below: hands.some((hand) => hand === 'L' || hand === 'B'),
    feet: hands.includes('F'),
    drums: drumsPlayed(layer),
  };
  rooms.set(layer, room);
  return room;
}

/** The system a tick is drawn in, and its x there. */
export function pointAt(geometry: Geometry, ticks: number): { system: System; x: Px } | undefined {
  const system = geometry.systems.find(({ from, to }) => from <= ticks && ticks < to);
  return system && { system, x: xIn(geometry, system, ticks) };
}

/** The x of a tick in a given system; the system's end included. */
export function xIn(geometry: Geometry, system: System, ticks: number): Px {
  return geometry.left + (ticks - system.from) * geometry.pxPerTick;
}
