import { beatStarts, beatsOf, type Cycle, turnPulses } from '@stride/core/cycle';
import { type Instrument, strokeKind } from '@stride/core/instrument';
import {
  type Cadence,
  leadOf,
  type SaidUnit,
  type StrokeTable,
  unitsOf,
} from '@stride/core/landing';
import { useRef } from 'react';
import { usePlayhead } from '../audio/use-player.ts';
import { GestureMark } from '../strideline/GestureMark.tsx';
import { FAMILY_COLOUR, Head } from '../strideline/Head.tsx';
import { useWidth } from '../ui/use-width.ts';
import './landing.css';

interface LandingLineProps {
  readonly cycle: Cycle;
  readonly cadence: Cadence;
  /** Unit of its turn on which it begins. */
  readonly at: number;
  readonly said: readonly SaidUnit[];
  readonly instrument: Instrument;
  readonly table: StrokeTable;
  readonly playing: boolean;
  /** Turns that are heard before it begins. */
  readonly before: number;
}

const LEFT = 24;
const RIGHT = 48;
const NARROWEST = 21;
const GROUND = 92;
const ROW = 188;
const HEIGHTS = { lands: 44, begins: 34, inside: 24 } as const;

/** A cadence on the cycle it lands in: gestures, strokes, syllables, and the sum bracketed under them. */
export function LandingLine(props: LandingLineProps) {
  const { cycle, cadence, at, said, instrument, table, playing, before } = props;
  const frame = useRef<HTMLDivElement>(null);
  const line = useRef<SVGLineElement>(null);
  const drawing = useRef<SVGSVGElement>(null);
  const width = useWidth(frame) || 780;
  const units = unitsOf(cycle, cadence.parts);
  const { parts, counts, perTurn } = units;
  const room = width - LEFT - RIGHT;
  const perRow = parts * countsInRow(counts, parts, room);
  const end = at + leadOf(cadence);
  const firstRow = Math.floor(at / perRow);
  const lastRow = Math.max(firstRow, Math.ceil(end / perRow) - 1);
  const rows = Array.from({ length: lastRow - firstRow + 1 }, (_, index) => firstRow + index);
  const unitWidth = room / perRow;
  /** Where a unit is drawn; the landing may stand at the end of the last row. */
  const place = (unit: number) => {
    const row = Math.min(lastRow, Math.floor(unit / perRow));
    return { x: LEFT + (unit - row * perRow) * unitWidth, y: (row - firstRow) * ROW };
  };
  const total = (before + Math.ceil(end / perTurn) + 1) * perTurn;
  usePlayhead(playing, (position) => {
    const pulses = position ? position.pulses / (units.unit.num / units.unit.den) : undefined;
    const unit = pulses === undefined ? undefined : (pulses % total) - before * perTurn;
    light(drawing.current, unit === undefined ? undefined : Math.floor(unit + 1e-6) - at);
    const element = line.current;
    if (!element) return;
    const shown = unit !== undefined && unit >= firstRow * perRow && unit < (lastRow + 1) * perRow;
    element.style.visibility = shown ? 'visible' : 'hidden';
    if (!shown) return;
    const { x, y } = place(unit);
    element.dataset.unit = String(unit);
    element.style.transform = `translate(${x}px, ${y}px)`;
  });
  return (
    <div ref={frame} className="w-full">
      <svg
        ref={drawing}
        width={width}
        height={rows.length * ROW}
        role="img"
        aria-label={`Phrases of ${cadence.sizes.join(', ')} over ${cycle.name}`}
        className="landing-line block"
      >
        {rows.map((row) => (
          <g key={row} transform={`translate(0 ${(row - firstRow) * ROW})`}>
            <RowGround
              cycle={cycle}
              parts={parts}
              from={row * perRow}
              perRow={perRow}
              perTurn={perTurn}
              unitWidth={unitWidth}
            />
          </g>
        ))}
        {brackets(cadence, at).map(({ from, size, gap }) => (
          <Brackets
            key={from}
            from={from}
            size={size}
            gap={gap}
            perRow={perRow}
            lastRow={lastRow}
            unitWidth={unitWidth}
            place={place}
          />
        ))}
        {said.map((one, index) => {
          const { x, y } = place(at + one.unit);
          const begins = one.phrase !== undefined && said[index - 1]?.phrase !== one.phrase;
          return (
            <UnitMark
              key={one.unit}
              one={one}
              misses={end % perTurn !== 0}
              x={x}
              y={y}
              height={HEIGHTS[one.lands ? 'lands' : begins ? 'begins' : 'inside']}
              family={
                strokeKind(instrument, table[one.text ?? ''] ?? instrument.strokes[0]?.code ?? '')
                  ?.family ?? 'open'
              }
            />
          );
        })}
        <line
          ref={line}
          data-testid="landing-playhead"
          x1={0}
          x2={0}
          y1={18}
          y2={ROW - 44}
          stroke="var(--now)"
          strokeWidth={2.6}
          style={{ visibility: 'hidden' }}
        />
      </svg>
    </div>
  );
}

/** The most counts that fit into a row and go into the turn, so that rows end alike. */
function countsInRow(counts: number, parts: number, room: number): number {
  const most = Math.max(1, Math.floor(room / (NARROWEST * parts)));
  for (let count = Math.min(most, counts); count > 1; count -= 1) {
    if (counts % count === 0) return count;
  }
  return counts <= most ? counts : 1;
}

/** Lights the syllable that sounds. */
function light(drawing: SVGSVGElement | null, unit: number | undefined): void {
  const before = drawing?.querySelector('[data-lit]');
  const now = unit === undefined ? null : drawing?.querySelector(`[data-said="${unit}"]`);
  if (before === now) return;
  before?.removeAttribute('data-lit');
  now?.setAttribute('data-lit', '');
}

interface RowGroundProps {
  readonly cycle: Cycle;
  readonly parts: number;
  readonly from: number;
  readonly perRow: number;
  readonly perTurn: number;
  readonly unitWidth: number;
}

/** One row of the cycle: its gestures and numbers over the line, its units as ticks. */
function RowGround({ cycle, parts, from, perRow, perTurn, unitWidth }: RowGroundProps) {
  const beats = beatsOf(cycle);
  const starts = beatStarts(cycle);
  const perPulse = perTurn / turnPulses(cycle);
  const x = (unit: number) => LEFT + (unit - from) * unitWidth;
  const turn = Math.floor(from / perTurn);
  const inRow = starts.flatMap((start, beat) => {
    const unit = turn * perTurn + start * perPulse;
    return unit >= from && unit < from + perRow ? [{ unit, beat }] : [];
  });
  const ends = (from + perRow) % perTurn === 0;
  const ticks = Array.from({ length: perRow }, (_, at) => from + at);
  return (
    <>
      {inRow.map(({ unit, beat }) => (
        <g key={unit}>
          <text
            x={x(unit)}
            y={16}
            textAnchor="middle"
            fontFamily="var(--font-title)"
            fontSize={beat === 0 ? 19 : 15.5}
            fontWeight={750}
            fill="var(--ink)"
          >
            {beat + 1}
          </text>
          <g transform={`translate(${x(unit)} 32) scale(0.72)`}>
            <GestureMark gesture={beats[beat]?.gesture ?? 'clap'} x={0} y={0} strong={beat === 0} />
          </g>
        </g>
      ))}
      <path
        d={ticks
          .map((unit) => {
            const half = unit % parts === 0 ? 7 : 3.5;
            return `M${x(unit)} ${GROUND - half} v${half * 2}`;
          })
          .join(' ')}
        stroke="var(--faint)"
        strokeWidth={1.4}
      />
      <path
        d={`M${LEFT - 12} ${GROUND} H${x(from + perRow) + (ends ? 0 : 10)}`}
        stroke="var(--ink)"
        strokeWidth={2.4}
        strokeLinecap="round"
      />
      {ends ? (
        <>
          <text
            x={x(from + perRow)}
            y={16}
            textAnchor="middle"
            fontFamily="var(--font-title)"
            fontSize={19}
            fontWeight={750}
            fill="var(--go)"
          >
            1
          </text>
          <circle
            cx={x(from + perRow)}
            cy={GROUND}
            r={6.5}
            fill="none"
            stroke="var(--ink)"
            strokeWidth={1.7}
            strokeDasharray="1.5 2.2"
          />
        </>
      ) : null}
    </>
  );
}

interface UnitMarkProps {
  readonly one: SaidUnit;
  /** Whether its last stroke falls beside the one. */
  readonly misses: boolean;
  readonly x: number;
  readonly y: number;
  readonly height: number;
  readonly family: keyof typeof FAMILY_COLOUR;
}

function UnitMark({ one, misses, x, y, height, family }: UnitMarkProps) {
  if (one.text === undefined) return null;
  const held = one.text === '–';
  return (
    <>
      {held ? null : (
        <g transform={`translate(${x} ${y + GROUND - height})`}>
          <path d={`M0 0 V${height}`} stroke={FAMILY_COLOUR[family]} strokeWidth={2} />
          <Head family={family} size={one.lands ? 10 : 7.5} below={false} />
        </g>
      )}
      <text
        data-said={one.unit}
        x={x}
        y={y + GROUND + 26}
        textAnchor="middle"
        fontSize={one.lands ? 16 : 13}
        fontWeight={one.lands ? 750 : 500}
        fill={!one.lands ? 'var(--ink)' : misses ? 'var(--warn)' : 'var(--go)'}
      >
        {one.text}
      </text>
    </>
  );
}

/** Where each phrase begins, how large it is, and the gap after it. */
function brackets(
  { sizes, gaps }: Cadence,
  at: number,
): readonly { readonly from: number; readonly size: number; readonly gap: number }[] {
  let from = at;
  return sizes.map((size, index) => {
    const gap = gaps[index] ?? 0;
    const here = { from, size, gap };
    from += size + gap;
    return here;
  });
}

interface BracketsProps {
  readonly from: number;
  readonly size: number;
  readonly gap: number;
  readonly perRow: number;
  readonly lastRow: number;
  readonly unitWidth: number;
  readonly place: (unit: number) => { readonly x: number; readonly y: number };
}

/** The bracket under a phrase with its size; one that goes over the end of a row is open there. */
function Brackets({ from, size, gap, perRow, lastRow, unitWidth, place }: BracketsProps) {
  const pieces: { from: number; to: number; first: boolean; last: boolean }[] = [];
  for (let at = from; at < from + size; ) {
    const row = Math.floor(at / perRow);
    // What falls beyond the last row is the landing, drawn at its end.
    const rowEnd = row > lastRow ? Number.POSITIVE_INFINITY : (row + 1) * perRow;
    const last = row === lastRow || from + size <= rowEnd;
    const to = last ? from + size : rowEnd;
    pieces.push({ from: at, to, first: at === from, last });
    at = to;
  }
  const half = unitWidth * 0.36;
  const y = GROUND + 40;
  const largest = pieces.reduce((best, one) =>
    one.to - one.from > best.to - best.from ? one : best,
  );
  return (
    <>
      {pieces.map((one) => {
        const start = place(one.from);
        const end = place(one.to - 1);
        const x1 = start.x - half;
        const x2 = (end.y === start.y ? end.x : start.x) + half;
        return (
          <g key={one.from} transform={`translate(0 ${start.y})`}>
            <path
              d={`${one.first ? `M${x1} ${y} v8` : `M${x1} ${y + 8}`} H${x2}${one.last ? ` v-8` : ''}`}
              fill="none"
              stroke="var(--metal)"
              strokeWidth={2}
            />
            {one === largest ? (
              <text
                x={(x1 + x2) / 2}
                y={y + 25}
                textAnchor="middle"
                fontFamily="var(--font-title)"
                fontSize={16}
                fontWeight={700}
                fill="var(--metal)"
              >
                {size}
              </text>
            ) : null}
          </g>
        );
      })}
      {gap > 0 ? (
        <text
          x={place(from + size).x + ((gap - 1) * unitWidth) / 2}
          y={place(from + size).y + y + 24}
          textAnchor="middle"
          fontSize={13}
          fill="var(--quiet)"
        >
          +{gap}
        </text>
      ) : null}
    </>
  );
}
