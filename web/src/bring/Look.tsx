import { describeCycle } from '@stride/core/cycle';
import { checkRhythm, type Rhythm } from '@stride/core/rhythm';
import { counted } from '@stride/core/wording';
import { useQuery } from '@tanstack/react-query';
import { useId } from 'react';
import { HearRhythm } from '../audio/HearRhythm.tsx';
import CardLine from '../shelf/CardLine.tsx';
import { database } from '../store/db.ts';
import { listCards, loadRhythm } from '../store/rhythms.ts';
import { Button } from '../ui/Button.tsx';
import { alreadyThere } from './reading.ts';

interface LookProps {
  readonly rhythm: Rhythm;
  /** Something else is being worked out; what is shown is from before. */
  readonly isBusy?: boolean;
  readonly onTake: () => void;
  readonly onLeave: () => void;
}

/** A rhythm before it is taken in: what it is, drawn and heard, and what stands in its place already. */
export function Look({ rhythm, isBusy = false, onTake, onLeave }: LookProps) {
  const owner = useId();
  const { layers, variations = [], tempo, target } = rhythm;
  const there = useQuery({
    queryKey: ['bring-there', rhythm.name, JSON.stringify(rhythm).length, rhythm.id],
    queryFn: async () => (await sameName(rhythm)) ?? null,
  });
  const checked = checkRhythm(rhythm);
  return (
    <div className="flex flex-col gap-3">
      <p>
        {describeCycle(rhythm.cycle)}, {tempo.bpm}
        {target > tempo.bpm ? ` to ${target}` : ''} a minute, {counted(layers.length, 'layer')}
        {variations.length > 0 ? `, ${counted(variations.length, 'variation')}` : ''}.
      </p>
      <div className={isBusy ? 'opacity-60' : ''}>
        <CardLine rhythm={rhythm} />
      </div>
      {there.data === 'the same' ? (
        <p>
          <strong>The same rhythm is on the Shelf already</strong>, stroke for stroke. Taken in, it
          stands there twice.
        </p>
      ) : there.data === 'its name' ? (
        <p>Another rhythm of this name is on the Shelf; both stay.</p>
      ) : null}
      {checked.ok ? null : (
        <ul role="alert" className="list-disc pl-5 text-warn">
          {checked.messages.map((message) => (
            <li key={message}>{message}</li>
          ))}
        </ul>
      )}
      <div className="flex flex-wrap gap-2">
        <Button look="go" disabled={isBusy || !checked.ok || layers.length === 0} onClick={onTake}>
          Put it on the Shelf
        </Button>
        <HearRhythm aside owner={owner} rhythm={rhythm} />
        <Button look="quiet" onClick={onLeave}>
          Leave it
        </Button>
      </div>
    </div>
  );
}

/** Whether the same stands on the Shelf, or another one of its name. */
async function sameName(rhythm: Rhythm): Promise<'the same' | 'its name' | undefined> {
  const cards = (await listCards(database)).filter(({ name }) => name === rhythm.name);
  const found = await Promise.all(cards.map(({ id }) => loadRhythm(database, id)));
  const there = found.flatMap((one) => (one.status === 'found' ? [one.record.rhythm] : []));
  return alreadyThere(rhythm, there);
}
