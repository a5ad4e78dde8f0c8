import { type Day, dayNumber } from '@stride/core/log';
import { type ReactNode, useMemo } from 'react';
import { Card } from '../ui/Card.tsx';
import { Chart, type Series } from './Chart.tsx';
import { sayAxisDay } from './say-axis.ts';

interface ChartCardProps {
  readonly title: string;
  /** What is seen, in a sentence, and what a value is. */
  readonly label: string;
  readonly of: string;
  readonly look: Series['look'];
  readonly colour: string;
  readonly values: readonly { readonly day: Day; readonly value: number | undefined }[];
  readonly say: (value: number) => string;
  /** What is said where there is nothing to draw. */
  readonly empty: string;
  readonly precision?: number;
  readonly fromZero?: boolean;
  readonly height?: number;
  readonly children?: ReactNode;
}

/** Values by day on a card of their own. */
export function ChartCard(props: ChartCardProps) {
  const { title, label, of, look, colour, values, say, empty, children } = props;
  const { precision = 0, fromZero = false, height = 150 } = props;
  const series = useMemo(
    (): readonly Series[] => [
      {
        name: of,
        look,
        colour,
        points: values.flatMap(({ day, value }) =>
          value === undefined ? [] : [{ x: dayNumber(day), y: value }],
        ),
      },
    ],
    [of, look, colour, values],
  );
  return (
    <Card aria-label={title} className="p-4">
      <h2 className="text-lead">{title}</h2>
      {series[0]?.points.length ? (
        <Chart
          label={label}
          series={series}
          sayX={sayAxisDay}
          sayY={say}
          of="Day"
          precision={precision}
          fromZero={fromZero}
          height={height}
        />
      ) : (
        <p className="text-note text-quiet">{empty}</p>
      )}
      {children}
    </Card>
  );
}
