import type { Cycle } from '@stride/core/cycle';
import {
  type Begun,
  type Cadence,
  lengthOf,
  mendsOf,
  missOf,
  recutsOf,
  sayCadence,
  sayMiss,
  unitsOf,
} from '@stride/core/landing';
import { wrap } from '@stride/core/time';
import { Play } from 'lucide-react';
import { useMemo, useState } from 'react';
import { useRecentRhythms } from '../store/use-store.ts';
import { Button } from '../ui/Button.tsx';
import { Card } from '../ui/Card.tsx';
import { Field } from '../ui/Field.tsx';
import { IconButton } from '../ui/IconButton.tsx';
import { Problem } from '../ui/Problem.tsx';
import { Select } from '../ui/Select.tsx';
import { InlineNumber } from './InlineNumber.tsx';
import { type LayerPhrase, phraseOfLayer } from './phrase-of-layer.ts';
import {
  type Asking,
  type LandingAction,
  partsOf,
  type Trying,
  typedBegun,
  typedPhrase,
} from './state.ts';

interface MineProps {
  readonly asking: Asking;
  readonly doing: Trying;
  readonly act: (action: LandingAction) => void;
  /** Draws this in place of what is typed, and plays it. */
  readonly onHear: (begun: Begun) => void;
}

/** A phrase of one's own: where it must start, how far it is off, and the smallest ways to mend it. */
export function Mine({ asking, doing, act, onHear }: MineProps) {
  const { cycle } = asking;
  const { text, count, part } = doing;
  const parts = partsOf(asking);
  const [problem, setProblem] = useState<string>();
  const units = unitsOf(cycle, parts);
  const read = typedPhrase(doing);
  const begun = useMemo(() => typedBegun(asking), [asking]);
  const mends = useMemo(() => (begun ? mendsOf(cycle, begun).slice(0, 9) : []), [cycle, begun]);
  const miss = begun && missOf(cycle, begun);

  return (
    <Card aria-label="Does mine land" className="flex flex-col gap-2 px-[18px] py-3">
      <label className="flex flex-col gap-1 text-sm text-quiet">
        My phrase: sizes with gaps in brackets, or its syllables with a dot for every silent unit
        <Field
          value={text}
          maxLength={600}
          spellCheck={false}
          className="h-10 px-3 font-mono"
          onChange={(event) => act({ type: 'try', change: { text: event.target.value } })}
        />
      </label>
      <FromLayer
        cycle={cycle}
        parts={parts}
        onPhrase={(phrase) => act({ type: 'try', change: { text: phrase } })}
      />
      <div className="flex flex-wrap items-center gap-2 text-base">
        I begin on {units.count}
        <InlineNumber
          label={`I begin on ${units.count}`}
          value={Math.min(count, units.counts - 1) + 1}
          min={1}
          max={units.counts}
          onChange={(next) => act({ type: 'try', change: { count: next - 1 } })}
          onProblem={setProblem}
        />
        part
        <InlineNumber
          label="I begin on part"
          value={Math.min(part, parts - 1) + 1}
          min={1}
          max={parts}
          onChange={(next) => act({ type: 'try', change: { part: next - 1 } })}
          onProblem={setProblem}
        />
      </div>
      <Problem text={problem} />
      <Problem text={read.ok ? undefined : read.message} />
      {begun && miss ? (
        <div role="status">
          <p className={`text-lg font-semibold ${miss.off === 0 ? 'text-good' : 'text-warn'}`}>
            {sayMiss(miss)}
          </p>
          <p className="text-note">
            {sayLength(begun.cadence)} To land: {sayCadence(begun.cadence, units)}
          </p>
        </div>
      ) : null}
      {mends.length > 0 ? (
        <div>
          <h3 className="mb-1 text-lead">Smallest ways to mend it</h3>
          <ul>
            {mends.map((mend) => (
              <li
                key={mend.text}
                className="flex items-center gap-2 border-t border-edge py-1 text-base"
              >
                <span className="min-w-0 flex-1">{mend.text}</span>
                <IconButton label={`Hear: ${mend.text}`} onClick={() => onHear(mend.begun)}>
                  <Play aria-hidden size={14} />
                </IconButton>
                <Button className="h-8" onClick={() => act({ type: 'take', begun: mend.begun })}>
                  Take it
                </Button>
              </li>
            ))}
          </ul>
        </div>
      ) : null}
      {begun ? <Speeds cycle={cycle} begun={begun} onHear={onHear} /> : null}
    </Card>
  );
}

function sayLength(cadence: Cadence): string {
  const length = lengthOf(cadence);
  const counts = length / cadence.parts;
  return `${length} units${Number.isInteger(counts) ? `, ${counts} whole counts` : ''}.`;
}

interface SpeedsProps {
  readonly cycle: Cycle;
  readonly begun: Begun;
  readonly onHear: (begun: Begun) => void;
}

/** The same phrases at other speeds and cut to other parts of the beat. */
function Speeds({ cycle, begun, onHear }: SpeedsProps) {
  const recuts = useMemo(() => recutsOf(cycle, begun), [cycle, begun]);
  return (
    <div className="overflow-x-auto">
      <h3 className="mb-1 text-lead">At other speeds</h3>
      <table className="w-full text-left text-note">
        <thead className="text-sm text-quiet">
          <tr>
            <th className="pr-3 font-semibold">Speed</th>
            <th className="pr-3 font-semibold">Must start on</th>
            <th className="font-semibold">From where I begin</th>
          </tr>
        </thead>
        <tbody>
          {recuts.map((one) => (
            <tr key={one.name} className="border-t border-edge">
              <td className="py-1 pr-3">
                <button
                  type="button"
                  className="text-left underline decoration-edge underline-offset-4"
                  onClick={() =>
                    onHear({ cadence: one.cadence, at: startUnit(cycle, one.cadence) })
                  }
                >
                  {one.name}
                </button>
              </td>
              <td className="pr-3">{one.start}</td>
              <td>
                {one.landsFromHere === undefined
                  ? 'no unit begins there'
                  : one.landsFromHere
                    ? 'lands'
                    : 'misses'}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

function startUnit(cycle: Cycle, cadence: Cadence): number {
  const { perTurn } = unitsOf(cycle, cadence.parts);
  const { off } = missOf(cycle, { cadence, at: 0 });
  return wrap(-off, perTurn);
}

interface FromLayerProps {
  readonly cycle: Cycle;
  readonly parts: number;
  readonly onPhrase: (text: string) => void;
}

/** Takes the length of a phrase from a layer on the Shelf. */
function FromLayer({ cycle, parts, onPhrase }: FromLayerProps) {
  const recent = useRecentRhythms();
  const [taken, setTaken] = useState<LayerPhrase>();
  return (
    <div className="text-note">
      <label className="flex flex-wrap items-center gap-2 text-quiet">
        or take it from
        <Select
          value=""
          className="max-w-64"
          onChange={(event) => {
            const [rhythmId = '', layerId = ''] = event.target.value.split('/');
            const record = recent.find((one) => one.id === rhythmId);
            if (!record) return;
            const phrase = phraseOfLayer(record.rhythm, layerId, cycle, parts);
            setTaken(phrase);
            if (phrase.ok) onPhrase(phrase.text);
          }}
        >
          <option value="">a layer …</option>
          {recent.flatMap((record) =>
            record.rhythm.layers.map((layer) => (
              <option key={`${record.id}/${layer.id}`} value={`${record.id}/${layer.id}`}>
                {record.rhythm.name}: {layer.name}
              </option>
            )),
          )}
        </Select>
      </label>
      {taken ? (
        <p className={taken.ok ? 'text-quiet' : 'text-warn'} role={taken.ok ? 'status' : 'alert'}>
          {taken.message}
        </p>
      ) : null}
    </div>
  );
}
