import type { Rhythm } from '@stride/core/rhythm';
import { AIMS, SETS, type Step, type Stretch } from '@stride/core/vary';
import { memo, useState } from 'react';
import { Card } from '../ui/Card.tsx';
import { Select } from '../ui/Select.tsx';
import { Offer } from './Offer.tsx';
import type { Wanted } from './offers-of.ts';
import { useOffered } from './use-offered.ts';

interface TrayProps {
  /** The rhythm as the moves so far have made it, and which of its lines is varied. */
  readonly rhythm: Rhythm;
  readonly index: number;
  readonly stretch: Stretch | undefined;
  /** A move is looked at, and heard; undefined where none is any more. */
  readonly onTry: (step: Step | undefined) => void;
  readonly onTake: (step: Step) => void;
}

/** Every move as it would make this line. */
export const Tray = memo(function Tray(props: TrayProps) {
  const { rhythm, index, stretch, onTry, onTake } = props;
  const [wanted, setWanted] = useState<Wanted>('all');
  const offers = useOffered(rhythm, index, wanted, stretch);
  return (
    <Card aria-label="Moves" className="flex flex-col p-2">
      <div className="flex items-center gap-2 px-2 pb-1">
        <h2 className="text-lead">Moves</h2>
        <Select
          aria-label="What it is to be"
          value={wanted}
          className="ml-auto min-w-0 max-w-60 flex-1"
          onChange={(event) => setWanted(event.target.value as Wanted)}
        >
          <option value="all">each of them</option>
          <Names label="One of them in all its places" names={SETS} />
          <Names label="What the line is to be" names={AIMS} />
        </Select>
      </div>
      {offers === undefined ? (
        <p role="status" className="p-2 text-note text-quiet">
          Trying them …
        </p>
      ) : offers.length === 0 ? (
        <p className="p-2 text-note text-quiet">No move does that to this line in one step.</p>
      ) : null}
      <ul className="flex flex-col lg:max-h-[calc(100vh-13.75rem)] lg:overflow-y-auto max-lg:grid max-lg:grid-cols-2 max-sm:grid-cols-1">
        {offers?.map(({ step, why }) => (
          <li key={`${step.move} ${JSON.stringify(step.settings)}`}>
            <Offer
              rhythm={rhythm}
              index={index}
              stretch={stretch}
              step={step}
              why={why}
              isSet={wanted !== 'all'}
              onTry={onTry}
              onTake={onTake}
            />
          </li>
        ))}
      </ul>
    </Card>
  );
});

function Names({
  label,
  names,
}: {
  readonly label: string;
  readonly names: Readonly<Record<string, string>>;
}) {
  return (
    <optgroup label={label}>
      {Object.entries(names).map(([key, name]) => (
        <option key={key} value={key}>
          {name}
        </option>
      ))}
    </optgroup>
  );
}
