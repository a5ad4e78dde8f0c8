import { NAME_LENGTH, nth, oneLine } from '@stride/core/bounds';
import { type CatalogueEntry, entryOf } from '@stride/core/catalogue';
import { beatsOf, firstSpan } from '@stride/core/cycle';
import { INSTRUMENTS, playedOn } from '@stride/core/instrument';
import { addSkeletonLayer, plainCells, type Rhythm } from '@stride/core/rhythm';
import { readCycleText } from '@stride/core/text';
import { capital } from '@stride/core/wording';
import { type FormEvent, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { database } from '../store/db.ts';
import { knownInstrument, knownInstruments } from '../store/known-instruments.ts';
import { newRecord, putRhythms, storageSentence } from '../store/rhythms.ts';
import { Button } from '../ui/Button.tsx';
import { Check } from '../ui/Check.tsx';
import { Field } from '../ui/Field.tsx';
import { Select } from '../ui/Select.tsx';
import { CycleAsk } from './CycleAsk.tsx';

interface NewRhythmProps {
  /** A cycle of the catalogue to begin with, as it is written. */
  readonly named?: string | undefined;
  readonly onClose: () => void;
}

/** Asks for what a rhythm needs to begin: a name, a cycle, a first instrument. */
export function NewRhythm({ named, onClose }: NewRhythmProps) {
  const navigate = useNavigate();
  const [name, setName] = useState('');
  const [spans, setSpans] = useState(named ?? '4x4');
  /** What the player chose; a cycle that is known on an instrument of its own proposes that until then. */
  const [wanted, setInstrument] = useState<string>();
  const [failure, setFailure] = useState<string>();
  const cycle = readCycleText(spans);
  const entry = cycle.ok ? entryOf(cycle.cycle) : undefined;
  const [withStrokes, setWithStrokes] = useState(true);
  const instrument = wanted ?? entry?.instrument ?? nth(INSTRUMENTS, 0).id;
  /** A second press while the first one is being kept makes no second rhythm. */
  const busy = useRef(false);

  async function onSubmit(event: FormEvent): Promise<void> {
    event.preventDefault();
    if (!cycle.ok || busy.current) return;
    busy.current = true;
    const empty = emptyRhythm(name, cycle.cycle, instrument);
    const made = withStrokes && entry ? withKnown(empty, entry) : empty;
    try {
      await putRhythms(database, [newRecord(made)]);
      // Now there is something of one's own to be kept.
      import('../safe/lasting.ts')
        .then(({ askLastingOnce }) => askLastingOnce())
        .catch(() => undefined);
      // What comes next is a stroke, so the line takes the keys at once.
      navigate(`/bench/${made.id}/write`, { state: { begin: true } });
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
            {knownInstruments().map((one) => (
              <option key={one.id} value={one.id}>
                {one.also ? `${one.name} (${one.also[0]})` : one.name}
              </option>
            ))}
          </Select>
        </label>
      </div>
      <CycleAsk written={spans} onWrite={setSpans} named={named !== undefined} />
      {entry?.skeleton ? (
        <Check className="min-h-9" checked={withStrokes} onChange={setWithStrokes}>
          Begin with the strokes it is known by
        </Check>
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

/**
 * With the strokes a cycle is known by: as the only layer where they are played on the chosen
 * instrument, to be changed from there, else beside an empty one.
 */
function withKnown(empty: Rhythm, entry: CatalogueEntry): Rhythm {
  if (!entry.skeleton) return empty;
  const known = addSkeletonLayer(empty, entry);
  if (!known.ok) return empty;
  const { layers } = known.rhythm;
  const [first, strokes] = layers;
  if (!first || strokes?.instrument !== first.instrument) return known.rhythm;
  return { ...known.rhythm, layers: [{ ...strokes, id: first.id }] };
}

/** A rhythm with one empty layer; a cycle of the catalogue brings its own counting and slower tempo. */
function emptyRhythm(name: string, cycle: Rhythm['cycle'], instrument: string): Rhythm {
  const entry = entryOf(cycle);
  const kind = knownInstrument(instrument);
  const tempo = entry?.tempos[0] ?? { bpm: 60, per: firstSpan(cycle) };
  return {
    id: crypto.randomUUID(),
    name: oneLine(name, NAME_LENGTH) || (entry ? capital(entry.name) : 'New rhythm'),
    cycle,
    layers: [
      {
        id: 'layer-1',
        name: capital(kind?.name ?? 'Layer'),
        ...(kind ? playedOn(kind) : { instrument }),
        cells: plainCells(beatsOf(cycle).map(({ span }) => span)),
        strokes: [],
      },
    ],
    tempo,
    target: Math.round((tempo.bpm * 4) / 3),
    ...(entry?.counting ? { counting: entry.counting } : {}),
    tags: [],
  };
}
