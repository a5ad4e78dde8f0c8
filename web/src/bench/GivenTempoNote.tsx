import { Cable } from 'lucide-react';
import { givenTempo } from '../audio/given-tempo.ts';
import { useStore } from '../ui/store.ts';

/** Says beside the tempo that a device gives another one, while it does. */
export function GivenTempoNote() {
  const given = useStore(givenTempo);
  if (given?.bpm === undefined) return null;
  return (
    <span
      title={`The clock of ${given.from} gives the tempo. Sound, above, takes it from none again.`}
      className="flex h-9 items-center gap-1 rounded-lg bg-band px-2 text-note"
    >
      <Cable aria-hidden size={15} /> {given.bpm}
      <span className="sr-only"> a minute from {given.from}</span>
    </span>
  );
}
