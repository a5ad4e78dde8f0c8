import type { Rhythm } from '@stride/core/rhythm';
import { changesOf, sayPlace, sayShare } from '@stride/core/variation';
import { MiniLine } from '../strideline/MiniLine.tsx';

/** The variations of a rhythm, printed small: two beside one another, with when each comes. */
export function SheetVariations({ rhythm }: { readonly rhythm: Rhythm }) {
  const variations = (rhythm.variations ?? []).flatMap((variation) => {
    const changes = changesOf(rhythm, variation);
    return changes.length > 0 ? [{ variation, changes }] : [];
  });
  if (variations.length === 0) return null;
  return (
    <section aria-label="Variations" className="mt-2 grid grid-cols-3 gap-x-6 gap-y-1.5">
      {variations.map(({ variation: { id, key, name, place, share }, changes }) => (
        <div key={id} className="break-inside-avoid">
          <h3 className="text-sm">
            {key === undefined ? '' : `${key}  `}
            {name}
            <span className="ml-2 text-fine font-normal">
              {sayPlace(place)}; {sayShare(share)}
            </span>
          </h3>
          {changes.map(({ layer, grid, marked, said }) => (
            <div key={layer.id}>
              <MiniLine layer={layer} grid={grid} marked={marked} />
              <p className="text-fine">
                {layer.name}: {said}
              </p>
            </div>
          ))}
        </div>
      ))}
    </section>
  );
}
