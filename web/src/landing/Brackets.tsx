import type { Cadence } from '@stride/core/landing';
import { GROUND } from './measures.ts';

/** Where each phrase begins, how large it is, and the gap after it. */
export function brackets(
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
export function Brackets({ from, size, gap, perRow, lastRow, unitWidth, place }: BracketsProps) {
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
