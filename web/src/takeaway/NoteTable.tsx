import { percussionName } from '@stride/core/instrument';
import { knownInstrument } from '../store/known-instruments.ts';
import { NumberField } from '../ui/NumberField.tsx';
import { noteFor, useStrokeNotes, withNote } from './stroke-notes.ts';

/** Which note each stroke of some instruments is in MIDI; what is changed is remembered. */
export function NoteTable({ instruments }: { readonly instruments: readonly string[] }) {
  const [map, setMap] = useStrokeNotes();
  const found = [...new Set(instruments)].flatMap((id) => knownInstrument(id) ?? []);
  return (
    <details>
      <summary className="cursor-pointer">Which note each stroke is in MIDI</summary>
      <div className="mt-2 grid gap-x-8 gap-y-4 sm:grid-cols-2">
        {found.map(({ id, name, strokes }) => (
          <section key={id} aria-label={name}>
            <h3 className="font-semibold">{name}</h3>
            <ul>
              {strokes.map(({ code, name: stroke }) => {
                const note = noteFor(map, id, code) ?? 0;
                return (
                  <li key={code} className="flex items-center gap-3 border-t border-edge py-1">
                    <span className="min-w-0 flex-1">
                      <span className="font-mono">{code}</span> {stroke}
                      <span className="block text-sm text-quiet">
                        {percussionName(note) ?? 'no name in the standard'}
                      </span>
                    </span>
                    <NumberField
                      label={`Note for ${stroke}`}
                      labelHidden
                      value={note}
                      min={0}
                      max={127}
                      onChange={(value) =>
                        setMap((kept) => withNote(kept, id, code, Math.round(value)))
                      }
                    />
                  </li>
                );
              })}
            </ul>
          </section>
        ))}
      </div>
    </details>
  );
}
