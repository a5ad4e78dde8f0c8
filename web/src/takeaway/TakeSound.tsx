import {
  CLICK_LAYER,
  COUNT_IN_LAYER,
  type Performance,
  SECOND_LAYER,
  secondsOf,
  type WavBits,
} from '@stride/core/sound';
import { counted } from '@stride/core/wording';
import { type ReactNode, useEffect, useRef, useState } from 'react';
import { soundSettings } from '../audio/sound-settings.ts';
import { Button } from '../ui/Button.tsx';
import { Check } from '../ui/Check.tsx';
import { Select } from '../ui/Select.tsx';
import { fileName, saveFile } from '../ui/save-file.ts';
import { toast } from '../ui/toasts.ts';
import { Lost } from './LostDialog.tsx';
import { NoteTable } from './NoteTable.tsx';
import { Row } from './Row.tsx';
import { CalledOff, recordSound, type Taking } from './record-sound.ts';
import { useStrokeNotes } from './stroke-notes.ts';

/** What the file of the click holds where each player has one. */
const CLICKS = [CLICK_LAYER, SECOND_LAYER, COUNT_IN_LAYER];

interface TakeSoundProps {
  readonly name: string;
  readonly performance: Performance;
  /** Ids of players who are left out. */
  readonly out: ReadonlySet<string>;
  /** How loud each player is, 0 to 1; in full where it is not said. */
  readonly levels?: ReadonlyMap<string, number>;
  /** Whether the click is on where one comes from. */
  readonly clicked?: boolean;
  /** What is taken down is chosen by these. */
  readonly children: ReactNode;
  readonly onClose: () => void;
}

/** How a performance is taken down as sound: click, fineness, one file or one for each player. */
export function TakeSound(props: TakeSoundProps) {
  const { name, performance, out, levels, clicked = false, children, onClose } = props;
  const { room, spread, click: clickSound } = soundSettings.now();
  const [notes] = useStrokeNotes();
  const [click, setClick] = useState(clicked);
  const [lost, setLost] = useState<readonly string[]>();
  const [rate, setRate] = useState(48_000);
  const [bits, setBits] = useState<WavBits>(16);
  const [apart, setApart] = useState(false);
  const [share, setShare] = useState<number>();
  const taking = useRef<Taking>(undefined);
  useEffect(() => () => taking.current?.cancel(), []);
  const seconds = secondsOf(performance) + 2;
  const players = performance.players.filter(({ id }) => !out.has(id));
  const files = apart ? players.length + (click ? 1 : 0) : 1;
  const megabytes = (seconds * rate * 2 * bits * files) / 8 / 1e6;
  const start = async () => {
    setShare(0);
    try {
      const one = (only: readonly string[], done: number) => {
        const options = {
          sampleRate: rate,
          only: new Set(only),
          ...(levels && !apart ? { levels } : {}),
          spread: apart ? 0 : spread,
          room: apart ? ('off' as const) : room,
          click: click ? clickSound : (false as const),
        };
        const now = recordSound(performance, options, bits, (part) =>
          setShare((done + part) / files),
        );
        taking.current = now;
        return now.done;
      };
      if (!apart) {
        const all = performance.segments.flatMap(({ score }) => score.events);
        const others = new Set(all.map(({ layer }) => layer));
        for (const id of out) others.delete(id);
        saveFile(await one([...others], 0), `${fileName(name)}.wav`);
      } else {
        const pieces: { name: string; blob: Blob }[] = [];
        for (const { id, name: player } of players) {
          pieces.push({ name: player, blob: await one([id], pieces.length) });
        }
        if (click) pieces.push({ name: 'click', blob: await one(CLICKS, pieces.length) });
        const { zipBlobs } = await import('./zip-blobs.ts');
        saveFile(await zipBlobs(pieces), `${fileName(name)}.zip`);
      }
      onClose();
      toast(`${name} was taken away as sound.`);
    } catch (error) {
      if (!(error instanceof CalledOff)) {
        toast('It could not be taken down: there may be too little room. Take fewer turns.');
      }
    } finally {
      taking.current = undefined;
      setShare(undefined);
    }
  };
  const takeNotes = async () => {
    const { writeMidiFile } = await import('@stride/core/midi');
    const { bytes, lost: without } = writeMidiFile({ ...performance, players }, { click, notes });
    saveFile(new Blob([bytes], { type: 'audio/midi' }), `${fileName(name)}.mid`);
    setLost(without);
  };
  if (lost) return <Lost lost={lost} onClose={onClose} />;
  const isBusy = share !== undefined;
  return (
    <div className="mt-4 flex flex-col gap-4">
      {children}
      <Row label="With">
        <Check checked={click} className="min-h-9" onChange={setClick}>
          the click
        </Check>
        <Check checked={apart} className="min-h-9" onChange={setApart}>
          a file for each player, in a zip
        </Check>
      </Row>
      <Row label="Fineness">
        <Select
          aria-label="Samples a second"
          value={rate}
          onChange={(event) => setRate(Number(event.target.value))}
        >
          <option value={44_100}>44.1 kHz</option>
          <option value={48_000}>48 kHz</option>
        </Select>
        <Select
          aria-label="Bits a sample"
          value={bits}
          onChange={(event) => setBits(event.target.value === '24' ? 24 : 16)}
        >
          <option value={16}>16 bits</option>
          <option value={24}>24 bits</option>
        </Select>
        <span className="self-center text-quiet">
          {sayLength(seconds)}, {megabytes < 10 ? megabytes.toFixed(1) : Math.round(megabytes)} MB
          {files > 1 ? ` in ${counted(files, 'file')}` : ''};{' '}
          {apart ? 'dry, each in the middle' : `room and places as they are heard here`}
        </span>
      </Row>
      <NoteTable instruments={players.map(({ instrument }) => instrument)} />
      <div className="flex flex-wrap items-center gap-3">
        {isBusy ? (
          <>
            <progress
              value={share}
              max={1}
              aria-label="Taken down"
              className="h-3 min-w-0 flex-1 accent-[var(--go)]"
            />
            <span className="w-12 text-right tabular-nums">{Math.round(share * 100)} %</span>
            <Button onClick={() => taking.current?.cancel()}>Stop</Button>
          </>
        ) : (
          <>
            <Button
              look="go"
              disabled={players.length === 0 && !click}
              onClick={() => void start()}
            >
              Take it away
            </Button>
            <Button disabled={players.length === 0 && !click} onClick={() => void takeNotes()}>
              The same as notes (.mid)
            </Button>
          </>
        )}
      </div>
    </div>
  );
}

/** A length in minutes and seconds. */
function sayLength(seconds: number): string {
  const minutes = Math.floor(seconds / 60);
  const rest = Math.round(seconds - minutes * 60);
  return minutes === 0 ? counted(rest, 'second') : `${minutes} min ${rest} s`;
}
