import { nth } from '@stride/core/bounds';
import { crossingOfLayers, type Pulse } from '@stride/core/crossing';
import { sayPair } from '@stride/core/read';
import { type Rhythm, tempoAt, timeRhythm } from '@stride/core/rhythm';
import {
  type Bpm,
  multiply,
  type Pulses,
  secondsPerPulse,
  TEMPO_RANGE,
  toNumber,
} from '@stride/core/time';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import type { Lit } from '../strideline/StrideLine.tsx';
import { Select } from '../ui/Select.tsx';
import { Sentences } from './Sentences.tsx';

interface PairProps {
  readonly rhythm: Rhythm;
  readonly layerIndex: number;
  readonly lit: Lit | undefined;
  readonly onLight: (lit: Lit | undefined) => void;
}

/** This layer and another one: where they meet, and where one answers the other. */
export function Pair({ rhythm, layerIndex, lit, onLight }: PairProps) {
  const others = rhythm.layers.flatMap((layer, index) =>
    index === layerIndex ? [] : [{ layer, index }],
  );
  const [wanted, setWanted] = useState<string>();
  const other = others.find((one) => one.layer.id === wanted) ?? others[0];
  const sentences = useMemo(() => {
    const timed = timeRhythm(rhythm);
    return timed.ok && other ? sayPair(rhythm, timed.timing, layerIndex, other.index) : [];
  }, [rhythm, layerIndex, other]);
  const crossing = useMemo(() => {
    const timed = timeRhythm(rhythm);
    return timed.ok && other
      ? crossingOfLayers(rhythm, timed.timing, [layerIndex, other.index])
      : undefined;
  }, [rhythm, layerIndex, other]);
  if (!other) return null;
  return (
    <div className="mt-1.5 border-t border-edge pt-1.5">
      <label className="mb-1 flex items-center gap-2 text-note text-quiet">
        With
        <Select
          value={other.layer.id}
          className="h-8 px-1.5 text-sm"
          onChange={(event) => setWanted(event.target.value)}
        >
          {others.map(({ layer }) => (
            <option key={layer.id} value={layer.id}>
              {layer.name}
            </option>
          ))}
        </Select>
        as long as both last
      </label>
      <Sentences {...{ rhythm, layerIndex, lit, onLight }} findings={sentences} />
      {crossing?.ok ? (
        <Link
          to="/crossing"
          state={{
            pulses: crossing.pulses,
            parts: crossing.parts,
            bpm: tempoOf(rhythm, crossing.pulses, crossing.span),
          }}
          className="mt-1 inline-block underline"
        >
          Both are even: open {crossing.pulses.map((pulse) => pulse.steps).join(' : ')} in Crossing
        </Link>
      ) : null}
    </div>
  );
}

/** Steps a minute of the first pulse, so that the crossing goes as fast as the rhythm does. */
function tempoOf(rhythm: Rhythm, pulses: readonly Pulse[], span: Pulses): Bpm {
  const seconds = toNumber(multiply(span, secondsPerPulse(tempoAt(rhythm))));
  const bpm = (nth(pulses, 0).steps * 60) / seconds;
  return Math.min(TEMPO_RANGE.max, Math.max(TEMPO_RANGE.min, bpm));
}
