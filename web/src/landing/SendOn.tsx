import { beatsOf, type Cycle } from '@stride/core/cycle';
import { type Cadence, sayCadence, unitsOf } from '@stride/core/landing';
import {
  appendLayer,
  checkEdit,
  clapLayer,
  type Layer,
  LIMITS,
  type Rhythm,
} from '@stride/core/rhythm';
import { TEMPO_RANGE, type Tempo } from '@stride/core/time';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { beatsSaid } from '../store/cards.ts';
import { database } from '../store/db.ts';
import {
  loadRhythm,
  newRecord,
  putRhythms,
  saveRhythm,
  seedOnce,
  storageSentence,
} from '../store/rhythms.ts';
import { RECENT, useShelf } from '../store/use-store.ts';
import { Button } from '../ui/Button.tsx';
import { toast } from '../ui/toasts.tsx';

const TOO_MANY = `A rhythm has at most ${LIMITS.layers} layers.`;

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
      const rhythm =
        stage === 'climb' ? toClimb(crypto.randomUUID()) : asRhythm(crypto.randomUUID());
      await putRhythms(database, [newRecord(rhythm)]);
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

  /** As it is climbed: from half its tempo, over the claps, without turns that are there for the way in. */
  function toClimb(id: string): Rhythm {
    const rhythm = asRhythm(id);
    const bare = withoutTurns(layer, cycle, silentTurns);
    const claps = clapLayer(cycle);
    const bpm = Math.max(TEMPO_RANGE.min, Math.round(tempo.bpm / 2));
    return { ...rhythm, layers: [claps, { ...bare, id: 'landing' }], tempo: { ...tempo, bpm } };
  }

  return (
    <span className="ml-auto flex flex-wrap gap-2">
      {fitting.length > 0 ? (
        <select
          aria-label="Send it as"
          value={target?.id ?? ''}
          className="h-9 max-w-44 rounded-lg border border-field bg-paper px-1.5 text-[15px]"
          onChange={(event) => setWanted(event.target.value)}
        >
          <option value="">a new rhythm</option>
          {fitting.slice(0, RECENT).map(({ id, name }) => (
            <option key={id} value={id}>
              a layer of {name}
            </option>
          ))}
        </select>
      ) : null}
      <Button onClick={() => void send('write')}>Send it to the Bench</Button>
      <Button onClick={() => void send('climb')}>Climb it</Button>
    </span>
  );
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
