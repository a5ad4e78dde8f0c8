import { counted } from '@stride/core/wording';
import { useEffect, useState } from 'react';
import { type NoteMap, struckNote } from '../../ear/midi-input.ts';
import type { EarSetup } from '../../ear/use-ear.ts';
import { Button } from '../../ui/Button.tsx';
import type { PractisedLine } from '../run-log.ts';
import { SetupDialog } from './SetupDialog.tsx';
import { strokesOf } from './strokes-of.ts';

interface NotesDialogProps {
  readonly ear: EarSetup;
  readonly line: PractisedLine;
}

/** Which pad is which stroke: learnt by hitting. */
export function NotesDialog({ ear, line }: NotesDialogProps) {
  const known = Object.keys(ear.notes).length;
  return (
    <SetupDialog
      title="Which pad is which stroke"
      label={known > 0 ? `${counted(known, 'pad')} known` : 'Learn the pads'}
      disabled={ear.ports.length === 0}
    >
      <Learning ear={ear} line={line} />
    </SetupDialog>
  );
}

function Learning({ ear, line }: NotesDialogProps) {
  const { ports, settings, notes, setNotes } = ear;
  const port = ports.find(({ id }) => id === settings.midi) ?? ports[0];
  const strokes = strokesOf(line.layer);
  const [asking, setAsking] = useState<string>();
  useEffect(() => {
    if (!port || asking === undefined) return;
    const listener = (event: Event) => {
      const struck = struckNote((event as MIDIMessageEvent).data);
      if (!struck) return;
      const others: NoteMap = Object.fromEntries(
        Object.entries(notes).filter(([note]) => Number(note) !== struck.note),
      );
      setNotes({ ...others, [struck.note]: asking });
      const at = strokes.findIndex(({ code }) => code === asking);
      setAsking(strokes[at + 1]?.code);
    };
    port.addEventListener('midimessage', listener);
    return () => port.removeEventListener('midimessage', listener);
  });
  return (
    <div className="flex flex-col gap-3">
      <p className="max-w-[60ch]">
        Choose a stroke and hit the pad it is played on; the next one is asked for by itself. Pads
        that are not learnt are judged by their time alone.
      </p>
      <ul className="flex flex-col gap-1">
        {strokes.map(({ code, name }) => {
          const mine = Object.entries(notes).filter(([, kind]) => kind === code);
          return (
            <li key={code} className="flex items-center gap-3">
              <Button look={asking === code ? 'on' : 'plain'} onClick={() => setAsking(code)}>
                {asking === code ? 'Hit it now' : 'Learn'}
              </Button>
              <span className="w-40">
                <span className="font-mono">{code}</span> {name}
              </span>
              <span className="text-quiet">
                {mine.length > 0 ? `note ${mine.map(([note]) => note).join(', ')}` : 'not learnt'}
              </span>
            </li>
          );
        })}
      </ul>
      <Button className="self-start" onClick={() => setNotes({})}>
        Forget all pads
      </Button>
    </div>
  );
}
