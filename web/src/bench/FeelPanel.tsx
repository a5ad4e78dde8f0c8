import {
  cutFor,
  editLayer,
  FEEL_ENDS,
  FEEL_STEPS,
  type Feel,
  type FeelEnd,
  feelBetween,
  type Layer,
  leaningOf,
  longToShort,
  setFeel,
  turnBeats,
} from '@stride/core/rhythm';
import { readFeel, writeFeel } from '@stride/core/text';
import { formatRational } from '@stride/core/time';
import { useId, useState } from 'react';
import { Button } from '../ui/Button.tsx';
import { NameField } from '../ui/NameField.tsx';
import { Panel } from '../ui/Panel.tsx';
import { Select } from '../ui/Select.tsx';
import { WrittenField } from '../ui/WrittenField.tsx';
import { useBench } from './context.ts';

/** How the parts of a layer’s beats are felt: heard as the slider moves, and kept with the layer. */
export function FeelPanel({ layer }: { readonly layer: Layer }) {
  const { feel } = layer;
  return (
    <Panel
      label={`Feel of ${layer.name}`}
      align="end"
      width={380}
      trigger={
        <Button
          look={feel ? 'on' : 'plain'}
          title="Where between the slots its strokes are felt: straight, long and short, between fours and threes"
        >
          <span className="max-w-40 truncate">Feel: {feel?.name ?? 'straight'}</span>
        </Button>
      }
    >
      <FeelFields layer={layer} />
    </Panel>
  );
}

const BEATS = {
  all: 'in every beat',
  odd: 'in every other beat, from the first',
  even: 'in every other beat, from the second',
} as const;
type Beats = keyof typeof BEATS;

function FeelFields({ layer }: { readonly layer: Layer }) {
  const { rhythm, edit } = useBench();
  const { feel } = layer;
  const id = useId();
  const parts = new Set(layer.cells.map(({ slots }) => slots));
  const ends = (Object.keys(FEEL_ENDS) as FeelEnd[]).filter((end) =>
    Object.keys(FEEL_ENDS[end]).some((slots) => parts.has(Number(slots))),
  );
  const leaning = feel && leaningOf(feel);
  const [wanted, setWanted] = useState<FeelEnd>();
  const end = wanted ?? leaning?.end ?? ends[0];
  const [beats, setBeats] = useState<Beats>(() => beatsOf(leaning?.beats));
  const step = leaning && leaning.end === end ? leaning.step : 0;
  const set = (next: Feel | undefined) =>
    edit((before) => editLayer(before, layer.id, (one) => setFeel(one, next)), `feel ${layer.id}`);
  const lean = (to: FeelEnd, by: number, where: Beats) => {
    const all = Array.from({ length: turnBeats(rhythm.cycle) }, (_, beat) => beat);
    const only =
      where === 'all' ? undefined : all.filter((beat) => beat % 2 === (where === 'odd' ? 0 : 1));
    // A turn of one beat has no other beat to lean.
    set(only?.length === 0 ? undefined : feelBetween(feel?.name ?? to, to, by, only));
  };
  return (
    <>
      {end ? (
        <>
          <label className="flex flex-col gap-1 text-sm text-quiet">
            From straight towards
            <Select
              value={end}
              onChange={({ target: { value } }) => {
                const next = ends.find((one) => one === value) ?? end;
                setWanted(next);
                if (step > 0) lean(next, step, beats);
              }}
            >
              {ends.map((one) => (
                <option key={one}>{one}</option>
              ))}
            </Select>
          </label>
          <label htmlFor={id} className="flex flex-col gap-1 text-sm text-quiet">
            How far
            <input
              id={id}
              type="range"
              min={0}
              max={FEEL_STEPS}
              value={step}
              aria-valuetext={sayStep(step, end)}
              className="h-9 w-full accent-[var(--go)]"
              onChange={(event) => lean(end, Number(event.target.value), beats)}
            />
            <span role="status" className="text-note text-ink">
              {feel && !leaning ? 'written by hand' : sayStep(step, end)}
            </span>
          </label>
          <label className="flex flex-col gap-1 text-sm text-quiet">
            Where
            <Select
              value={beats}
              onChange={({ target: { value } }) => {
                const next = value as Beats;
                setBeats(next);
                if (step > 0) lean(end, step, next);
              }}
            >
              {Object.entries(BEATS).map(([key, said]) => (
                <option key={key} value={key}>
                  {said}
                </option>
              ))}
            </Select>
          </label>
        </>
      ) : (
        <p className="text-quiet">
          None of its beats has two, three or four parts to lean; places can be written.
        </p>
      )}
      {feel ? (
        <>
          <NameField
            label="Its name, as it is printed"
            name={feel.name}
            maxLength={40}
            className="h-9 rounded-lg border border-field bg-paper px-2 text-base text-ink"
            onName={(name) => {
              const kept = name.replace(/[#":]/g, ' ').trim();
              if (kept !== '') set({ ...feel, name: kept });
            }}
          />
          <p className="text-note">
            {[...parts].flatMap((slots) => sayCut(feel, slots) ?? []).join('; ')}
          </p>
        </>
      ) : null}
      <WrittenField<Feel | undefined>
        label="As it is written"
        written={feel ? writeFeel(feel) : ''}
        placeholder="Lilt : 0 7/12"
        read={(text) => {
          if (text.trim() === '') return { value: undefined };
          const read = readFeel(text);
          return read.ok ? { value: read.feel } : { message: read.message };
        }}
        onValue={set}
        note="A name, a colon, and the places in the beat; rows by commas."
      />
      {feel ? <Button onClick={() => set(undefined)}>Straight</Button> : null}
    </>
  );
}

function beatsOf(beats: readonly number[] | undefined): Beats {
  if (!beats) return 'all';
  return beats[0] === 0 ? 'odd' : 'even';
}

/** “half way: fours to threes”, “7 of 24 steps: long and short”. */
function sayStep(step: number, end: FeelEnd): string {
  if (step === 0) return 'straight';
  if (step === FEEL_STEPS) return `all the way: ${end}`;
  return step * 2 === FEEL_STEPS ? `half way: ${end}` : `${step} of ${FEEL_STEPS} steps: ${end}`;
}

/** “4 parts at 0 7/24 1/2 19/24, 1.40 to 1”. */
function sayCut(feel: Feel, slots: number): string | undefined {
  const cut = feel.cuts.find((one) => one.slots === slots) ?? cutFor(feel, slots, 0);
  if (!cut) return undefined;
  const ratio = longToShort(cut);
  const said = cut.at.map((place) => formatRational(place)).join(' ');
  return `${slots} parts at ${said}${ratio === undefined ? '' : `, ${ratio.toFixed(2)} to 1`}`;
}
