import {
  type Amounts,
  type Day,
  type DayLoad,
  LITTLE,
  LONG_ROW,
  MEASURES,
  REST_AFTER,
  SORE,
  sayDate,
  sayRise,
  scaled,
} from '@stride/core/log';
import { withCommas } from '@stride/core/wording';
import { useState } from 'react';
import { Link } from 'react-router';
import { Button } from '../ui/Button.tsx';
import { Card } from '../ui/Card.tsx';
import { HandsChart } from './HandsChart.tsx';
import { Head } from './Head.tsx';
import { HurtDialog } from './HurtDialog.tsx';
import type { Whose } from './log-api.ts';
import { NotRead } from './NotRead.tsx';
import { useLoad } from './use-log.ts';

const ROWS: Readonly<Record<(typeof MEASURES)[number], string>> = {
  R: 'Right hand, strokes',
  L: 'Left hand, strokes',
  loudR: 'Right hand, loud strokes',
  loudL: 'Left hand, loud strokes',
  seconds: 'Minutes',
};

function sayAmount(what: (typeof MEASURES)[number], amounts: Amounts | undefined): string {
  if (!amounts) return 'not known yet';
  const value = what === 'seconds' ? amounts.seconds / 60 : amounts[what];
  return withCommas(Math.round(value));
}

/** What each hand had to do, against what it is used to; and the ears. */
export function LoadPage({ whose, day }: { readonly whose: Whose; readonly day: Day }) {
  const { data, isError } = useLoad(whose, day);
  const [hurts, setHurts] = useState(false);
  if (isError) return <NotRead />;
  if (!data) return <p className="p-6 text-quiet">Reading the log …</p>;
  const { loads, over, usual, week, rises, sore, louder } = data;
  const today = loads.find((load) => load.day === day);
  return (
    <>
      <Head title="Load">
        {whose === undefined ? <Button onClick={() => setHurts(true)}>It hurts</Button> : null}
      </Head>
      <div className="grid gap-3 *:min-w-0 lg:grid-cols-[1.3fr_1fr]">
        <Card aria-label="Strokes by day" className="p-4">
          <h2 className="text-lead">Strokes by day, eight weeks</h2>
          <p className="text-note text-quiet">The right hand up, the left hand down</p>
          <HandsChart loads={loads} over={over} height={230} />
          {rises.length > 0 ? (
            <ul className="text-note font-semibold text-warn">
              {rises.map((rise) => (
                <li key={rise.what + rise.over}>{sayRise(rise, 'today')}</li>
              ))}
            </ul>
          ) : (
            <p className="text-note text-quiet">
              {usual
                ? 'Today and the week up to it are no more than a third over the last four weeks.'
                : 'What you are used to is known after four days of playing.'}
            </p>
          )}
        </Card>
        <Card aria-label="Against the usual" className="p-4">
          <h2 className="text-lead">Against what you are used to</h2>
          <div className="overflow-x-auto">
            <table className="mt-1 w-full text-left text-note">
              <thead className="text-quiet">
                <tr>
                  <td />
                  <th scope="col" className="font-normal">
                    Today
                  </th>
                  <th scope="col" className="font-normal">
                    Usual day
                  </th>
                  <th scope="col" className="font-normal">
                    Seven days
                  </th>
                  <th scope="col" className="font-normal">
                    Usual week
                  </th>
                </tr>
              </thead>
              <tbody className="tabular-nums">
                {MEASURES.map((what) => (
                  <tr key={what} className="border-t border-edge">
                    <th scope="row" className="py-1 font-normal">
                      {ROWS[what]}
                    </th>
                    <td>{sayAmount(what, today ?? scaled(LITTLE, 0))}</td>
                    <td>{sayAmount(what, usual?.day)}</td>
                    <td>{sayAmount(what, week)}</td>
                    <td>{sayAmount(what, usual?.week)}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
          <p className="mt-2 text-note text-quiet">
            Usual is the mean of the days you played on in the four weeks before. More than a third
            over it is said, and the plan does not ask for it.
          </p>
        </Card>
        <Rests loads={loads} />
        <Ears minutes={(today?.seconds ?? 0) / 60} louder={louder} />
      </div>
      {sore.length > 0 ? (
        <Card aria-label="When it hurt" className="p-4">
          <h2 className="text-lead">When it hurt</h2>
          <ul className="mt-1 text-note">
            {sore.map((run) => (
              <li key={run.id}>
                {sayDate(run.day)}: {SORE[run.sore ?? 'other']}, after {run.rhythm.name} at{' '}
                {run.bpm}
              </li>
            ))}
          </ul>
          <p className="mt-1 text-note text-quiet">
            More than once at one place is a reason to show it to someone trained.
          </p>
        </Card>
      ) : null}
      {hurts ? <HurtDialog onClose={() => setHurts(false)} /> : null}
    </>
  );
}

function Rests({ loads }: { readonly loads: readonly DayLoad[] }) {
  const longest = loads.reduce((most, { unbroken }) => Math.max(most, unbroken), 0);
  const row = loads.reduce((most, load) => Math.max(most, load.row), 0);
  return (
    <Card aria-label="Rests" className="p-4">
      <h2 className="text-lead">Rests</h2>
      <p className="mt-1 text-note">
        Longest without a rest: {Math.round(longest / 60)} minutes
        {longest >= REST_AFTER ? ', which is long' : ''}. Longest row of one hand: {row} strokes
        {row >= LONG_ROW ? ', after which a rest is planned' : ''}.
      </p>
      <p className="mt-1 text-note text-quiet">
        After {REST_AFTER / 60} minutes a rest of two is proposed: let the hands hang, stand up,
        drink.
      </p>
    </Card>
  );
}

/** The ears: how long, and what to do. It claims to measure nothing. */
function Ears({
  minutes,
  louder,
}: {
  readonly minutes: number;
  readonly louder: number | undefined;
}) {
  return (
    <Card aria-label="Ears" className="p-4">
      <h2 className="text-lead">Ears</h2>
      <p className="mt-1 text-note">
        {Math.round(minutes)} minutes of playing today. The program is no sound level meter: how
        loud it is at your ear depends on the drum, the room and the headphones.
      </p>
      {louder === undefined ? null : (
        <p className="mt-1 text-note">
          {Math.abs(louder) < 1
            ? 'In the microphone your strokes were as loud this week as in the four weeks before'
            : `In the microphone your strokes were ${Math.abs(louder).toFixed(0)} dB ${louder > 0 ? 'louder' : 'softer'} this week than in the four weeks before`}
          , as long as it stands where it stood.
        </p>
      )}
      <p className="mt-1 text-note text-quiet">
        Set headphones so low that you could talk over them; take them off in the rests. Plugs for
        loud drums and small rooms. Ringing afterwards means it was too much. More in the{' '}
        <Link to="/guide" className="underline">
          Guide
        </Link>
        .
      </p>
    </Card>
  );
}
