import { useState } from 'react';
import { Button } from '../ui/Button.tsx';
import { Check } from '../ui/Check.tsx';
import { NumberField } from '../ui/NumberField.tsx';
import { useStore } from '../ui/store.ts';
import { toast } from '../ui/toasts.ts';
import { DeviceSelect } from './DeviceSelect.tsx';
import { midiDevice, midiOutputs, playAlong, setMidiDevice } from './midi-device.ts';

/** A device on a cable that plays along: which, how late it sounds, whether it is given the beat. */
export function MidiOutRow() {
  const device = useStore(midiDevice);
  const [names, setNames] = useState<readonly string[]>();
  const failed = (error: unknown) => toast(error instanceof Error ? error.message : String(error));
  const look = () => {
    midiOutputs().then(setNames, failed);
  };
  const choose = (name: string | undefined) => {
    playAlong(
      name === undefined ? undefined : { name, late: device?.late ?? 0, clock: false },
    ).catch(failed);
  };
  return (
    <section aria-label="MIDI device" className="sm:col-span-2">
      <h3 className="font-semibold">A device that plays along</h3>
      <p className="mb-2 text-sm text-quiet">
        A drum machine or a sequencer on a MIDI cable plays the strokes that are heard here, on the
        percussion channel. Which note each stroke is is chosen under Take away, As sound or notes.
      </p>
      <div className="flex flex-wrap items-end gap-3">
        <DeviceSelect label="Device" names={names} chosen={device?.name} onChoose={choose} />
        <Button onClick={look}>Look for devices</Button>
        {device ? (
          <>
            <NumberField
              label="It sounds later by, ms"
              value={device.late}
              min={0}
              max={500}
              onChange={(late) => setMidiDevice({ late: Math.round(late) })}
            />
            <Check
              checked={device.clock}
              className="min-h-9"
              onChange={(clock) => setMidiDevice({ clock })}
            >
              It is given the beat (clock)
            </Check>
          </>
        ) : null}
        {names?.length === 0 ? <p>No device is connected.</p> : null}
      </div>
    </section>
  );
}
