import {
  BarController,
  BarElement,
  CategoryScale,
  type ChartDataset,
  Chart as ChartJs,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip,
} from 'chart.js';
import { useEffect, useRef, useState } from 'react';
import { afterPaint } from '../ui/use-after-paint.ts';
import { tickLabel } from './tick-label.ts';
import { useShownTheme } from './use-shown-theme.ts';

ChartJs.register(
  BarController,
  BarElement,
  CategoryScale,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip,
);

/** One row of figures in a chart. */
export interface Series {
  readonly name: string;
  readonly points: readonly { readonly x: number; readonly y: number }[];
  readonly look: 'line' | 'dashed' | 'bars' | 'mark';
  /** A colour of the tokens; where it hangs on the bar, one for each point. */
  readonly colour: string | readonly string[];
  /** What is to be said of single points; they are outlined, so that colour is not all. */
  readonly notes?: readonly (string | undefined)[];
  /** False where it is drawn and not told in the table. */
  readonly inTable?: false;
}

interface ChartProps {
  /** What is seen, in a sentence. */
  readonly label: string;
  readonly series: readonly Series[];
  /** How a place on the axis is said, and a value. */
  readonly sayX: (x: number) => string;
  readonly sayY?: (y: number) => string;
  /** What the first column of the table is. */
  readonly of: string;
  readonly height?: number;
  /** Decimals that tell values apart. */
  readonly precision?: number;
  /** Where the values begin; at what there is where it is not given. */
  readonly fromZero?: boolean;
}

function token(name: string): string {
  return getComputedStyle(document.documentElement).getPropertyValue(`--${name}`).trim();
}

function dataset(one: Series): ChartDataset<'line' | 'bar', { x: number; y: number }[]> {
  const { colour } = one;
  const colours = typeof colour === 'string' ? token(colour) : colour.map(token);
  const data = one.points.map(({ x, y }) => ({ x, y }));
  if (one.look === 'bars') {
    return {
      type: 'bar',
      label: one.name,
      data,
      backgroundColor: colours,
      borderColor: token('ink'),
      borderWidth: one.points.map((_, at) => (one.notes?.[at] ? 2 : 0)),
      maxBarThickness: 18,
      minBarLength: 1,
      grouped: false,
    };
  }
  return {
    type: 'line',
    label: one.name,
    data,
    borderColor: colours,
    backgroundColor: colours,
    borderWidth: one.look === 'mark' ? 2 : 3,
    borderDash: one.look === 'dashed' ? [6, 5] : [],
    pointRadius: one.look === 'line' ? 3 : 0,
  };
}

/** Figures drawn, and the same as a table for those who do not see it and for those who like numbers better. */
export function Chart(props: ChartProps) {
  const {
    label,
    series,
    sayX,
    sayY = String,
    of,
    height = 200,
    fromZero = false,
    precision = 0,
  } = props;
  const canvas = useRef<HTMLCanvasElement>(null);
  const [asNumbers, setAsNumbers] = useState(false);
  const theme = useShownTheme();
  // biome-ignore lint/correctness/useExhaustiveDependencies: the theme changes the tokens that are read
  useEffect(() => {
    const place = canvas.current;
    if (!place || asNumbers) return;
    const grid = { color: token('edge') };
    const ticks = { color: token('quiet'), font: { family: 'Hanken Grotesk Variable', size: 13 } };
    const draw = (): ChartJs =>
      new ChartJs(place, {
        type: 'line',
        data: { datasets: series.map(dataset) },
        options: {
          animation: false,
          maintainAspectRatio: false,
          responsive: true,
          interaction: { mode: 'nearest', intersect: false },
          plugins: {
            tooltip: {
              callbacks: {
                title: (items) => sayX(items[0]?.parsed.x ?? 0),
                label: (item) => `${item.dataset.label}: ${sayY(item.parsed.y ?? 0)}`,
              },
            },
          },
          scales: {
            x: {
              type: 'linear',
              bounds: 'data',
              grid: { display: false },
              border: { color: token('ink') },
              offset: series.some(({ look }) => look === 'bars'),
              ticks: {
                ...ticks,
                maxTicksLimit: 5,
                precision: 0,
                maxRotation: 0,
                callback: (x, index, all) => tickLabel(Number(x), index, all, sayX),
              },
            },
            y: {
              beginAtZero: fromZero,
              grid,
              border: { display: false },
              ticks: { ...ticks, maxTicksLimit: 5, precision, callback: (y) => sayY(Number(y)) },
            },
          },
        },
      });
    // Words and figures come first; a chart takes its moment after them.
    let chart: ChartJs | undefined;
    const leave = afterPaint(() => {
      chart = draw();
    });
    return () => {
      leave();
      chart?.destroy();
    };
  }, [series, sayX, sayY, fromZero, precision, theme, asNumbers]);
  return (
    <figure className="m-0 flex flex-col">
      {asNumbers ? (
        // biome-ignore lint/a11y/noNoninteractiveTabindex: a long table is scrolled, also by keys
        <section tabIndex={0} aria-label={label} style={{ height }} className="overflow-auto">
          <Table
            of={of}
            series={series.filter(({ inTable }) => inTable !== false)}
            sayX={sayX}
            sayY={sayY}
            label={label}
          />
        </section>
      ) : (
        <div style={{ height }} className="relative">
          <canvas
            ref={canvas}
            role="img"
            aria-label={`${label}. The button after it shows the same as numbers.`}
          />
        </div>
      )}
      <button
        type="button"
        aria-pressed={asNumbers}
        className="mt-1 min-h-6 self-end text-fine text-quiet underline decoration-dotted underline-offset-4 hover:text-ink"
        onClick={() => setAsNumbers(!asNumbers)}
      >
        {asNumbers ? 'As a drawing' : 'As numbers'}
        <span className="sr-only">: {label}</span>
      </button>
    </figure>
  );
}

function Table({
  of,
  series,
  sayX,
  sayY,
  label,
}: {
  readonly of: string;
  readonly series: readonly Series[];
  readonly sayX: (x: number) => string;
  readonly sayY: (y: number) => string;
  readonly label: string;
}) {
  const places = [...new Set(series.flatMap(({ points }) => points.map(({ x }) => x)))].sort(
    (a, b) => b - a,
  );
  return (
    <table className="w-full text-left text-note">
      <caption className="sr-only">{label}</caption>
      <thead>
        <tr>
          <th scope="col" className="pr-3 font-semibold">
            {of}
          </th>
          {series.map(({ name }) => (
            <th key={name} scope="col" className="pr-3 font-semibold">
              {name}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {places.map((x) => (
          <tr key={x}>
            <th scope="row" className="pr-3 font-normal">
              {sayX(x)}
            </th>
            {series.map(({ name, points, notes }) => {
              const at = points.findIndex((one) => one.x === x);
              const point = points[at];
              return (
                <td key={name} className="pr-3 tabular-nums">
                  {point ? sayY(point.y) : '–'}
                  {notes?.[at] ? `, ${notes[at]}` : ''}
                </td>
              );
            })}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
