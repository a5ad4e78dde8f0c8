import type { Instrument, StrokeKind } from '@stride/core/instrument';
import { FORCE_NAMES, FORCES, type Force, hertzOf, pitchOf, writeNote } from '@stride/core/rhythm';
import {
  AFTERS,
  type After,
  drumsToTune,
  findVoice,
  plainStroke,
  renderStruckAs,
  spectrogram,
  TOOLS,
  type Tool,
} from '@stride/core/voice';
import { RotateCcw } from 'lucide-react';
import { type PointerEvent, useEffect, useId, useMemo, useRef, useState } from 'react';
import { playSamples, stopSamples } from '../audio/play-samples.ts';
import { SAMPLE_RATE } from '../audio/voices.ts';
import { Head } from '../strideline/Head.tsx';
import { Button } from '../ui/Button.tsx';
import { Select } from '../ui/Select.tsx';

/** What each tool is called here. */
const TOOL_NAMES: Readonly<Record<Tool, string>> = {
  palm: 'the whole palm',
  heel: 'the heel of the hand',
  thumb: 'the thumb',
  fingers: 'flat fingers',
  tips: 'loose fingertips, whipped',
  tip: 'one fingertip',
  nail: 'a snapped finger, nail first',
  knuckle: 'a knuckle or ring',
  stick: 'the tip of a stick',
  shaft: 'the shoulder or shaft of a stick',
  tipper: 'a tipper',
  switch: 'a thin switch',
  mallet: 'a soft mallet',
  beater: 'a felt beater',
};

const AFTER_NAMES: Readonly<Record<After, string>> = {
  leaves: 'leaves at once',
  stays: 'stays lying',
  rests: 'rests there lightly',
  presses: 'presses in',
  slides: 'slides in as it rings',
};

/** How a stroke is struck here, where not as it usually is. */
interface Tried {
  readonly place?: number;
  readonly tool?: Tool;
  readonly after?: After;
  /** Of the drum, in hundredths of a semitone against its usual pitch. */
  readonly tuned: number;
}

interface SoundsProps {
  readonly instrument: Instrument;
  /** Code of the stroke that is tried. */
  readonly code: string | undefined;
  readonly onStroke: (code: string) => void;
}

/** Any stroke of an instrument, heard at every force, place and hand, with its drum tuned. */
export function Sounds({ instrument, code, onStroke }: SoundsProps) {
  const stroke = instrument.strokes.find((one) => one.code === code) ?? plainStroke(instrument);
  if (!stroke) return null;
  return (
    <section aria-label="Sounds" className="card px-5 py-4">
      <h2 className="text-xl">Try its sounds</h2>
      <p className="mb-3 text-quiet">
        Computed from what is struck, where, with what, how hard, and what the hand does then. Press
        a force, or touch the drum where there is one.
      </p>
      <div role="toolbar" aria-label="Stroke to try" className="mb-4 flex flex-wrap gap-1.5">
        {instrument.strokes.map((one) => (
          <Button
            key={one.code}
            look={one === stroke ? 'on' : 'plain'}
            aria-pressed={one === stroke}
            onClick={() => onStroke(one.code)}
          >
            <svg width="16" height="16" viewBox="-12 -12 24 24" aria-hidden="true">
              <Head family={one.family} size={9} below={false} />
            </svg>
            {one.name}
          </Button>
        ))}
      </div>
      <Stroke key={`${instrument.id} ${stroke.code}`} instrument={instrument} stroke={stroke} />
    </section>
  );
}

/** The drum, what can be set, and the picture side by side, where there is room. */
const WITH_DRUM =
  'md:grid-cols-[auto_minmax(0,1fr)] md:[&>figure]:col-span-2 lg:grid-cols-[auto_minmax(0,1fr)_minmax(0,1fr)] lg:[&>figure]:col-span-1';

/** What was heard last of a stroke. */
interface Heard {
  readonly tried: Tried;
  readonly force: Force;
  readonly weak: boolean;
  /** Counted on, so that no two are alike. */
  readonly take: number;
}

function Stroke({ instrument, stroke }: { instrument: Instrument; stroke: StrokeKind }) {
  const id = useId();
  const [{ tried, force, weak, take }, setHeard] = useState<Heard>({
    tried: { tuned: 0 },
    force: 3,
    weak: false,
    take: 0,
  });
  const voice = findVoice(instrument.id, stroke.code, instrument);
  const { place, tool, after, tuned } = tried;
  const samples = useMemo(() => {
    const { tuned, ...how } = tried;
    const struck = { force, take, weak, tuned: 2 ** (tuned / 1200) };
    return new Float32Array(
      renderStruckAs(instrument.id, stroke.code, how, struck, SAMPLE_RATE, instrument),
    );
  }, [instrument, stroke, tried, force, weak, take]);
  // What is drawn is what is heard.
  useEffect(() => {
    if (take > 0) void playSamples('guide:sound', samples);
  }, [take, samples]);
  useEffect(() => stopSamples, []);
  if (!voice) return null;
  const isRinging = voice.body.kind === 'ringing';
  const hasSkin = voice.body.kind === 'ringing' && voice.body.width > 0;
  const drum = drumsToTune(instrument).find(({ on }) => on === voice.on);
  const usual = voice.strike;
  const hear = (next: Partial<Omit<Heard, 'take'>>) =>
    setHeard((before) => ({ ...before, ...next, take: before.take + 1 }));
  const change = (next: Partial<Tried>) => {
    hear({ tried: { ...tried, ...next } });
  };
  const isAsUsual = place === undefined && tool === undefined && after === undefined && tuned === 0;
  return (
    <div className={`grid gap-x-8 gap-y-4 ${hasSkin ? WITH_DRUM : 'lg:grid-cols-2'}`}>
      {hasSkin ? (
        <Drum place={place ?? usual.place} onStrike={(at) => change({ place: at })} />
      ) : null}
      <div className="flex flex-col gap-3">
        {(['strong hand', 'weak hand'] as const).map((hand, index) => (
          <fieldset key={hand}>
            <legend className="mb-1 text-sm text-quiet">{hand}</legend>
            <div className="flex flex-wrap gap-1.5">
              {FORCES.map((one) => (
                <Button
                  key={one}
                  look={force === one && weak === (index === 1) ? 'on' : 'plain'}
                  aria-label={`${FORCE_NAMES[one]}, ${hand}`}
                  onClick={() => hear({ force: one, weak: index === 1 })}
                >
                  {FORCE_NAMES[one]}
                </Button>
              ))}
            </div>
          </fieldset>
        ))}
        {isRinging ? (
          <>
            <Labelled
              id={`${id}-place`}
              label={`Place: ${sayPlace(place ?? usual.place, hasSkin)}`}
            >
              <input
                id={`${id}-place`}
                type="range"
                min={0}
                max={0.98}
                step={0.02}
                value={place ?? usual.place}
                className="w-full accent-[var(--go)]"
                onChange={(event) => change({ place: Number(event.target.value) })}
              />
            </Labelled>
            <div className="grid grid-cols-2 gap-2">
              <Labelled id={`${id}-tool`} label="Struck with">
                <Select
                  id={`${id}-tool`}
                  value={tool ?? usual.tool}
                  className="w-full"
                  onChange={(event) => {
                    const found = TOOLS.find((one) => one === event.target.value);
                    if (found) change({ tool: found });
                  }}
                >
                  {TOOLS.map((one) => (
                    <option key={one} value={one}>
                      {TOOL_NAMES[one]}
                    </option>
                  ))}
                </Select>
              </Labelled>
              <Labelled id={`${id}-after`} label="Then it">
                <Select
                  id={`${id}-after`}
                  value={after ?? usual.after}
                  className="w-full"
                  onChange={(event) => {
                    const found = AFTERS.find((one) => one === event.target.value);
                    if (found) change({ after: found });
                  }}
                >
                  {AFTERS.map((one) => (
                    <option key={one} value={one}>
                      {AFTER_NAMES[one]}
                    </option>
                  ))}
                </Select>
              </Labelled>
            </div>
          </>
        ) : (
          <p className="text-sm text-quiet">
            What is shaken, scraped, clapped or spoken has no place where it is struck.
          </p>
        )}
        {drum ? (
          <Labelled
            id={`${id}-tuned`}
            label={`Tuned: ${writeNote(pitchOf(drum.pitch) + tuned)}, ${(hertzOf(pitchOf(drum.pitch) + tuned)).toFixed(0)} Hz`}
          >
            <input
              id={`${id}-tuned`}
              type="range"
              min={-700}
              max={700}
              step={10}
              value={tuned}
              className="w-full accent-[var(--go)]"
              onChange={(event) => change({ tuned: Number(event.target.value) })}
            />
          </Labelled>
        ) : null}
        <Button
          className="self-start"
          disabled={isAsUsual}
          onClick={() => hear({ tried: { tuned: 0 } })}
        >
          <RotateCcw aria-hidden size={15} /> As it is played
        </Button>
      </div>
      <Picture samples={samples} name={stroke.name} />
    </div>
  );
}

function sayPlace(place: number, onSkin: boolean): string {
  const percent = `${Math.round(place * 100)} %`;
  if (!onSkin) return `${percent} of the way along`;
  if (place < 0.15) return `middle, ${percent}`;
  if (place > 0.85) return `edge, ${percent}`;
  return `${percent} of the way to the edge`;
}

interface LabelledProps {
  readonly id: string;
  readonly label: string;
  readonly children: React.ReactNode;
}

function Labelled({ id, label, children }: LabelledProps) {
  return (
    <div className="min-w-0">
      <label htmlFor={id} className="mb-1 block text-sm text-quiet">
        {label}
      </label>
      {children}
    </div>
  );
}

interface DrumProps {
  readonly place: number;
  readonly onStrike: (place: number) => void;
}

/** The skin from above: a touch on it strikes it there. The slider beside it does the same by keys. */
function Drum({ place, onStrike }: DrumProps) {
  const strike = (event: PointerEvent<SVGSVGElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    const x = ((event.clientX - box.left) / box.width) * 2 - 1;
    const y = ((event.clientY - box.top) / box.height) * 2 - 1;
    onStrike(Math.min(0.98, Math.round(Math.hypot(x, y) * 104) / 100));
  };
  return (
    <svg
      viewBox="-104 -104 208 208"
      className="size-52 cursor-pointer touch-manipulation justify-self-center"
      aria-hidden="true"
      onPointerDown={strike}
    >
      <circle r={100} fill="var(--band)" stroke="var(--field)" strokeWidth={6} />
      {[0.33, 0.66].map((ring) => (
        <circle key={ring} r={ring * 97} fill="none" stroke="var(--edge)" />
      ))}
      <circle r={place * 97} fill="none" stroke="var(--go)" strokeWidth={2} strokeDasharray="5 5" />
      <circle cy={place * 97} r={9} fill="var(--go)" />
    </svg>
  );
}

const DRAWN = { columns: 160, rows: 96, lasts: 0.6, lowest: 50, highest: 14_000 } as const;
const LINES = [
  [100, '100'],
  [400, '400'],
  [1600, '1600'],
  [6400, '6400 Hz'],
] as const;

/** What is heard, drawn: time to the right, pitch upwards by octaves, more of the ink where it is stronger. */
function Picture({ samples, name }: { samples: Float32Array; name: string }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const surface = canvas.current?.getContext('2d');
    if (!canvas.current || !surface) return;
    const { columns, rows } = DRAWN;
    const levels = spectrogram(samples, SAMPLE_RATE, DRAWN);
    const ink = getComputedStyle(canvas.current).color;
    surface.clearRect(0, 0, columns, rows);
    surface.fillStyle = ink;
    for (let column = 0; column < columns; column += 1) {
      for (let row = 0; row < rows; row += 1) {
        surface.globalAlpha = (levels[column * rows + row] ?? 0) ** 1.6;
        surface.fillRect(column, rows - 1 - row, 1, 1);
      }
    }
    surface.globalAlpha = 1;
  }, [samples]);
  const octaves = Math.log(DRAWN.highest / DRAWN.lowest);
  return (
    <figure className="min-w-0">
      <div className="relative h-52 rounded-lg border border-edge bg-paper">
        <canvas
          ref={canvas}
          width={DRAWN.columns}
          height={DRAWN.rows}
          className="size-full text-ink"
          role="img"
          aria-label={`The sound of ${name}: time to the right, pitch upwards`}
        />
        {LINES.map(([pitch, label]) => (
          <span
            key={pitch}
            className="absolute left-1 -translate-y-1/2 rounded bg-paper/80 px-1 text-fine text-quiet"
            style={{ bottom: `${(100 * Math.log(pitch / DRAWN.lowest)) / octaves - 5}%` }}
          >
            {label}
          </span>
        ))}
      </div>
      <figcaption className="mt-1 text-sm text-quiet">
        Six tenths of a second from left to right, low to high from below; the stronger, the more it
        stands out.
      </figcaption>
    </figure>
  );
}
