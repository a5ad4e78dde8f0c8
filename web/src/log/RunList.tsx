import { type Day, FEELS, type LoggedRun, SORE, sayDate } from '@stride/core/log';
import { Trash2 } from 'lucide-react';
import { memo } from 'react';
import { Link } from 'react-router';
import { discard } from '../store/discard.ts';
import { Button } from '../ui/Button.tsx';
import { Card } from '../ui/Card.tsx';
import { IconButton } from '../ui/IconButton.tsx';
import { sayLength, sayOutcome } from './say-run.ts';

/** Takes a run out of the log, with a way back. */
export function takeOut(id: string, what: string): void {
  void discard('run', id, what, `${what} was taken out of the log.`);
}

interface RunListProps {
  readonly rows: readonly LoggedRun[];
  readonly count: number;
  readonly isOwn: boolean;
  readonly onMore: () => void;
}

/** Runs one by one, the newest first, under their days. */
export const RunList = memo(function RunList(props: RunListProps) {
  const { rows, count, isOwn, onMore } = props;
  const days = new Map<Day, LoggedRun[]>();
  for (const run of rows) days.set(run.day, [...(days.get(run.day) ?? []), run]);
  return (
    <Card aria-label="Runs one by one" className="p-4">
      {[...days].map(([day, runs]) => (
        <section
          key={day}
          className="mb-3 [contain-intrinsic-height:auto_8rem] [content-visibility:auto]"
        >
          <h2 className="border-b border-edge pb-0.5 text-note">{sayDate(day)}</h2>
          <ul>
            {runs.map((run) => (
              <li key={run.id} className="flex items-center gap-3 border-b border-edge py-1">
                <Link
                  to={`/log/runs/${run.id}`}
                  className="grid min-h-9 flex-1 grid-cols-[1.2fr_1fr_4rem_1.4fr_4rem] items-center gap-x-3 rounded hover:bg-band max-sm:grid-cols-[1fr_auto]"
                >
                  <span className="font-semibold">
                    {run.rhythm.name}
                    <span className="font-normal text-quiet">, {run.layer.name}</span>
                  </span>
                  <span className="text-note text-quiet max-sm:hidden">{run.part}</span>
                  <span className="font-semibold tabular-nums">{run.bpm}</span>
                  <span className="text-note">
                    {sayOutcome(run)}
                    {run.feel ? (
                      <span className={run.feel === 'hurts' ? 'text-warn' : 'text-quiet'}>
                        {' '}
                        ·{' '}
                        {run.feel === 'hurts'
                          ? `it hurt: ${SORE[run.sore ?? 'other']}`
                          : FEELS[run.feel]}
                      </span>
                    ) : null}
                    {run.note ? <span className="text-quiet"> · {run.note}</span> : null}
                  </span>
                  <span className="text-right text-note text-quiet tabular-nums max-sm:hidden">
                    {sayLength(run.seconds)}
                  </span>
                </Link>
                {isOwn ? (
                  <IconButton
                    label={`Delete the run of ${run.rhythm.name} at ${run.bpm}`}
                    onClick={() => takeOut(run.id, `${run.rhythm.name} at ${run.bpm}`)}
                  >
                    <Trash2 aria-hidden size={16} />
                  </IconButton>
                ) : null}
              </li>
            ))}
          </ul>
        </section>
      ))}
      {count > rows.length ? (
        <p className="flex items-center gap-3 text-note text-quiet">
          <Button onClick={onMore}>Show more</Button>
          the newest {rows.length} of {count}
        </p>
      ) : null}
    </Card>
  );
});
