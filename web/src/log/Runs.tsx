import type { Day, HeardBy, RunFilter } from '@stride/core/log';
import { counted } from '@stride/core/wording';
import { useCallback, useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { knownInstrument } from '../store/known-instruments.ts';
import { Card } from '../ui/Card.tsx';
import { Select } from '../ui/Select.tsx';
import { Head } from './Head.tsx';
import type { Whose } from './log-api.ts';
import { Minutes } from './Minutes.tsx';
import { NotRead } from './NotRead.tsx';
import { Progress } from './Progress.tsx';
import { RunList } from './RunList.tsx';
import { HEARD } from './say-run.ts';
import { useRuns } from './use-log.ts';

const SPANS = { '7': 'the last week', '28': 'the last four weeks', '90': 'the last three months' };

/** So many are listed at first, and more each time they are asked for. */
const FEW = 24;

/** The filter as it stands in the address, so that it can be gone back to. */
function filterOf(params: URLSearchParams): RunFilter {
  const days = Number(params.get('days'));
  return {
    line: params.get('line') ?? undefined,
    part: params.get('part') ?? undefined,
    instrument: params.get('instrument') ?? undefined,
    heardBy: (params.get('by') as HeardBy | null) ?? undefined,
    days: days > 0 ? days : undefined,
  };
}

/** Every run there is: charts over time, and the runs one by one. */
export function Runs({ whose, day }: { readonly whose: Whose; readonly day: Day }) {
  const [params, setParams] = useSearchParams();
  const filter = useMemo(() => filterOf(params), [params]);
  const [asked, setAsked] = useState({ filter, most: FEW });
  const most = asked.filter === filter ? asked.most : FEW;
  const { data, isError } = useRuns(whose, filter, day, most);
  const more = useCallback(() => setAsked({ filter, most: most + FEW }), [filter, most]);
  const choose = (key: string, value: string) => {
    const next = new URLSearchParams(params);
    if (value === '') next.delete(key);
    else next.set(key, value);
    if (key === 'line') next.delete('part');
    setParams(next, { replace: true });
  };
  if (isError) return <NotRead />;
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
          options={data.instruments.map((id) => [id, knownInstrument(id)?.name ?? id])}
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
          <RunList rows={data.rows} count={data.count} isOwn={whose === undefined} onMore={more} />
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
