import { useEffect, useRef } from 'react';

interface LevelMeterProps {
  /** Loudest moment just now, as an amplitude. */
  readonly level: () => number;
  readonly threshold: number;
}

const FLOOR = -60;
const share = (amplitude: number) =>
  Math.max(0, Math.min(1, 1 - (20 * Math.log10(Math.max(amplitude, 1e-4))) / FLOOR));

/** What the microphone hears, and from where on it is a stroke. Moved directly: nothing else is painted. */
export function LevelMeter({ level, threshold }: LevelMeterProps) {
  const bar = useRef<HTMLSpanElement>(null);
  useEffect(() => {
    let shown = 0;
    let frame = requestAnimationFrame(function step() {
      shown = Math.max(share(level()), shown - 0.02);
      if (bar.current) bar.current.style.width = `${Math.round(shown * 100)}%`;
      frame = requestAnimationFrame(step);
    });
    return () => cancelAnimationFrame(frame);
  }, [level]);
  return (
    <span
      role="img"
      aria-label="Level of the microphone; the mark is where strokes begin"
      className="relative inline-block h-4 w-48 overflow-hidden rounded-full border border-field bg-paper"
    >
      <span ref={bar} className="absolute inset-y-0 left-0 bg-go" />
      <span
        className="absolute inset-y-0 w-0.5 bg-ink"
        style={{ left: `${Math.round(share(threshold) * 100)}%` }}
      />
    </span>
  );
}
