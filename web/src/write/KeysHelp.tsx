import { findInstrument } from '@stride/core/instrument';
import { Head } from '../strideline/Head.tsx';

/** What the keys do on the line, in one row; the letters are those of the chosen instrument. */
export function KeysHelp({ instrument }: { readonly instrument: string | undefined }) {
  const known = instrument ? findInstrument(instrument) : undefined;
  return (
    <span className="flex flex-wrap gap-x-3 gap-y-1 max-sm:hidden">
      <span>
        On the line: <Key>← →</Key> move
      </span>
      <span>
        {known?.strokes.map((stroke) => (
          <span
            key={stroke.code}
            title={`${stroke.name}: ${stroke.how}`}
            className="mr-1 inline-flex items-center gap-0.5"
          >
            <svg width="15" height="15" viewBox="-9 -9 18 18" aria-hidden="true">
              <Head family={stroke.family} size={7} below={false} />
            </svg>
            <Key>{stroke.code}</Key>
          </span>
        ))}{' '}
        place
      </span>
      <span>
        <Key>!</Key> accent
      </span>
      <span>
        <Key>+ −</Key> force
      </span>
      <span>
        <Key>Alt ↑ ↓</Key> right, left
      </span>
      <span>
        <Key>1</Key>–<Key>9</Key> slots
      </span>
      <span>
        <Key>Del</Key> remove
      </span>
    </span>
  );
}

function Key({ children }: { readonly children: string }) {
  return (
    <kbd className="mr-0.5 rounded border border-edge bg-card px-1 font-mono text-[13px] text-ink">
      {children}
    </kbd>
  );
}
