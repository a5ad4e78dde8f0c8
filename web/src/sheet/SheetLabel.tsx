import { instrumentOf } from '@stride/core/instrument';
import type { Layer } from '@stride/core/rhythm';

/** What stands before a line on paper: whose it is, and on what it is played. */
export function SheetLabel({ layer }: { readonly layer: Layer | undefined }) {
  if (!layer) return null;
  return (
    <p className="leading-tight">
      <span className="block truncate font-title text-note font-bold">{layer.name}</span>
      <span className="block truncate text-fine">
        {instrumentOf(layer)?.name}
        {layer.feel ? `, ${layer.feel.name}` : ''}
      </span>
    </p>
  );
}
