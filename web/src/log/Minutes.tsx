import { memo, useMemo } from 'react';
import { knownInstrument } from '../store/known-instruments.ts';
import { Card } from '../ui/Card.tsx';
import { ChartCard } from './ChartCard.tsx';
import { Offs } from './Offs.tsx';
import type { RunsView } from './views.ts';

const sayMinutes = (minutes: number) => `${Math.round(minutes)} min`;

const byDay = (rows: RunsView['days']) =>
  rows.map(({ of, minutes }) => ({ day: of, value: minutes }));

/** Minutes by day and week, by instrument, and what rushes over all. */
export const Minutes = memo(function Minutes({ view }: { readonly view: RunsView }) {
  const days = useMemo(() => byDay(view.days), [view.days]);
  const weeks = useMemo(() => byDay(view.weeks), [view.weeks]);
  const same = {
    of: 'Minutes',
    look: 'bars',
    colour: 'go',
    say: sayMinutes,
    fromZero: true,
  } as const;
  return (
    <>
      <ChartCard
        {...same}
        title="Minutes by day, four weeks"
        label="Minutes played by day"
        values={days}
        empty="Nothing was played in the last four weeks."
      />
      <ChartCard
        {...same}
        title="Minutes by week"
        label="Minutes played by week, by its Monday"
        values={weeks}
        empty="Nothing was played yet."
      />
      <Card aria-label="By instrument" className="p-4">
        <h2 className="text-lead">By instrument</h2>
        <ul className="mt-1 text-note">
          {view.byInstrument.map(({ of, minutes }) => (
            <li key={of} className="flex justify-between gap-4">
              <span>{knownInstrument(of)?.name ?? of}</span>
              <span className="tabular-nums">{sayMinutes(minutes)}</span>
            </li>
          ))}
        </ul>
      </Card>
      <Offs offs={view.offs} />
    </>
  );
});
