import type { Rhythm } from '@stride/core/rhythm';
import { useCallback, useEffect, useState } from 'react';
import { useLocation } from 'react-router';
import { useBenchPart, useBenchSoon, useOpenBench } from '../bench/context.ts';
import type { BenchState } from '../bench/open-bench.ts';
import { useChosen } from '../bench/use-chosen.ts';
import { drawnTurns } from '../strideline/geometry.ts';
import { slotElementId } from '../strideline/SlotGrid.tsx';
import type { Lit } from '../strideline/StrideLine.tsx';
import { Card } from '../ui/Card.tsx';
import { Notice } from '../ui/Notice.tsx';
import { useStoreSoon } from '../ui/use-after-paint.ts';
import { VariationChips } from '../variations/VariationChips.tsx';
import { Variations } from '../variations/Variations.tsx';
import { AddLayer } from './AddLayer.tsx';
import { LineDrawn } from './LineDrawn.tsx';
import { LineContextMenu } from './LineMenu.tsx';
import { chosenIn } from './line.ts';
import type { OpenLine } from './open-line.ts';
import { ReadingPanel } from './ReadingPanel.tsx';
import { StrokeBar } from './StrokeBar.tsx';
import { Turns } from './Turns.tsx';
import { TypedRows } from './TypedLine.tsx';
import { useOpenLine } from './use-open-line.ts';

const NONE_FOLDED: ReadonlySet<number> = new Set();

/** The stage where a rhythm is written: the line, the typed rows of one layer, and what they say. */
export function Write() {
  const bench = useOpenBench();
  const [lit, setLit] = useState<Lit>();
  const line = useOpenLine(bench, () => setLit(undefined));
  const [folded, setFolded] = useState<ReadonlySet<number>>(NONE_FOLDED);
  useChosen(bench, () => chosenIn(line.now()));
  const { state: arrived } = useLocation() as { readonly state: { readonly begin?: true } | null };
  const isBegun = arrived?.begin === true;
  const firstSlot = slotElementId(bench.document.id, { layer: 0, slot: 0 });
  useEffect(() => {
    // A rhythm that was just begun takes strokes at once.
    if (isBegun) window.document.getElementById(firstSlot)?.focus();
  }, [isBegun, firstSlot]);
  const { untimed } = useBenchPart(bench, untimedOf);

  if (untimed !== undefined) return <Notice>{untimed} Undo brings back what was there.</Notice>;
  return (
    <div className="grid flex-1 grid-cols-[minmax(0,1fr)_322px] content-start gap-[14px] max-lg:grid-cols-1">
      <Card
        aria-label="Stride line"
        className="isolate flex flex-col justify-center py-3 pr-1 pl-4 lg:min-h-[440px]"
      >
        <LineContextMenu line={line}>
          <LineDrawn line={line} lit={lit} folded={folded} />
        </LineContextMenu>
        <div className="flex flex-wrap items-center justify-between gap-2 pr-3">
          <UnderLine folded={folded} onFold={setFolded} />
        </div>
      </Card>
      <ReadingPanel line={line} lit={lit} onLight={setLit} />
      <div className="col-span-full flex flex-col gap-3">
        <div>
          <TypedRows />
          <div className="mt-2">
            <StrokeBar line={line} />
            <Said line={line} />
          </div>
        </div>
        <Variations />
      </div>
    </div>
  );
}

/** Why a rhythm cannot be drawn, where it cannot. */
const untimedOf = ({ timed }: BenchState) => ({ untimed: timed.ok ? undefined : timed.message });

/** What the last command did, where that is not plain to see. */
function Said({ line }: { readonly line: OpenLine }) {
  return (
    <p role="status" className="min-h-6 text-note">
      {useStoreSoon(line).said}
    </p>
  );
}

interface UnderLineProps {
  readonly folded: ReadonlySet<number>;
  readonly onFold: (folded: ReadonlySet<number>) => void;
}

/** What is added to the line and asked of its turns. */
function UnderLine({ folded, onFold }: UnderLineProps) {
  const bench = useOpenBench();
  const { rhythm, timed, mix } = useBenchSoon(bench);
  const { setMix, edit } = bench;
  const editTurns = useCallback(
    (change: (before: Rhythm) => Rhythm) => edit(change, 'turns'),
    [edit],
  );
  const setOrder = useCallback((order: string) => setMix({ order }), [setMix]);
  return (
    <>
      <AddLayer count={rhythm.layers.length} />
      <VariationChips />
      <Turns
        count={timed.ok ? drawnTurns(timed.timing) : 0}
        turns={rhythm.turns}
        folded={folded}
        onFold={onFold}
        onEdit={editTurns}
        order={mix.order}
        onOrder={setOrder}
      />
    </>
  );
}
