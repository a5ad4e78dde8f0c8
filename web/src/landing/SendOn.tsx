import { beatsOf, type Cycle } from '@stride/core/cycle';
import { type Cadence, sayCadence, unitsOf } from '@stride/core/landing';
import { appendLayer, type Layer, type Rhythm } from '@stride/core/rhythm';
import type { Tempo } from '@stride/core/time';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { database } from '../store/db.ts';
import { newRecord, saveRhythm, seedOnce, storageSentence } from '../store/rhythms.ts';
import { useShelf } from '../store/use-store.ts';
import { Button } from '../ui/Button.tsx';
import { toast } from '../ui/toasts.tsx';

interface SendOnProps {
  readonly cycle: Cycle;
  readonly cadence: Cadence;
  readonly layer: Layer;
  /** Turns of the layer that are there only for the way in. */
  readonly silentTurns: number;
  readonly tempo: Tempo;
}

/** Takes a cadence to the Bench, as a rhythm of its own or as a layer of one in the same cycle, or to Climb. */
export function SendOn({ cycle, cadence, layer, silentTurns, tempo }: SendOnProps) {
  const navigate = useNavigate();
  const shelf = useShelf();
  const [wanted, setWanted] = useState('');
  const spans = spansOf(cycle);
  const fitting = (shelf.data ?? []).filter(({ rhythm }) => spansOf(rhythm.cycle) === spans);
  const target = fitting.find((record) => record.id === wanted);

  async function send(stage: 'write' | 'climb'): Promise<void> {
    try {
      await seedOnce(database);
      if (target && stage === 'write') {
        const added = appendLayer(target.rhythm, withoutTurns(layer, cycle, silentTurns));
        if (added === target.rhythm) {
          toast(`${target.rhythm.name} has as many layers as it can have.`);
          return;
        }
        const { updated: _when, revision, ...rest } = target;
        const result = await saveRhythm(database, { ...rest, rhythm: added }, revision);
        if (result.status === 'saved') navigate(`/bench/${target.id}/${stage}`);
        else {
          toast(
            result.status === 'failed'
              ? result.message
              : `${target.rhythm.name} was changed elsewhere meanwhile. Send it again.`,
          );
        }
        return;
      }
      const rhythm = asRhythm(crypto.randomUUID());
      await database.rhythms.put(newRecord(rhythm));
      navigate(`/bench/${rhythm.id}/${stage}`);
    } catch (error) {
      toast(storageSentence(error));
    }
  }

  function asRhythm(id: string): Rhythm {
    return {
      id,
      name: `Landing ${cadence.sizes.join(' ')}`.slice(0, 120),
      cycle,
      layers: [layer],
      tempo,
      target: tempo.bpm,
      notes: sayCadence(cadence, unitsOf(cycle, cadence.parts)),
      tags: ['landing'],
    };
  }

  return (
    <span className="ml-auto flex flex-wrap gap-2">
      {fitting.length > 0 ? (
        <select
          aria-label="Send it as"
          value={target?.id ?? ''}
          className="h-9 max-w-44 rounded-lg border border-edge bg-paper px-1.5 text-[15px]"
          onChange={(event) => setWanted(event.target.value)}
        >
          <option value="">a new rhythm</option>
          {fitting.map(({ id, rhythm }) => (
            <option key={id} value={id}>
              a layer of {rhythm.name}
            </option>
          ))}
        </select>
      ) : null}
      <Button onClick={() => void send('write')}>Send it to the Bench</Button>
      <Button onClick={() => void send('climb')}>Climb it</Button>
    </span>
  );
}

function spansOf(cycle: Cycle): string {
  return beatsOf(cycle)
    .map((beat) => beat.span)
    .join(' ');
}

/** The layer without the silent turns at its beginning. */
function withoutTurns(layer: Layer, cycle: Cycle, turns: number): Layer {
  const cells = layer.cells.slice(turns * beatsOf(cycle).length);
  const gone = layer.cells
    .slice(0, layer.cells.length - cells.length)
    .reduce((sum, cell) => sum + cell.slots, 0);
  return {
    ...layer,
    cells,
    strokes: layer.strokes.map((stroke) => ({ ...stroke, slot: stroke.slot - gone })),
    ...(layer.rings ? { rings: layer.rings.map((slot) => slot - gone) } : {}),
  };
}
