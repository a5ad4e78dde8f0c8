import { changePlayer, removePlayer } from '@stride/core/form';
import { Button } from '../ui/Button.tsx';
import { NameField } from '../ui/NameField.tsx';
import type { OpenedForm } from './context.ts';
import { LineSelect } from './LineSelect.tsx';

/** A player’s name and quiet line. */
export function PlayerPanel({
  opened,
  id,
  onClose,
}: {
  readonly opened: OpenedForm;
  readonly id: string | undefined;
  readonly onClose: () => void;
}) {
  const { form, rhythms, edit } = opened;
  const player = form.players.find((one) => one.id === id);
  if (!player) return null;
  return (
    <section
      aria-label={`Player ${player.name}`}
      className="flex flex-wrap items-end gap-3 rounded-xl border-2 border-go bg-card p-3 print:hidden"
    >
      <NameField
        label="Player"
        name={player.name}
        className="field w-44 font-bold text-ink"
        onName={(name) =>
          edit(
            (before) => changePlayer(before, player.id, (one) => ({ ...one, name: name.trim() })),
            `player ${player.id}`,
          )
        }
      />
      <span className="flex min-w-0 flex-col gap-1 text-sm text-quiet">
        While someone else leads, plays quietly
        <LineSelect
          label={`Quiet line of ${player.name}`}
          line={player.quiet}
          rhythms={rhythms}
          none="nothing"
          className="max-w-80 text-note text-ink"
          onLine={(line) =>
            edit((before) =>
              changePlayer(before, player.id, ({ quiet: _, ...one }) => ({
                ...one,
                ...(line && { quiet: line }),
              })),
            )
          }
        />
      </span>
      <Button
        onClick={() => {
          onClose();
          edit((before) => removePlayer(before, player.id));
        }}
      >
        Take {player.name} out
      </Button>
      <Button look="quiet" className="ml-auto" onClick={onClose}>
        Close
      </Button>
    </section>
  );
}
