import type { Rhythm } from '@stride/core/rhythm';
import { Button } from '../ui/Button.tsx';
import { Panel } from '../ui/Panel.tsx';

interface TurnsPanelProps {
  /** What they are called. */
  readonly turns: Rhythm['turns'];
  /** Turns there are. */
  readonly count: number;
  /** Turns that are read, from 0, ascending; none where all are. */
  readonly chosen: readonly number[];
  readonly onChange: (turns: readonly number[]) => void;
}

/** Which turns are read: all, or some, so that a silent turn or another ending does not distort. */
export function TurnsPanel({ turns, count, chosen, onChange }: TurnsPanelProps) {
  const toggle = (turn: number) => {
    const next = chosen.includes(turn)
      ? chosen.filter((one) => one !== turn)
      : [...chosen, turn].sort((a, b) => a - b);
    onChange(next.length === count ? [] : next);
  };
  return (
    <Panel
      label="Turns that are read"
      align="end"
      width={280}
      trigger={<Button look={chosen.length > 0 ? 'on' : 'plain'}>{sayTurns(chosen)}</Button>}
    >
      <p className="text-sm text-quiet">
        What it says then holds for these turns alone, played round and round.
      </p>
      <label className="flex items-center gap-2">
        <input
          type="checkbox"
          checked={chosen.length === 0}
          className="size-4 accent-[var(--go)]"
          onChange={() => onChange([])}
        />
        All turns
      </label>
      <div className="max-h-72 overflow-y-auto">
        {Array.from({ length: count }, (_, turn) => {
          const named = turns?.find((one) => one.turn === turn);
          return (
            // biome-ignore lint/suspicious/noArrayIndexKey: a turn is its number
            <label key={turn} className="flex items-center gap-2 py-0.5">
              <input
                type="checkbox"
                checked={chosen.includes(turn)}
                className="size-4 accent-[var(--go)]"
                onChange={() => toggle(turn)}
              />
              Turn {turn + 1}
              {named ? <span className="text-quiet">{named.name ?? named.mark}</span> : null}
            </label>
          );
        })}
      </div>
    </Panel>
  );
}

/** The turns that are read, short: “Turns 1, 3 and 4”. */
function sayTurns(turns: readonly number[]): string {
  if (turns.length === 0) return 'All turns';
  const numbers = turns.map((turn) => turn + 1);
  if (numbers.length === 1) return `Turn ${numbers[0]}`;
  if (numbers.length > 4) return `${numbers.length} turns`;
  return `Turns ${numbers.slice(0, -1).join(', ')} and ${numbers.at(-1)}`;
}
