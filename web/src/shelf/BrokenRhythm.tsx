import { useNavigate } from 'react-router';
import { database } from '../store/db.ts';
import { ownInstruments } from '../store/known-instruments.ts';
import { newRecord, putRhythms, storageSentence } from '../store/rhythms.ts';
import { Button } from '../ui/Button.tsx';
import { fileName, saveFile } from '../ui/save-file.ts';
import { toast } from '../ui/toasts.ts';

interface BrokenRhythmProps {
  readonly name: string;
  readonly messages: readonly string[];
  /** As it is kept. */
  readonly data: unknown;
}

/** What is kept but cannot be opened: why, and the ways out. Nothing of it is changed. */
export function BrokenRhythm({ name, messages, data }: BrokenRhythmProps) {
  const navigate = useNavigate();
  async function repair(): Promise<void> {
    try {
      const { repairRhythm } = await import('./repair.ts');
      const id = crypto.randomUUID();
      const { rhythm, said } = repairRhythm(data, id, ownInstruments.now());
      const named = { ...rhythm, name: `${rhythm.name.slice(0, 105)} (repaired)` };
      await putRhythms(database, [newRecord(named)]);
      toast(`${named.name} stands beside it. ${said.join(' ')}`);
      navigate(`/bench/${id}/write`);
    } catch (error) {
      toast(storageSentence(error));
    }
  }
  return (
    <div className="relative z-10 my-2">
      <p className="text-warn">This rhythm cannot be opened; it is left as it is.</p>
      <ul className="list-disc pl-5">
        {messages.slice(0, 3).map((message) => (
          <li key={message}>{message}</li>
        ))}
      </ul>
      <div className="mt-2 flex flex-wrap gap-2">
        <Button onClick={() => void repair()}>Make a repaired copy</Button>
        <Button
          onClick={() =>
            saveFile(
              `${JSON.stringify(data, null, 2)}\n`,
              `${fileName(name)}.json`,
              'application/json',
            )
          }
        >
          Take its text away
        </Button>
      </div>
    </div>
  );
}
