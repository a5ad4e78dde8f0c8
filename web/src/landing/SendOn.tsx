import { appendLayer, checkEdit, LIMITS } from '@stride/core/rhythm';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { beatsSaid } from '../store/cards.ts';
import { database } from '../store/db.ts';
import { PLAIN_MIX } from '../store/records.ts';
import {
  loadRhythm,
  newRecord,
  putRhythms,
  saveRhythm,
  seedOnce,
  storageSentence,
} from '../store/rhythms.ts';
import { RECENT, useShelf } from '../store/use-store.ts';
import { TakeAway } from '../takeaway/TakeAway.tsx';
import { Button } from '../ui/Button.tsx';
import { Select } from '../ui/Select.tsx';
import { toast } from '../ui/toasts.ts';
import { cadenceRhythm, cadenceToClimb, type SentCadence, withoutTurns } from './cadence-rhythm.ts';

const TOO_MANY = `A rhythm has at most ${LIMITS.layers} layers.`;

/** Takes a cadence to the Bench, as a rhythm of its own or as a layer of one in the same cycle, or to Climb. */
export function SendOn(sent: SentCadence) {
  const { cycle, layer, silentTurns } = sent;
  const navigate = useNavigate();
  const { cards } = useShelf();
  const [wanted, setWanted] = useState('');
  const beats = beatsSaid(cycle);
  const fitting = (cards ?? []).filter((card) => card.beats === beats);
  const target = fitting.find((card) => card.id === wanted);

  async function send(stage: 'write' | 'climb'): Promise<void> {
    try {
      await seedOnce(database);
      if (target && stage === 'write') {
        const loaded = await loadRhythm(database, target.id);
        if (loaded.status !== 'found') {
          toast(`${target.name} cannot be opened now. Send it as a new rhythm.`);
          return;
        }
        const { updated: _when, revision, ...rest } = loaded.record;
        const added = appendLayer(rest.rhythm, withoutTurns(layer, cycle, silentTurns));
        const [refusal] = added === rest.rhythm ? [TOO_MANY] : checkEdit(added);
        if (refusal !== undefined) {
          toast(`That was not done. ${refusal}`);
          return;
        }
        const result = await saveRhythm(database, { ...rest, rhythm: added }, revision);
        if (result.status === 'saved') navigate(`/bench/${target.id}/${stage}`);
        else {
          toast(
            result.status === 'failed'
              ? result.message
              : `${target.name} was changed elsewhere meanwhile. Send it again.`,
          );
        }
        return;
      }
      const make = stage === 'climb' ? cadenceToClimb : cadenceRhythm;
      const rhythm = make(sent, crypto.randomUUID());
      await putRhythms(database, [newRecord(rhythm)]);
      navigate(`/bench/${rhythm.id}/${stage}`);
    } catch (error) {
      toast(storageSentence(error));
    }
  }

  return (
    <span className="ml-auto flex flex-wrap gap-2">
      {fitting.length > 0 ? (
        <Select
          aria-label="Send it as"
          value={target?.id ?? ''}
          className="max-w-44 px-1.5 text-note"
          onChange={(event) => setWanted(event.target.value)}
        >
          <option value="">a new rhythm</option>
          {fitting.slice(0, RECENT).map(({ id, name }) => (
            <option key={id} value={id}>
              a layer of {name}
            </option>
          ))}
        </Select>
      ) : null}
      <TakeAway rhythm={() => cadenceRhythm(sent, 'landing')} mix={PLAIN_MIX} />
      <Button onClick={() => void send('write')}>Send it to the Bench</Button>
      <Button onClick={() => void send('climb')}>Climb it</Button>
    </span>
  );
}
