import { instrumentOf, strokeKind } from '@stride/core/instrument';
import { type Found, meetings, sayFound, type Wanted } from '@stride/core/read';
import { countingOf, type Layer, type Rhythm, timeRhythm } from '@stride/core/rhythm';
import { capital } from '@stride/core/wording';
import { memo, useMemo, useState } from 'react';
import type { Lit } from '../strideline/StrideLine.tsx';
import { Card } from '../ui/Card.tsx';
import { Select } from '../ui/Select.tsx';
import { ofLayer, Sentence } from './Sentence.tsx';

interface AskProps {
  readonly rhythm: Rhythm;
  readonly layerIndex: number;
  readonly lit: Lit | undefined;
  readonly onLight: (lit: Lit | undefined) => void;
}

/** Any stroke, any accent, or a stroke's code. */
type Stroke = 'any' | 'accents' | `kind:${string}`;

const MOST = 12;

/** Finds where a stroke of this layer falls with a stroke of another one. */
export const Ask = memo(function Ask({ rhythm, layerIndex, lit, onLight }: AskProps) {
  const layer = rhythm.layers[layerIndex];
  const others = rhythm.layers.filter((_, index) => index !== layerIndex);
  const [mine, setMine] = useState<Stroke>('any');
  const [whom, setWhom] = useState<string>();
  const [theirs, setTheirs] = useState<Stroke>('any');
  const other = others.find((one) => one.id === whom) ?? others[0];
  const otherIndex = other ? rhythm.layers.indexOf(other) : -1;
  // A stroke that the layer does not have is not asked for.
  const asked = layer && has(layer, mine) ? mine : 'any';
  const answered = other && has(other, theirs) ? theirs : 'any';
  const found = useMemo(() => {
    const timed = timeRhythm(rhythm);
    if (!timed.ok || otherIndex < 0) return undefined;
    const what = wanted(layerIndex, asked);
    const { timing } = timed;
    const found = meetings(rhythm, timing, what, wanted(otherIndex, answered));
    const bars = [layerIndex, otherIndex].some(
      (index) => (timing.layers[index]?.lengthTicks ?? 0) > timing.turnTicks,
    );
    return (
      found && {
        bars,
        places: found.map((one) => ({
          ...one,
          words: sayFound(one, rhythm, timing, what, countingOf(rhythm)),
        })),
      }
    );
  }, [rhythm, layerIndex, otherIndex, asked, answered]);
  if (!layer || !other) return null;
  const mineSaid = sayWanted(layer, asked);
  const theirSaid = `${sayWanted(other, answered).toLowerCase()} of ${other.name}`;
  const text =
    found === undefined
      ? `${layer.name} and ${other.name} take too long to come round together to be looked through.`
      : found.places.length === 0
        ? `${mineSaid} never meets ${theirSaid}.`
        : `${mineSaid} meets ${theirSaid} on ${sayPlaces(found.places, found.bars)}.`;
  const slots = (side: 0 | 1) => found?.places.map((one) => one.slots[side]) ?? [];
  const speaksOf: Lit = new Map(
    found && found.places.length > 0
      ? [...ofLayer(layerIndex, slots(0)), ...ofLayer(otherIndex, slots(1))]
      : [],
  );
  return (
    <Card
      aria-label="Where do they meet"
      className="isolate px-[18px] py-2.5 text-note leading-snug"
    >
      <h2 className="mb-1.5 text-lg">Where do they meet?</h2>
      <div className="mb-1.5 flex flex-wrap items-center gap-2">
        <StrokeSelect
          label={`Stroke of ${layer.name}`}
          layer={layer}
          value={asked}
          onChange={setMine}
        />
        with
        <StrokeSelect
          label="Stroke of the other layer"
          layer={other}
          value={answered}
          onChange={setTheirs}
        />
        of
        <Select
          aria-label="The other layer"
          value={other.id}
          className="max-w-[200px] text-note"
          onChange={(event) => setWhom(event.target.value)}
        >
          {others.map((one) => (
            <option key={one.id} value={one.id}>
              {one.name}
            </option>
          ))}
        </Select>
      </div>
      <div role="status">
        <Sentence rhythm={rhythm} text={text} speaksOf={speaksOf} lit={lit} onLight={onLight} />
      </div>
    </Card>
  );
});

/** The first of the places, with their bars where the two layers last longer than one. */
function sayPlaces(found: readonly (Found & { readonly words: string })[], bars: boolean): string {
  const places = found
    .slice(0, MOST)
    .map((one) => (bars ? `${one.words} of bar ${one.turn}` : one.words));
  const more = found.length > MOST ? ` and ${found.length - MOST} more` : '';
  return `${places.join(', ')}${more}`;
}

interface StrokeSelectProps {
  readonly label: string;
  readonly layer: Layer;
  readonly value: Stroke;
  readonly onChange: (stroke: Stroke) => void;
}

function StrokeSelect({ label, layer, value, onChange }: StrokeSelectProps) {
  const codes = [...new Set(layer.strokes.map((stroke) => stroke.kind))];
  return (
    <Select
      aria-label={label}
      value={value}
      className="max-w-[200px] text-note"
      onChange={(event) => onChange(event.target.value as Stroke)}
    >
      <option value="any">any stroke</option>
      <option value="accents">an accent</option>
      {codes.map((code) => (
        <option key={code} value={`kind:${code}`}>
          {nameOf(layer, code)}
        </option>
      ))}
    </Select>
  );
}

function has(layer: Layer, stroke: Stroke): boolean {
  return (
    !stroke.startsWith('kind:') ||
    layer.strokes.some(({ kind }) => kind === stroke.slice('kind:'.length))
  );
}

function wanted(layer: number, stroke: Stroke): Wanted {
  if (stroke === 'any') return { layer };
  if (stroke === 'accents') return { layer, accents: true };
  return { layer, kind: stroke.slice('kind:'.length) };
}

function nameOf(layer: Layer, code: string): string {
  const instrument = instrumentOf(layer);
  return (instrument && strokeKind(instrument, code)?.name) ?? code;
}

function sayWanted(layer: Layer, stroke: Stroke): string {
  if (stroke === 'any') return 'A stroke';
  if (stroke === 'accents') return 'An accent';
  const name = nameOf(layer, stroke.slice('kind:'.length));
  return capital(name);
}
