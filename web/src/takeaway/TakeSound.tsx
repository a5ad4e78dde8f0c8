import { CLICK_LAYER, type Performance, secondsOf, type WavBits } from '@stride/core/sound';
import { counted } from '@stride/core/wording';
import { type ReactNode, useEffect, useRef, useState } from 'react';
import { soundSettings } from '../audio/sound-settings.ts';
import { Button } from '../ui/Button.tsx';
import { Check } from '../ui/Check.tsx';
import { Select } from '../ui/Select.tsx';
import { fileName, saveFile } from '../ui/save-file.ts';
import { toast } from '../ui/toasts.ts';
import { NoteTable } from './NoteTable.tsx';
import { useNoteMap } from './note-map.ts';
import { Row } from './Row.tsx';
import { CalledOff, recordSound, type Taking } from './record-sound.ts';

interface TakeSoundProps {
  readonly name: string;
  readonly performance: Performance;
  /** Ids of players who are left out. */
  readonly out: ReadonlySet<string>;
  /** What is taken down is chosen by these. */
  readonly children: ReactNode;
  readonly onClose: () => void;
}

/** How a performance is taken down as sound: click, fineness, one file or one for each player. */
export function TakeSound({ name, performance, out, children, onClose }: TakeSoundProps) {
  const { room, spread, click: clickSound } = soundSettings.now();
  const [notes] = useNoteMap();
  const [click, setClick] = useState(false);
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
      const one = (ids: ReadonlySet<string>, withClick: boolean, done: number) => {
        const levels = new Map(performance.players.map(({ id }) => [id, ids.has(id) ? 1 : 0]));
        const options = {
          sampleRate: rate,
          levels,
          spread: apart ? 0 : spread,
          room: apart ? ('off' as const) : room,
          click: withClick ? clickSound : (false as const),
        };
        const now = recordSound(performance, options, bits, (part) =>
          setShare((done + part) / files),
        );
        taking.current = now;
        return now.done;
      };
      if (!apart) {
        const blob = await one(new Set(players.map(({ id }) => id)), click, 0);
        saveFile(blob, `${fileName(name)}.wav`);
      } else {
        const pieces: { name: string; blob: Blob }[] = [];
        for (const { id, name: player } of players) {
          pieces.push({ name: player, blob: await one(new Set([id]), false, pieces.length) });
        }
        if (click) {
          pieces.push({ name: CLICK_LAYER, blob: await one(new Set(), true, pieces.length) });
        }
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
    const { bytes } = writeMidiFile({ ...performance, players }, { click, notes });
    saveFile(new Blob([bytes], { type: 'audio/midi' }), `${fileName(name)}.mid`);
    onClose();
    toast(`${name} was taken away as notes. Which hand plays is not in it.`);
  };
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
