import { kindLines, sayKindLine, slotsWith } from '@stride/core/read';
import { type Rhythm, timeRhythm } from '@stride/core/rhythm';
import { memo, useMemo } from 'react';
import type { Lit } from '../strideline/StrideLine.tsx';
import { Card } from '../ui/Card.tsx';
import { ofLayer, Sentence } from './Sentence.tsx';

interface AloneProps {
  readonly rhythm: Rhythm;
  readonly layerIndex: number;
  readonly lit: Lit | undefined;
  readonly onLight: (lit: Lit | undefined) => void;
}

/** One thing of the line at a time: the accents, one kind of stroke, what falls together. */
export const Alone = memo(function Alone({ rhythm, layerIndex, lit, onLight }: AloneProps) {
  const parts = useMemo(() => partsOf(rhythm, layerIndex), [rhythm, layerIndex]);
  if (parts.length === 0) return null;
  return (
    <Card
      aria-label="One thing at a time"
      className="isolate px-[18px] py-2.5 text-note leading-snug"
    >
      <h2 className="mb-1 text-lg">One thing at a time</h2>
      <div className="grid grid-cols-2 gap-x-6 gap-y-0.5 max-sm:grid-cols-1">
        {parts.map(({ text, slots }) => (
          <Sentence
            key={text}
            rhythm={rhythm}
            text={text}
            speaksOf={slots}
            lit={lit}
            onLight={onLight}
          />
        ))}
      </div>
    </Card>
  );
});

function partsOf(
  rhythm: Rhythm,
  layerIndex: number,
): readonly { readonly text: string; readonly slots: Lit }[] {
  const timed = timeRhythm(rhythm);
  const layer = rhythm.layers[layerIndex];
  const grid = timed.ok ? timed.timing.layers[layerIndex] : undefined;
  if (!timed.ok || !layer || !grid) return [];
  const accents = layer.strokes.filter((one) => one.force === 4).map((one) => one.slot);
  const all = [...new Set(layer.strokes.map((one) => one.slot))];
  const together = rhythm.layers.flatMap((other, index) => {
    if (index === layerIndex) return [];
    const mine = slotsWith(rhythm, timed.timing, layerIndex, all, index);
    const theirs = slotsWith(
      rhythm,
      timed.timing,
      index,
      [...new Set(other.strokes.map((one) => one.slot))],
      layerIndex,
    );
    if (mine.length === 0) return [];
    const slots: Lit = new Map([...ofLayer(layerIndex, mine), ...ofLayer(index, theirs)]);
    return [{ text: `Only what falls with ${other.name}.`, slots }];
  });
  return [
    ...(accents.length > 0 && accents.length < layer.strokes.length
      ? [{ text: 'Only the accents.', slots: ofLayer(layerIndex, accents) }]
      : []),
    ...kindLines(layer, grid).map((line) => ({
      text: sayKindLine(line, grid, timed.timing),
      slots: ofLayer(layerIndex, line.slots),
    })),
    ...together,
  ];
}
