import { cycleFromSpans } from '@stride/core/cycle';
import { ROOMS, type RoomName } from '@stride/core/mix';
import { COUNT_IN_LAYER, type Score, type Sound, spokenCount, withVoice } from '@stride/core/sound';
import { CLICK_INSTRUMENT, CLICK_SOUNDS, type ClickSound } from '@stride/core/voice';
import { Square, Volume2 } from 'lucide-react';
import { type ReactNode, useId } from 'react';
import { Button } from '../ui/Button.tsx';
import { Modal } from '../ui/Modal.tsx';
import { Select } from '../ui/Select.tsx';
import { usePlays } from './loop.ts';
import { MidiClockRow } from './MidiClockRow.tsx';
import { MidiOutRow } from './MidiOutRow.tsx';
import { type SoundSettings, setSound, useSoundSettings } from './sound-settings.ts';
import { player } from './the-player.ts';
import { usePlayer } from './use-player.ts';

const ROOM_NAMES: Readonly<Record<RoomName, string>> = {
  off: 'none: the strokes alone',
  dry: 'dry, a room with curtains',
  room: 'a rehearsal room',
  hall: 'a hall',
};

const VOICES: Readonly<Record<SoundSettings['voice'], string>> = {
  off: 'silent',
  low: 'a low voice',
  high: 'a high voice',
};

interface SoundPanelProps {
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
}

/** How everything is heard on this device: the room, how far apart the players stand, the click, and the voice. */
export default function SoundPanel({ open, onOpenChange }: SoundPanelProps) {
  const { room, spread, click, voice } = useSoundSettings();
  return (
    <Modal title="Sound" open={open} onOpenChange={onOpenChange}>
      <p className="mt-1 text-quiet">
        How it is heard on this device. Keep it so soft that you could still speak over it: long
        practice is loud for the ears.
      </p>
      <div className="mt-4 grid gap-x-8 gap-y-5 sm:grid-cols-2">
        <Row
          label="Room"
          note="A little room makes strokes easier to place; a hall is for listening, not for judging one’s time."
        >
          {(id) => (
            <Select
              id={id}
              value={room}
              className="w-full"
              onChange={(event) => {
                const found = ROOMS.find((one) => one === event.target.value);
                if (found) setSound({ room: found });
              }}
            >
              {ROOMS.map((one) => (
                <option key={one} value={one}>
                  {ROOM_NAMES[one]}
                </option>
              ))}
            </Select>
          )}
        </Row>
        <Row
          label={`Left to right: ${spread === 0 ? 'all in the middle' : `${Math.round(spread * 100)} %`}`}
          note="Lines stand from left to right in the order in which they are shown. With one ear, or one loudspeaker, choose the middle."
        >
          {(id) => (
            <input
              id={id}
              type="range"
              min={0}
              max={1}
              step={0.1}
              value={spread}
              className="h-9 w-full accent-[var(--go)]"
              onChange={(event) => setSound({ spread: Number(event.target.value) })}
            />
          )}
        </Row>
        <Row
          label="Click"
          note="Each lies in a band of its own, above most of what drums sound, so that it is found without being loud."
          hear={<Hear name="the click" score={clickScore} />}
        >
          {(id) => (
            <Select
              id={id}
              value={click}
              className="w-full"
              onChange={(event) => setSound({ click: event.target.value as ClickSound })}
            >
              {Object.entries(CLICK_SOUNDS).map(([one, name]) => (
                <option key={one} value={one}>
                  {name}
                </option>
              ))}
            </Select>
          )}
        </Row>
        <Row
          label="Voice"
          note="It says the syllables of a line, or the count where there are none: in Write, Frame, Landing, before a climb, and where a way through says it first."
          hear={voice === 'off' ? null : <Hear name="the voice" score={() => voiceScore(voice)} />}
        >
          {(id) => (
            <Select
              id={id}
              value={voice}
              className="w-full"
              onChange={(event) => {
                const found = (['off', 'low', 'high'] as const).find(
                  (one) => one === event.target.value,
                );
                if (found) setSound({ voice: found });
              }}
            >
              {Object.entries(VOICES).map(([one, name]) => (
                <option key={one} value={one}>
                  {name}
                </option>
              ))}
            </Select>
          )}
        </Row>
        <MidiOutRow />
        <MidiClockRow />
      </div>
      <p className="mt-4 text-sm text-quiet">
        Strokes are computed, not recorded: each from what the instrument is made of, where it is
        struck and with what. No two are quite alike. Drums are tuned in Write, with the layer; any
        stroke can be tried in the Guide.
      </p>
    </Modal>
  );
}

interface RowProps {
  readonly label: string;
  readonly note: string;
  readonly hear?: ReactNode;
  readonly children: (id: string) => ReactNode;
}

function Row({ label, note, hear, children }: RowProps) {
  const id = useId();
  return (
    <div>
      <label htmlFor={id} className="mb-1 block text-lead">
        {label}
      </label>
      <div className="flex gap-2">
        <div className="min-w-0 flex-1">{children(id)}</div>
        {hear}
      </div>
      <p className="mt-1 text-sm text-quiet">{note}</p>
    </div>
  );
}

/** Plays two bars of something once. */
function Hear({ name, score }: { readonly name: string; readonly score: () => Score }) {
  const owner = `sound:${name}`;
  const mine = usePlays(owner);
  const { status } = usePlayer();
  // What is practised is not broken off to try a sound.
  const isBusy = !mine && (status === 'playing' || status === 'waking');
  return (
    <Button
      aria-label={mine ? 'Stop' : `Hear ${name}`}
      disabled={isBusy}
      title={isBusy ? 'Something plays: stop it first, or hear it there' : undefined}
      onClick={() => {
        if (mine) {
          player.stop();
          return;
        }
        const played = score();
        void player.play({
          owner,
          first: {
            score: played,
            tempo: { bpm: 100, per: 2 },
            startTicks: 0,
            endTicks: played.lengthTicks,
            tag: owner,
          },
          next: () => undefined,
        });
      }}
    >
      {mine ? <Square aria-hidden size={15} /> : <Volume2 aria-hidden size={16} />}
      {mine ? 'Stop' : 'Hear it'}
    </Button>
  );
}

const TWO_BARS = cycleFromSpans('4x2');
const EMPTY: Score = { ticksPerPulse: 1, lengthTicks: 16, turnTicks: 8, events: [] };

function clickScore(): Score {
  const sound = (kind: string): Sound => ({ instrument: CLICK_INSTRUMENT, kind, force: 3 });
  const events = Array.from({ length: 8 }, (_, beat) => ({
    ticks: beat * 2,
    offset: 0,
    layer: COUNT_IN_LAYER,
    sound: sound(beat % 4 === 0 ? 'strong' : 'plain'),
  }));
  return { ...EMPTY, events };
}

function voiceScore(voice: 'low' | 'high'): Score {
  const words = [
    ...spokenCount(TWO_BARS, 'plain', 1),
    ...['ta', 'ka', 'di', 'mi', 'ta', 'ki', 'ta', 'dhin'].map((word, at) => ({
      ticks: 8 + at,
      word,
      strong: at % 4 === 0,
    })),
  ];
  return withVoice(EMPTY, words, voice);
}
