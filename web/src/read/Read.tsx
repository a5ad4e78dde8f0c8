import { sayTurnSides, sidesOfTurn } from '@stride/core/read';
import { timeRhythm, withVariation } from '@stride/core/rhythm';
import { useCallback, useDeferredValue, useEffect, useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { useBenchSoon, useOpenBench } from '../bench/context.ts';
import { useChosen } from '../bench/use-chosen.ts';
import { useReadSettings } from '../store/read-settings.ts';
import { drawnTurns } from '../strideline/geometry.ts';
import type { Lit } from '../strideline/StrideLine.tsx';
import { Card } from '../ui/Card.tsx';
import { Notice } from '../ui/Notice.tsx';
import { useSame } from '../ui/use-same.ts';
import { chosenIn } from '../write/line.ts';
import { useOpenLine } from '../write/use-open-line.ts';
import { Alone } from './Alone.tsx';
import { Ask } from './Ask.tsx';
import { Compare } from './Compare.tsx';
import { Groups } from './Groups.tsx';
import { LineRead } from './LineRead.tsx';
import { ReadBar, type ReadView } from './ReadBar.tsx';
import { useTimeline } from './use-timeline.ts';
import { useTurns } from './use-turns.ts';

/** The stage where a rhythm says what it is: in sentences whose strokes light up, sound, and add up. */
export function Read() {
  const bench = useOpenBench();
  // All but the line follows the stroke by a moment, so that the line answers the key at once.
  const { rhythm, layerIndex } = useBenchSoon(bench);
  const { document, heard } = bench;
  const [params, setParams] = useSearchParams();
  const view = params.get('view') === 'compare' ? 'compare' : 'reading';
  const [variationId, setVariation] = useState<string>();
  // Compare is of home, and hears by itself.
  const variation =
    view === 'reading' ? rhythm.variations?.find(({ id }) => id === variationId) : undefined;
  /** Home, or a variation as it would go round and round: each is read, and heard, on its own. */
  const shown = useMemo(
    () => (variation ? withVariation(rhythm, variation) : rhythm),
    [rhythm, variation],
  );
  const timed = useMemo(() => timeRhythm(shown), [shown]);
  useEffect(() => {
    heard.set(variation ? shown : undefined);
    return () => heard.set(undefined);
  }, [heard, shown, variation]);
  const [lit, setLit] = useState<Lit>();
  const [settings, setSettings] = useReadSettings();
  const turns = timed.ok ? drawnTurns(timed.timing) : 0;
  // The sentences wait for the hand on a machine that is slower than it.
  const only = useTurns(useDeferredValue(shown), turns);
  const read = only.rhythm;
  const against = useTimeline(read, layerIndex);
  const open = useOpenLine(bench);
  useChosen(bench, () =>
    chosenIn(open.now(), timed.ok ? timed.timing.layers[layerIndex] : undefined),
  );
  const { timeline } = against;
  const turnLabels = useMemo(() => {
    if (!timed.ok || !timeline || settings.school === 'no sides') return undefined;
    const length = timed.timing.turnTicks / timed.timing.ticksPerPulse;
    return Array.from({ length: turns }, (_, turn) =>
      sayTurnSides(sidesOfTurn(timeline, turn, length)),
    );
  }, [timed, timeline, settings.school, turns]);

  const names = useSame(rhythm.layers.map(({ id, name }) => ({ id, name })));
  // The same as long as they mean the same, so that what is read rests while the line is written.
  const litRead = useMemo(() => only.fromWhole(lit), [only, lit]);
  const light = useCallback((next: Lit | undefined) => setLit(only.toWhole(next)), [only]);

  const chooseWhole = useCallback(
    (layer: number) => {
      open.now().commands.choose(layer, 0);
      setLit(undefined);
    },
    [open],
  );
  const showView = useCallback(
    (next: ReadView) => setParams(next === 'compare' ? { view: next } : {}, { replace: true }),
    [setParams],
  );
  const { choose: chooseTurns } = only;
  const readTurns = useCallback(
    (next: readonly number[]) => {
      chooseTurns(next);
      setLit(undefined);
    },
    [chooseTurns],
  );
  const readVariation = useCallback(
    (id: string) => {
      setVariation(id);
      readTurns([]);
    },
    [readTurns],
  );

  if (!timed.ok) return <Notice>{timed.message} Undo brings back what was there.</Notice>;
  const layer = rhythm.layers[layerIndex];
  if (!layer) return <Notice>This rhythm has no layer to read yet. Add one in Write.</Notice>;
  return (
    <div className="flex flex-1 flex-col gap-3">
      <ReadBar
        layers={names}
        layerIndex={layerIndex}
        onLayer={chooseWhole}
        view={view}
        onView={showView}
        variations={rhythm.variations}
        variation={variation?.id}
        onVariation={readVariation}
        turns={shown.turns}
        count={turns}
        chosenTurns={only.chosen}
        onTurns={readTurns}
        settings={settings}
        onSettings={setSettings}
      />
      {view === 'compare' ? (
        <Compare rhythm={rhythm} layerIndex={layerIndex} document={document} />
      ) : (
        <div className="grid flex-1 grid-cols-[minmax(0,1fr)_430px] items-start gap-[14px] max-lg:grid-cols-1">
          <div className="flex min-w-0 flex-col gap-[14px] lg:sticky lg:top-3 max-lg:contents">
            <Card
              aria-label="Stride line"
              className="isolate max-h-[calc(100vh-1.5rem)] overflow-y-auto py-3 pr-1 pl-4 max-lg:sticky max-lg:top-0 max-lg:z-10 max-lg:max-h-[42vh]"
            >
              <LineRead line={open} variationId={variation?.id} lit={lit} turnLabels={turnLabels} />
            </Card>
            <Alone rhythm={read} layerIndex={layerIndex} lit={litRead} onLight={light} />
            <Ask rhythm={read} layerIndex={layerIndex} lit={litRead} onLight={light} />
          </div>
          <Groups
            rhythm={read}
            layerIndex={layerIndex}
            settings={settings}
            against={against}
            lit={litRead}
            onLight={light}
          />
        </div>
      )}
    </div>
  );
}
