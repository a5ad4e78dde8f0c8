import { usualCounting } from '@stride/core/counting';
import { placeOf, sayPlace } from '@stride/core/read';
import {
  countingOf,
  type Recast,
  type Rhythm,
  type StrokePlace,
  timeRhythm,
} from '@stride/core/rhythm';
import { counted, form, listed } from '@stride/core/wording';
import { useMemo } from 'react';
import { StrideLine } from '../strideline/StrideLine.tsx';

/** The most lost strokes that are named; the rest are counted. */
const NAMED = 4;

interface RecastPreviewProps {
  /** The rhythm as it is now. */
  readonly rhythm: Rhythm;
  readonly recast: Recast;
}

/** What the rhythm would be in another cycle: as a sentence, and drawn, with what moves lit. */
export function RecastPreview({ rhythm, recast }: RecastPreviewProps) {
  const after = recast.rhythm;
  const timed = useMemo(() => timeRhythm(after), [after]);
  const lit = useMemo(() => bySlots(recast.moved), [recast.moved]);
  const written = rhythm.layers.some((layer) => layer.strokes.length > 0);
  return (
    <>
      <p className="min-w-0 flex-1 basis-72">{sayRecast(rhythm, recast)}</p>
      {written && timed.ok ? (
        <section aria-label={`${rhythm.name} in ${after.cycle.name}`} className="basis-full">
          <StrideLine
            rhythm={after}
            timing={timed.timing}
            counting={after.counting ?? usualCounting(after.cycle)}
            scale={0.8}
            lit={recast.moved.length > 0 ? lit : undefined}
            label={(index) => (
              <span className="block truncate font-title text-note font-bold">
                {after.layers[index]?.name}
              </span>
            )}
          />
        </section>
      ) : null}
    </>
  );
}

function bySlots(places: readonly StrokePlace[]): ReadonlyMap<number, ReadonlySet<number>> {
  const slots = new Map<number, Set<number>>();
  for (const { layer, slot } of places) {
    const here = slots.get(layer) ?? new Set();
    slots.set(layer, here.add(slot));
  }
  return slots;
}

function sayRecast(rhythm: Rhythm, { by, kept, moved, lost, variations }: Recast): string {
  const all = kept + moved.length + lost.length;
  const strokes = (count: number) => counted(count, 'stroke');
  if (all === 0) return 'Nothing is written yet, so nothing has to move.';
  if (by === 'beats') return `As many beats as before: all ${strokes(all)} keep their beat.`;
  const parts = [
    kept === all ? `All ${strokes(all)} keep their pulse` : `${strokes(kept)} keep their pulse`,
    ...(moved.length > 0 ? [`${strokes(moved.length)} move to the nearest slot, lit below`] : []),
    ...(lost.length > 0
      ? [
          `${strokes(lost.length)} ${form(lost.length, 'finds')} no room and ${form(lost.length, 'goes')} (${sayLost(rhythm, lost)})`,
        ]
      : []),
  ];
  const varied =
    variations.length > 0 ? ` In ${listed(variations)} too strokes move or find no room.` : '';
  return `${parts.join(', ')}.${varied} Undo brings everything back.`;
}

/** Where lost strokes stand now: `Walker, e of 3 in bar 2`. */
function sayLost(rhythm: Rhythm, lost: readonly StrokePlace[]): string {
  const timed = timeRhythm(rhythm);
  const named = lost.slice(0, NAMED).flatMap(({ layer: index, slot }) => {
    const layer = rhythm.layers[index];
    const grid = timed.ok ? timed.timing.layers[index] : undefined;
    if (!layer || !grid) return [];
    const place = placeOf(rhythm.cycle, layer, grid, slot, countingOf(rhythm, layer));
    return [`${layer.name}, ${sayPlace(place)} in bar ${place.turn}`];
  });
  const more = lost.length - named.length;
  return `${named.join('; ')}${more > 0 ? `; and ${more} more` : ''}`;
}
