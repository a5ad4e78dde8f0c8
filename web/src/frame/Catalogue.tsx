import {
  type CatalogueEntry,
  GATI_NAMES,
  searchCatalogue,
  TALA_SPEEDS,
  TRADITION_NOTES,
  TRADITIONS,
  type Tradition,
} from '@stride/core/catalogue';
import { beatsOf, formatSpans, turnPulses } from '@stride/core/cycle';
import { counted } from '@stride/core/wording';
import { memo, useMemo, useState } from 'react';
import { Card } from '../ui/Card.tsx';
import { Field } from '../ui/Field.tsx';
import { Select } from '../ui/Select.tsx';

interface CatalogueProps {
  readonly chosen: string | undefined;
  /** Cycles of one's own, which stand before the traditional ones. */
  readonly own: readonly CatalogueEntry[];
  readonly onChoose: (entry: CatalogueEntry) => void;
}

/** The catalogue as a list that narrows with every letter. */
export function Catalogue({ chosen, own, onChoose }: CatalogueProps) {
  const [text, setText] = useState('');
  const [tradition, setTradition] = useState<Tradition>();
  const [speed, setSpeed] = useState<number>(4);
  const found = useMemo(
    () => searchCatalogue({ text, speed, ...(tradition ? { tradition } : {}) }),
    [text, tradition, speed],
  );
  const mine = tradition
    ? []
    : own.filter((entry) => entry.name.toLowerCase().includes(text.trim().toLowerCase()));
  const all = [...mine, ...found];
  return (
    <Card aria-label="Catalogue of cycles" className="flex min-h-0 flex-col gap-2 p-3">
      <Field
        type="search"
        value={text}
        aria-label="Search the catalogue"
        placeholder="Name, number of beats or 2+2+3"
        className="h-10 px-3"
        onChange={(event) => setText(event.target.value)}
        onKeyDown={(event) => {
          const [first] = all;
          if (event.key === 'Enter' && first) onChoose(first);
        }}
      />
      <div className="flex gap-2">
        <Select
          aria-label="Tradition"
          value={tradition ?? ''}
          className="min-w-0 flex-1 text-note"
          onChange={(event) => setTradition(TRADITIONS.find((one) => one === event.target.value))}
        >
          <option value="">All traditions</option>
          {TRADITIONS.map((one) => (
            <option key={one} value={one}>
              {TRADITION_NOTES[one].name}
            </option>
          ))}
        </Select>
        <Select
          aria-label="Gati (nadai) of South Indian talas"
          title="Gati or nadai: parts of a beat in South Indian talas"
          value={speed}
          className="text-note"
          onChange={(event) => setSpeed(Number(event.target.value))}
        >
          {TALA_SPEEDS.map((one) => (
            <option key={one} value={one}>
              {GATI_NAMES[one]} ({one})
            </option>
          ))}
        </Select>
      </div>
      {all.length === 0 ? (
        <p className="px-1 py-4 text-quiet">
          No cycle fits “{text}”. Try a number of beats, such as 7, or write the cycle yourself
          below.
        </p>
      ) : (
        <ul className="min-h-0 flex-1 overflow-y-auto" aria-label={`${all.length} cycles`}>
          {all.map((entry) => (
            <Item key={entry.id} entry={entry} chosen={entry.id === chosen} onChoose={onChoose} />
          ))}
        </ul>
      )}
      <p className="text-sm text-quiet" role="status">
        {all.length} of the cycles fit
      </p>
    </Card>
  );
}

interface ItemProps {
  readonly entry: CatalogueEntry;
  readonly chosen: boolean;
  readonly onChoose: (entry: CatalogueEntry) => void;
}

const Item = memo(function Item({ entry, chosen, onChoose }: ItemProps) {
  const beats = beatsOf(entry.cycle).length;
  const pulses = turnPulses(entry.cycle);
  return (
    <li className="catalogue-item">
      <button
        type="button"
        aria-pressed={chosen}
        className="flex w-full items-baseline gap-2 rounded-lg px-2 py-1.5 text-left hover:bg-band aria-pressed:bg-choice"
        onClick={() => onChoose(entry)}
      >
        <span className="min-w-0 flex-1 truncate font-semibold">
          {entry.name}
          {entry.also.length > 0 ? (
            <span className="font-normal text-quiet"> · {entry.also.join(', ')}</span>
          ) : null}
        </span>
        <span className="shrink-0 text-sm text-quiet">
          {entry.speed || formatSpans(entry.cycle).length > 12
            ? counted(beats, 'beat')
            : formatSpans(entry.cycle).replace(/[cfws]/g, '')}
          {pulses !== beats && !entry.speed ? ` = ${pulses}` : ''}
        </span>
      </button>
    </li>
  );
});
