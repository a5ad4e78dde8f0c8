import { nth } from '@stride/core/bounds';
import type { Cycle } from '@stride/core/cycle';
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
import { FAMILY_COLOUR, Head } from '../strideline/Head.tsx';
import { useWidth } from '../ui/use-width.ts';
import { Brackets, brackets } from './Brackets.tsx';
import { GROUND, LEFT } from './measures.ts';
import { RowGround } from './RowGround.tsx';
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

const RIGHT = 48;
const NARROWEST = 21;
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
  const { eduppu = 0 } = cadence;
  // On the one it may stand at the end of the last row; on an eduppu it has a row after the one.
  const lastRow = Math.max(
    firstRow,
    eduppu > 0 ? Math.floor((end + eduppu) / perRow) : Math.ceil(end / perRow) - 1,
  );
  const rows = Array.from({ length: lastRow - firstRow + 1 }, (_, index) => firstRow + index);
  const unitWidth = room / perRow;
  /** Where a unit is drawn; the landing may stand at the end of the last row. */
  const place = (unit: number) => {
    const row = Math.min(lastRow, Math.floor(unit / perRow));
    return { x: LEFT + (unit - row * perRow) * unitWidth, y: (row - firstRow) * ROW };
  };
  const total = (before + Math.max(0, Math.ceil(end / perTurn)) + 1) * perTurn;
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
                strokeKind(instrument, table[one.text ?? ''] ?? nth(instrument.strokes, 0).code)
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
