import type { Performance } from '@stride/core/sound';
import { useState } from 'react';
import { Check } from '../ui/Check.tsx';
import { Modal } from '../ui/Modal.tsx';
import { Row } from './Row.tsx';
import { TakeSound } from './TakeSound.tsx';

interface PlayedDialogProps {
  readonly title: string;
  readonly performance: Performance;
  readonly onClose: () => void;
}

/** Something that is played from beginning to end, as sound or as notes: all of it, or without a player. */
export default function PlayedDialog({ title, performance, onClose }: PlayedDialogProps) {
  const [out, setOut] = useState<ReadonlySet<string>>(new Set());
  return (
    <Modal title={title} open onOpenChange={(open) => !open && onClose()}>
      <TakeSound name={performance.name} performance={performance} out={out} onClose={onClose}>
        <WhoPlays players={performance.players} out={out} onOut={setOut} />
      </TakeSound>
    </Modal>
  );
}

interface WhoPlaysProps {
  readonly players: Performance['players'];
  readonly out: ReadonlySet<string>;
  readonly onOut: (out: ReadonlySet<string>) => void;
}

/** Players who are heard, and those one plays oneself. */
export function WhoPlays({ players, out, onOut }: WhoPlaysProps) {
  return (
    <Row label="Who plays">
      {players.map(({ id, name }) => (
        <Check
          key={id}
          checked={!out.has(id)}
          className="min-h-9"
          onChange={(isIn) => {
            const next = new Set(out);
            if (isIn) next.delete(id);
            else next.add(id);
            onOut(next);
          }}
        >
          {name}
        </Check>
      ))}
    </Row>
  );
}
