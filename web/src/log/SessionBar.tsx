import { REST_AFTER, type TodayItem } from '@stride/core/log';
import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { useOffers } from '../app/offers.ts';
import { Button } from '../ui/Button.tsx';
import { dayOf } from './day-of.ts';
import {
  endRest,
  endSession,
  nextItem,
  type PracticeSession,
  useSession,
  wayTo,
} from './session.ts';
import { useUnbroken } from './use-log.ts';

/** What of today's plan is played now, how far, and what comes next. */
export function SessionBar({ rhythm }: { readonly rhythm: string }) {
  const session = useSession();
  const item = session?.items[session.at];
  return (
    <>
      {session && item ? (
        <Bar session={session} item={item} isHere={item.rhythm.id === rhythm} />
      ) : null}
      {session?.restUntil === undefined ? <RestHint /> : null}
    </>
  );
}

interface BarProps {
  readonly session: PracticeSession;
  readonly item: TodayItem;
  readonly isHere: boolean;
}

function Bar({ session, item, isHere }: BarProps) {
  const navigate = useNavigate();
  const { items, at, played, restUntil } = session;
  const following = items[at + 1];
  const minutes = Math.floor(played / 60);
  const isDone = played >= item.minutes * 60 - 5;
  const goOn = () => {
    const next = nextItem(Date.now());
    navigate(next ? wayTo(next) : '/log');
  };
  useOffers('Today', () => [
    { label: following ? `Go on to ${following.rhythm.name}` : 'End the session', run: goOn },
    { label: 'Back to today’s plan', run: () => navigate('/log') },
  ]);
  return (
    <section
      aria-label="Today’s plan"
      className={`card flex flex-wrap items-center gap-x-4 gap-y-2 px-4 py-2 ${isDone ? 'border-mark! border-2' : ''}`}
    >
      {restUntil !== undefined ? (
        <Rest until={restUntil} />
      ) : (
        <>
          <p className="font-title text-lead font-bold">
            {at + 1} of {items.length}: {item.rhythm.name}
          </p>
          <p className="text-quiet">{item.what}</p>
          <p data-testid="session-minutes" className="tabular-nums">
            {isDone ? 'Its time is up.' : `${minutes} of ${item.minutes} minutes`}
          </p>
        </>
      )}
      <span className="ml-auto flex flex-wrap gap-2">
        {isHere ? null : <Button onClick={() => navigate(wayTo(item))}>Back to it</Button>}
        {restUntil === undefined ? (
          <Button look={isDone ? 'go' : 'plain'} onClick={goOn}>
            {following ? `Go on to ${following.rhythm.name}` : 'Done for today'}
          </Button>
        ) : (
          <Button onClick={endRest}>Go on now</Button>
        )}
        <Button look="quiet" onClick={endSession}>
          Leave the plan
        </Button>
      </span>
    </section>
  );
}

/** The time that is left to rest. */
function Rest({ until }: { readonly until: number }) {
  const [now, setNow] = useState(Date.now);
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 500);
    return () => clearInterval(timer);
  }, []);
  useEffect(() => {
    if (now >= until) endRest();
  }, [now, until]);
  const left = Math.max(0, Math.ceil((until - now) / 1000));
  return (
    <p className="font-title text-lead font-bold">
      Rest for {Math.floor(left / 60)}:{String(left % 60).padStart(2, '0')}. Let the hands hang.
    </p>
  );
}

/** A rest is proposed after twenty minutes without one, whether one plays by the plan or not. */
function RestHint() {
  const unbroken = useUnbroken(dayOf(Date.now()));
  if (unbroken < REST_AFTER) return null;
  const minutes = Math.round(unbroken / 60);
  return (
    <p role="status" className="card border-mark! px-4 py-2">
      You have played {minutes} minutes without a rest. Take two minutes: let the hands hang, stand
      up, rest your ears.
    </p>
  );
}
