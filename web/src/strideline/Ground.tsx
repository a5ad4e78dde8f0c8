import { numberAt } from '@stride/core/bounds';
import type { Layer, LayerGrid } from '@stride/core/rhythm';
import type { Ticks } from '@stride/core/time';
import { Fragment, memo } from 'react';
import { type Geometry, type LayerBand, roundsIn, type System, turnsIn, xIn } from './geometry.ts';
import type { Px } from './px.ts';

interface GroundProps {
  readonly grid: LayerGrid;
  readonly band: LayerBand;
  readonly geometry: Geometry;
  readonly system: System;
  readonly beats: readonly Ticks[];
  /** Slots through which the stroke before rings on. */
  readonly rings: Layer['rings'];
  /** Writes R above and L below at the beginning of the line, and F at that of the feet. */
  readonly sides: boolean;
  /** Whether something hangs below the line. */
  readonly below: boolean;
}

/** What the strokes of a layer stand on in one row: the line, its beats and slots, what rings on. It rests while strokes change. */
export const Ground = memo(function Ground(props: GroundProps) {
  const { grid, band, geometry, system, beats, rings = [] } = props;
  const { scale, turnTicks, left } = geometry;
  const { from, to } = system;
  const { ground, foot } = band;
  const x = (ticks: Ticks) => xIn(geometry, system, ticks);
  const isHere = (at: Ticks) => at >= from && at < to;
  const end = x(to);
  const beatsHere = turnsIn(geometry, system)
    .flatMap((turn) => beats.map((beat) => turn * turnTicks + beat))
    .filter(isHere)
    .map(x);
  return (
    <>
      <path
        d={`M${left - 14 * scale} ${ground} H${end + 22 * scale}`}
        stroke="var(--ink)"
        strokeWidth={2.4 * scale}
        strokeLinecap="round"
      />
      <path d={across(beatsHere, ground, 7 * scale)} stroke="var(--ink)" strokeWidth={2 * scale} />
      {foot === undefined ? null : (
        <path
          d={`M${left - 14 * scale} ${foot} H${end + 8 * scale} ${across(beatsHere, foot, 4.2 * scale)}`}
          stroke="var(--ink)"
          strokeWidth={1.4 * scale}
          strokeLinecap="round"
        />
      )}
      {props.sides ? <SideLetters below={props.below} band={band} geometry={geometry} /> : null}
      {roundsIn(system, grid.lengthTicks).map((round) => {
        const offset = round * grid.lengthTicks;
        const starts = grid.startTicks.map((start) => start + offset).filter(isHere);
        const bands = rings
          .map((slot) => ({
            start: numberAt(grid.startTicks, slot) + offset,
            end: (grid.startTicks[slot + 1] ?? grid.lengthTicks) + offset,
          }))
          .filter((ring) => isHere(ring.start))
          .map((ring) => `M${x(ring.start)} ${ground} H${x(ring.end)}`);
        const shown = round > 0 ? 0.5 : 1;
        return (
          <Fragment key={round}>
            {bands.length === 0 ? null : (
              <path
                d={bands.join(' ')}
                stroke="var(--mark)"
                strokeWidth={9 * scale}
                strokeOpacity={0.55 * shown}
              />
            )}
            <path
              d={across(starts.map(x), ground, 4 * scale)}
              stroke="var(--faint)"
              strokeWidth={1.3 * scale}
              strokeOpacity={shown}
            />
          </Fragment>
        );
      })}
      {to % turnTicks === 0 ? (
        <circle
          cx={end}
          cy={ground}
          r={6 * scale}
          fill="none"
          stroke="var(--ink)"
          strokeWidth={1.6 * scale}
          strokeDasharray={`${1.5 * scale} ${2.2 * scale}`}
        />
      ) : null}
    </>
  );
});

/** Ticks across a line, at some places along it. */
function across(places: readonly Px[], line: Px, half: Px): string {
  return places.map((x) => `M${x} ${line - half} V${line + half}`).join(' ');
}

function SideLetters({ below, band, geometry }: Pick<GroundProps, 'below' | 'band' | 'geometry'>) {
  const { foot, ground } = band;
  const letters = [
    ...(below ? [['R', ground - 24] as const, ['L', ground + 34] as const] : []),
    ...(foot === undefined ? [] : [['F', foot + 4] as const]),
  ];
  return letters.map(([hand, y]) => (
    <text
      key={hand}
      x={geometry.left - 14 * geometry.scale - 11}
      y={y}
      textAnchor="middle"
      fontSize={13.5}
      fontWeight="700"
      fill="var(--quiet)"
    >
      {hand}
    </text>
  ));
}
