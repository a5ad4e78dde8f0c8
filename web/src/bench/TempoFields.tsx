import { type Rhythm, recount, setTempo } from '@stride/core/rhythm';
import { TEMPO_RANGE } from '@stride/core/time';
import { Cable } from 'lucide-react';
import { memo } from 'react';
import { givenTempo } from '../audio/given-tempo.ts';
import { NumberField } from '../ui/NumberField.tsx';
import { useStore } from '../ui/store.ts';
import type { OpenBench } from './open-bench.ts';
import { TempoPanel } from './TempoPanel.tsx';

type TempoFieldsProps = Pick<Rhythm, 'tempo' | 'target'> & {
  readonly bench: OpenBench;
};

/** The tempo, or while a device gives one that of the device; and the tempo to reach. */
export const TempoFields = memo(function TempoFields(props: TempoFieldsProps) {
  const { bench, tempo, target } = props;
  const given = useStore(givenTempo);
  return (
    <>
      {given?.bpm === undefined ? (
        <NumberField
          label="Tempo"
          labelHidden
          value={tempo.bpm}
          {...TEMPO_RANGE}
          onChange={(bpm) => bench.edit((before) => setTempo(before, bpm), 'tempo')}
        />
      ) : (
        <span
          title={`The clock of ${given.from} gives the tempo. Choose none under Sound, and ${tempo.bpm} holds again.`}
          className="flex h-9 items-center gap-1.5 rounded-lg bg-band px-3 font-semibold"
        >
          <Cable aria-hidden size={16} /> {given.bpm}
          <span className="sr-only"> a minute from {given.from}</span>
        </span>
      )}
      <TempoPanel
        rhythm={{ tempo, target }}
        onChange={(change) => bench.edit((before) => ({ ...before, ...change }), 'target')}
        onRecount={(per) => bench.edit((before) => recount(before, per), 'target')}
      />
    </>
  );
});
