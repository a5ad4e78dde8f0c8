import { nth } from '@stride/core/bounds';
import type { Path } from '@stride/core/climb';
import { counted } from '@stride/core/wording';
import { memo, useEffect, useRef } from 'react';

interface PathStonesProps {
  readonly path: Path;
  /** The rung one stands on; undefined before the climb. */
  readonly at: number | undefined;
  readonly reached: boolean;
  /** A rung that is looked at more closely, to change it. */
  readonly chosen: number | undefined;
  readonly onChoose: ((rung: number) => void) | undefined;
  /** Smaller, while there is more to set up below. */
  readonly small: boolean;
}

const STEP = 119;
const RISE = 70;
const WIDTH = 104;

/** The path as stones across the water: behind, here, and still to come; over each its tempo, over those of a kind what is played. */
export const PathStones = memo(function PathStones(props: PathStonesProps) {
  const { path, at, reached, chosen, onChoose, small } = props;
  const tall = small ? 'max-h-[108px]' : 'max-h-[154px]';
  const { stones, rungs } = path;
  const named = stones.length > 1;
  const width = Math.max(4, rungs.length) * STEP + 20;
  const tempos = rungs.map(({ bpm }) => bpm);
  const [low, high] = [Math.min(...tempos), Math.max(...tempos)];
  const height = (bpm: number) => (high === low ? 0 : ((bpm - low) / (high - low)) * RISE);
  const top = named ? 26 : 0;
  const frame = useRef<HTMLElement>(null);
  const target = at ?? chosen;

  // The stone one stands on is kept in sight, with what comes next.
  useEffect(() => {
    const element = frame.current;
    if (!element || target === undefined || element.scrollWidth <= element.clientWidth) return;
    const share = (14 + target * STEP) / width;
    element.scrollTo({ left: share * element.scrollWidth - element.clientWidth / 3 });
  }, [target, width]);

  return (
    <section
      ref={frame}
      aria-label={`Ladder of ${counted(rungs.length, 'tempo')}: ${tempos.join(', ')}${at === undefined ? '' : `; now at ${tempos[at]}`}`}
      // biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls, and must scroll by keyboard too
      tabIndex={0}
      className="overflow-x-auto"
    >
      <svg
        viewBox={`0 0 ${width} ${162 + top}`}
        className={`block ${tall} ${rungs.length > 11 ? `${small ? 'h-[108px]' : 'h-[154px]'} w-auto` : 'w-full'} min-w-[520px]`}
        preserveAspectRatio="xMidYMid meet"
        role="presentation"
      >
        {named
          ? runsOf(path).map(({ name, from, to }) => (
              <g key={from}>
                <text
                  x={14 + from * STEP + 4}
                  y={17}
                  fontFamily="var(--font-text)"
                  fontSize={17}
                  fill="var(--quiet)"
                >
                  {shortened(name, to - from)}
                </text>
                <path
                  d={`M${14 + from * STEP + 2} 25 H${14 + (to - 1) * STEP + WIDTH}`}
                  stroke="var(--edge)"
                  strokeWidth={2}
                />
              </g>
            ))
          : null}
        {rungs.map(({ bpm, stone, passes }, index) => {
          const here = index === at && !reached;
          const done = reached || (at !== undefined && index < at);
          const x = 14 + index * STEP;
          const y = top + 120 - height(bpm);
          const choose = onChoose && (() => onChoose(index));
          return (
            // biome-ignore lint/suspicious/noArrayIndexKey: a rung is what stands at its place
            <g key={index}>
              <g
                {...(choose
                  ? {
                      role: 'button',
                      tabIndex: 0,
                      'aria-pressed': index === chosen,
                      'aria-label': `${named ? `${stones[stone]?.name} at ` : ''}${bpm}, ${counted(passes, 'pass')}`,
                      onClick: choose,
                      onKeyDown: (event: { key: string; preventDefault: () => void }) => {
                        if (event.key !== 'Enter' && event.key !== ' ') return;
                        event.preventDefault();
                        choose();
                      },
                      style: { cursor: 'pointer' },
                    }
                  : {})}
              >
                <path
                  d={`M${x + 1} ${y + 6} Q${x + 52} ${y - 7} ${x + 103} ${y + 6} Q${x + 106} ${y + 25} ${x + 90} ${y + 27} Q${x + 52} ${y + 36} ${x + 14} ${y + 27} Q${x - 2} ${y + 25} ${x + 1} ${y + 6} Z`}
                  fill={here ? 'var(--metal)' : done ? 'var(--go)' : 'var(--stone)'}
                  stroke={index === chosen ? 'var(--ink)' : here || done ? 'none' : 'var(--edge)'}
                  strokeWidth={index === chosen ? 3 : 1}
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
                  {bpm}
                </text>
              </g>
            </g>
          );
        })}
      </svg>
    </section>
  );
});

/** Rungs side by side that are the same stone. */
function runsOf({ stones, rungs }: Path) {
  const runs: { name: string; stone: number; from: number; to: number }[] = [];
  rungs.forEach(({ stone }, at) => {
    const last = runs.at(-1);
    if (last?.stone === stone) last.to = at + 1;
    else runs.push({ name: nth(stones, stone).name, stone, from: at, to: at + 1 });
  });
  return runs;
}

/** As much of a name as fits over so many stones. */
function shortened(name: string, stones: number): string {
  const most = stones * 13;
  return name.length <= most ? name : `${name.slice(0, most - 1)}…`;
}
