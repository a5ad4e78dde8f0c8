import type { Rhythm } from '@stride/core/rhythm';
import { Modal } from '../ui/Modal.tsx';
import { DifferencesView } from './DifferencesView.tsx';

interface ConflictDialogProps {
  readonly theirs: Rhythm;
  readonly mine: Rhythm;
  readonly onClose: () => void;
}

/** What another tab kept, and what stands in this one. */
export default function ConflictDialog({ theirs, mine, onClose }: ConflictDialogProps) {
  return (
    <Modal title="What differs" open onOpenChange={(open) => !open && onClose()}>
      <p className="mt-2 mb-2 text-quiet">
        “Before” is what the other tab has kept, “now” what stands here. Either can be had: the
        newer one with yours as a step of undo, or both, yours as a copy.
      </p>
      <DifferencesView before={theirs} after={mine} none="Nothing: both say the same." />
    </Modal>
  );
}
