import type { Gesture } from '@stride/core/cycle';

interface GestureMarkProps {
  readonly gesture: Gesture;
  readonly x: number;
  readonly y: number;
  readonly strong?: boolean;
}

/** A clap is two hands meeting, a finger an upright bar, a wave an open bow, silence an empty ring. */
export function GestureMark({ gesture, x, y, strong = false }: GestureMarkProps) {
  const ink = strong ? 'var(--go)' : 'var(--ink)';
  switch (gesture) {
    case 'clap':
      return (
        <path
          d={`M${x - 8} ${y - 9} Q${x - 1} ${y} ${x - 8} ${y + 9} M${x + 8} ${y - 9} Q${x + 1} ${y} ${x + 8} ${y + 9} M${x - 2.5} ${y} h5`}
          fill="none"
          stroke={ink}
          strokeWidth={3.4}
          strokeLinecap="round"
        />
      );
    case 'finger':
      return (
        <path
          d={`M${x} ${y - 6} V${y + 7}`}
          stroke={ink}
          strokeWidth={5}
          strokeLinecap="round"
          opacity={0.75}
        />
      );
    case 'wave':
      return (
        <path
          d={`M${x - 10} ${y + 5} Q${x} ${y - 15} ${x + 10} ${y + 5}`}
          fill="none"
          stroke={ink}
          strokeWidth={3}
          strokeLinecap="round"
        />
      );
    case 'silent':
      return <circle cx={x} cy={y} r={5} fill="none" stroke="var(--faint)" strokeWidth={2} />;
  }
}
