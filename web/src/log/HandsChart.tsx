import { type DayLoad, dayNumber } from '@stride/core/log';
import { useMemo } from 'react';
import { Chart, type Series } from './Chart.tsx';
import { sayAxisDay } from './say-axis.ts';

const sayStrokes = (strokes: number) => String(Math.abs(Math.round(strokes)));

/** Strokes of each hand by day: the right hand up, the left hand down, as on the stride line. */
export function HandsChart({
  loads,
  over,
  height = 112,
}: {
  readonly loads: readonly DayLoad[];
  /** Days and hands that had too much. */
  readonly over: ReadonlySet<string>;
  readonly height?: number;
}) {
  const series = useMemo((): readonly Series[] => {
    const points = (of: (load: DayLoad) => number) =>
      loads.map((load) => ({ x: dayNumber(load.day), y: of(load) }));
    const colours = (hand: 'R' | 'L', usual: string) =>
      loads.map(({ day }) => (over.has(`${day} ${hand}`) ? 'warn' : usual));
    const notes = (hand: 'R' | 'L') =>
      loads.map(({ day }) => (over.has(`${day} ${hand}`) ? 'a third over the usual' : undefined));
    return [
      {
        name: 'Right',
        look: 'bars',
        colour: colours('R', 'ink'),
        notes: notes('R'),
        points: points(({ R }) => R),
      },
      {
        name: 'Left',
        look: 'bars',
        colour: colours('L', 'faint'),
        notes: notes('L'),
        points: points(({ L }) => -L),
      },
    ];
  }, [loads, over]);
  return (
    <Chart
      label="Strokes of the right hand, up, and of the left hand, down, by day"
      series={series}
      sayX={sayAxisDay}
      sayY={sayStrokes}
      of="Day"
      height={height}
      fromZero
    />
  );
}
