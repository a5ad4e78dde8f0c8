import { moveRepeat, playAgain, removeStep, stretchSection } from '@stride/core/form';
import { KEYS } from '../app/keys.ts';
import { announce } from '../ui/live.tsx';
import { useKeys } from '../ui/use-keys.ts';
import type { OpenedForm } from './context.ts';
import type { FormPlaying } from './use-form-playing.ts';

interface FormKeysOptions {
  readonly opened: OpenedForm;
  readonly chosen: number | undefined;
  readonly setChosen: (at: number | undefined) => void;
  readonly playing: FormPlaying;
  readonly loop: boolean;
  readonly zoom: (by: number) => void;
}

/** The keys of a form: choose, move, stretch, copy and take out sections; play; give the sign. */
export function useFormKeys({
  opened,
  chosen,
  setChosen,
  playing,
  loop,
  zoom,
}: FormKeysOptions): void {
  const { laid, edit } = opened;
  const span = chosen === undefined ? undefined : laid.spans[chosen];
  const choose = (by: 1 | -1) => {
    const at = Math.min(laid.spans.length - 1, Math.max(0, (chosen ?? -by) + by));
    const next = laid.spans[chosen === undefined ? 0 : at];
    if (!next) return;
    setChosen(next.index);
    announce(`${next.section.name}, ${next.turns} turns`);
    document.querySelector<HTMLElement>(`[data-at="${next.index}"]`)?.focus();
  };
  const move = (by: 1 | -1) => {
    if (!span) return;
    edit((form) => moveRepeat(form, span.repeat, span.repeat + by));
    announce(by < 0 ? 'Moved earlier' : 'Moved later');
  };
  const stretch = (by: 1 | -1) => {
    if (!span) return;
    const { id, turns } = span.section;
    edit((form) => stretchSection(form, id, turns + by), `stretch ${id}`);
    announce(`${Math.max(1, turns + by)} turns`);
  };
  const has = { enabled: span !== undefined };
  useKeys(KEYS.play.keys, () =>
    playing.mine ? playing.stop() : playing.play({ kind: 'all', from: chosen ?? 0, loop }),
  );
  useKeys(KEYS.formSign.keys, playing.sign, { enabled: playing.mine });
  useKeys(KEYS.formNext.keys, () => choose(1));
  useKeys(KEYS.formBefore.keys, () => choose(-1));
  useKeys(KEYS.formLater.keys, () => move(1), has);
  useKeys(KEYS.formEarlier.keys, () => move(-1), has);
  useKeys(KEYS.formLonger.keys, () => stretch(1), { ...has, repeat: true });
  useKeys(KEYS.formShorter.keys, () => stretch(-1), { ...has, repeat: true });
  useKeys(
    KEYS.formAgain.keys,
    () => span && edit((form) => playAgain(form, { repeat: span.repeat, step: span.step })),
    has,
  );
  useKeys(
    KEYS.formOut.keys,
    () => {
      if (!span) return;
      setChosen(undefined);
      edit((form) => removeStep(form, { repeat: span.repeat, step: span.step }));
      announce(`${span.section.name} was taken out`);
    },
    has,
  );
  useKeys(KEYS.formClose.keys, () => setChosen(undefined), has);
  useKeys(KEYS.formZoomIn.keys, () => zoom(Math.SQRT2), { repeat: true });
  useKeys(KEYS.formZoomOut.keys, () => zoom(Math.SQRT1_2), { repeat: true });
}
