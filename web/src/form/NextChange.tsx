import { announceFor } from '@stride/core/form';
import { counted } from '@stride/core/wording';
import type { OpenedForm } from './context.ts';
import type { FormPlaying } from './use-form-playing.ts';

/** What comes next while it plays, large enough for the other side of the room. */
export function NextChange({
  opened,
  playing,
}: {
  readonly opened: OpenedForm;
  readonly playing: FormPlaying;
}) {
  const { place } = playing;
  if (!place) return null;
  const { turn, turns, isWaiting, entered, at, kind } = place;
  const left = turns - turn;
  const next = announceFor(opened.laid, at + 1, undefined);
  return (
    <section
      aria-label="What comes next"
      className="sticky bottom-3 z-20 w-fit max-w-full self-end rounded-2xl border-2 border-ink bg-card px-5 py-2.5 shadow-xl print:hidden"
    >
      <p className="text-note text-quiet">
        {kind === 'lead-in'
          ? 'Counting in'
          : `${entered.section.name}, turn ${turn + 1}${isWaiting ? '' : ` of ${turns}`}`}
      </p>
      <p className="font-title text-title leading-tight font-bold">
        {isWaiting
          ? 'Until the sign'
          : next === undefined
            ? `The end in ${counted(left, 'turn')}`
            : `In ${counted(left, 'turn')}: ${next}`}
      </p>
    </section>
  );
}
