import { COUNTING_SYSTEMS, SYSTEM_NOTES } from '@stride/core/counting';
import { type Instrument, instrumentOf, proposeMap } from '@stride/core/instrument';
import {
  addTurn,
  codesUsed,
  duplicateLayer,
  editLayer,
  type Layer,
  LIMITS,
  moveLayer,
  playOn,
  type Rhythm,
  removeLastTurn,
  removeLayer,
  renameLayer,
  SAY_SYSTEMS,
  setLayerCounting,
} from '@stride/core/rhythm';
import { ArrowDown, ArrowUp, SlidersHorizontal } from 'lucide-react';
import { useId, useRef, useState } from 'react';
import { useBench } from '../bench/context.ts';
import { knownInstrument, knownInstruments } from '../store/known-instruments.ts';
import { Button } from '../ui/Button.tsx';
import { NameField } from '../ui/NameField.tsx';
import { Panel } from '../ui/Panel.tsx';
import { Select } from '../ui/Select.tsx';
import { toast } from '../ui/toasts.ts';
import { TuningFields } from './TuningFields.tsx';

/** What can be done with a whole layer: its name, instrument, level, tuning, turns and place. */
export function LayerPanel({ id, name }: Pick<Layer, 'id' | 'name'>) {
  const [open, setOpen] = useState(false);
  return (
    <Panel
      label={`Layer ${name}`}
      side="right"
      align="start"
      width={360}
      open={open}
      onOpenChange={setOpen}
      trigger={
        <button
          type="button"
          aria-label={`Layer ${name}`}
          title={`Name, instrument, level, tuning and turns of ${name}`}
          className="flex size-7 items-center justify-center rounded-lg text-quiet hover:bg-band"
        >
          <SlidersHorizontal aria-hidden size={16} />
        </button>
      }
    >
      <LayerTools layerId={id} onDone={() => setOpen(false)} />
    </Panel>
  );
}

interface LayerToolsProps {
  readonly layerId: string;
  readonly onDone: () => void;
}

/** The panel's inside, which follows the rhythm only while it is open. */
function LayerTools({ layerId, onDone }: LayerToolsProps) {
  const { document, rhythm, mix, setMix, edit } = useBench();
  const id = useId();
  const index = rhythm.layers.findIndex((one) => one.id === layerId);
  const layer = rhythm.layers[index];
  if (!layer) return null;
  const level = mix.levels[layer.id] ?? 1;
  const solo = mix.solo.includes(layer.id);

  const editThis = (change: (before: Layer) => Layer) =>
    edit((before) => editLayer(before, layer.id, change));

  return (
    <>
      <NameField
        label="Name of the layer"
        name={layer.name}
        className="h-9 rounded-lg border border-field bg-paper px-2 text-base text-ink"
        onName={(name) => edit((before) => renameIn(before, layer.id, name), `name:${layer.id}`)}
      />
      <InstrumentChoice
        layer={layer}
        onChange={(instrument, map) => {
          if (!edit((before) => playOn(before, layer.id, instrument, map))) return;
          toast(`${layer.name} is now played on the ${instrument.name}.`, () => document.undo());
        }}
      />
      <label className="flex flex-col gap-1 text-sm text-quiet">
        Under the line
        <Select
          value={layer.sayCounting ?? ''}
          onChange={(event) => {
            const system = SAY_SYSTEMS.find((one) => one === event.target.value);
            editThis((before) => setLayerCounting(before, system));
          }}
        >
          <option value="">its syllables</option>
          <option value="forces">how heavy: heavy, even, light, lightest</option>
          {COUNTING_SYSTEMS.map((system) => (
            <option key={system} value={system}>
              counted in {SYSTEM_NOTES[system].name}
            </option>
          ))}
        </Select>
      </label>
      <div className="flex items-center gap-3">
        <label htmlFor={`${id}-level`} className="text-sm text-quiet">
          Level
        </label>
        <input
          id={`${id}-level`}
          type="range"
          min={0}
          max={1}
          step={0.05}
          value={level}
          className="flex-1 accent-[var(--go)]"
          onChange={(event) =>
            setMix({ levels: { ...mix.levels, [layer.id]: Number(event.target.value) } })
          }
        />
        <span className="w-10 text-right text-sm">{Math.round(level * 100)} %</span>
        <Button
          look={solo ? 'on' : 'plain'}
          aria-pressed={solo}
          title={`Hear only ${layer.name}`}
          onClick={() =>
            setMix({
              solo: solo ? mix.solo.filter((one) => one !== layer.id) : [...mix.solo, layer.id],
            })
          }
        >
          Solo
        </Button>
      </div>
      <TuningFields
        layer={layer}
        onTune={(change, what) => edit((before) => editLayer(before, layer.id, change), what)}
      />
      <div className="flex flex-wrap gap-2">
        <Button onClick={() => editThis((before) => addTurn(rhythm, before, 'copy'))}>
          Repeat the last turn
        </Button>
        <Button onClick={() => editThis((before) => addTurn(rhythm, before, 'empty'))}>
          Add an empty turn
        </Button>
        <Button
          disabled={removeLastTurn(rhythm, layer) === layer}
          onClick={() => editThis((before) => removeLastTurn(rhythm, before))}
        >
          Take the last turn away
        </Button>
      </div>
      <div className="flex flex-wrap gap-2 border-t border-edge pt-3">
        <Button
          aria-label={`Move ${layer.name} up`}
          disabled={index === 0}
          onClick={() => edit((before) => moveLayer(before, layer.id, -1))}
        >
          <ArrowUp aria-hidden size={16} />
        </Button>
        <Button
          aria-label={`Move ${layer.name} down`}
          disabled={index === rhythm.layers.length - 1}
          onClick={() => edit((before) => moveLayer(before, layer.id, 1))}
        >
          <ArrowDown aria-hidden size={16} />
        </Button>
        <Button
          disabled={rhythm.layers.length >= LIMITS.layers}
          onClick={() => {
            onDone();
            edit((before) => duplicateLayer(before, layer.id));
            toast(`${layer.name} was duplicated.`, () => document.undo());
          }}
        >
          Duplicate
        </Button>
        <Button
          className="ml-auto"
          onClick={() => {
            onDone();
            if (!edit((before) => removeLayer(before, layer.id))) return;
            toast(`${layer.name} was taken out.`, () => document.undo());
          }}
        >
          Take the layer out
        </Button>
      </div>
    </>
  );
}

function renameIn(rhythm: Rhythm, id: string, name: string): Rhythm {
  return editLayer(rhythm, id, (before) => renameLayer(before, name));
}

interface InstrumentChoiceProps {
  readonly layer: Layer;
  readonly onChange: (instrument: Instrument, map: ReadonlyMap<string, string>) => void;
}

/** Another instrument for a layer, with a table of what becomes what before anything changes. */
function InstrumentChoice({ layer, onChange }: InstrumentChoiceProps) {
  const from = instrumentOf(layer);
  const select = useRef<HTMLSelectElement>(null);
  const [wanted, setWanted] = useState(layer.instrument);
  const [chosen, setChosen] = useState<Readonly<Record<string, string>>>({});
  const to = knownInstrument(wanted);
  const used = codesUsed(layer);
  const proposed = from && to ? proposeMap(from, to) : new Map<string, string>();
  const becomes = (code: string) => chosen[code] ?? proposed.get(code) ?? '';
  return (
    <div className="flex flex-col gap-2">
      <label className="flex flex-col gap-1 text-sm text-quiet">
        Instrument
        <Select
          ref={select}
          value={wanted}
          onChange={(event) => {
            setWanted(event.target.value);
            setChosen({});
          }}
        >
          {knownInstruments().map((one) => (
            <option key={one.id} value={one.id}>
              {one.name}
            </option>
          ))}
        </Select>
      </label>
      {from && to && to.id !== from.id ? (
        <>
          {used.length > 0 ? (
            <table className="text-note">
              <caption className="pb-1 text-left text-sm text-quiet">What becomes what</caption>
              <tbody>
                {used.map((code) => (
                  <tr key={code}>
                    <th scope="row" className="py-0.5 pr-2 text-left font-normal">
                      <span className="font-mono">{code}</span>{' '}
                      {from.strokes.find((one) => one.code === code)?.name}
                    </th>
                    <td>
                      <Select
                        aria-label={`${code} becomes`}
                        value={becomes(code)}
                        className="h-8 w-full rounded-md px-1"
                        onChange={(event) => setChosen({ ...chosen, [code]: event.target.value })}
                      >
                        {to.strokes.map((one) => (
                          <option key={one.code} value={one.code}>
                            {one.code} {one.name}
                          </option>
                        ))}
                        <option value="">leave out</option>
                      </Select>
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          ) : null}
          <div className="flex flex-wrap gap-2">
            <Button
              look="go"
              onClick={() => {
                onChange(to, new Map(used.map((code) => [code, becomes(code)])));
                // The button goes with the question that it answered.
                select.current?.focus();
              }}
            >
              Play it on the {to.name}
            </Button>
            <Button
              onClick={() => {
                setWanted(layer.instrument);
                setChosen({});
                select.current?.focus();
              }}
            >
              Stay with the {from.name}
            </Button>
          </div>
        </>
      ) : null}
    </div>
  );
}
