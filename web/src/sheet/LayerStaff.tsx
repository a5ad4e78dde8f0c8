import type { Cycle } from '@stride/core/cycle';
import type { Layer } from '@stride/core/rhythm';
import { engraveLayer } from '@stride/core/staff';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useMemo, useRef } from 'react';

interface LayerStaffProps {
  readonly cycle: Cycle;
  readonly layer: Layer;
  readonly width: number;
}

/** One layer as staff notation. The engraver is a large library and is loaded when first needed. */
export function LayerStaff({ cycle, layer, width }: LayerStaffProps) {
  const host = useRef<HTMLDivElement>(null);
  const engraver = useQuery({
    queryKey: ['engraver'],
    staleTime: Number.POSITIVE_INFINITY,
    queryFn: async () => {
      const { drawStaff } = await import('./draw-staff.ts');
      await document.fonts.load('30px Bravura');
      return drawStaff;
    },
  });
  const staff = useMemo(() => engraveLayer(cycle, layer), [cycle, layer]);
  const draw = engraver.data;
  useEffect(() => {
    if (host.current && draw) draw(host.current, staff, layer, { width, hands: true });
  }, [draw, staff, layer, width]);
  return (
    <figure className="staff">
      <div
        ref={host}
        role="img"
        aria-label={`Staff notation of ${layer.name}: ${staff.meter.over} over ${staff.meter.under}, ${staff.measures.length} ${staff.measures.length === 1 ? 'measure' : 'measures'}`}
      />
      {engraver.isPending ? <p className="text-quiet">The staff is being engraved …</p> : null}
      {engraver.isError ? (
        <p role="alert">The engraver could not be loaded. Reload the page to try again.</p>
      ) : null}
      {staff.overhanging.length > 0 ? (
        <figcaption className="text-sm">
          {staff.overhanging.length === 1
            ? 'One cell reaches'
            : `${staff.overhanging.length} cells reach`}{' '}
          over a barline and {staff.overhanging.length === 1 ? 'is' : 'are'} written whole before
          it.
        </figcaption>
      ) : null}
      {staff.unwritten.length > 0 ? (
        <figcaption className="text-sm">
          {staff.unwritten.length} cells have lengths that staff notation has no value for and are
          left out of it; the stride line shows them.
        </figcaption>
      ) : null}
    </figure>
  );
}
