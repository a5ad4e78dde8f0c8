import { sayPair } from '@stride/core/read';
import { type Rhythm, timeRhythm } from '@stride/core/rhythm';
import { useMemo, useState } from 'react';
import type { Lit } from '../strideline/StrideLine.tsx';
import { ofLayer, Sentence } from './Sentence.tsx';

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
  if (!other) return null;
  return (
    <div className="mt-1.5 border-t border-edge pt-1.5">
      <label className="mb-1 flex items-center gap-2 text-[15px] text-quiet">
        With
        <select
          value={other.layer.id}
          className="h-8 rounded-lg border border-edge bg-paper px-1.5 text-[14.5px] text-ink"
          onChange={(event) => setWanted(event.target.value)}
        >
          {others.map(({ layer }) => (
            <option key={layer.id} value={layer.id}>
              {layer.name}
            </option>
          ))}
        </select>
        as long as both last
      </label>
      {sentences.map(({ text, slots }) => (
        <Sentence
          key={text}
          rhythm={rhythm}
          text={text}
          speaksOf={ofLayer(layerIndex, slots)}
          lit={lit}
          onLight={onLight}
        />
      ))}
    </div>
  );
}
