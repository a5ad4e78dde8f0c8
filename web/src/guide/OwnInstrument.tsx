import {
  checkInstrument,
  FAMILIES,
  type Family,
  type Instrument,
  instrumentNamed,
  type StrokeKind,
  TIMBRES,
  type Timbre,
} from '@stride/core/instrument';
import { Play, Plus, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { knownInstrument } from '../store/known-instruments.ts';
import { storageSentence } from '../store/rhythms.ts';
import { Button } from '../ui/Button.tsx';
import { Card } from '../ui/Card.tsx';
import { Field } from '../ui/Field.tsx';
import { Select } from '../ui/Select.tsx';
import { hearVoice } from './hear.ts';

interface OwnInstrumentProps {
  /** The one that is changed; undefined for a new one. */
  readonly instrument: Instrument | undefined;
  /** @returns what stands in the way, if it cannot be kept */
  readonly onKeep: (instrument: Instrument) => Promise<string | undefined>;
  readonly onClose: () => void;
}

const HANDS: readonly (readonly [StrokeKind['hand'], string])[] = [
  ['strong', 'strong hand'],
  ['weak', 'weak hand'],
  ['either', 'either hand'],
  ['both', 'both hands'],
  ['foot', 'foot'],
];

/** The family a timbre usually belongs to, and a pitch to begin with. */
const USUAL: Readonly<Record<Timbre, readonly [Family, number]>> = {
  'skin-bass': ['bass', 80],
  'skin-open': ['open', 220],
  'skin-slap': ['slap', 380],
  'skin-crack': ['slap', 400],
  'skin-muffled': ['muted', 220],
  'skin-touch': ['touch', 260],
  'stick-open': ['open', 240],
  'stick-muffled': ['muted', 240],
  rim: ['slap', 1500],
  shell: ['metal', 800],
  bell: ['metal', 700],
  'bell-damped': ['muted', 700],
  wood: ['slap', 1800],
  scrape: ['shaken', 3200],
  'scrape-short': ['shaken', 3400],
  shake: ['shaken', 5200],
  'shake-accent': ['shaken', 5000],
  jingle: ['shaken', 6400],
  'jingle-short': ['shaken', 6000],
  palm: ['slap', 1800],
  stamp: ['bass', 90],
  'clay-bass': ['bass', 86],
  'clay-ring': ['open', 420],
  'clay-touch': ['touch', 600],
  wires: ['slap', 2400],
  cymbal: ['metal', 5200],
  'cymbal-damped': ['metal', 6800],
};

type Draft = StrokeKind & { readonly sound: NonNullable<StrokeKind['sound']> };

function emptyStroke(code: string): Draft {
  return {
    code,
    name: '',
    family: 'open',
    hand: 'either',
    how: '',
    sound: { timbre: 'skin-open', pitch: 220 },
  };
}

/** An instrument of one's own: its strokes, each with a sound picked by ear from the computed ones. */
export function OwnInstrument({ instrument, onKeep, onClose }: OwnInstrumentProps) {
  const [name, setName] = useState(instrument?.name ?? '');
  const [note, setNote] = useState(instrument?.note ?? '');
  const [strokes, setStrokes] = useState<readonly Draft[]>(
    (instrument?.strokes as readonly Draft[] | undefined) ?? [emptyStroke('X')],
  );
  const [problem, setProblem] = useState<string>();
  const change = (at: number, part: Partial<Draft>) =>
    setStrokes(strokes.map((stroke, index) => (index === at ? { ...stroke, ...part } : stroke)));

  function keep(): void {
    const taken = instrumentNamed(name);
    if (taken && taken.id !== instrument?.id) {
      setProblem(`There is a ${taken.name} already; give yours another name.`);
      return;
    }
    const slug = name
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-|-$/g, '');
    const checked = checkInstrument({
      id: instrument?.id ?? freeId(`own-${slug || 'instrument'}`),
      name: name.toLowerCase(),
      note,
      strokes,
    });
    if (checked.ok) {
      onKeep(checked.instrument).then(setProblem, (error: unknown) =>
        setProblem(storageSentence(error)),
      );
    } else setProblem(checked.message);
  }

  return (
    <Card aria-label="An instrument of your own" className="flex flex-col gap-3 p-4">
      <h2 className="text-lg">
        {instrument ? `Change the ${instrument.name}` : 'An instrument of your own'}
      </h2>
      <div className="flex flex-wrap gap-3">
        <Labelled label="Name">
          <Field
            value={name}
            maxLength={40}
            placeholder="tin lid"
            className="text-note"
            onChange={(event) => setName(event.target.value)}
          />
        </Labelled>
        <Labelled label="What it is" wide>
          <Field
            value={note}
            maxLength={200}
            placeholder="The lid of a biscuit tin, played with a spoon."
            className="text-note"
            onChange={(event) => setNote(event.target.value)}
          />
        </Labelled>
      </div>
      <ul className="flex flex-col gap-2">
        {strokes.map((stroke, at) => (
          <li
            // biome-ignore lint/suspicious/noArrayIndexKey: a row has nothing of its own but its place
            key={at}
            className="flex flex-wrap items-end gap-2 border-t border-edge pt-2"
          >
            <Labelled label="Code">
              <Field
                value={stroke.code}
                maxLength={8}
                aria-label={`Code of stroke ${at + 1}`}
                className="text-note w-16 font-mono"
                onChange={(event) => change(at, { code: event.target.value.trim() })}
              />
            </Labelled>
            <Labelled label="Stroke">
              <Field
                value={stroke.name}
                maxLength={40}
                aria-label={`Name of stroke ${at + 1}`}
                className="text-note w-36"
                onChange={(event) => change(at, { name: event.target.value })}
              />
            </Labelled>
            <Labelled label="Sound">
              <Select
                value={stroke.sound.timbre}
                aria-label={`Sound of stroke ${at + 1}`}
                className="text-note"
                onChange={(event) => {
                  const timbre = TIMBRES.find((one) => one === event.target.value);
                  if (!timbre) return;
                  const [family, pitch] = USUAL[timbre];
                  change(at, { family, sound: { timbre, pitch } });
                  hearVoice(timbre, pitch);
                }}
              >
                {TIMBRES.map((timbre) => (
                  <option key={timbre} value={timbre}>
                    {timbre.replace('-', ', ')}
                  </option>
                ))}
              </Select>
            </Labelled>
            <Labelled label={`Pitch, ${Math.round(stroke.sound.pitch)} Hz`}>
              <input
                type="range"
                min={Math.log2(40)}
                max={Math.log2(9000)}
                step={1 / 24}
                value={Math.log2(stroke.sound.pitch)}
                aria-label={`Pitch of stroke ${at + 1}`}
                className="h-9 w-32 accent-[var(--go)]"
                onChange={(event) =>
                  change(at, {
                    sound: { ...stroke.sound, pitch: Math.round(2 ** Number(event.target.value)) },
                  })
                }
                onPointerUp={() => hearVoice(stroke.sound.timbre, stroke.sound.pitch)}
              />
            </Labelled>
            <Labelled label="Family">
              <Select
                value={stroke.family}
                aria-label={`Family of stroke ${at + 1}`}
                className="text-note"
                onChange={(event) => change(at, { family: event.target.value as Family })}
              >
                {FAMILIES.map((family) => (
                  <option key={family}>{family}</option>
                ))}
              </Select>
            </Labelled>
            <Labelled label="Hand">
              <Select
                value={stroke.hand}
                aria-label={`Hand of stroke ${at + 1}`}
                className="text-note"
                onChange={(event) => change(at, { hand: event.target.value as StrokeKind['hand'] })}
              >
                {HANDS.map(([hand, words]) => (
                  <option key={hand} value={hand}>
                    {words}
                  </option>
                ))}
              </Select>
            </Labelled>
            <Button
              look="quiet"
              aria-label={`Hear stroke ${at + 1}`}
              onClick={() => hearVoice(stroke.sound.timbre, stroke.sound.pitch)}
            >
              <Play aria-hidden size={16} />
            </Button>
            <Button
              look="quiet"
              aria-label={`Take stroke ${at + 1} out`}
              disabled={strokes.length === 1}
              onClick={() => setStrokes(strokes.filter((_, index) => index !== at))}
            >
              <Trash2 aria-hidden size={16} />
            </Button>
          </li>
        ))}
      </ul>
      {problem ? (
        <p role="alert" className="text-warn">
          {problem}
        </p>
      ) : null}
      <div className="flex flex-wrap gap-2">
        <Button
          disabled={strokes.length >= 24}
          onClick={() => setStrokes([...strokes, emptyStroke(freeCode(strokes))])}
        >
          <Plus aria-hidden size={16} /> Another stroke
        </Button>
        <Button look="go" onClick={keep}>
          Keep the instrument
        </Button>
        <Button look="quiet" onClick={onClose}>
          Cancel
        </Button>
      </div>
    </Card>
  );
}

function freeCode(strokes: readonly Draft[]): string {
  return [...'XOSTMBKDxostmbkd'].find((code) => strokes.every((one) => one.code !== code)) ?? 'Z';
}

/** An id that no instrument has; names in other scripts come to the same letters. */
function freeId(wanted: string): string {
  let id = wanted;
  for (let number = 2; knownInstrument(id); number += 1) id = `${wanted}-${number}`;
  return id;
}

interface LabelledProps {
  readonly label: string;
  readonly wide?: boolean;
  readonly children: React.ReactNode;
}

function Labelled({ label, wide, children }: LabelledProps) {
  return (
    // biome-ignore lint/a11y/noLabelWithoutControl: the control is the child
    <label className={`flex flex-col gap-0.5 text-sm text-quiet ${wide ? 'min-w-60 flex-1' : ''}`}>
      {label}
      {children}
    </label>
  );
}
