import type { SlotFigure } from '@stride/core/ear';
import { feltTicks } from '@stride/core/rhythm';
import { useMemo } from 'react';
import { type Geometry, type System, xIn } from '../strideline/geometry.ts';
import type { StrideLineProps } from '../strideline/StrideLine.tsx';
import type { PractisedLine, RunResult } from './run-log.ts';

/** Room under the line for marks and numbers. */
const MARKS_HEIGHT = 96;
/** How many pixels a millisecond is; a stroke far off stays by its line. */
const PX_PER_MS = 1.1;
const FAR_PX = 46;
const TOP = 6;
const LENGTH = 40;

/** How far a mark stands from its line. */
function markOffset(seconds: number): number {
  return Math.max(-FAR_PX, Math.min(FAR_PX, seconds * 1000 * PX_PER_MS));
}

interface HitMarksProps {
  readonly geometry: Geometry;
  readonly system: System;
  readonly line: Pick<PractisedLine, 'layer' | 'grid'>;
  /** Slots that strokes are asked in. */
  readonly asked: ReadonlySet<number>;
  readonly result: RunResult | undefined;
}

/**
 * The player's strokes against the written ones, on the axis of the line: a thin line for each stroke, beside it
 * where it came, early to the left, and under it by how many milliseconds. While one plays, marks are added by
 * `addLiveMark`.
 */
function HitMarks({ geometry, system, line, asked, result }: HitMarksProps) {
  const { grid } = line;
  const felt = feltTicks(line.layer, grid);
  const figures = new Map(result?.judgement.slots.map((slot) => [slot.slot, slot]));
  const byPass = new Map<number, number[]>();
  for (const { asked: one, error } of result?.judgement.match.met ?? []) {
    byPass.set(one.slot, [...(byPass.get(one.slot) ?? []), error]);
  }
  return (
    <g data-testid="hit-marks">
      {grid.startTicks.map((_, slot) => {
        const ticks = felt(slot);
        if (!asked.has(slot) || ticks < system.from || ticks >= system.to) return null;
        const x = xIn(geometry, system, ticks);
        return (
          <Slot
            // biome-ignore lint/suspicious/noArrayIndexKey: a slot is its number
            key={slot}
            slot={slot}
            x={x}
            figure={figures.get(slot)}
            errors={byPass.get(slot) ?? []}
            clean={result?.cleanSpread ?? 1}
          />
        );
      })}
    </g>
  );
}

/** The marks as the stride line draws them under its rows; none while there is nothing to mark. */
export function useMarks(
  { layer, grid }: Pick<PractisedLine, 'layer' | 'grid'>,
  asked: ReadonlySet<number>,
  isShown: boolean,
  result: RunResult | undefined,
): StrideLineProps['under'] {
  return useMemo(
    () =>
      isShown
        ? {
            height: MARKS_HEIGHT,
            draw: (geometry, system) => (
              <HitMarks
                geometry={geometry}
                system={system}
                line={{ layer, grid }}
                asked={asked}
                result={result}
              />
            ),
          }
        : undefined,
    [layer, grid, asked, isShown, result],
  );
}

interface SlotProps {
  readonly slot: number;
  readonly x: number;
  readonly figure: SlotFigure | undefined;
  readonly errors: readonly number[];
  readonly clean: number;
}

function Slot({ slot, x, figure, errors, clean }: SlotProps) {
  const bias = figure?.bias;
  const isOff = bias !== undefined && Math.abs(bias) > clean * 0.75;
  const missed = figure?.missed ?? 0;
  const other = [...(figure?.takenFor.entries() ?? [])].sort(([, a], [, b]) => b - a)[0];
  const colour = isOff ? 'var(--warn)' : 'var(--good)';
  return (
    <g data-ear-slot={slot} data-x={x}>
      <path d={`M${x} ${TOP} V${TOP + LENGTH}`} stroke="var(--edge)" strokeWidth={2} />
      {errors.map((error, at) => (
        <path
          // biome-ignore lint/suspicious/noArrayIndexKey: passes in their order
          key={at}
          d={`M${x + markOffset(error)} ${TOP + 8} v${LENGTH - 16}`}
          stroke={colour}
          strokeOpacity={0.28}
          strokeWidth={2}
        />
      ))}
      {bias === undefined ? null : (
        <>
          <path
            d={`M${x + markOffset(bias)} ${TOP + 4} v${LENGTH - 8}`}
            stroke={colour}
            strokeWidth={5}
            strokeLinecap="round"
          />
          <text
            x={x}
            y={TOP + LENGTH + 19}
            textAnchor="middle"
            fontSize={17}
            fontWeight={isOff ? 800 : 600}
            fill={isOff ? 'var(--warn)' : 'var(--quiet)'}
          >
            {sayOff(bias)}
          </text>
        </>
      )}
      {missed > 0 ? (
        <text
          x={x}
          y={TOP + LENGTH + (bias === undefined ? 19 : 36)}
          textAnchor="middle"
          fontSize={14}
          fontWeight={700}
          fill="var(--warn)"
        >
          {bias === undefined ? 'missed' : `−${missed}×`}
        </text>
      ) : other ? (
        <text
          x={x}
          y={TOP + LENGTH + 36}
          textAnchor="middle"
          fontSize={14}
          fontWeight={700}
          fill="var(--warn)"
        >
          as {other[0]}
        </text>
      ) : null}
    </g>
  );
}

function sayOff(seconds: number): string {
  const ms = Math.round(seconds * 1000);
  return ms > 0 ? `+${ms}` : ms < 0 ? `−${-ms}` : '0';
}

/** Puts the mark of a stroke that was just heard beside its line, at once and without painting anything else. */
export function addLiveMark(frame: Element | null, slot: number, error: number): void {
  const place = frame?.querySelector(`[data-ear-slot="${slot}"]`);
  if (!(place instanceof SVGElement)) return;
  const mark = document.createElementNS('http://www.w3.org/2000/svg', 'path');
  const x = Number(place.dataset.x) + markOffset(error);
  mark.setAttribute('d', `M${x} ${TOP + 4} v${LENGTH - 8}`);
  mark.setAttribute('stroke', 'var(--metal)');
  mark.setAttribute('stroke-width', '5');
  mark.setAttribute('stroke-linecap', 'round');
  mark.setAttribute('data-live', '');
  for (const before of place.querySelectorAll('[data-live]')) {
    before.setAttribute('stroke-opacity', '0.25');
  }
  place.append(mark);
}

/** Takes the marks of the run before away. */
export function clearLiveMarks(frame: Element | null): void {
  for (const mark of frame?.querySelectorAll('[data-live]') ?? []) mark.remove();
}
