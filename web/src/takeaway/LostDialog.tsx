import { Button } from '../ui/Button.tsx';
import { Modal } from '../ui/Modal.tsx';

interface LostDialogProps {
  readonly suffix: string;
  readonly lost: readonly string[];
  readonly onClose: () => void;
}

/** What a file that was taken away does not hold. */
export default function LostDialog({ suffix, lost, onClose }: LostDialogProps) {
  return (
    <Modal title={`Taken away as .${suffix}`} open onOpenChange={(open) => !open && onClose()}>
      <p className="mt-3">All of it is in .stride and .json. This file does not hold:</p>
      <ul className="mt-2 list-disc pl-5">
        {lost.map((one) => (
          <li key={one}>{one}</li>
        ))}
      </ul>
      <p className="mt-4">
        <Button look="go" onClick={onClose}>
          Good
        </Button>
      </p>
    </Modal>
  );
}
