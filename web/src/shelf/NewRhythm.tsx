import { NAME_LENGTH, oneLine } from '@stride/core/bounds';
import { entryOf } from '@stride/core/catalogue';
import { beatsOf } from '@stride/core/cycle';
import { allInstruments, findInstrument, INSTRUMENTS } from '@stride/core/instrument';
import { addSkeletonLayer, plainCells, type Rhythm } from '@stride/core/rhythm';
import { readCycleText } from '@stride/core/text';
import { capital } from '@stride/core/wording';
import { type FormEvent, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { database } from '../store/db.ts';
import { newRecord, putRhythms, storageSentence } from '../store/rhythms.ts';
import { Button } from '../ui/Button.tsx';
import { Field } from '../ui/Field.tsx';
import { Select } from '../ui/Select.tsx';
import { CycleAsk } from './CycleAsk.tsx';

/** Asks for what a rhythm needs to begin: a name, a cycle, a first instrument. */
export function NewRhythm({ onClose }: { readonly onClose: () => void }) {
  const navigate = useNavigate();
  const [name, setName] = useState('');
  const [spans, setSpans] = useState('4x4');
  const [instrument, setInstrument] = useState(INSTRUMENTS[0]?.id ?? '');
  const [failure, setFailure] = useState<string>();
  const cycle = readCycleText(spans);
  const entry = cycle.ok ? entryOf(cycle.cycle) : undefined;
  const [withStrokes, setWithStrokes] = useState(false);
  /** A second press while the first one is being kept makes no second rhythm. */
  const busy = useRef(false);

  async function onSubmit(event: FormEvent): Promise<void> {
    event.preventDefault();
    if (!cycle.ok || busy.current) return;
    busy.current = true;
    const empty = emptyRhythm(name, cycle.cycle, instrument);
    const known = withStrokes && entry?.skeleton ? addSkeletonLayer(empty, entry) : undefined;
    const made = known?.ok ? known.rhythm : empty;
    try {
      await putRhythms(database, [newRecord(made)]);
      navigate(`/bench/${made.id}/write`);
    } catch (error) {
      busy.current = false;
      setFailure(storageSentence(error));
    }
  }

  return (
    <form onSubmit={(event) => void onSubmit(event)} className="card mt-4 flex flex-col gap-4 p-4">
      <div className="grid gap-4 md:grid-cols-2">
        <label className="flex flex-col gap-1 text-sm text-quiet">
          Name
          <Field
            autoFocus
            value={name}
            maxLength={120}
            placeholder="Ten stairs"
            className="h-10 px-3"
            onChange={(event) => setName(event.target.value)}
          />
        </label>
        <label className="flex flex-col gap-1 text-sm text-quiet">
          First instrument
          <Select
            value={instrument}
            className="h-10"
            onChange={(event) => setInstrument(event.target.value)}
          >
            {allInstruments().map((one) => (
              <option key={one.id} value={one.id}>
                {one.also ? `${one.name} (${one.also[0]})` : one.name}
              </option>
            ))}
          </Select>
        </label>
      </div>
      <CycleAsk written={spans} onWrite={setSpans} />
      {entry?.skeleton ? (
        <label className="flex min-h-9 items-center gap-2">
          <input
            type="checkbox"
            checked={withStrokes}
            className="size-4 accent-[var(--go)]"
            onChange={(event) => setWithStrokes(event.target.checked)}
          />
          Begin with the strokes it is known by as a second layer
        </label>
      ) : null}
      <div className="flex items-start gap-2">
        <Button type="submit" look="go" disabled={!cycle.ok} className="h-10">
          Begin writing
        </Button>
        <Button look="quiet" className="h-10" onClick={onClose}>
          Cancel
        </Button>
      </div>
      {failure ? (
        <p role="alert" className="text-warn">
          {failure}
        </p>
      ) : null}
    </form>
  );
}

/** A rhythm with one empty layer; a cycle of the catalogue brings its own counting and slower tempo. */
function emptyRhythm(name: string, cycle: Rhythm['cycle'], instrument: string): Rhythm {
  const entry = entryOf(cycle);
  const spans = beatsOf(cycle).map((beat) => beat.span);
  const kind = findInstrument(instrument)?.name ?? 'Layer';
  const tempo = entry?.tempos[0] ?? { bpm: 60, per: spans[0] ?? 1 };
  return {
    id: crypto.randomUUID(),
    name: oneLine(name, NAME_LENGTH) || 'New rhythm',
    cycle,
    layers: [
      {
        id: 'layer-1',
        name: capital(kind),
        instrument,
        cells: plainCells(spans),
        strokes: [],
      },
    ],
    tempo,
    target: Math.round((tempo.bpm * 4) / 3),
    ...(entry?.counting ? { counting: entry.counting } : {}),
    tags: [],
  };
}
