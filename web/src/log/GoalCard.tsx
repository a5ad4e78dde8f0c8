import { dayNumber, sayOutlook } from '@stride/core/log';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { Card } from '../ui/Card.tsx';
import { Chart, type Series } from './Chart.tsx';
import { sayAxisDay } from './say-axis.ts';
import type { GoalView } from './views.ts';

/** How a goal stands: the tempo over time, where it leads at this pace, and the day. */
export function GoalCard({ view, goals }: { readonly view: GoalView; readonly goals: number }) {
  const { outlook, history, gone } = view;
  const { goal, best, reached, inTime } = outlook;
  const series = useMemo(() => seriesOf(view), [view]);
  const sentences = gone
    ? [
        'This rhythm is not on the Shelf any more, or its line is gone. The log keeps what was played of it; change the goal, or let it go.',
      ]
    : sayOutlook(outlook, goals);
  return (
    <Card aria-label={`Goal: ${goal.rhythm.name} to ${goal.bpm}`} className="p-4">
      <h2 className="text-lead">
        <Link to="/log/goals" className="hover:underline">
          {goal.rhythm.name} to {goal.bpm}
        </Link>
      </h2>
      <p className={`text-note ${inTime || (best ?? 0) >= goal.bpm ? 'text-quiet' : 'text-warn'}`}>
        {sentences[0]}
      </p>
      {history.length > 0 ? (
        <Chart
          label={`Best clean tempo of ${goal.rhythm.name}, ${reached ? 'and where it leads' : ''}`}
          series={series}
          sayX={sayAxisDay}
          of="Day"
          height={130}
        />
      ) : null}
      <p className="text-note text-quiet">{sentences[1]}</p>
    </Card>
  );
}

function seriesOf({ outlook, history }: GoalView): readonly Series[] {
  const { goal, best, reached } = outlook;
  const last = history.at(-1);
  const [lowest] = history;
  const by = dayNumber(goal.by);
  return [
    {
      name: 'Best clean tempo',
      look: 'line',
      colour: 'ink',
      points: history.map(({ day, bpm }) => ({ x: dayNumber(day), y: bpm })),
    },
    ...(last && reached && best !== undefined && best < goal.bpm
      ? [
          {
            name: 'At this pace',
            look: 'dashed' as const,
            colour: 'mark',
            points: [
              { x: dayNumber(last.day), y: last.bpm },
              {
                x: Math.min(dayNumber(reached), by + 30),
                y: Math.min(goal.bpm, at(outlook, by + 30)),
              },
            ],
            inTable: false as const,
          },
        ]
      : []),
    {
      name: `The ${goal.occasion ?? 'day'}`,
      look: 'mark',
      colour: 'now',
      points: [
        { x: by, y: Math.min(lowest?.bpm ?? goal.bpm, goal.bpm) },
        { x: by, y: goal.bpm },
      ],
      inTable: false,
    },
  ];
}

/** Where the pace leads by a day, from the best tempo so far. */
function at({ best = 0, reached, goal }: GoalView['outlook'], day: number): number {
  if (reached === undefined || dayNumber(reached) <= day) return goal.bpm;
  return best + ((goal.bpm - best) * 30) / Math.max(1, dayNumber(reached) - day + 30);
}
