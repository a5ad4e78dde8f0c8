import type { Day } from '@stride/core/log';
import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { Route, Routes, useNavigate } from 'react-router';
import { useOffers } from '../app/offers.ts';
import { database } from '../store/db.ts';
import { dropDemoLog } from '../store/log.ts';
import { seedOnce, storageSentence } from '../store/rhythms.ts';
import { Button } from '../ui/Button.tsx';
import { Select } from '../ui/Select.tsx';
import { screenElement } from '../ui/screen.ts';
import { toast } from '../ui/toasts.ts';
import { useFocusKept } from '../ui/use-focus-kept.ts';
import { useTitle } from '../ui/use-title.ts';
import { dayOf } from './day-of.ts';
import { Goals } from './Goals.tsx';
import { HeadEnd, LOG_PAGES } from './Head.tsx';
import { LoadPage } from './LoadPage.tsx';
import type { Whose } from './log-api.ts';
import { MakingDemo } from './MakingDemo.tsx';
import { RunPage } from './RunPage.tsx';
import { Runs } from './Runs.tsx';
import { TakeAwayLog } from './TakeAwayLog.tsx';
import { TodayPage } from './TodayPage.tsx';
import { makeDemo, useOtherLogs, useToday } from './use-log.ts';

export { wakeLog } from './use-log.ts';

/** What was played, what comes next, and when to stop. */
export function Log() {
  useTitle('Log');
  const [whose, setWhose] = useState<Whose>();
  const day = useDay();
  const others = useOtherLogs().data ?? [];
  const navigate = useNavigate();
  const { data } = useToday(undefined, { day, order: 0 });
  const demo = useDemoOnce(day);
  useOffers('Log', () =>
    LOG_PAGES.slice(1).map(({ to, label }) => ({ label, run: () => navigate(to) })),
  );
  const other = others.find(({ id }) => id === whose);
  const end = (
    <>
      {others.length > 0 ? (
        <Select
          aria-label="Log of"
          value={whose ?? ''}
          className="max-w-44 bg-card"
          onChange={(event) => {
            setWhose(event.target.value || undefined);
            navigate(event.target.value ? '/log/runs' : '/log');
          }}
        >
          <option value="">my log</option>
          {others.map(({ id, owner, runs }) => (
            <option key={id} value={id}>
              {owner} ({runs} runs, read only)
            </option>
          ))}
        </Select>
      ) : null}
      <TakeAwayLog other={other} onOther={setWhose} onGone={() => setWhose(undefined)} />
    </>
  );
  // What is removed from it leaves the focus to the screen.
  useFocusKept((element) => screenElement()?.contains(element) === true, screenElement);
  return (
    <div className="mx-auto flex w-full max-w-[1240px] flex-1 flex-col gap-3 px-[22px] py-3 max-sm:px-3">
      {data?.hasDemo && whose === undefined ? <DemoNote /> : null}
      <HeadEnd value={end}>
        {demo === 'looking' ? (
          <p className="p-6 text-quiet">Reading the log …</p>
        ) : demo === 'making' && whose === undefined ? (
          <MakingDemo />
        ) : (
          <Routes>
            <Route index element={<TodayPage whose={whose} day={day} owner={other?.owner} />} />
            <Route path="runs" element={<Runs whose={whose} day={day} />} />
            <Route path="runs/:id" element={<RunPage whose={whose} />} />
            <Route path="goals" element={<Goals whose={whose} day={day} />} />
            <Route path="load" element={<LoadPage whose={whose} day={day} />} />
          </Routes>
        )}
      </HeadEnd>
    </div>
  );
}

/** Today, which becomes tomorrow where the page stays open over midnight. */
function useDay(): Day {
  const [day, setDay] = useState(() => dayOf(Date.now()));
  useEffect(() => {
    const look = () => setDay(dayOf(Date.now()));
    const timer = setInterval(look, 60_000);
    window.addEventListener('focus', look);
    return () => {
      clearInterval(timer);
      window.removeEventListener('focus', look);
    };
  }, []);
  return day;
}

/**
 * The first time the Log is opened, and where nothing is in it yet, the made-up one is put there.
 * @returns whether it is looked for, is being made, or nothing more is to be done
 */
function useDemoOnce(day: Day): 'looking' | 'making' | 'done' {
  const client = useQueryClient();
  const [stage, setStage] = useState<'looking' | 'making' | 'done'>('looking');
  useEffect(() => {
    const once = async () => {
      await seedOnce(database);
      if (await database.settings.get('log-seeded')) return;
      await database.settings.put({ key: 'log-seeded', value: true });
      if ((await database.runs.count()) > 0) return;
      setStage('making');
      await makeDemo(client, day);
    };
    once()
      .catch((error: unknown) => toast(storageSentence(error)))
      .finally(() => setStage('done'));
  }, [client, day]);
  return stage;
}

function DemoNote() {
  const remove = () => {
    dropDemoLog().then(
      (back) =>
        toast('The made-up log was removed.', () => {
          back().catch((error: unknown) => toast(storageSentence(error)));
        }),
      (error: unknown) => toast(storageSentence(error)),
    );
  };
  return (
    <p className="flex flex-wrap items-center gap-x-3 gap-y-1 rounded-lg bg-band px-3 py-1.5 text-note">
      <span>
        Eight made-up weeks of one of the Lantern Street Players, so that there is something to see.
        Your own runs come beside them.
      </span>
      <Button className="ml-auto" onClick={remove}>
        Remove it
      </Button>
    </p>
  );
}
