import { findInstrument } from '@stride/core/instrument';
import { type Day, dayNumber, type HeardBy, type RunFilter, sayDay } from '@stride/core/log';
import { WAYS } from '@stride/core/passage';
import { counted } from '@stride/core/wording';
import { useMemo } from 'react';
import { useSearchParams } from 'react-router';
import { Card } from '../ui/Card.tsx';
import { Notice } from '../ui/Notice.tsx';
import { Select } from '../ui/Select.tsx';
import type { Whose } from '../workers/log.worker.ts';
import { Chart, type Series } from './Chart.tsx';
import { Head } from './Head.tsx';
import { RunList } from './RunList.tsx';
import { sayAxisDay } from './say-axis.ts';
import { HEARD } from './say-run.ts';
import { useRuns } from './use-log.ts';
import type { RunsView } from './views.ts';

const SPANS = { '7': 'the last week', '28': 'the last four weeks', '90': 'the last three months' };

/** The filter as it stands in the address, so that it can be gone back to. */
function filterOf(params: URLSearchParams): RunFilter {
  const days = Number(params.get('days'));
  return {
    line: params.get('line') ?? undefined,
    part: params.get('part') ?? undefined,
    instrument: params.get('instrument') ?? undefined,
    heardBy: (params.get('by') as HeardBy | null) ?? undefined,
    days: days > 0 ? days : undefined,
    noted: params.has('noted') || undefined,
  };
}

/** Every run there is: charts over time, and the runs one by one. */
export function Runs({ whose, day }: { readonly whose: Whose; readonly day: Day }) {
  const [params, setParams] = useSearchParams();
  const filter = useMemo(() => filterOf(params), [params]);
  const { data, isError } = useRuns(whose, filter, day);
  const choose = (key: string, value: string) => {
    const next = new URLSearchParams(params);
    if (value === '') next.delete(key);
    else next.set(key, value);
    if (key === 'line') next.delete('part');
    setParams(next, { replace: true });
  };
  if (isError)
    return <Notice>The log could not be read. Reload the page; nothing in it is lost.</Notice>;
  if (!data) return <p className="p-6 text-quiet">Reading the log …</p>;
  return (
    <>
      <Head title="Runs" />
      <div className="flex flex-wrap items-center gap-2">
        <Choice
          label="Line"
          all="every rhythm"
          value={filter.line}
          options={data.lines.map(({ key, name }) => [key, name])}
          onChange={(value) => choose('line', value)}
        />
        {data.parts.length > 1 ? (
          <Choice
            label="Part"
            all="all of it"
            value={filter.part}
            options={data.parts.map((part) => [part, part])}
            onChange={(value) => choose('part', value)}
          />
        ) : null}
        <Choice
          label="Instrument"
          all="every instrument"
          value={filter.instrument}
          options={data.instruments.map((id) => [id, findInstrument(id)?.name ?? id])}
          onChange={(value) => choose('instrument', value)}
        />
        <Choice
          label="Heard by"
          all="heard or not"
          value={filter.heardBy}
          options={Object.entries(HEARD)}
          onChange={(value) => choose('by', value)}
        />
        <Choice
          label="When"
          all="all the time"
          value={filter.days === undefined ? undefined : String(filter.days)}
          options={Object.entries(SPANS)}
          onChange={(value) => choose('days', value)}
        />
        <p role="status" className="ml-auto text-note text-quiet">
          {counted(data.count, 'run')}
        </p>
      </div>
      {data.count === 0 ? (
        <Card aria-label="No runs" className="p-6">
          <p>
            {data.lines.length === 0
              ? 'No runs yet: each run of a Climb comes here by itself.'
              : 'No run is like that. Take one of the filters away.'}
          </p>
        </Card>
      ) : (
        <>
          <div className="grid gap-3 *:min-w-0 lg:grid-cols-2">
            {filter.line === undefined ? <Minutes view={data} /> : <Progress view={data} />}
          </div>
          <RunList rows={data.rows} count={data.count} isOwn={whose === undefined} />
        </>
      )}
    </>
  );
}

function Choice({
  label,
  all,
  value,
  options,
  onChange,
}: {
  readonly label: string;
  readonly all: string;
  readonly value: string | undefined;
  readonly options: readonly (readonly [string, string])[];
  readonly onChange: (value: string) => void;
}) {
  return (
    <Select
      aria-label={label}
      value={value ?? ''}
      className="max-w-56 bg-card"
      onChange={(event) => onChange(event.target.value)}
    >
      <option value="">{all}</option>
      {options.map(([key, name]) => (
        <option key={key} value={key}>
          {name}
        </option>
      ))}
    </Select>
  );
}

const sayMinutes = (minutes: number) => `${Math.round(minutes)} min`;

/** Minutes by day and week, by instrument, and what rushes over all. */
function Minutes({ view }: { readonly view: RunsView }) {
  const series = useMemo(() => {
    const bars = (rows: RunsView['days'], name: string): readonly Series[] => [
      {
        name,
        look: 'bars',
        colour: 'go',
        points: rows.map(({ of, minutes }) => ({ x: dayNumber(of), y: minutes })),
      },
    ];
    return { days: bars(view.days, 'Minutes'), weeks: bars(view.weeks, 'Minutes') };
  }, [view]);
  return (
    <>
      <Card aria-label="Minutes by day" className="p-4">
        <h2 className="text-lead">Minutes by day, four weeks</h2>
        <Chart
          label="Minutes played by day"
          series={series.days}
          sayX={sayAxisDay}
          sayY={sayMinutes}
          of="Day"
          fromZero
          height={150}
        />
      </Card>
      <Card aria-label="Minutes by week" className="p-4">
        <h2 className="text-lead">Minutes by week</h2>
        <Chart
          label="Minutes played by week, by its Monday"
          series={series.weeks}
          sayX={sayAxisDay}
          sayY={sayMinutes}
          of="Week of"
          fromZero
          height={150}
        />
      </Card>
      <Card aria-label="By instrument" className="p-4">
        <h2 className="text-lead">By instrument</h2>
        <ul className="mt-1 text-note">
          {view.byInstrument.map(({ of, minutes }) => (
            <li key={of} className="flex justify-between gap-4">
              <span>{findInstrument(of)?.name ?? of}</span>
              <span className="tabular-nums">{sayMinutes(minutes)}</span>
            </li>
          ))}
        </ul>
      </Card>
      <Offs view={view} />
    </>
  );
}

function Offs({ view }: { readonly view: RunsView }) {
  return (
    <Card aria-label="What rushes, over all" className="p-4">
      <h2 className="text-lead">What rushes and what drags, over all</h2>
      {view.offs.length === 0 ? (
        <p className="text-note text-quiet">No stroke was off the same way in three runs.</p>
      ) : (
        <ul className="mt-1 flex flex-col gap-0.5 text-note">
          {view.offs.map(({ line, name, bias, runs, of }) => (
            <li key={`${line} ${name}`}>
              {line}: the {name} comes {Math.round(Math.abs(bias) * 1000)} ms{' '}
              {bias < 0 ? 'early' : 'late'} in {runs} of {of} runs.
            </li>
          ))}
        </ul>
      )}
    </Card>
  );
}

const sayMs = (seconds: number) => `${Math.round(seconds * 1000)} ms`;
const sayTempo = (bpm: number) => String(Math.round(bpm));

/** One line over time: its best clean tempo, how even, what rushes, and a plateau where it is on one. */
function Progress({ view }: { readonly view: RunsView }) {
  const { sessions, best, plateau, tries } = view;
  const series = useMemo(() => {
    const at = (day: Day) => dayNumber(day);
    const tempo: readonly Series[] = [
      {
        name: 'Best clean tempo',
        look: 'line',
        colour: 'ink',
        points: best.map(({ day, bpm }) => ({ x: at(day), y: bpm })),
      },
    ];
    const spread: readonly Series[] = [
      {
        name: 'Spread',
        look: 'line',
        colour: 'bass',
        points: sessions.flatMap(({ day, spread: y }) =>
          y === undefined ? [] : [{ x: at(day), y }],
        ),
      },
    ];
    const even: readonly Series[] = [
      {
        name: 'Evenness',
        look: 'line',
        colour: 'metal',
        points: sessions.flatMap(({ day, evenness: y }) =>
          y === undefined ? [] : [{ x: at(day), y }],
        ),
      },
    ];
    return { tempo, spread, even };
  }, [sessions, best]);
  return (
    <>
      <Card aria-label="Best clean tempo" className="p-4">
        <h2 className="text-lead">Best clean tempo</h2>
        {best.length > 0 ? (
          <Chart
            label="Best clean tempo over time"
            series={series.tempo}
            sayX={sayAxisDay}
            sayY={sayTempo}
            of="Day"
          />
        ) : (
          <p className="text-note text-quiet">No run of all of it was heard and clean yet.</p>
        )}
        {plateau ? (
          <div className="text-note">
            <p className="font-semibold text-warn">
              A plateau: no gain over {plateau.bpm} since {sayDay(plateau.since)}, in{' '}
              {plateau.sessions} sessions and {plateau.days} days.
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
        ) : null}
      </Card>
      <Card aria-label="Spread" className="p-4">
        <h2 className="text-lead">Spread, middle of each day</h2>
        {series.spread[0]?.points.length ? (
          <Chart
            label="Spread over time"
            series={series.spread}
            sayX={sayAxisDay}
            sayY={sayMs}
            precision={3}
            of="Day"
            fromZero
          />
        ) : (
          <p className="text-note text-quiet">Nothing was heard of it yet.</p>
        )}
      </Card>
      {series.even[0]?.points.length ? (
        <Card aria-label="Evenness" className="p-4">
          <h2 className="text-lead">Evenness of the division; 1 is even</h2>
          <Chart
            label="Evenness over time"
            series={series.even}
            sayX={sayAxisDay}
            sayY={sayRatio}
            precision={2}
            of="Day"
            height={150}
          />
        </Card>
      ) : null}
      <Offs view={view} />
    </>
  );
}

const sayRatio = (ratio: number) => ratio.toFixed(2);
