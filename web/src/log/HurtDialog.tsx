import { SORE, SORE_DAYS, type Sore } from '@stride/core/log';
import { wordedCount } from '@stride/core/wording';
import { useState } from 'react';
import { Button } from '../ui/Button.tsx';
import { Modal } from '../ui/Modal.tsx';
import { keepHurt } from './keep-hurt.ts';
import { endSession } from './session.ts';

interface HurtDialogProps {
  /** The run after which it hurt; the newest one where it is not given. */
  readonly run?: string | undefined;
  readonly onClose: () => void;
}

/** Asks where it hurts in one touch, and says what to do. The session is over; only a mistake changes nothing. */
export function HurtDialog({ run, onClose }: HurtDialogProps) {
  const [place, setPlace] = useState<Sore>();
  const say = (sore: Sore) => {
    endSession();
    setPlace(sore);
    keepHurt(sore, run);
  };
  /** Closed without an answer: it hurts all the same, and everything rests. */
  const close = () => {
    if (place === undefined) {
      endSession();
      keepHurt('other', run, 'Kept as hurting somewhere: the plan rests for three days.');
    }
    onClose();
  };
  return (
    <Modal title="It hurts" open onOpenChange={(open) => !open && close()}>
      {place === undefined ? (
        <>
          <p className="mt-2 text-lead">Stop here. Where does it hurt?</p>
          <div className="mt-3 flex flex-wrap gap-2">
            {(Object.entries(SORE) as [Sore, string][]).map(([sore, name]) => (
              <Button key={sore} large onClick={() => say(sore)}>
                {name}
              </Button>
            ))}
          </div>
          <Button look="quiet" className="mt-3" onClick={onClose}>
            Nothing hurts: I touched it by mistake
          </Button>
        </>
      ) : (
        <div className="mt-2 flex max-w-[60ch] flex-col gap-3 text-lead">
          <p className="font-title text-[22px] font-bold">Rest now. Playing is over for today.</p>
          <p>
            {place === 'R' || place === 'L'
              ? `The plan leaves the ${SORE[place]} out for ${wordedCount(SORE_DAYS, 'day')}.`
              : `The plan is empty for ${wordedCount(SORE_DAYS, 'day')}.`}{' '}
            {place === 'ears'
              ? 'Give your ears quiet. Ringing, or sounds as if through wool, are a reason to see someone trained soon.'
              : 'If it stays, comes back, or comes with tingling or numbness, see someone trained: a doctor, or a therapist who knows musicians.'}
          </p>
          <p className="text-quiet">
            This is no medical advice; the program only counts strokes. A teacher or a doctor who
            sees you knows more.
          </p>
          <Button look="go" className="self-start" onClick={onClose}>
            I rest
          </Button>
        </div>
      )}
    </Modal>
  );
}
