import { sayDay } from '@stride/core/log';
import { WAYS } from '@stride/core/passage';
import { memo, useMemo } from 'react';
import { ChartCard } from './ChartCard.tsx';
import { Offs } from './Offs.tsx';
import type { RunsView } from './views.ts';

const sayMs = (seconds: number) => `${Math.round(seconds * 1000)} ms`;
const sayTempo = (bpm: number) => String(Math.round(bpm));
const sayRatio = (ratio: number) => ratio.toFixed(2);

/** One line over time: its best clean tempo, how even, what rushes, and a plateau where it is on one. */
export const Progress = memo(function Progress({ view }: { readonly view: RunsView }) {
  const { sessions, best, offs } = view;
  const tempo = useMemo(() => best.map(({ day, bpm }) => ({ day, value: bpm })), [best]);
  const spread = useMemo(
    () => sessions.map((one) => ({ day: one.day, value: one.spread })),
    [sessions],
  );
  const even = useMemo(
    () => sessions.map((one) => ({ day: one.day, value: one.evenness })),
    [sessions],
  );
  return (
    <>
      <ChartCard
        title="Best clean tempo"
        label="Best clean tempo over time"
        of="Best clean tempo"
        look="line"
        colour="ink"
        values={tempo}
        say={sayTempo}
        empty="No run of it was heard and clean yet."
        height={200}
      >
        <OnPlateau view={view} />
      </ChartCard>
      <ChartCard
        title="Spread, middle of each day"
        label="Spread over time"
        of="Spread"
        look="line"
        colour="bass"
        values={spread}
        say={sayMs}
        empty="Nothing was heard of it yet."
        precision={3}
        fromZero
        height={200}
      />
      <ChartCard
        title="Evenness of the division; 1 is even"
        label="Evenness over time"
        of="Evenness"
        look="line"
        colour="metal"
        values={even}
        say={sayRatio}
        empty="No beat of it is divided evenly, or nothing was heard."
        precision={2}
      />
      <Offs offs={offs} />
    </>
  );
});

function OnPlateau({ view: { plateau, tries } }: { readonly view: RunsView }) {
  if (!plateau) return null;
  return (
    <div className="text-note">
      <p className="font-semibold text-warn">
        A plateau: no gain over {plateau.bpm} since {sayDay(plateau.since)}, in {plateau.sessions}{' '}
        sessions and {plateau.days} days.
      </p>
      <p className="mt-1">Two things to try, as ways through in Climb:</p>
      <ul className="list-disc pl-5">
        {tries.map(({ way, why }) => (
          <li key={way}>
            <em>{WAYS[way]}</em>. {why}
          </li>
        ))}
      </ul>
    </div>
  );
}
