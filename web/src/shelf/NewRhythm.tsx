import { NAME_LENGTH, oneLine } from '@stride/core/bounds';
import { entryOf } from '@stride/core/catalogue';
import { beatsOf, describeCycle } from '@stride/core/cycle';
import { allInstruments, findInstrument, INSTRUMENTS } from '@stride/core/instrument';
import { plainCells, type Rhythm } from '@stride/core/rhythm';
import { readCycleText } from '@stride/core/text';
import { capital } from '@stride/core/wording';
import { type FormEvent, useId, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { database } from '../store/db.ts';
import { newRecord, putRhythms, storageSentence } from '../store/rhythms.ts';
import { Button } from '../ui/Button.tsx';
import { Field } from '../ui/Field.tsx';
import { Select } from '../ui/Select.tsx';

/** Cycles that many rhythms live in, to begin with one touch. */
const COMMON = ['4x4', '2x4', '3x4', '3+3+2', '2+2+3', '2+2+2+3', 'teental', 'adi 4'] as const;

/** Asks for what a rhythm needs to begin: a name, a cycle, a first instrument. */
export function NewRhythm({ onClose }: { readonly onClose: () => void }) {
  const id = useId();
  const navigate = useNavigate();
  const [name, setName] = useState('');
  const [spans, setSpans] = useState('4x4');
  const [instrument, setInstrument] = useState(INSTRUMENTS[0]?.id ?? '');
  const [failure, setFailure] = useState<string>();
  const cycle = readCycleText(spans);
  /** A second press while the first one is being kept makes no second rhythm. */
  const busy = useRef(false);

  async function onSubmit(event: FormEvent): Promise<void> {
    event.preventDefault();
    if (!cycle.ok || busy.current) return;
    busy.current = true;
    const made = emptyRhythm(name, cycle.cycle, instrument);
    try {
      await putRhythms(database, [newRecord(made)]);
      navigate(`/bench/${made.id}/write`);
    } catch (error) {
      busy.current = false;
      setFailure(storageSentence(error));
    }
  }

  return (
    <form
      onSubmit={(event) => void onSubmit(event)}
      className="card mt-4 grid gap-4 p-4 md:grid-cols-[1fr_1fr_1fr_auto]"
    >
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
      <div className="flex flex-col gap-1 text-sm text-quiet">
        <label htmlFor={`${id}-cycle`}>Cycle: the pulses of each beat, or a name</label>
        <Field
          id={`${id}-cycle`}
          value={spans}
          aria-invalid={!cycle.ok}
          aria-describedby={`${id}-said`}
          className="h-10 px-3 font-mono aria-invalid:border-warn"
          onChange={(event) => setSpans(event.target.value)}
        />
        <span className="mt-1 flex flex-wrap gap-1">
          {COMMON.map((one) => (
            <button
              key={one}
              type="button"
              className="rounded-md border border-edge px-2 py-0.5 font-mono text-fine text-ink hover:border-faint"
              onClick={() => setSpans(one)}
            >
              {one}
            </button>
          ))}
        </span>
        <p id={`${id}-said`} aria-live="polite" className={cycle.ok ? '' : 'text-warn'}>
          {cycle.ok ? describeCycle(cycle.cycle) : cycle.message}
        </p>
      </div>
      <label className="flex flex-col gap-1 text-sm text-quiet">
        First instrument
        <Select
          value={instrument}
          className="h-10"
          onChange={(event) => setInstrument(event.target.value)}
        >
          {allInstruments().map((one) => (
            <option key={one.id} value={one.id}>
              {one.name}
            </option>
          ))}
        </Select>
      </label>
      <div className="flex items-start gap-2 md:pt-6">
        <Button type="submit" look="go" disabled={!cycle.ok} className="h-10">
          Begin writing
        </Button>
        <Button look="quiet" className="h-10" onClick={onClose}>
          Cancel
        </Button>
      </div>
      {failure ? (
        <p role="alert" className="text-warn md:col-span-4">
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
