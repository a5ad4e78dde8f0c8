import { COUNTING_SYSTEMS, type CountingSystem, SYSTEM_NOTES } from '@stride/core/counting';
import { type Crossing, countFrom } from '@stride/core/crossing';
import { withCommas } from '@stride/core/wording';
import { Card } from '../ui/Card.tsx';
import { Select } from '../ui/Select.tsx';

interface CountedProps {
  readonly crossed: Crossing;
  readonly counting: CountingSystem;
  readonly onCounting: (system: CountingSystem) => void;
}

/** Longer counts are told by their number alone. */
const MOST = 31;

/** Each pulse counted from each other one, in words. */
export function Counted({ crossed, counting, onCounting }: CountedProps) {
  const { counts, grid, moments, strides } = crossed;
  return (
    <Card aria-label="Counted" className="px-[18px] py-3 text-note leading-snug">
      <h2 className="mb-1 text-lead">Counted</h2>
      <Select
        aria-label="Counting system"
        value={counting}
        className="mb-2 w-full text-note"
        onChange={(event) => {
          const system = COUNTING_SYSTEMS.find((one) => one === event.target.value);
          if (system) onCounting(system);
        }}
      >
        {COUNTING_SYSTEMS.map((system) => (
          <option key={system} value={system}>
            {SYSTEM_NOTES[system].name}
          </option>
        ))}
      </Select>
      {counts.flatMap((beats, beat) =>
        counts.flatMap((count, pulse) => {
          if (beat === pulse) return [];
          const counted = countFrom(crossed, beat, pulse, counting);
          const words = counted.slice(0, MOST).map((one) => one.words);
          return [
            // biome-ignore lint/suspicious/noArrayIndexKey: pulses have nothing but their place
            <p key={`${beat}-${pulse}`} className="py-0.5">
              In {beats}, the {count} falls on {words.join(', ')}
              {counted.length > MOST ? ` and ${counted.length - MOST} more` : ''}.
            </p>,
          ];
        }),
      )}
      <p className="mt-1 border-t border-edge pt-1.5">
        Grid {withCommas(grid)}; {moments.length} moments
        {strides.length <= 24 ? `, strides ${strides.join(' ')}` : ''}.
      </p>
    </Card>
  );
}
