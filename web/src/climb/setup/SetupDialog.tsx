import { type ReactNode, useState } from 'react';
import { player } from '../../audio/the-player.ts';
import { Button } from '../../ui/Button.tsx';
import { Modal } from '../../ui/Modal.tsx';

interface SetupDialogProps {
  readonly title: string;
  /** What the button says that opens it. */
  readonly label: string;
  readonly disabled?: boolean;
  readonly children: ReactNode;
}

/** A page of its own for what is set up once; what sounds ends with it. */
export function SetupDialog({ title, label, disabled = false, children }: SetupDialogProps) {
  const [open, setOpen] = useState(false);
  return (
    <Modal
      title={title}
      open={open}
      onOpenChange={(next) => {
        player.stop();
        setOpen(next);
      }}
      trigger={
        <Button className="h-11 self-end" disabled={disabled}>
          {label}
        </Button>
      }
    >
      {children}
    </Modal>
  );
}
