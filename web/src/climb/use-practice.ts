import {
  LADDER_LIMITS,
  type Ladder,
  type Path,
  type PracticePlan,
  planFrom,
  planPath,
  practiseFirst,
  startingRung,
} from '@stride/core/climb';
import type { TodayItem } from '@stride/core/log';
import {
  type Piece,
  type Practised,
  piecesFit,
  proposePieces,
  type Stone,
  type Way,
  waysFor,
  wayThrough,
} from '@stride/core/passage';
import { type Layer, type Rhythm, tempoAt, timeRhythm, type Variation } from '@stride/core/rhythm';
import { homeAndVariation, writeOut } from '@stride/core/variation';
import { useMemo, useState } from 'react';
import type { BenchState, OpenBench } from '../bench/open-bench.ts';
import { plannedHand, plannedItem, setUpOwn, useSession } from '../log/session.ts';
import type { PractisedLine } from './run-log.ts';

/** What is practised on the Bench's line, as it is set up. */
export interface Practice {
  readonly line: PractisedLine;
  readonly plan: PracticePlan;
  readonly ladder: Ladder;
  readonly pieces: readonly Piece[];
  /** Whether the pieces are those that were proposed. */
  readonly isProposed: boolean;
  readonly ways: readonly Way[];
  /** Variations of the line that can be practised beside home. */
  readonly variations: readonly Variation[];
  /** The one that is. */
  readonly variation: Variation | undefined;
  readonly path: Path;
  /** Whether the path was changed by hand since it was planned. */
  readonly isChanged: boolean;
  /** Where a climb begins: at the best clean tempo where there is one. */
  readonly firstRung: number;
  /** The quickest tempo at which all of the line was clean. */
  readonly best: number | undefined;
  setPlan(change: Partial<PracticePlan>): void;
  setLadder(ladder: Ladder): void;
  setPieces(pieces: readonly Piece[] | undefined): void;
  setPath(path: Path | undefined): void;
  /** Puts a piece before a rung of the path. */
  practisePiece(rung: number, piece: number): void;
}

/** The gentle side: five in a hundred, three passes; from half of it where one is there already. */
export function usualLadder(from: number, to: number): Ladder {
  const start = from < to ? from : Math.max(10, Math.round(to / 2));
  return { from: start, to, step: { kind: 'percent', value: 5 }, passes: 3 };
}

/** The ladder of an item of today's plan: so many passes at each of its rungs as fill its minutes together. */
function ladderOf(
  { from, to, minutes }: TodayItem,
  stones: readonly Stone[],
  per: number,
  comfort: number,
): Ladder {
  const ladder = { from, to, step: { kind: 'percent', value: 5 }, passes: 3 } as const;
  const { length } = planPath(stones, ladder, per, comfort).rungs;
  const { min, max } = LADDER_LIMITS.seconds;
  const seconds = Math.round((minutes * 60) / Math.max(1, length));
  return { ...ladder, seconds: Math.min(max, Math.max(min, seconds)) };
}

/** A stone as one hand plays it, while the other rests. */
function withHand(stone: Stone, hand: 'R' | 'L'): Stone {
  const name = `${stone.name}, the ${hand === 'R' ? 'right' : 'left'} hand alone`;
  return { ...stone, name, passage: { ...stone.passage, hands: [hand] }, size: 'part' };
}

/** A stone as it is where a variation is practised beside home: not the line as it is written. */
function withVariation(stone: Stone, { name }: Variation): Stone {
  return { ...stone, name: `${stone.name}, home and ${name}`, size: 'part' };
}

/** The stones as they are practised: beside a variation, and by one hand; a hand that rests stays out of both. */
export function stonesFor(
  all: readonly Stone[],
  variation: Variation | undefined,
  hand: 'R' | 'L' | undefined,
): readonly Stone[] {
  const beside = variation ? all.map((stone) => withVariation(stone, variation)) : all;
  return hand ? beside.map((stone) => withHand(stone, hand)) : beside;
}

/** A variation of the line that can be practised beside home, with the rhythm in which they follow one another. */
interface VariedPractice {
  readonly variation: Variation;
  readonly rhythm: Rhythm;
}

function variedOf(rhythm: Rhythm, layer: Layer | undefined): readonly VariedPractice[] {
  return (rhythm.variations ?? []).flatMap((variation) => {
    if (!variation.lines.some((line) => line.layer === layer?.id)) return [];
    const out = writeOut(rhythm, homeAndVariation(rhythm, variation));
    return out.ok ? [{ variation, rhythm: out.rhythm }] : [];
  });
}

/** What is practised now; undefined where the rhythm has no line that can be. */
export function usePractice(bench: OpenBench & BenchState): Practice | undefined {
  const { rhythm: home, layerIndex, learning, document } = bench;
  const tempo = tempoAt(home);
  const { target } = home;
  const session = useSession();
  const own = useMemo(() => planFrom(learning.plan ?? {}), [learning.plan]);
  const item = plannedItem(session, home.id, home.layers[layerIndex]?.id);
  const hand = plannedHand(session, home.id, home.layers[layerIndex]?.id);
  const variations = useMemo(() => variedOf(home, home.layers[layerIndex]), [home, layerIndex]);
  // Today's plan is of the line as it is written.
  const varied = item
    ? undefined
    : variations.find(({ variation }) => variation.id === own.variation);
  const rhythm = varied?.rhythm ?? home;
  const timed = useMemo(() => timeRhythm(rhythm), [rhythm]);
  const layer = rhythm.layers[layerIndex];
  const piecesOf = varied ? `${layer?.id}/${varied.variation.id}` : (layer?.id ?? '');
  const plan = useMemo(() => (item ? { ...own, way: item.way } : own), [own, item]);
  /** A path that was changed by hand, with what it was planned from. */
  const [changed, setChanged] = useState<{ readonly of: Path; readonly path: Path }>();

  const practised = useMemo(() => {
    const grid = timed.ok ? timed.timing.layers[layerIndex] : undefined;
    if (!timed.ok || !layer || !grid) return undefined;
    const kept = plan.pieces[piecesOf];
    const cut = kept && piecesFit(kept, grid.startTicks.length) ? kept : undefined;
    const { ticksPerPulse } = timed.timing;
    const pieces = cut ?? proposePieces(rhythm, layer, grid);
    const all: Practised = { rhythm, layer, grid, ticksPerPulse, pieces };
    return { all, isProposed: cut === undefined, timing: timed.timing };
  }, [rhythm, timed, layer, layerIndex, plan.pieces, piecesOf]);

  const stones = useMemo(() => {
    if (!practised) return [];
    const all = wayThrough(plan.way, { ...practised.all, turns: plan.turns });
    return stonesFor(all, varied?.variation, hand);
  }, [practised, plan.way, plan.turns, hand, varied]);
  // The same until something of it changes: a path that was changed by hand hangs on what it was planned from.
  const ladder = useMemo(() => {
    if (item) return ladderOf(item, stones, tempo.per, plan.comfort);
    return bench.ladder ?? usualLadder(tempo.bpm, target);
  }, [item, stones, plan.comfort, bench.ladder, tempo.bpm, tempo.per, target]);
  const planned = useMemo(
    () => planPath(stones, ladder, tempo.per, plan.comfort),
    [stones, ladder, tempo.per, plan.comfort],
  );
  if (!practised || !layer) return undefined;
  const path = changed?.of === planned ? changed.path : planned;
  const setPath = (next: Path | undefined) => setChanged(next && { of: planned, path: next });
  const setPlan = (change: Partial<PracticePlan>) => {
    if (change.way) setUpOwn();
    document.setPractice({ learning: { ...learning, plan: { ...own, ...change } } });
  };
  const { all } = practised;
  const best = learning.best?.[layer.id];
  return {
    line: { rhythm, timing: practised.timing, layerIndex, layer, grid: all.grid },
    plan,
    ladder,
    pieces: all.pieces,
    isProposed: practised.isProposed,
    ways: waysFor(all),
    variations: variations.map(({ variation }) => variation),
    variation: varied?.variation,
    path,
    isChanged: path !== planned,
    // Today's plan begins as slowly as it says.
    firstRung: item ? 0 : startingRung(path, best),
    best,
    setPlan,
    setLadder(next) {
      setUpOwn();
      document.setPractice({ ladder: next });
    },
    setPieces(pieces) {
      const { [piecesOf]: _before, ...others } = plan.pieces;
      setPlan({ pieces: pieces ? { ...others, [piecesOf]: [...pieces] } : others });
    },
    setPath,
    practisePiece(rung, piece) {
      const stone = wayThrough('one by one', all)[piece];
      if (stone) setPath(practiseFirst(path, rung, hand ? withHand(stone, hand) : stone));
    },
  };
}
