import { nth } from '@stride/core/bounds';
import { beatStarts, turnPulses } from '@stride/core/cycle';
import { instrumentOf, strokeKind } from '@stride/core/instrument';
import { type LayerComparison, type LayerInCycle, sayLayers } from '@stride/core/read';
import type { Layer, Stroke } from '@stride/core/rhythm';
import type { Ticks } from '@stride/core/time';
import { useRef } from 'react';
import { FAMILY_COLOUR, Head } from '../strideline/Head.tsx';
import { useWidth } from '../ui/use-width.ts';

interface CompareLinesProps {
  readonly sides: readonly [LayerInCycle, LayerInCycle];
  readonly comparison: LayerComparison;
  /** Places that a sentence speaks of; everything else steps back. */
  readonly lit: ReadonlySet<Ticks> | undefined;
}

/** Room for the names beside the lines, or for their first stroke alone where names stand above. */
const NAMES = 138;
const BARE = 20;
const NARROW = 620;
const RIGHT = 26;
/** Where the two ground lines of a row stand, and how tall a row is. */
const UPPER = 84;
const LOWER = 216;
const ROW = 262;
const NARROWEST = 15;
const HEIGHT_OF_FORCE = { 1: 14, 2: 22, 3: 32, 4: 42 } as const;

/** One line over the other: threads where they agree, arrows for what moved, marks for what came and went. */
export function CompareLines({ sides, comparison, lit }: CompareLinesProps) {
  const frame = useRef<HTMLDivElement>(null);
  const measured = useWidth(frame) || 900;
  const { span, ticksPerPulse } = comparison;
  const [above] = sides;
  const turn = turnPulses(above.cycle) * ticksPerPulse;
  const left = measured < NARROW ? BARE : NAMES;
  // A line that fits into one row is drawn larger, to be read from further away.
  const large = (measured - left) / (span / ticksPerPulse) > NARROWEST * 2 ? 1.3 : 1;
  const width = measured / large;
  const room = width - left - RIGHT;
  // As many turns side by side as leave every pulse its room.
  const fitting = Math.max(1, Math.floor(room / (NARROWEST * (turn / ticksPerPulse))));
  const rowTicks = Math.min(span, fitting * turn);
  const rows = Math.ceil(span / rowTicks);
  return (
    <div ref={frame} className="w-full">
      <svg
        width={measured}
        height={rows * ROW * large}
        viewBox={`0 0 ${width} ${rows * ROW}`}
        role="img"
        aria-label={sayLayers(comparison)
          .map((one) => one.text)
          .join(' ')}
        className="block"
      >
        {Array.from({ length: rows }, (_, row) => row * rowTicks).map((from, row) => (
          <g key={from} transform={`translate(0 ${row * ROW})`}>
            <CompareRow
              sides={sides}
              comparison={comparison}
              lit={lit}
              from={from}
              to={Math.min(span, from + rowTicks)}
              left={left}
              x={(at) => left + ((at - from) / rowTicks) * room}
            />
          </g>
        ))}
      </svg>
    </div>
  );
}

interface CompareRowProps extends CompareLinesProps {
  readonly from: Ticks;
  readonly to: Ticks;
  readonly left: number;
  readonly x: (at: Ticks) => number;
}

function CompareRow({ sides, comparison, lit, from, to, left, x }: CompareRowProps) {
  const { ticksPerPulse, strokes, same, moved, came, went, changed } = comparison;
  const here = (at: Ticks) => at >= from && at < to;
  const dim = (...places: Ticks[]) =>
    lit !== undefined && !places.some((at) => lit.has(at)) ? 0.18 : 1;
  const grounds = [UPPER, LOWER] as const;
  const pulses = Array.from(
    { length: Math.ceil((to - from) / ticksPerPulse) },
    (_, index) => from + index * ticksPerPulse,
  );
  return (
    <>
      <Beats side={sides[0]} ticksPerPulse={ticksPerPulse} from={from} to={to} x={x} />
      {grounds.map((ground, index) => (
        <g key={ground}>
          {left === NAMES || index === 1 ? (
            <LineName name={nth(sides, index).name} ground={ground} beside={left === NAMES} />
          ) : null}
          <path
            d={`M${left - 12} ${ground} H${x(to) + 14}`}
            stroke="var(--ink)"
            strokeWidth={2.4}
            strokeLinecap="round"
          />
          <path
            d={pulses.map((at) => `M${x(at)} ${ground - 4} v8`).join(' ')}
            stroke="var(--faint)"
            strokeWidth={1.3}
          />
          <circle
            cx={x(to)}
            cy={ground}
            r={5.5}
            fill="none"
            stroke="var(--ink)"
            strokeWidth={1.5}
            strokeDasharray="1.5 2.2"
          />
        </g>
      ))}
      {same.filter(here).map((at) => (
        <line
          key={at}
          x1={x(at)}
          x2={x(at)}
          y1={UPPER + 5}
          y2={LOWER - 48}
          stroke="var(--faint)"
          strokeWidth={1.3}
          strokeDasharray="1.5 4.5"
          opacity={dim(at)}
        />
      ))}
      {moved
        .filter(({ from: at }) => here(at))
        .map(({ from: left, by }) => (
          <Arrow key={left} x1={x(left)} x2={x(left + by)} opacity={dim(left, left + by)} />
        ))}
      {strokes.map((side, index) =>
        [...side]
          .filter(([at]) => here(at))
          .map(([at, played]) => (
            <g key={(index === 0 ? 1 : -1) * (at + 1)} opacity={dim(at)}>
              <Strokes
                layer={sides[index]?.layer}
                strokes={played}
                x={x(at)}
                ground={grounds[index] ?? UPPER}
              />
            </g>
          )),
      )}
      {came.filter(here).map((at) => (
        <Mark key={at} x={x(at)} y={LOWER + 18} word="+" opacity={dim(at)} />
      ))}
      {went.filter(here).map((at) => (
        <Mark key={at} x={x(at)} y={UPPER + 18} word="−" opacity={dim(at)} />
      ))}
      {changed
        .filter(({ at }) => here(at))
        .map(({ at }) => (
          <Mark key={at} x={x(at)} y={(UPPER + LOWER) / 2 - 20} word="≠" opacity={dim(at)} />
        ))}
    </>
  );
}

interface LineNameProps {
  readonly name: string;
  readonly ground: number;
  readonly beside: boolean;
}

/** Beside its line where there is room, in up to two rows; under it on a narrow screen. */
function LineName({ name, ground, beside }: LineNameProps) {
  const words = name.split(' ');
  const half = Math.ceil(words.length / 2);
  const rows =
    beside && name.length > 14
      ? [words.slice(0, half).join(' '), words.slice(half).join(' ')]
      : [name];
  return (
    <text fontFamily="var(--font-title)" fontSize={15} fontWeight={700} fill="var(--ink)">
      {rows.map((row, index) => (
        <tspan
          key={row}
          x={beside ? 0 : BARE - 12}
          y={beside ? ground - 2 + (index - (rows.length - 1) / 2) * 18 : ground + 40}
        >
          {row.length > 17 ? `${row.slice(0, 16)}…` : row}
        </tspan>
      ))}
    </text>
  );
}

interface BeatsProps {
  readonly side: LayerInCycle;
  readonly ticksPerPulse: number;
  readonly from: Ticks;
  readonly to: Ticks;
  readonly x: (at: Ticks) => number;
}

/** The numbers of the beats over the upper line. */
function Beats({ side, ticksPerPulse, from, to, x }: BeatsProps) {
  const turn = turnPulses(side.cycle) * ticksPerPulse;
  const starts = beatStarts(side.cycle);
  const turns = Array.from(
    { length: Math.ceil((to - from) / turn) },
    (_, index) => Math.floor(from / turn) + index,
  );
  return turns.flatMap((one) =>
    starts.map((start, beat) => {
      const at = one * turn + start * ticksPerPulse;
      return at >= to ? null : (
        <text
          key={at}
          x={x(at)}
          y={14}
          textAnchor="middle"
          fontFamily="var(--font-title)"
          fontSize={beat === 0 ? 20 : 16}
          fontWeight={750}
          fill="var(--ink)"
        >
          {beat + 1}
        </text>
      );
    }),
  );
}

interface StrokesProps {
  readonly layer: Layer | undefined;
  readonly strokes: readonly Stroke[];
  readonly x: number;
  readonly ground: number;
}

function Strokes({ layer, strokes, x, ground }: StrokesProps) {
  const instrument = layer && instrumentOf(layer);
  const [stroke] = [...strokes].sort((a, b) => b.force - a.force);
  if (!stroke) return null;
  const family = (instrument && strokeKind(instrument, stroke.kind)?.family) ?? 'open';
  const height = HEIGHT_OF_FORCE[stroke.force];
  return (
    <g transform={`translate(${x} ${ground - height})`}>
      <path d={`M0 0 V${height}`} stroke={FAMILY_COLOUR[family]} strokeWidth={2.2} />
      <Head family={family} size={stroke.force === 4 ? 9.5 : 8} below={false} />
    </g>
  );
}

interface ArrowProps {
  readonly x1: number;
  readonly x2: number;
  readonly opacity: number;
}

/** From where a stroke was to where it is now. */
function Arrow({ x1, x2, opacity }: ArrowProps) {
  const top = UPPER + 8;
  const tip = LOWER - 50;
  const lean = Math.atan2(tip - top, x2 - x1);
  const barb = (turn: number) =>
    `L${x2 - 10 * Math.cos(lean + turn)} ${tip - 10 * Math.sin(lean + turn)}`;
  return (
    <path
      d={`M${x1} ${top} L${x2} ${tip} M${x2} ${tip} ${barb(0.45)} M${x2} ${tip} ${barb(-0.45)}`}
      fill="none"
      stroke="var(--now)"
      strokeWidth={2.6}
      strokeLinecap="round"
      opacity={opacity}
    />
  );
}

interface MarkProps {
  readonly x: number;
  readonly y: number;
  readonly word: '+' | '−' | '≠';
  readonly opacity: number;
}

function Mark({ x, y, word, opacity }: MarkProps) {
  const colour = word === '+' ? 'var(--good)' : word === '−' ? 'var(--warn)' : 'var(--metal)';
  return (
    <g opacity={opacity}>
      <circle cx={x} cy={y} r={9.5} fill="var(--card)" stroke={colour} strokeWidth={2} />
      <text x={x} y={y + 5.5} textAnchor="middle" fontSize={16} fontWeight={700} fill={colour}>
        {word}
      </text>
    </g>
  );
}
