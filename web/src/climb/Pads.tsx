import type { PadsInput } from '../ear/pads-input.ts';

/** Two pads for two hands, as large as there is room. */
export function Pads({ pads }: { readonly pads: PadsInput }) {
  return (
    <div className="grid grid-cols-2 gap-2">
      {(['L', 'R'] as const).map((hand) => (
        <button
          key={hand}
          type="button"
          className="h-28 touch-none rounded-2xl border-2 border-field bg-paper text-title font-semibold select-none active:bg-choice"
          onPointerDown={(event) => pads.touch(hand, event.nativeEvent)}
        >
          {hand === 'R' ? 'Right' : 'Left'}
        </button>
      ))}
    </div>
  );
}
