import { nth } from '@stride/core/bounds';
import { instrumentOf } from '@stride/core/instrument';
import {
  hertzOf,
  type Layer,
  type Pitch,
  pitchOf,
  readNote,
  tuneDrum,
  tunedTo,
  writeNote,
} from '@stride/core/rhythm';
import { drumsToTune, renderStroke, type TunedDrum } from '@stride/core/voice';
import { Volume2 } from 'lucide-react';
import { useId } from 'react';
import { playSamples } from '../audio/play-samples.ts';
import { player } from '../audio/the-player.ts';
import { SAMPLE_RATE } from '../audio/voices.ts';
import { Button } from '../ui/Button.tsx';
import { IconButton } from '../ui/IconButton.tsx';
import { Select } from '../ui/Select.tsx';
import { useTyped } from '../ui/use-typed.ts';

interface TuningFieldsProps {
  readonly layer: Layer;
  /** @param what names the edit, so that a run of them is one step to undo */
  readonly onTune: (change: (before: Layer) => Layer, what: string) => void;
}

/** How far apart the drums of a set stand, in hundredths of a semitone. */
const INTERVALS = {
  'a whole tone': 200,
  'a minor third': 300,
  'a major third': 400,
  'a fourth': 500,
  'a fifth': 700,
  'a sixth': 900,
  'an octave': 1200,
} as const;

const NAMES: Readonly<Record<number, readonly string[]>> = {
  1: ['Pitch'],
  2: ['Low', 'High'],
  3: ['Low', 'Middle', 'High'],
};

/** The pitch of each drum of a layer: by ear, by name, and of a set by the interval between its drums. */
export function TuningFields({ layer, onTune }: TuningFieldsProps) {
  const instrument = instrumentOf(layer);
  const drums = instrument ? drumsToTune(instrument) : [];
  const id = useId();
  if (drums.length === 0) return null;
  const names = NAMES[drums.length] ?? drums.map((_, at) => `Pitch ${at + 1}`);
  const pitchAt = ({ drum, pitch }: TunedDrum) => tunedTo(layer, drum) ?? pitchOf(pitch);
  const hear = (drum: TunedDrum, pitch: Pitch) => {
    const struck = { force: 3, take: 0, tuned: hertzOf(pitch) / drum.pitch } as const;
    const samples = renderStroke(
      layer.instrument,
      drum.stroke.code,
      struck,
      SAMPLE_RATE,
      layer.own,
    );
    void playSamples('tuning', new Float32Array(samples));
  };
  const tune = (drum: TunedDrum, pitch: Pitch | undefined) => {
    onTune((before) => tuneDrum(before, drum.drum, pitch), `tune:${layer.id}:${drum.drum}`);
    // Where the rhythm plays, it is heard there.
    if (player.getState().status !== 'playing') hear(drum, pitch ?? pitchOf(drum.pitch));
  };
  const lowest = drums[0];
  return (
    <fieldset className="flex flex-col gap-2 border-t border-edge pt-3">
      <legend className="sr-only">Tuning</legend>
      {drums.map((drum, at) => (
        <DrumField
          key={drum.drum}
          name={`${nth(names, at)}${drum.tonic ? ', on the tonic' : ''}`}
          pitch={pitchAt(drum)}
          isUsual={tunedTo(layer, drum.drum) === undefined}
          onTune={(pitch) => tune(drum, pitch)}
          onHear={() => hear(drum, pitchAt(drum))}
        />
      ))}
      {drums.length > 1 && lowest ? (
        <label htmlFor={`${id}-apart`} className="flex items-center gap-2 text-sm text-quiet">
          From the lowest up by
          <Select
            id={`${id}-apart`}
            value=""
            className="flex-1"
            onChange={(event) => {
              const by = INTERVALS[event.target.value as keyof typeof INTERVALS];
              const from = pitchAt(lowest);
              onTune(
                (before) =>
                  drums.reduce(
                    (tuned, { drum }, at) => tuneDrum(tuned, drum, from + at * by),
                    before,
                  ),
                `tune:${layer.id}`,
              );
            }}
          >
            <option value="" disabled>
              an interval …
            </option>
            {Object.keys(INTERVALS).map((name) => (
              <option key={name}>{name}</option>
            ))}
          </Select>
        </label>
      ) : null}
    </fieldset>
  );
}

interface DrumFieldProps {
  readonly name: string;
  readonly pitch: Pitch;
  readonly isUsual: boolean;
  readonly onTune: (pitch: Pitch | undefined) => void;
  readonly onHear: () => void;
}

/** Steps by ear: a semitone, and a hair. */
const STEPS = [
  [-100, '−−', 'a semitone lower'],
  [-10, '−', 'a hair lower'],
  [10, '+', 'a hair higher'],
  [100, '++', 'a semitone higher'],
] as const;

function DrumField({ name, pitch, isUsual, onTune, onHear }: DrumFieldProps) {
  const id = useId();
  const [text, setText] = useTyped(writeNote(pitch));
  const typed = readNote(text);
  const step = (by: number, shown: string, what: string) => (
    <button
      key={by}
      type="button"
      aria-label={`${name}: ${what}`}
      title={`${what[0]?.toUpperCase()}${what.slice(1)}`}
      className="h-9 w-7 rounded-lg font-semibold hover:bg-band"
      onClick={() => onTune(pitch + by)}
    >
      {shown}
    </button>
  );
  return (
    <div>
      <div className="flex items-center gap-1">
        <label htmlFor={id} className="min-w-0 flex-1 text-sm text-quiet">
          {name}
        </label>
        {STEPS.slice(0, 2).map(([by, shown, what]) => step(by, shown, what))}
        <input
          id={id}
          value={text}
          maxLength={12}
          spellCheck={false}
          title="A note with its octave, such as C3 or F#2-12, or hertz"
          className={`field h-9 w-20 px-1 text-center ${typed === undefined ? 'border-warn' : ''}`}
          onChange={(event) => {
            setText(event.target.value);
            const next = readNote(event.target.value);
            if (next !== undefined && next !== pitch) onTune(next);
          }}
        />
        {STEPS.slice(2).map(([by, shown, what]) => step(by, shown, what))}
        <IconButton label={`Hear ${name}`} onClick={onHear}>
          <Volume2 aria-hidden size={16} />
        </IconButton>
      </div>
      <p className="flex items-center justify-between text-fine text-quiet" role="status">
        {typed === undefined ? (
          <span className="text-warn">
            Write a note with its octave, such as C3 or F#2-12, or hertz from 33 to 4186.
          </span>
        ) : (
          <span>
            {isUsual
              ? `${Math.round(hertzOf(pitch))} Hz, as it usually is`
              : `${hertzOf(pitch).toFixed(1)} Hz`}
          </span>
        )}
        {isUsual ? null : (
          <Button className="h-7 px-2 text-fine" onClick={() => onTune(undefined)}>
            As usual
          </Button>
        )}
      </p>
    </div>
  );
}
