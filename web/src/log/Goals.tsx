import { type Day, GOAL_LIMITS, type Goal, sayDate } from '@stride/core/log';
import { useState } from 'react';
import { discard } from '../store/discard.ts';
import { Button } from '../ui/Button.tsx';
import { Card } from '../ui/Card.tsx';
import { GoalCard } from './GoalCard.tsx';
import { GoalForm } from './GoalForm.tsx';
import { Head } from './Head.tsx';
import type { Whose } from './log-api.ts';
import { NotRead } from './NotRead.tsx';
import { useToday } from './use-log.ts';

/** Goals with their days, and whether they can be reached. */
export function Goals({ whose, day }: { readonly whose: Whose; readonly day: Day }) {
  const { data, isError } = useToday(whose, { day, order: 0 });
  /** The goal that is changed, or that a new one is set. */
  const [open, setOpen] = useState<Goal | 'new'>();
  if (isError) return <NotRead />;
  const goals = data?.goals ?? [];
  const isOwn = whose === undefined;
  const drop = (goal: Goal) => {
    const name = `${goal.rhythm.name} to ${goal.bpm}`;
    void discard('goal', goal.id, name, `${name} is no goal any more.`);
  };
  return (
    <>
      <Head title="Goals">
        {isOwn && goals.length < GOAL_LIMITS.goals ? (
          <Button look="go" aria-expanded={open === 'new'} onClick={() => setOpen('new')}>
            Set a goal
          </Button>
        ) : null}
      </Head>
      {open ? (
        <GoalForm
          key={open === 'new' ? 'new' : open.id}
          day={day}
          goal={open === 'new' ? undefined : open}
          onClose={() => setOpen(undefined)}
        />
      ) : null}
      {data && goals.length === 0 && !open ? (
        <Card aria-label="No goals" className="max-w-[70ch] p-6">
          <p className="text-lead">
            A goal is a line of a rhythm, a tempo, and a day. From your own pace the plan tells
            whether it can be, and says so honestly where it cannot.
          </p>
        </Card>
      ) : null}
      <div className="grid gap-3 *:min-w-0 lg:grid-cols-2">
        {goals.map((view) => {
          const { goal } = view.outlook;
          return (
            <div key={goal.id} className="flex flex-col gap-1">
              <GoalCard view={view} goals={goals.length} />
              <p className="flex items-center gap-2 px-2 text-note text-quiet">
                <span className="min-w-0 flex-1">
                  {goal.layer.name}; by {sayDate(goal.by)}
                  {goal.occasion ? `, the ${goal.occasion}` : ''}; {goal.minutes} minutes a day
                </span>
                {isOwn ? (
                  <>
                    <Button onClick={() => setOpen(goal)}>Change</Button>
                    <Button look="quiet" onClick={() => drop(goal)}>
                      Let it go
                    </Button>
                  </>
                ) : null}
              </p>
            </div>
          );
        })}
      </div>
      <p className="max-w-[80ch] text-note text-quiet">
        The plan goes up only when it was clean. Some teachers overshoot the tempo and come back;
        the ladder in Climb can do that too. The Guide says why the careful way is the usual one
        here.
      </p>
    </>
  );
}
