import { counted } from '@stride/core/wording';
import { memo } from 'react';

interface TempoRungsProps {
  readonly rungs: readonly number[];
  /** The rung one stands on; undefined before the climb. */
  readonly at: number | undefined;
  readonly reached: boolean;
}

const STEP = 119;
const RISE = 78;

/** The ladder as stones across the water: behind, here, and still to come. */
export const TempoRungs = memo(function TempoRungs({ rungs, at, reached }: TempoRungsProps) {
  const width = Math.max(4, rungs.length) * STEP + 20;
  const climbBy = rungs.length > 1 ? RISE / (rungs.length - 1) : 0;
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls, and must scroll by keyboard too
    <section aria-label="Tempos of the ladder" tabIndex={0} className="overflow-x-auto">
      <svg
        viewBox={`0 0 ${width} 174`}
        className="block max-h-[154px] w-full min-w-[520px]"
        preserveAspectRatio="xMidYMid meet"
        role="img"
        aria-label={`Ladder of ${counted(rungs.length, 'tempo')}: ${rungs.join(', ')}${at === undefined ? '' : `; now at ${rungs[at]}`}`}
      >
        {rungs.map((tempo, index) => {
          const here = index === at && !reached;
          const done = reached || (at !== undefined && index < at);
          const x = 14 + index * STEP;
          const y = 130 - index * climbBy;
          return (
            <g key={tempo}>
              <path
                d={`M${x + 1} ${y + 6} Q${x + 52} ${y - 7} ${x + 103} ${y + 6} Q${x + 106} ${y + 25} ${x + 90} ${y + 27} Q${x + 52} ${y + 36} ${x + 14} ${y + 27} Q${x - 2} ${y + 25} ${x + 1} ${y + 6} Z`}
                fill={here ? 'var(--metal)' : done ? 'var(--go)' : 'var(--stone)'}
                stroke={here || done ? 'none' : 'var(--edge)'}
              />
              <text
                x={x + 52}
                y={y - 13}
                textAnchor="middle"
                fontFamily="var(--font-title)"
                fontWeight={here ? 800 : 650}
                fontSize={here ? 36 : 21}
                fill={here || done ? 'var(--ink)' : 'var(--quiet)'}
              >
                {tempo}
              </text>
            </g>
          );
        })}
      </svg>
    </section>
  );
});
