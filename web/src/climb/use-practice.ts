import {
  type Ladder,
  type Path,
  type PracticePlan,
  planFrom,
  planPath,
  practiseFirst,
  startingRung,
} from '@stride/core/climb';
import {
  type Piece,
  type Practised,
  piecesFit,
  proposePieces,
  type Way,
  waysFor,
  wayThrough,
} from '@stride/core/passage';
import { tempoAt } from '@stride/core/rhythm';
import { useMemo, useState } from 'react';
import type { BenchState, OpenBench } from '../bench/open-bench.ts';
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
  readonly path: Path;
  /** Whether the path was changed by hand since it was planned. */
  readonly isChanged: boolean;
  /** Where a climb begins: at the best clean tempo where there is one. */
  readonly firstRung: number;
  /** The quickest tempo at which all of the line was clean. */
  readonly best: number | undefined;
  setPlan(change: Partial<PracticePlan>): void;
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

/** What is practised now; undefined where the rhythm has no line that can be. */
export function usePractice(bench: OpenBench & BenchState): Practice | undefined {
  const { rhythm, timed, layerIndex, learning, document } = bench;
  const layer = rhythm.layers[layerIndex];
  const tempo = tempoAt(rhythm);
  const { target } = rhythm;
  // The same until something of it changes: a path that was changed by hand hangs on what it was planned from.
  const ladder = useMemo(
    () => bench.ladder ?? usualLadder(tempo.bpm, target),
    [bench.ladder, tempo.bpm, target],
  );
  const plan = useMemo(() => planFrom(learning.plan ?? {}), [learning.plan]);
  /** A path that was changed by hand, with what it was planned from. */
  const [changed, setChanged] = useState<{ readonly of: Path; readonly path: Path }>();

  const practised = useMemo(() => {
    const grid = timed.ok ? timed.timing.layers[layerIndex] : undefined;
    if (!timed.ok || !layer || !grid) return undefined;
    const kept = plan.pieces[layer.id];
    const own = kept && piecesFit(kept, grid.startTicks.length) ? kept : undefined;
    const { ticksPerPulse } = timed.timing;
    const pieces = own ?? proposePieces(rhythm, layer, grid);
    const all: Practised = { rhythm, layer, grid, ticksPerPulse, pieces };
    return { all, isProposed: own === undefined, timing: timed.timing };
  }, [rhythm, timed, layer, layerIndex, plan.pieces]);

  const stones = useMemo(
    () => (practised ? wayThrough(plan.way, { ...practised.all, turns: plan.turns }) : []),
    [practised, plan.way, plan.turns],
  );
  const planned = useMemo(
    () => planPath(stones, ladder, tempo.per, plan.comfort),
    [stones, ladder, tempo.per, plan.comfort],
  );
  if (!practised || !layer) return undefined;
  const path = changed?.of === planned ? changed.path : planned;
  const setPath = (next: Path | undefined) => setChanged(next && { of: planned, path: next });
  const setPlan = (change: Partial<PracticePlan>) =>
    document.setPractice({ learning: { ...learning, plan: { ...plan, ...change } } });
  const { all } = practised;
  const best = learning.best?.[layer.id];
  return {
    line: { rhythm, timing: practised.timing, layerIndex, layer, grid: all.grid },
    plan,
    ladder,
    pieces: all.pieces,
    isProposed: practised.isProposed,
    ways: waysFor(all),
    path,
    isChanged: path !== planned,
    firstRung: startingRung(path, best),
    best,
    setPlan,
    setPieces(pieces) {
      const { [layer.id]: _before, ...others } = plan.pieces;
      setPlan({ pieces: pieces ? { ...others, [layer.id]: [...pieces] } : others });
    },
    setPath,
    practisePiece(rung, piece) {
      const stone = wayThrough('one by one', all)[piece];
      if (stone) setPath(practiseFirst(path, rung, stone));
    },
  };
}
