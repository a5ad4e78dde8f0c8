import { beatStarts, beatsOf, type Cycle, turnPulses } from '@stride/core/cycle';
import { GestureMark } from '../strideline/GestureMark.tsx';
import { GROUND, LEFT } from './measures.ts';

interface RowGroundProps {
  readonly cycle: Cycle;
  readonly parts: number;
  readonly from: number;
  readonly perRow: number;
  readonly perTurn: number;
  readonly unitWidth: number;
}

/** One row of the cycle: its gestures and numbers over the line, its units as ticks. */
export function RowGround({ cycle, parts, from, perRow, perTurn, unitWidth }: RowGroundProps) {
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
