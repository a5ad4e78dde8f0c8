import { useState } from 'react';
import { Button } from '../ui/Button.tsx';
import { useStore } from '../ui/store.ts';
import { toast } from '../ui/toasts.ts';
import { DeviceSelect } from './DeviceSelect.tsx';
import { givenTempo } from './given-tempo.ts';
import { clockDevices, takeTempoFrom } from './midi-clock.ts';

/** A device on a cable that gives the tempo: which, and how fast it goes. */
export function MidiClockRow() {
  const given = useStore(givenTempo);
  const [names, setNames] = useState<readonly string[]>();
  const failed = (error: unknown) => toast(error instanceof Error ? error.message : String(error));
  return (
    <section aria-label="MIDI clock" className="sm:col-span-2">
      <h3 className="font-semibold">A device that gives the tempo</h3>
      <p className="mb-2 text-sm text-quiet">
        What loops on the Bench goes at the tempo of its clock, a quarter for each beat that is
        counted. You begin it by hand. What is written as its tempo stays, and holds again without
        the device.
      </p>
      <div className="flex flex-wrap items-end gap-3">
        <DeviceSelect
          label="Tempo from"
          names={names}
          chosen={given?.from}
          onChoose={(name) => void takeTempoFrom(name).catch(failed)}
        />
        <Button onClick={() => void clockDevices().then(setNames, failed)}>Look for clocks</Button>
        {given ? (
          <p className="min-h-9 content-center" role="status">
            {given.bpm === undefined
              ? 'It does not tick yet: start it, and switch its clock on.'
              : given.stands
                ? `It stands; ${given.bpm} a minute, its last tempo, holds.`
                : `It gives ${given.bpm} a minute.`}
          </p>
        ) : null}
      </div>
    </section>
  );
}
