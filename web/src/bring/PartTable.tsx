import { type PartChoice, proposeStrokes } from '@stride/core/notation';
import { counted } from '@stride/core/wording';
import { knownInstrument, knownInstruments } from '../store/known-instruments.ts';
import { Check } from '../ui/Check.tsx';
import { Select } from '../ui/Select.tsx';
import type { About } from './bring-api.ts';

interface PartTableProps {
  readonly part: About['parts'][number];
  readonly choice: PartChoice;
  readonly onChoice: (choice: PartChoice) => void;
}

/** Which instrument a part is, and which of its strokes each sound of the file. */
export function PartTable({ part, choice, onChoice }: PartTableProps) {
  const { instrument } = choice;
  return (
    <section aria-label={part.name} className="flex flex-col gap-2 border-t border-edge pt-3">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <Check
          checked={choice.isIn}
          className="min-w-0 flex-1 basis-40 font-semibold [overflow-wrap:anywhere]"
          onChange={(isIn) => onChoice({ ...choice, isIn })}
        >
          {part.name}
        </Check>
        <label className="flex items-center gap-2 text-sm text-quiet">
          played on
          <Select
            value={instrument.id}
            disabled={!choice.isIn}
            className="max-w-52"
            onChange={({ target: { value } }) => {
              const next = knownInstrument(value);
              if (!next) return;
              onChoice({ ...choice, instrument: next, strokes: proposeStrokes(part, next) });
            }}
          >
            {knownInstruments().map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </Select>
        </label>
      </div>
      {choice.isIn ? (
        <table className="w-full text-left">
          <thead className="text-sm text-quiet">
            <tr>
              <th className="py-1 pr-3 font-normal">In the file</th>
              <th className="py-1 pr-3 text-right font-normal">Notes</th>
              <th className="py-1 font-normal">Stroke</th>
            </tr>
          </thead>
          <tbody>
            {part.sounds.map(({ key, name, count }) => (
              <tr key={key} className="border-t border-edge">
                <td className="py-1.5 pr-3 [overflow-wrap:anywhere]">{name}</td>
                <td className="py-1.5 pr-3 text-right tabular-nums">{count}</td>
                <td className="py-1.5">
                  <Select
                    aria-label={`Stroke for ${name}`}
                    value={choice.strokes[key] ?? ''}
                    className="w-full min-w-32"
                    onChange={({ target: { value } }) =>
                      onChoice({
                        ...choice,
                        strokes: { ...choice.strokes, [key]: value === '' ? null : value },
                      })
                    }
                  >
                    {instrument?.strokes.map((stroke) => (
                      <option key={stroke.code} value={stroke.code}>
                        {stroke.code} · {stroke.name}
                      </option>
                    ))}
                    <option value="">left out</option>
                  </Select>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      ) : (
        <p className="text-sm text-quiet">{counted(part.notes, 'note')}, left out.</p>
      )}
    </section>
  );
}
