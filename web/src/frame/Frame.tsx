import { type CatalogueEntry, entryOf, TRADITION_NOTES } from '@stride/core/catalogue';
import { usualCounting } from '@stride/core/counting';
import { beatsOf, type Cycle, describeCycle, overTurns } from '@stride/core/cycle';
import { sayLengths } from '@stride/core/read';
import {
  addSkeletonLayer,
  type Rhythm,
  readEduppu,
  recast,
  startFromOtherSide,
  tempoAt,
  withEduppu,
  withSecond,
  writeEduppu,
} from '@stride/core/rhythm';
import { scoreEntry, spokenCount, withVoice } from '@stride/core/sound';
import type { Tempo } from '@stride/core/time';
import { Hand, Play, Square } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { KEYS } from '../app/keys.ts';
import { playLoop, usePlays } from '../audio/loop.ts';
import { useSpeaker } from '../audio/sound-settings.ts';
import { player } from '../audio/the-player.ts';
import { useBench } from '../bench/context.ts';
import { discard } from '../store/discard.ts';
import { keepCycle, ownEntry, useOwnCycles } from '../store/own-cycles.ts';
import { storageSentence } from '../store/rhythms.ts';
import { Button } from '../ui/Button.tsx';
import { Card } from '../ui/Card.tsx';
import { Check } from '../ui/Check.tsx';
import { Notice } from '../ui/Notice.tsx';
import { toast } from '../ui/toasts.ts';
import { useKeys } from '../ui/use-keys.ts';
import { WrittenField } from '../ui/WrittenField.tsx';
import { Catalogue } from './Catalogue.tsx';
import { CountingPanel } from './CountingPanel.tsx';
import { GestureKey, GestureLine } from './GestureLine.tsx';
import { OwnCycle } from './OwnCycle.tsx';
import { RecastPreview } from './RecastPreview.tsx';
import { sayTaps, useTapAlong } from './use-tap-along.ts';
import './frame.css';

/** The stage where a rhythm gets its time: which cycle, how it is shown, counted, and where it starts. */
export function Frame() {
  const bench = useBench();
  const { rhythm, timed, document, edit } = bench;
  const own = useOwnCycles();
  const [looking, setLooking] = useState<CatalogueEntry>();
  const entry = looking ?? entryOf(rhythm.cycle);
  const cycle = looking?.cycle ?? rhythm.cycle;
  const isOther = looking !== undefined && looking.cycle !== rhythm.cycle;
  const [quick, setQuick] = useState(false);
  const tempo: Tempo = isOther ? looking.tempos[quick ? 1 : 0] : tempoAt(rhythm);
  /** A line of several turns is drawn and heard whole. */
  const shown = useMemo(() => overTurns(cycle, entry?.turns ?? 1), [cycle, entry]);
  const counting = (isOther ? looking.counting : rhythm.counting) ?? usualCounting(cycle);
  const change = useMemo(
    () => (isOther ? recast(rhythm, looking.cycle) : undefined),
    [isOther, rhythm, looking],
  );
  const divisions = useMemo(() => divisionsOf(rhythm), [rhythm]);
  const owner = `frame:${rhythm.id}:${cycle.id}`;
  const mine = usePlays(owner);
  const speaker = useSpeaker();
  const tapping = useTapAlong(cycle, tempo);
  useKeys(KEYS.tap.keys, () => mine && tapping.tap());
  const score = useMemo(() => {
    const shownTo = scoreEntry(shown, entry ?? {});
    return speaker
      ? withVoice(shownTo, spokenCount(shown, counting, shownTo.ticksPerPulse), speaker)
      : shownTo;
  }, [shown, entry, counting, speaker]);
  useEffect(() => {
    if (mine) player.change({ score });
  }, [mine, score]);
  // What is heard and what a tap is measured against are one tempo.
  useEffect(() => {
    if (mine) player.change({ tempo });
  }, [mine, tempo]);

  function hear(): void {
    if (mine) {
      player.stop();
      return;
    }
    tapping.clear();
    playLoop(owner, score, tempo);
  }

  function keep(kept: Cycle): Promise<void> {
    return keepCycle(kept).then(
      (made) => {
        look(made);
        toast(`${kept.name} stands in the catalogue.`);
      },
      (error: unknown) => toast(storageSentence(error)),
    );
  }

  function look(next: CatalogueEntry): void {
    player.stop();
    setLooking(next);
  }

  function use(): void {
    if (!change || !looking) return;
    const name = looking.name;
    edit(() => ({
      ...change.rhythm,
      ...(looking.counting ? { counting: looking.counting } : {}),
    }));
    setLooking(undefined);
    toast(`${rhythm.name} is now in ${name}.`, () => document.undo());
  }

  return (
    <div className="grid flex-1 grid-cols-[minmax(0,1fr)_322px] content-start gap-[14px] max-lg:grid-cols-1">
      <div className="flex flex-col gap-[14px] max-lg:contents">
        <Card aria-label="The cycle" className="max-lg:order-1 px-5 pt-4 pb-3">
          <div className="flex flex-wrap items-center gap-x-3 gap-y-2">
            <h2 className="text-2xl leading-tight">{entry?.name ?? cycle.name}</h2>
            <span className="text-quiet">{describeCycle(cycle)}</span>
            <span className="ml-auto flex flex-wrap gap-2">
              {isOther ? (
                <Button
                  look={quick ? 'on' : 'plain'}
                  aria-pressed={quick}
                  title="The quicker of the two tempos it is usually counted at"
                  onClick={() => setQuick(!quick)}
                >
                  {tempo.bpm} {tempo.per > 1 ? `per ${tempo.per}` : 'a minute'}
                </Button>
              ) : null}
              <Button look="go" onClick={hear}>
                {mine ? <Square aria-hidden size={15} /> : <Play aria-hidden size={15} />}
                {mine ? 'Stop' : 'Hear it'}
              </Button>
              <Button
                disabled={!mine}
                title="T"
                onPointerDown={tapping.tap}
                onClick={(event) => {
                  // From the keyboard no pointer goes down.
                  if (event.detail === 0) tapping.tap();
                }}
              >
                <Hand aria-hidden size={16} /> Tap
              </Button>
            </span>
          </div>
          <GestureLine
            cycle={shown}
            counting={counting}
            skeleton={entry?.skeleton}
            instrument={entry?.instrument}
            accents={entry?.accents}
            second={isOther ? undefined : rhythm.second}
            eduppu={isOther ? undefined : rhythm.eduppu}
            playing={mine}
          />
          <div className="flex flex-wrap items-center justify-between gap-x-6">
            <GestureKey />
            <p role="status" className="min-h-6 text-note">
              {mine ? sayTaps(tapping.taps) : ''}
            </p>
          </div>
          {entry ? (
            <p className="mt-2 max-w-[72ch]">
              {entry.text}{' '}
              <span className="text-quiet">
                {TRADITION_NOTES[entry.tradition].name}.
                {entry.side ? ` Two-sided; written from its ${entry.side} side.` : ''}
              </span>
            </p>
          ) : null}
          {change && looking ? (
            <div className="mt-3 flex flex-wrap items-center gap-3 rounded-xl bg-band px-4 py-3">
              <RecastPreview rhythm={rhythm} recast={change} />
              <Button look="go" onClick={use}>
                Use it for {rhythm.name}
              </Button>
              {looking.skeleton ? (
                <Button
                  title="Its strokes become a layer of this rhythm, in the rhythm’s own cycle"
                  onClick={() => {
                    const result = addSkeletonLayer(rhythm, looking);
                    if (!result.ok) {
                      toast(result.message);
                      return;
                    }
                    edit(() => result.rhythm);
                    setLooking(undefined);
                    toast(`${looking.name} was added as a layer.`, () => document.undo());
                  }}
                >
                  Add as a layer
                </Button>
              ) : null}
              <Button look="quiet" onClick={() => setLooking(undefined)}>
                Back to this rhythm’s cycle
              </Button>
              {own.some((one) => one.id === looking.id) ? (
                <Button
                  look="quiet"
                  onClick={() => {
                    void discard('cycle', looking.id, looking.name);
                    setLooking(undefined);
                  }}
                >
                  Delete it
                </Button>
              ) : null}
            </div>
          ) : null}
        </Card>
        <div className="grid grid-cols-2 gap-[14px] max-lg:order-3 max-md:grid-cols-1">
          <CountingPanel
            cycle={rhythm.cycle}
            counting={rhythm.counting}
            divisions={divisions}
            onChange={(next) => edit((before) => ({ ...before, counting: next }), 'counting')}
            second={rhythm.second}
            onSecond={(next) => edit((before) => withSecond(before, next), 'second counting')}
          />
          <div className="flex flex-col gap-[14px]">
            <Card aria-label="Length" className="p-4">
              <h2 className="mb-2 text-lead">Length</h2>
              {timed.ok ? (
                sayLengths(rhythm, timed.timing).map((text) => <p key={text}>{text}</p>)
              ) : (
                <Notice>{timed.message}</Notice>
              )}
              <div className="mt-2" data-reach="eduppu">
                <WrittenField<Rhythm['eduppu']>
                  label="Eduppu: beats after the one on which the composition begins"
                  written={rhythm.eduppu ? writeEduppu(rhythm.eduppu) : ''}
                  placeholder="on the one; or 1/2, 1 1/2, 2"
                  read={(text) => {
                    const read = readEduppu(text, rhythm.cycle);
                    return 'eduppu' in read ? { value: read.eduppu } : read;
                  }}
                  onValue={(next) => edit((before) => withEduppu(before, next))}
                />
              </div>
              <Link
                to="/landing"
                state={{ cycle: rhythm.cycle, eduppu: rhythm.eduppu }}
                className="mt-1 inline-block underline"
              >
                Find a cadence that lands in this cycle
              </Link>
            </Card>
            <Sides rhythm={rhythm} onChange={(next) => edit(() => next)} />
          </div>
        </div>
      </div>
      <div className="flex flex-col gap-[14px] max-lg:order-2">
        <div className="catalogue-room">
          <Catalogue chosen={entry?.id} own={own} onChoose={look} />
        </div>
        <OwnCycle
          onTry={(tried) => look(ownEntry(tried))}
          onKeep={(kept) => {
            void keep(kept);
          }}
        />
      </div>
    </div>
  );
}

/** Every division that some beat of the rhythm or of its cycle has, ascending. */
function divisionsOf(rhythm: Rhythm): readonly number[] {
  const found = new Set([
    ...beatsOf(rhythm.cycle).map((beat) => beat.span),
    ...rhythm.layers.flatMap((layer) => layer.cells.map((cell) => cell.slots)),
  ]);
  return [...found].sort((a, b) => a - b).slice(0, 9);
}

interface SidesProps {
  readonly rhythm: Rhythm;
  readonly onChange: (rhythm: Rhythm) => void;
}

/** Which side a two-sided timeline starts from; one switch, the others following or staying. */
function Sides({ rhythm, onChange }: SidesProps) {
  const [follow, setFollow] = useState(true);
  const timelines = rhythm.layers.filter((layer) => layer.side);
  return (
    <Card aria-label="Sides" className="p-4">
      <h2 className="mb-2 text-lead">Sides</h2>
      {timelines.length === 0 ? (
        <p className="text-quiet">
          No two-sided timeline in this rhythm. Look one up in the catalogue, such as son clave, and
          add it as a layer.
        </p>
      ) : (
        <>
          {timelines.map((layer) => (
            <div key={layer.id} className="flex flex-wrap items-center gap-3">
              <p>
                {layer.name} starts from its {layer.side?.startsWith('3') ? 'three' : 'two'}-side (
                {layer.side}).
              </p>
              <Button
                onClick={() => {
                  const result = startFromOtherSide(rhythm, layer.id, follow);
                  if (result.ok) onChange(result.rhythm);
                  else toast(result.message);
                }}
              >
                Start from the {layer.side?.startsWith('3') ? 'two' : 'three'}-side
              </Button>
            </div>
          ))}
          <Check className="mt-2 text-note" checked={follow} onChange={setFollow}>
            The other layers follow
          </Check>
        </>
      )}
    </Card>
  );
}
