import { useBenchSoon, useOpenBench } from '../bench/context.ts';
import { useStore } from '../ui/store.ts';

/** The variations by key and name, right under the line: pressed, one comes at the next turn. */
export function VariationChips() {
  const bench = useOpenBench();
  const { varied, call } = bench;
  const { rhythm } = useBenchSoon(bench);
  const { heard, called } = useStore(varied);
  const { variations = [] } = rhythm;
  if (variations.length === 0) return null;
  return (
    <ul aria-label="Variations by key" className="flex flex-wrap gap-1">
      {variations.map(({ id, key, name }) => (
        <li key={id}>
          <button
            type="button"
            aria-pressed={called === id}
            title={`Plays ${name} when this turn ends${key === undefined ? '' : `; key ${key}`}`}
            className={`flex h-8 max-w-48 items-center gap-2 rounded-lg border px-2.5 text-sm hover:border-faint ${heard === id ? 'border-[var(--now)] bg-choice font-semibold' : called === id ? 'border-ink bg-ink text-card' : 'border-edge'}`}
            onClick={() => call.now(id)}
          >
            {key === undefined ? null : <b className="font-title">{key}</b>}
            <span className="truncate">{name}</span>
          </button>
        </li>
      ))}
    </ul>
  );
}
