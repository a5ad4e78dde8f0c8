import { nth } from '@stride/core/bounds';
import {
  type Counting,
  countTurn,
  type SecondCount,
  sayIn,
  secondCycle,
} from '@stride/core/counting';
import { beatsToPulses, type Cycle } from '@stride/core/cycle';
import { type Rhythm, sayTurn, type TurnMark } from '@stride/core/rhythm';
import { rational } from '@stride/core/time';
import { memo } from 'react';
import { type Geometry, type System, turnsIn, xIn } from './geometry.ts';
import type { Px } from './px.ts';
import type { Thread } from './threads.ts';

interface BackdropProps {
  readonly cycle: Cycle;
  readonly layerNames: readonly string[];
  readonly turns: Rhythm['turns'];
  readonly turnLabels: readonly string[] | undefined;
  readonly ticksPerPulse: number;
  readonly geometry: Geometry;
  readonly system: System;
  readonly counting: Counting;
  /** A second counting, in a row of its own under the first. */
  readonly second: SecondCount | undefined;
  /** Beats after the one on which the composition begins. */
  readonly eduppu: Rhythm['eduppu'];
  readonly threads: readonly Thread[];
  /** Where the layers' names are written in the rows after the first. */
  readonly names: 'above' | 'beside' | undefined;
}

/** What stands behind all layers of a row: bands of turns, the count, threads, and names. */
export const Backdrop = memo(function Backdrop(props: BackdropProps) {
  const { cycle, layerNames, geometry, system, names } = props;
  return (
    <svg
      width={geometry.width}
      height={geometry.systemHeight}
      className="stride-layer"
      style={{ top: 0 }}
      aria-hidden="true"
    >
      <TurnBands
        geometry={geometry}
        system={system}
        turns={props.turns}
        labels={props.turnLabels}
      />
      <Count
        cycle={cycle}
        ticksPerPulse={props.ticksPerPulse}
        geometry={geometry}
        system={system}
        counting={props.counting}
        y={geometry.countHeight - (props.second ? 36 : 16) * geometry.scale}
      />
      {props.second ? (
        <>
          <text
            x={geometry.left - 18 * geometry.scale}
            y={geometry.countHeight - 14 * geometry.scale}
            textAnchor="end"
            fontSize={13 * geometry.scale}
            fill="var(--quiet)"
          >
            {names || geometry.left > 60 ? sayIn(props.second) : ''}
          </text>
          <Count
            cycle={secondCycle(props.second)}
            ticksPerPulse={props.ticksPerPulse}
            geometry={geometry}
            system={system}
            counting={props.second.counting}
            y={geometry.countHeight - 14 * geometry.scale}
            isSecond
          />
        </>
      ) : null}
      {props.eduppu ? (
        <Eduppu
          cycle={cycle}
          eduppu={props.eduppu}
          ticksPerPulse={props.ticksPerPulse}
          geometry={geometry}
          system={system}
          y={geometry.countHeight - (props.second ? 56 : 36) * geometry.scale}
        />
      ) : null}
      <Threads threads={props.threads} geometry={geometry} system={system} />
      {names
        ? layerNames.map((name, index) => {
            const band = geometry.bands[index];
            return band ? (
              <text
                key={band.top}
                x={0}
                y={names === 'above' ? band.top + 16 : band.ground - 4}
                fontSize={15}
                fontWeight="700"
                fill="var(--quiet)"
              >
                {name.length > 16 ? `${name.slice(0, 15)}…` : name}
              </text>
            ) : null;
          })
        : null}
    </svg>
  );
});

interface TurnBandsProps {
  readonly geometry: Geometry;
  readonly system: System;
  readonly turns: Rhythm['turns'];
  readonly labels: readonly string[] | undefined;
}

/** The colour of each mark; its word stands beside it. */
const MARK_COLOURS: Readonly<Record<TurnMark, string>> = {
  plain: 'var(--faint)',
  call: 'var(--open)',
  answer: 'var(--bass)',
  break: 'var(--muted)',
  ending: 'var(--slap)',
};

/** Every other turn stands on a band, so that turns can be told apart at a glance. */
const TurnBands = memo(function TurnBands({ geometry, system, turns, labels }: TurnBandsProps) {
  const last = geometry.bands.at(-1);
  const { scale, countHeight, turnTicks, systems } = geometry;
  const isOne = nth(systems, systems.length - 1).to <= nth(systems, 0).from + turnTicks;
  if (!last || (isOne && !turns && !labels)) return null;
  const pad = 16 * scale;
  return turnsIn(geometry, system).map((turn) => {
    const from = Math.max(system.from, turn * turnTicks);
    const to = Math.min(system.to, (turn + 1) * turnTicks);
    const x = xIn(geometry, system, from) - pad;
    const width = (to - from) * geometry.pxPerTick;
    const begins = from === turn * turnTicks;
    const ends = to === (turn + 1) * turnTicks;
    const said = turns?.find((one) => one.turn === turn);
    return (
      <g key={turn}>
        {turn % 2 === 0 ? (
          <rect
            x={x}
            y={countHeight - 8}
            width={width}
            height={last.bottom - countHeight + 12}
            rx={10}
            fill="var(--band)"
          />
        ) : null}
        {labels?.[turn] && ends ? (
          <text
            x={x + width - 12}
            y={21 * scale}
            textAnchor="end"
            fontSize={13.5 * scale}
            fontWeight="700"
            fill="var(--metal)"
          >
            {labels[turn]}
          </text>
        ) : null}
        {said ? (
          <>
            <path
              d={`M${x + 4} ${5 * scale} H${x + width - 10}`}
              stroke={MARK_COLOURS[said.mark]}
              strokeWidth={4 * scale}
              strokeLinecap="round"
            />
            {begins ? (
              <text
                x={x + 4}
                y={21 * scale}
                fontSize={13 * scale}
                fontWeight="700"
                fill={MARK_COLOURS[said.mark]}
              >
                {sayTurn({ turns: [said] }, turn)}
              </text>
            ) : null}
          </>
        ) : null}
      </g>
    );
  });
});

interface CountProps {
  readonly cycle: Cycle;
  readonly ticksPerPulse: number;
  readonly geometry: Geometry;
  readonly system: System;
  readonly counting: Counting;
  /** The feet of the words. */
  readonly y: Px;
  /** True for the smaller row of a second counting. */
  readonly isSecond?: true;
}

const Count = memo(function Count({
  cycle,
  ticksPerPulse,
  geometry,
  system,
  counting,
  y,
  isSecond,
}: CountProps) {
  const words = countTurn(counting, cycle);
  const { scale } = geometry;
  const room = ticksPerPulse * geometry.pxPerTick;
  const isFull = room >= 13 * scale;
  // Numbers of two figures leave room for the words beside them.
  const largest = (isSecond ? 16 : 21) * scale;
  const strongSize = isFull ? Math.min(largest, Math.max(15 * scale, room * 0.8)) : largest;
  return turnsIn(geometry, system).map((turn) =>
    words.map((count, pulse) => {
      if (!count.strong && !isFull) return null;
      const ticks = turn * geometry.turnTicks + pulse * ticksPerPulse;
      if (ticks < system.from || ticks >= system.to) return null;
      return (
        <text
          key={ticks}
          data-count={ticks / ticksPerPulse}
          data-second={isSecond}
          className="count"
          x={xIn(geometry, system, ticks)}
          y={y}
          textAnchor="middle"
          fontFamily="var(--font-title)"
          fontSize={count.strong ? strongSize : 13.5 * scale}
          fontWeight={count.strong ? 750 : 500}
          fill={count.strong ? 'var(--ink)' : 'var(--quiet)'}
        >
          {count.word}
        </text>
      );
    }),
  );
});

interface EduppuProps extends Omit<CountProps, 'counting' | 'isSecond'> {
  readonly eduppu: NonNullable<Rhythm['eduppu']>;
}

/** A flag over the count of every turn where the composition begins. */
function Eduppu({ cycle, eduppu, ticksPerPulse, geometry, system, y }: EduppuProps) {
  const { num, den } = beatsToPulses(cycle)(rational(eduppu.num, eduppu.den));
  const { scale } = geometry;
  return turnsIn(geometry, system).map((turn) => {
    const ticks = turn * geometry.turnTicks + (num * ticksPerPulse) / den;
    if (ticks < system.from || ticks >= system.to) return null;
    const x = xIn(geometry, system, ticks);
    return (
      <g key={turn} data-eduppu={ticks / ticksPerPulse}>
        <path
          d={`M${x - 5 * scale} ${y - 4 * scale} h${10 * scale} l${-5 * scale} ${7 * scale} Z`}
          fill="var(--mark)"
        />
        {turn === 0 ? (
          <text x={x + 8 * scale} y={y + 3 * scale} fontSize={11.5 * scale} fill="var(--quiet)">
            eduppu
          </text>
        ) : null}
      </g>
    );
  });
}

interface ThreadsProps {
  readonly threads: readonly Thread[];
  readonly geometry: Geometry;
  readonly system: System;
}

/** Dotted threads between layers whose strokes fall together. */
const Threads = memo(function Threads({ threads, geometry, system }: ThreadsProps) {
  const { from, to } = system;
  // One line each: straight dotted lines are painted far quicker than one path of them all.
  return threads
    .filter(({ ticks }) => ticks >= from && ticks < to)
    .map(({ ticks, top, bottom }) => {
      const x = xIn(geometry, system, ticks);
      return (
        <line
          key={ticks}
          x1={x}
          y1={nth(geometry.bands, top).ground}
          x2={x}
          y2={nth(geometry.bands, bottom).ground}
          stroke="var(--faint)"
          strokeWidth={1.3}
          strokeDasharray="1.5 4.5"
        />
      );
    });
});
