import {
  type Call,
  changeSection,
  FORM_LIMITS,
  readPlace,
  type Section,
  writePlace,
} from '@stride/core/form';
import { Button } from '../ui/Button.tsx';
import { NameField } from '../ui/NameField.tsx';
import { Select } from '../ui/Select.tsx';
import { WrittenField } from '../ui/WrittenField.tsx';
import type { OpenedForm } from './context.ts';

/** Calls and signs in a section, and what they bring. */
export function Calls({
  opened,
  section,
}: {
  readonly opened: OpenedForm;
  readonly section: Section;
}) {
  const { form, edit } = opened;
  const { calls = [] } = section;
  const set = (next: readonly Call[]) =>
    edit(
      (before) =>
        changeSection(before, section.id, ({ calls: _, ...rest }) => ({
          ...rest,
          ...(next.length > 0 && { calls: [...next] }),
        })),
      `calls ${section.id}`,
    );
  const [first] = form.players;
  return (
    <div className="flex flex-col gap-1">
      {calls.map((call, at) => (
        <div
          // biome-ignore lint/suspicious/noArrayIndexKey: a place in the list
          key={at}
          className="flex flex-wrap items-end gap-2"
        >
          <label className="flex flex-col gap-1 text-sm text-quiet">
            Call by
            <Select
              value={call.player}
              className="text-note text-ink"
              onChange={(event) => set(calls.with(at, { ...call, player: event.target.value }))}
            >
              {form.players.map(({ id, name }) => (
                <option key={id} value={id}>
                  {name}
                </option>
              ))}
            </Select>
          </label>
          <NameField
            label="What is called"
            name={call.sign}
            className="field w-36"
            onName={(sign) => set(calls.with(at, { ...call, sign }))}
          />
          <span className="w-32">
            <WrittenField
              label="in turn and beat"
              placeholder="8.1"
              written={writePlace(call.at)}
              read={(text) => {
                const value = readPlace(text);
                return value ? { value } : { message: 'Write it as 8.1.' };
              }}
              onValue={(place) => set(calls.with(at, { ...call, at: place }))}
            />
          </span>
          <NameField
            label="and brings"
            name={call.brings ?? ''}
            mayBeEmpty
            className="field w-40"
            onName={(brings) => {
              const { brings: _, ...rest } = call;
              set(calls.with(at, { ...rest, ...(brings.trim() !== '' && { brings }) }));
            }}
          />
          <Button look="quiet" onClick={() => set(calls.toSpliced(at, 1))}>
            Take out
          </Button>
        </div>
      ))}
      {first && calls.length < FORM_LIMITS.calls ? (
        <span>
          <Button
            onClick={() =>
              set([
                ...calls,
                {
                  player: first.id,
                  at: { turn: section.turns - 1, beats: { num: 0, den: 1 } },
                  sign: 'hey',
                },
              ])
            }
          >
            Add a call
          </Button>
        </span>
      ) : null}
    </div>
  );
}
