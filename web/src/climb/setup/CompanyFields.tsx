import type { Mix } from '../../store/db.ts';
import { Select } from '../../ui/Select.tsx';
import type { Practice } from '../use-practice.ts';
import { ComingFields } from './ComingFields.tsx';

interface CompanyFieldsProps {
  readonly practice: Practice;
  readonly mix: Mix;
  readonly onMix: (change: Partial<Mix>) => void;
}

const HOW = { on: 'plays along', out: 'drops out by plan', off: 'is silent' } as const;

/** The other lines, and the line itself: each along, silent, or dropping out. */
export function CompanyFields({ practice, mix, onMix }: CompanyFieldsProps) {
  const { plan, line, setPlan } = practice;
  const { layers } = line.rhythm;
  function set(id: string, how: keyof typeof HOW): void {
    const { [id]: _before, ...others } = plan.company;
    setPlan({ company: how === 'out' ? { ...others, [id]: { on: 2, off: 2 } } : others });
    const muted = mix.muted.filter((one) => one !== id);
    onMix({ muted: how === 'off' ? [...muted, id] : muted });
  }
  return (
    <>
      {layers.map(({ id, name }) => {
        const coming = plan.company[id];
        const how = mix.muted.includes(id) ? 'off' : coming ? 'out' : 'on';
        return (
          <span key={id} className="flex items-end gap-3">
            <label className="flex flex-col">
              <span className="mb-1 text-sm text-quiet">
                {name}
                {id === line.layer.id ? ', your line' : ''}
              </span>
              <Select
                className="h-11 bg-card"
                value={how}
                onChange={(event) => set(id, event.target.value as keyof typeof HOW)}
              >
                {Object.entries(HOW).map(([value, words]) => (
                  <option key={value} value={value}>
                    {words}
                  </option>
                ))}
              </Select>
            </label>
            {how === 'out' && coming ? (
              <ComingFields
                what={name}
                coming={coming}
                onChange={(next) => setPlan({ company: { ...plan.company, [id]: next } })}
              />
            ) : null}
          </span>
        );
      })}
    </>
  );
}
