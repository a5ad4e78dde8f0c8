import { numberAt } from '@stride/core/bounds';
import { countingOf, feltTicks, type Rhythm, type Timing, timeRhythm } from '@stride/core/rhythm';
import type { Chained } from '@stride/core/vary';
import { useMemo } from 'react';
import { type Geometry, type System, xIn } from '../strideline/geometry.ts';
import { SmallStrokes } from '../strideline/SmallStrokes.tsx';
import { StrideLine } from '../strideline/StrideLine.tsx';

const HEIGHT = 118;
const GROUND = 74;

interface VariedLineProps {
  /** The rhythm as it is written, and which of its lines is varied. */
  readonly home: Rhythm;
  readonly index: number;
  readonly made: Chained;
  readonly playing: boolean;
}

/** A line as it is varied, and beneath it the line as it was, with an arrow from each stroke to where it went. */
export function VariedLine({ home, index, made, playing }: VariedLineProps) {
  const shown = useMemo(() => alone(made.rhythm, index), [made, index]);
  const was = useMemo(() => alone(home, index), [home, index]);
  if (!shown || !was) return null;
  const under = {
    height: HEIGHT,
    draw: (geometry: Geometry, system: System) => (
      <Home geometry={geometry} system={system} shown={shown} was={was} made={made} />
    ),
  };
  return (
    <StrideLine
      rhythm={shown.rhythm}
      timing={shown.timing}
      counting={countingOf(made.rhythm)}
      playing={playing}
      under={under}
    />
  );
}

interface Timed {
  readonly rhythm: Rhythm;
  readonly timing: Timing;
}

/** A rhythm of one of its lines alone. */
function alone(rhythm: Rhythm, index: number): Timed | undefined {
  const one = { ...rhythm, layers: rhythm.layers.slice(index, index + 1) };
  const timed = timeRhythm(one);
  return timed.ok ? { rhythm: one, timing: timed.timing } : undefined;
}

interface HomeProps {
  readonly geometry: Geometry;
  readonly system: System;
  readonly shown: Timed;
  readonly was: Timed;
  readonly made: Chained;
}

/** The line as it was, faint, on the same axis. */
function Home({ geometry, system, shown, was, made }: HomeProps) {
  const [layer] = was.rhythm.layers;
  const [grid] = was.timing.layers;
  const [now] = shown.timing.layers;
  if (!layer || !grid || !now) return null;
  // Both in the ticks of what is shown, which may lie between them.
  const per = shown.timing.ticksPerPulse / was.timing.ticksPerPulse;
  const at = (ticks: number) =>
    ticks >= system.from && ticks < system.to ? xIn(geometry, system, ticks) : undefined;
  const [varied] = shown.rhythm.layers;
  const [felt, feltNow] = [feltTicks(layer, grid), varied && feltTicks(varied, now)];
  const before = (slot: number) => at(felt(slot) * per);
  const after = (slot: number) => feltNow && at(feltNow(slot));
  const end = xIn(geometry, system, Math.min(system.to, grid.lengthTicks * per));
  const moved = made.went.filter(({ from, to }) => {
    if (to === undefined) return false;
    return numberAt(grid.startTicks, from) * per !== numberAt(now.startTicks, to);
  });
  return (
    <g>
      <g opacity={0.4}>
        <path
          d={`M${geometry.left - 10} ${GROUND} H${end + 10}`}
          stroke="var(--ink)"
          strokeWidth={1.6}
        />
        <SmallStrokes layer={layer} x={before} ground={GROUND} scale={0.62} />
      </g>
      {moved.map(({ from, to }) => {
        const [x1, x2] = [before(from), to === undefined ? undefined : after(to)];
        if (x1 === undefined || x2 === undefined) return null;
        const isRound = Math.abs(x2 - x1) > (end - geometry.left) * ROUND;
        return <Arrow key={`${from} ${to}`} from={x1} to={x2} isRound={isRound} />;
      })}
      {made.went
        .filter(({ to }) => to === undefined)
        .map(({ from }) => {
          const x = before(from);
          return x === undefined ? null : (
            <path
              key={from}
              d={`M${x - 4} ${GROUND - 4} L${x + 4} ${GROUND + 4} M${x + 4} ${GROUND - 4} L${x - 4} ${GROUND + 4}`}
              stroke="var(--warn)"
              strokeWidth={1.6}
            />
          );
        })}
    </g>
  );
}

/** What goes further than this share of a row went round its end. */
const ROUND = 0.55;
/** How far an arrow that goes round is seen at either end. */
const STUB = 20;

/** From a stroke as it was up to where it is now; one that goes round the end is seen where it leaves and comes in. */
function Arrow({
  from,
  to,
  isRound,
}: {
  readonly from: number;
  readonly to: number;
  readonly isRound: boolean;
}) {
  const [bottom, top] = [GROUND - 36, 6];
  const middle = (bottom + top) / 2;
  const way = isRound ? Math.sign(from - to) * STUB : 0;
  if (isRound) {
    return (
      <g fill="none" stroke="var(--slap)" strokeWidth={2.2} strokeLinecap="round">
        <path
          d={`M${from} ${bottom} Q${from} ${middle} ${from + way} ${middle}`}
          strokeDasharray="2 5"
        />
        <path d={`M${to - way} ${middle} Q${to} ${middle} ${to} ${top}`} strokeDasharray="2 5" />
        <path d={`M${to - 4.5} ${top + 7} L${to} ${top} L${to + 4.5} ${top + 7}`} />
      </g>
    );
  }
  return (
    <g fill="none" stroke="var(--slap)" strokeWidth={2.2} strokeLinecap="round">
      <path d={`M${from} ${bottom} C${from} ${middle} ${to} ${middle} ${to} ${top}`} />
      <path d={`M${to - 4.5} ${top + 7} L${to} ${top} L${to + 4.5} ${top + 7}`} />
    </g>
  );
}
