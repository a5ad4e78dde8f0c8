import { CLICK_LAYER, type Sound } from '@stride/core/sound';
import { counted } from '@stride/core/wording';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Play, Square } from 'lucide-react';
import { useEffect } from 'react';
import { playedSamples, playSamples, stopSamples } from '../audio/play-samples.ts';
import { preparedSound, SAMPLE_RATE } from '../audio/voices.ts';
import { database, type RecordingRecord } from '../store/db.ts';
import {
  dropRecordings,
  keepRecording,
  listRecordings,
  recordingsSize,
} from '../store/recordings.ts';
import { storageSentence } from '../store/rhythms.ts';
import { Button } from '../ui/Button.tsx';
import { Panel } from '../ui/Panel.tsx';
import { fileName, saveFile } from '../ui/save-file.ts';
import { useStore } from '../ui/store.ts';
import { toast } from '../ui/toasts.ts';
import { mixTake, type Played, type Take, takeFile } from './take.ts';

interface TakesProps {
  readonly rhythm: string;
  /** The line that was played, which is what was written. */
  readonly layer: string;
  readonly take: Take | undefined;
  readonly played: readonly Played[];
  readonly delay: number;
  readonly onDrop: () => void;
}

/** Hearing oneself: the take of the last run, and those that were kept. */
export function Takes({ rhythm, layer, take, played, delay, onDrop }: TakesProps) {
  const playing = useStore(playedSamples);
  useEffect(() => stopSamples, []);
  const client = useQueryClient();
  const kept = useQuery({
    queryKey: ['recordings', rhythm],
    queryFn: () => listRecordings(database, rhythm),
  });
  const size = useQuery({
    queryKey: ['recordings', 'size'],
    queryFn: () => recordingsSize(database),
  });
  const anew = () => client.invalidateQueries({ queryKey: ['recordings'] });
  const failed = (error: unknown) => toast(storageSentence(error));
  const samplesOf = (sound: Sound) => preparedSound(sound)?.getChannelData(0);

  function hear(how: string, isHeard: (one: string) => boolean): void {
    if (!take) return;
    if (playing === how) stopSamples();
    else void playSamples(how, mixTake(take, played, delay, isHeard, samplesOf));
  }
  function keep(): void {
    if (!take) return;
    const record: RecordingRecord = {
      id: crypto.randomUUID(),
      rhythm,
      name: take.name,
      made: Date.now(),
      seconds: take.samples.length / SAMPLE_RATE,
      wav: takeFile(take),
    };
    keepRecording(database, record).then(async () => {
      toast('The take is kept in this browser.');
      await anew();
      onDrop();
    }, failed);
  }
  function drop(id?: string): void {
    dropRecordings(database, id).then((back) => {
      void anew();
      toast(id ? 'The take is gone.' : 'All takes are gone.', () => void back().then(anew, failed));
    }, failed);
  }
  const list = kept.data ?? [];
  if (!take && list.length === 0) return null;
  return (
    <Panel
      label="Hear yourself"
      side="top"
      align="start"
      width={480}
      trigger={<Button className="mt-1">Hear yourself</Button>}
    >
      {take ? (
        <>
          <p className="text-note">
            {take.name}: {Math.round(take.samples.length / SAMPLE_RATE)} seconds, in this tab only
            until you keep it.
          </p>
          <div className="flex flex-wrap gap-2">
            <Hear now={playing === 'alone'} onClick={() => hear('alone', () => false)}>
              Alone
            </Hear>
            <Hear
              now={playing === 'click'}
              onClick={() => hear('click', (one) => one === CLICK_LAYER)}
            >
              With the click
            </Hear>
            <Hear
              now={playing === 'written'}
              onClick={() => hear('written', (one) => one === layer)}
            >
              Against what is written
            </Hear>
          </div>
          <div className="flex flex-wrap gap-2">
            <Button onClick={keep}>Keep it</Button>
            <Button onClick={() => saveFile(takeFile(take), `${fileName(take.name)}.wav`)}>
              Take it away as a file
            </Button>
            <Button look="quiet" onClick={onDrop}>
              Let it go
            </Button>
          </div>
        </>
      ) : null}
      {list.length > 0 ? (
        <ul className="flex flex-col gap-1 border-t border-edge pt-2">
          {list.map(({ id, name, made, seconds, wav }) => (
            <li key={id} className="flex flex-wrap items-center gap-2">
              <span className="flex-1 basis-40 text-note">
                {name}
                <span className="block text-fine text-quiet">
                  {WHEN.format(made)}, {Math.round(seconds)} s, {megabytes(wav.size)}
                </span>
              </span>
              <Hear
                now={playing === id}
                onClick={() => {
                  if (playing === id) stopSamples();
                  else void samplesFrom(wav).then((samples) => playSamples(id, samples));
                }}
              >
                Hear
              </Hear>
              <Button onClick={() => saveFile(wav, `${fileName(name)}.wav`)}>File</Button>
              <Button look="quiet" onClick={() => drop(id)}>
                Let go
              </Button>
            </li>
          ))}
        </ul>
      ) : null}
      {size.data && size.data.count > 0 ? (
        <p className="flex items-center justify-between gap-3 text-fine text-quiet">
          {counted(size.data.count, 'take')} in this browser, {megabytes(size.data.bytes)} in all.
          <Button look="quiet" onClick={() => drop()}>
            Let go of all
          </Button>
        </p>
      ) : null}
    </Panel>
  );
}

function Hear({
  now,
  onClick,
  children,
}: {
  readonly now: boolean;
  readonly onClick: () => void;
  readonly children: string;
}) {
  return (
    <Button look={now ? 'on' : 'plain'} onClick={onClick}>
      {now ? <Square aria-hidden size={14} /> : <Play aria-hidden size={14} />} {children}
    </Button>
  );
}

const WHEN = new Intl.DateTimeFormat('en', { dateStyle: 'medium', timeStyle: 'short' });

function megabytes(bytes: number): string {
  return `${(bytes / 1e6).toFixed(1)} MB`;
}

/** The samples of a file this program wrote. */
async function samplesFrom(wav: Blob): Promise<Float32Array<ArrayBuffer>> {
  const values = new Int16Array(await wav.slice(44).arrayBuffer());
  return Float32Array.from(values, (value) => value / 32_767);
}
