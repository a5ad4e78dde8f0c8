import { Button } from '../ui/Button.tsx';
import { Modal } from '../ui/Modal.tsx';

interface LostProps {
  readonly lost: readonly string[];
  readonly onClose: () => void;
}

/** What a file that was taken away does not hold. */
export default function LostDialog({
  suffix,
  lost,
  onClose,
}: LostProps & { readonly suffix: string }) {
  return (
    <Modal title={`Taken away as .${suffix}`} open onOpenChange={(open) => !open && onClose()}>
      <Lost lost={lost} onClose={onClose} />
    </Modal>
  );
}

export function Lost({ lost, onClose }: LostProps) {
  return (
    <>
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
    </>
  );
}
