import { FEELS, type Feel, type LoggedRun } from '@stride/core/log';
import { useState } from 'react';
import { useOffers } from '../app/offers.ts';
import { changeRun } from '../store/log.ts';
import { storageSentence } from '../store/rhythms.ts';
import { Button } from '../ui/Button.tsx';
import { toast } from '../ui/toasts.ts';
import { HurtDialog } from './HurtDialog.tsx';
import { sayBroken } from './say-run.ts';

interface RunFeelProps {
  /** The run that was kept last. */
  readonly run: LoggedRun | undefined;
  /** Something plays: there is nothing to answer yet. */
  readonly isPlaying: boolean;
  /** Stops what sounds. */
  readonly onHurt: () => void;
}

/** How the last run felt, in one touch. */
export function RunFeel({ run, isPlaying, onHurt }: RunFeelProps) {
  const [given, setGiven] = useState<{ readonly id: string; readonly feel: Feel }>();
  const [hurts, setHurts] = useState(false);
  const feel = given?.id === run?.id ? given?.feel : undefined;
  const say = (next: Feel) => {
    if (next === 'hurts') {
      onHurt();
      setHurts(true);
      return;
    }
    if (!run) return;
    setGiven({ id: run.id, feel: next });
    changeRun(run.id, { feel: next }).catch((error: unknown) => toast(storageSentence(error)));
  };
  useOffers('Climb', () => [
    { label: 'It hurts', also: 'pain stop hand wrist back ears', run: () => say('hurts') },
  ]);
  const dialog = hurts ? <HurtDialog run={run?.id} onClose={() => setHurts(false)} /> : null;
  if (!run || isPlaying) return dialog;
  return (
    <section aria-label="How it felt" className="flex flex-wrap items-center gap-2">
      <p className="mr-1 text-note text-quiet">
        Kept in the log{run.brokenOff ? `, ${sayBroken(run)}` : ''}. How did it feel?
      </p>
      {(Object.entries(FEELS) as [Feel, string][]).map(([key, name]) => (
        <Button
          key={key}
          className="min-h-11"
          look={feel === key ? 'on' : 'plain'}
          aria-pressed={feel === key}
          onClick={() => say(key)}
        >
          {name}
        </Button>
      ))}
      {dialog}
    </section>
  );
}
