import { readOrder, writeOrder } from '@stride/core/passage';
import {
  nameTurn,
  type Rhythm,
  sayTurn,
  setTurnLevel,
  TURN_LEVEL,
  TURN_MARKS,
} from '@stride/core/rhythm';
import { ChevronDown, ChevronRight, ListOrdered } from 'lucide-react';
import { memo } from 'react';
import { NameField } from '../ui/NameField.tsx';
import { Panel } from '../ui/Panel.tsx';
import { Select } from '../ui/Select.tsx';
import { Toolbar } from '../ui/Toolbar.tsx';
import { WrittenField } from '../ui/WrittenField.tsx';

interface TurnsProps {
  /** How many turns are drawn. */
  readonly count: number;
  readonly turns: Rhythm['turns'];
  readonly folded: ReadonlySet<number>;
  readonly onFold: (folded: ReadonlySet<number>) => void;
  readonly onEdit: (change: (before: Rhythm) => Rhythm) => void;
  /** The order in which they are played where that is asked for, as it is written. */
  readonly order: string | undefined;
  readonly onOrder: (order: string) => void;
}

/** The turns of a longer phrase: fold them away, name them, mark what they are. */
export const Turns = memo(function Turns(props: TurnsProps) {
  const { count, turns, folded, onFold, onEdit, order, onOrder } = props;
  if (count < 2) return null;
  const toggle = (turn: number) => {
    const next = new Set(folded);
    if (!next.delete(turn)) next.add(turn);
    // Something stays in sight.
    if (next.size < count) onFold(next);
  };
  return (
    <Toolbar label="Turns">
      <ul className="flex flex-wrap gap-1">
        {Array.from({ length: count }, (_, turn) => turn).map((turn) => {
          const said = inTurn({ turns }, turn);
          const away = folded.has(turn);
          const Icon = away ? ChevronRight : ChevronDown;
          return (
            <li
              key={turn}
              className={`flex items-center rounded-lg border border-edge text-sm ${away ? 'bg-band' : ''}`}
            >
              <button
                type="button"
                aria-expanded={!away}
                aria-label={`${away ? 'Unfold' : 'Fold'} turn ${turn + 1}`}
                className="flex size-7 items-center justify-center text-quiet hover:text-ink"
                onClick={() => toggle(turn)}
              >
                <Icon aria-hidden size={15} />
              </button>
              <Panel
                label={`Turn ${turn + 1}`}
                width={256}
                trigger={
                  <button
                    type="button"
                    title="Name this turn, and say what it is"
                    className="h-7 min-w-7 max-w-48 truncate pr-2 hover:underline"
                  >
                    {said ? sayTurn({ turns }, turn) : turn + 1}
                  </button>
                }
              >
                <NameField
                  label={`Name of turn ${turn + 1}`}
                  name={said?.name ?? ''}
                  mayBeEmpty
                  maxLength={40}
                  className="h-9 rounded-lg border border-field bg-paper px-2 text-base text-ink"
                  onName={(name) =>
                    onEdit((before) =>
                      nameTurn(before, turn, inTurn(before, turn)?.mark ?? 'plain', name),
                    )
                  }
                />
                <label className="flex flex-col gap-1 text-sm text-quiet">
                  It is
                  <Select
                    value={said?.mark ?? 'plain'}
                    onChange={(event) => {
                      const mark = TURN_MARKS.find((one) => one === event.target.value);
                      if (mark)
                        onEdit((before) =>
                          nameTurn(before, turn, mark, inTurn(before, turn)?.name),
                        );
                    }}
                  >
                    {TURN_MARKS.map((mark) => (
                      <option key={mark} value={mark}>
                        {mark === 'plain' ? 'nothing special' : mark}
                      </option>
                    ))}
                  </Select>
                </label>
                <label className="flex flex-col gap-1 text-sm text-quiet">
                  How loud beside the other turns: {said?.level ?? 100} %
                  <input
                    type="range"
                    min={TURN_LEVEL.min}
                    max={100}
                    step={5}
                    value={said?.level ?? 100}
                    className="accent-[var(--go)]"
                    onChange={(event) => {
                      const level = Number(event.target.value);
                      onEdit((before) => setTurnLevel(before, turn, level));
                    }}
                  />
                  Accents stay accents; the whole turn is softer.
                </label>
              </Panel>
            </li>
          );
        })}
        <li>
          <Panel
            label="The order of the turns"
            align="end"
            width={300}
            trigger={
              <button
                type="button"
                title="Play the turns in an order of your own, such as A A A B"
                className="flex h-7 items-center gap-1 rounded-lg border border-edge px-2 text-sm text-quiet hover:text-ink"
              >
                <ListOrdered aria-hidden size={15} /> {order || 'Order'}
              </button>
            }
          >
            <WrittenField<string>
              label="Turns in the order in which they are played"
              written={order ?? ''}
              placeholder="1 1 1 2, or A A A B"
              read={(text) => {
                const read = readOrder(text, count);
                if ('message' in read) return read;
                return { value: read.order ? writeOrder(read.order) : '' };
              }}
              onValue={onOrder}
              note="Played from the arrow beside Play, round and round. What is written stays as it is."
            />
          </Panel>
        </li>
      </ul>
    </Toolbar>
  );
});

/** What is said of a turn. */
function inTurn({ turns }: Pick<Rhythm, 'turns'>, turn: number) {
  return turns?.find((one) => one.turn === turn);
}
