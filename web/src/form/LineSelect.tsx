import type { Line } from '@stride/core/form';
import type { Rhythm } from '@stride/core/rhythm';
import { useRecentRhythms } from '../store/use-store.ts';
import { Select } from '../ui/Select.tsx';

interface LineSelectProps {
  readonly label: string;
  readonly line: Line | undefined;
  /** The rhythms the form plays from, which are offered first. */
  readonly rhythms: ReadonlyMap<string, Rhythm>;
  /** What stands for no line. */
  readonly none: string;
  readonly className?: string;
  readonly onLine: (line: Line | undefined) => void;
}

interface Offered {
  readonly line: Line;
  readonly label: string;
}

const keyOf = ({ rhythm, layer, variation, mix }: Line) =>
  JSON.stringify([rhythm, layer, variation ?? null, mix ?? null]);

/** A line of a rhythm: a layer as it is, with one of its variations, or mixed. */
export function LineSelect(props: LineSelectProps) {
  const { label, line, rhythms, none, className = '', onLine } = props;
  const recent = useRecentRhythms();
  const all = new Map<string, Rhythm>(rhythms);
  for (const { rhythm } of recent) if (!all.has(rhythm.id)) all.set(rhythm.id, rhythm);
  const groups = [...all.values()].map((rhythm) => ({ rhythm, lines: linesOf(rhythm) }));
  const known = new Map(
    groups.flatMap(({ lines }) => lines.map((one) => [keyOf(one.line), one.line])),
  );
  const value = line ? keyOf(line) : '';
  const isElse = line !== undefined && !known.has(value);
  return (
    <Select
      aria-label={label}
      value={value}
      className={`min-w-0 ${className}`}
      onChange={(event) => onLine(known.get(event.target.value))}
    >
      <option value="">{none}</option>
      {isElse ? <option value={value}>{sayElse(line, all)}</option> : null}
      {groups.map(({ rhythm, lines }) => (
        <optgroup key={rhythm.id} label={rhythm.name}>
          {lines.map((one) => (
            <option key={keyOf(one.line)} value={keyOf(one.line)}>
              {one.label}
            </option>
          ))}
        </optgroup>
      ))}
    </Select>
  );
}

/** A line that is not offered: a mix of another seed, or one that is not there any more. */
function sayElse(line: Line, all: ReadonlyMap<string, Rhythm>): string {
  const layer = all.get(line.rhythm)?.layers.find(({ id }) => id === line.layer);
  return layer && line.mix !== undefined
    ? `${layer.name}, mixed (${line.mix})`
    : 'a line that is not there any more';
}

function linesOf(rhythm: Rhythm): readonly Offered[] {
  return rhythm.layers.flatMap((layer): Offered[] => {
    const line = { rhythm: rhythm.id, layer: layer.id };
    const variations = (rhythm.variations ?? []).filter(({ lines }) =>
      lines.some((one) => one.layer === layer.id),
    );
    return [
      { line, label: `${layer.name} of ${rhythm.name}` },
      ...variations.map(({ id, name }) => ({
        line: { ...line, variation: id },
        label: `${layer.name} of ${rhythm.name}: ${name}`,
      })),
      ...(variations.some(({ share }) => share)
        ? [{ line: { ...line, mix: 1 }, label: `${layer.name} of ${rhythm.name}, mixed` }]
        : []),
    ];
  });
}
