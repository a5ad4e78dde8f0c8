import { type Rhythm, type Timing, timeRhythm } from '@stride/core/rhythm';
import { counted } from '@stride/core/wording';
import { useMemo } from 'react';
import { drawnTurns } from '../strideline/geometry.ts';
import { StrideLine } from '../strideline/StrideLine.tsx';

/** Layers and rows that a card draws; the rest is said. */
const LAYERS_DRAWN = 4;
const ROWS_DRAWN = 2;

/** The first layers and rows of a rhythm; nothing where it is on no grid. */
export default function CardLine({ rhythm }: { readonly rhythm: Rhythm }) {
  const shown = useMemo(() => excerpt(rhythm), [rhythm]);
  if (!shown) return <div className="h-40" />;
  const more = [
    ...(shown.layers > 0 ? [counted(shown.layers, 'more layer')] : []),
    ...(shown.turns > ROWS_DRAWN * 2 ? [`${shown.turns} turns in all`] : []),
  ];
  return (
    <>
      <StrideLine rhythm={shown.rhythm} timing={shown.timing} scale={0.72} mostRows={ROWS_DRAWN} />
      {more.length > 0 ? <p className="text-sm text-quiet">{more.join(', ')}</p> : null}
    </>
  );
}

interface Excerpt {
  readonly rhythm: Rhythm;
  readonly timing: Timing;
  /** Layers that are not drawn. */
  readonly layers: number;
  readonly turns: number;
}

function excerpt(rhythm: Rhythm): Excerpt | undefined {
  const layers = rhythm.layers.slice(0, LAYERS_DRAWN);
  const few = layers.length === rhythm.layers.length ? rhythm : { ...rhythm, layers };
  const timed = timeRhythm(few);
  if (!timed.ok) return undefined;
  return {
    rhythm: few,
    timing: timed.timing,
    layers: rhythm.layers.length - layers.length,
    turns: drawnTurns(timed.timing),
  };
}
