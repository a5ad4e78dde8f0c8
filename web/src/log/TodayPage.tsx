import { numberAt } from '@stride/core/bounds';
import { type Day, REST_AFTER, sayComing, sayRise } from '@stride/core/log';
import { counted } from '@stride/core/wording';
import { useQueryClient } from '@tanstack/react-query';
import { Play } from 'lucide-react';
import { useEffect, useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { useOffers } from '../app/offers.ts';
import { storageSentence } from '../store/rhythms.ts';
import { Button } from '../ui/Button.tsx';
import { Card } from '../ui/Card.tsx';
import { Notice } from '../ui/Notice.tsx';
import { NumberField } from '../ui/NumberField.tsx';
import { Panel } from '../ui/Panel.tsx';
import { toast } from '../ui/toasts.ts';
import { useLatest } from '../ui/use-latest.ts';
import { GoalCard } from './GoalCard.tsx';
import { HandsChart } from './HandsChart.tsx';
import { Head } from './Head.tsx';
import { HurtDialog } from './HurtDialog.tsx';
import type { Whose } from './log-api.ts';
import { MakingDemo } from './MakingDemo.tsx';
import { NotRead } from './NotRead.tsx';
import { beginSession, useSession, wayTo } from './session.ts';
import { TodayItems } from './TodayItems.tsx';
import { makeDemo, useToday, useUnbroken } from './use-log.ts';
import type { TodayView } from './views.ts';

interface TodayPageProps {
  readonly whose: Whose;
  readonly day: Day;
  readonly owner: string | undefined;
}

/** What to practise today, in which order, how long; and how one stands. */
export function TodayPage({ whose, day, owner }: TodayPageProps) {
  const [minutes, setMinutes] = useState<number>();
  const [order, setOrder] = useState(0);
  const asked = useToday(whose, { day, minutes, order });
  if (asked.isError) {
    return <NotRead />;
  }
  if (!asked.data) return <p className="p-6 text-quiet">Reading the log …</p>;
  if (asked.data.isEmpty) return <Empty day={day} />;
  return (
    <Plan
      view={asked.data}
      minutes={minutes}
      isOwn={whose === undefined}
      owner={owner}
      onMinutes={setMinutes}
      onOrder={() => setOrder(order + 1)}
    />
  );
}

interface PlanProps {
  readonly view: TodayView;
  readonly minutes: number | undefined;
  readonly isOwn: boolean;
  readonly owner: string | undefined;
  readonly onMinutes: (minutes: number | undefined) => void;
  readonly onOrder: () => void;
}

/** A minute this far gone counts as played. */
const NEARLY = 0.1;

function Plan({ view, minutes, isOwn, owner, onMinutes, onOrder }: PlanProps) {
  const { today, played, goals, loads, over, clock } = view;
  const unbroken = useUnbroken(today.day);
  const navigate = useNavigate();
  const session = useSession();
  const [hurts, setHurts] = useState(false);
  const isDone = today.items.map((item, at) => numberAt(played, at) >= item.minutes - NEARLY);
  const next = isDone.indexOf(false);
  const item = today.items[next];
  const done = isDone.filter(Boolean).length;
  const begin = (at: number) => {
    const chosen = today.items[at];
    if (!chosen) return;
    beginSession(today, at, numberAt(played, at) * 60);
    navigate(wayTo(chosen));
  };
  const beginAt = useLatest(begin);
  const [params, setParams] = useSearchParams();
  useOffers('Today', () => [
    ...(isOwn && item
      ? [
          {
            label: `Begin today’s plan: ${item.rhythm.name}`,
            also: 'practise session start',
            run: () => begin(next),
          },
        ]
      : []),
    ...(minutes === undefined ? [{ label: 'I have ten minutes', run: () => onMinutes(10) }] : []),
    { label: 'It hurts', also: 'pain stop', run: () => setHurts(true) },
  ]);
  // “Practise today” on the Shelf begins at once; what is made up is looked at first.
  const isAsked = params.has('begin');
  useEffect(() => {
    if (!isAsked) return;
    setParams({}, { replace: true });
    if (isOwn && next >= 0 && !view.hasDemo) beginAt.current(next);
  }, [isAsked, isOwn, next, view.hasDemo, setParams, beginAt]);
  const [goal] = goals;
  return (
    <>
      <Head title={isOwn ? 'Today' : `Today for ${owner}`}>
        {isOwn && item ? (
          <Button look="go" onClick={() => begin(next)}>
            <Play aria-hidden size={16} /> {session || done > 0 ? 'Go on' : 'Begin'}:{' '}
            {item.rhythm.name}
          </Button>
        ) : null}
        <TimePanel minutes={minutes} usual={today.minutes} onMinutes={onMinutes} />
        <Button onClick={onOrder}>Another order</Button>
      </Head>
      {clock ? <Notice>{clock}</Notice> : null}
      {isOwn && unbroken >= REST_AFTER ? (
        <Notice>
          You have played {Math.round(unbroken / 60)} minutes without a rest. Take two minutes
          before you go on.
        </Notice>
      ) : null}
      <div className="grid flex-1 gap-3 *:min-w-0 lg:grid-cols-[1.45fr_1fr]">
        <Card aria-label="Plan" className="flex flex-col gap-2 p-5">
          <div className="flex items-baseline gap-3">
            <h2 className="text-lead">{sayMinutes(view)}</h2>
            <p className="ml-auto text-note text-quiet">{done > 0 ? `${done} done` : null}</p>
          </div>
          {today.items.length > 0 ? (
            <TodayItems
              items={today.items}
              isDone={isDone}
              at={next}
              {...(isOwn ? { onBegin: begin } : {})}
            />
          ) : (
            <p className="max-w-[60ch] text-quiet">{sayNothing(view)}</p>
          )}
          {today.says.map((sentence) => (
            <p key={sentence} className="text-note text-quiet">
              {sentence}
            </p>
          ))}
        </Card>
        <div className="flex flex-col gap-3">
          {goal ? <GoalCard view={goal} goals={goals.length} /> : <NoGoal />}
          <Card aria-label="What each hand had to do" className="p-4">
            <h2 className="text-lead">What each hand had to do</h2>
            <p className="text-note text-quiet">Strokes a day, three weeks; right up, left down</p>
            <HandsChart loads={loads} over={over} />
            <p className="text-note">
              <LoadSaid view={view} />
              If anything hurts, say so and stop.
            </p>
            {isOwn ? (
              <Button className="mt-1" onClick={() => setHurts(true)}>
                It hurts
              </Button>
            ) : null}
          </Card>
        </div>
      </div>
      {hurts ? <HurtDialog onClose={() => setHurts(false)} /> : null}
    </>
  );
}

/** What is more than the hands are used to: with what is left of the plan, today, and the last time. */
function LoadSaid({ view: { coming, now, before, isUsualKnown } }: { readonly view: TodayView }) {
  if (!isUsualKnown)
    return 'What you are used to is known after four days of playing; begin gently until then. ';
  const [first] = [
    ...now.map((rise) => sayRise(rise, 'today')),
    ...coming.map(sayComing),
    ...(before?.rises ?? []).map((rise) => sayRise(rise, 'the last time')),
  ];
  return first ? (
    <strong className="text-warn">{first} </strong>
  ) : (
    'Nothing was more than a third over what you are used to. '
  );
}

function sayMinutes({ today }: TodayView): string {
  const rests = today.items.filter(({ restBefore }) => restBefore > 0).length;
  if (today.items.length === 0) return 'Nothing for today';
  const rest = rests === 0 ? '' : rests === 1 ? ', with a rest' : `, with ${rests} rests`;
  return `${counted(today.minutes, 'minute')}${rest}`;
}

function sayNothing({ today, goals }: TodayView): string {
  if (today.says.length > 0)
    return 'Listen, speak the syllables, or walk the pulse: nothing that needs the hands.';
  if (goals.length === 0)
    return 'What you have played rests until it is due. Set a goal, or take a rhythm from the Shelf.';
  return 'A day off, or everything rests until it is due. Take a rhythm from the Shelf if you like.';
}

function TimePanel({
  minutes,
  usual,
  onMinutes,
}: {
  readonly minutes: number | undefined;
  readonly usual: number;
  readonly onMinutes: (minutes: number | undefined) => void;
}) {
  return (
    <Panel
      label="How long I have"
      trigger={
        <Button>
          {minutes === undefined ? 'I have 10 minutes …' : `I have ${minutes} minutes`}
        </Button>
      }
      align="start"
    >
      <NumberField
        label="Minutes I have today"
        value={minutes ?? Math.min(10, usual)}
        min={2}
        max={90}
        onChange={onMinutes}
      />
      <span className="flex flex-wrap gap-2">
        {[5, 10, 20].map((one) => (
          <Button key={one} look={minutes === one ? 'on' : 'plain'} onClick={() => onMinutes(one)}>
            {one} minutes
          </Button>
        ))}
        <Button onClick={() => onMinutes(undefined)}>As planned</Button>
      </span>
    </Panel>
  );
}

function NoGoal() {
  const navigate = useNavigate();
  return (
    <Card aria-label="No goal" className="p-4">
      <h2 className="text-lead">No goal yet</h2>
      <p className="mt-1 text-note text-quiet">
        A rhythm, a tempo and a day: the plan tells from your own pace whether it can be, and gives
        it room each day.
      </p>
      <Button className="mt-2" onClick={() => navigate('/log/goals')}>
        Set a goal
      </Button>
    </Card>
  );
}

function Empty({ day }: { readonly day: Day }) {
  const client = useQueryClient();
  const navigate = useNavigate();
  const [isAsked, setAsked] = useState(false);
  const make = () => {
    setAsked(true);
    makeDemo(client, day)
      .catch((error: unknown) => toast(storageSentence(error)))
      .finally(() => setAsked(false));
  };
  if (isAsked) return <MakingDemo />;
  return (
    <>
      <Head title="Today" />
      <Card aria-label="Nothing yet" className="max-w-[70ch] p-6 text-lead">
        <h2 className="text-[22px]">Nothing in the log yet</h2>
        <p className="mt-2">
          Every run of a Climb comes here by itself: how fast, how clean, how long, and what each
          hand had to do. From that come a plan for the day, and an honest word on whether a goal
          can be reached.
        </p>
        <span className="mt-4 flex flex-wrap gap-2">
          <Button look="go" onClick={() => navigate('/')}>
            Take a rhythm from the Shelf
          </Button>
          <Button onClick={() => navigate('/log/goals')}>Set a goal</Button>
          <Button onClick={make}>See a made-up log</Button>
        </span>
      </Card>
    </>
  );
}
