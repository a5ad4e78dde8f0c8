import { startFromOtherSide } from '@stride/core/rhythm';
import { keepLine } from '@stride/core/variation';
import {
  alternate,
  applyChain,
  figuresOf,
  MOST_STEPS,
  type Step,
  sayChain,
  sayChange,
} from '@stride/core/vary';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { useOffers } from '../app/offers.ts';
import { usePlayer } from '../audio/use-player.ts';
import { useBench } from '../bench/context.ts';
import { FeelPanel } from '../bench/FeelPanel.tsx';
import { keepAsNew } from '../bench/keep-as-new.ts';
import { LayerButtons } from '../bench/LayerButtons.tsx';
import { loopOwner } from '../bench/use-playing.ts';
import { ownInstruments } from '../store/known-instruments.ts';
import { Button } from '../ui/Button.tsx';
import { Card } from '../ui/Card.tsx';
import { announce } from '../ui/live.tsx';
import { Notice } from '../ui/Notice.tsx';
import { NumberField } from '../ui/NumberField.tsx';
import { Select } from '../ui/Select.tsx';
import { toast } from '../ui/toasts.ts';
import { useAfterPaint } from '../ui/use-after-paint.ts';
import { Variations } from '../variations/Variations.tsx';
import { Chain } from './Chain.tsx';
import { useChain } from './chains.ts';
import { Lineage } from './Lineage.tsx';
import { type BeatRange, beatsOfLine, beatsPart, partsOf } from './parts.ts';
import { Tray } from './Tray.tsx';
import { VariedLine } from './VariedLine.tsx';

/** The part that is chosen by its first and last beat. */
const SOME_BEATS = 'some beats';

/** The stage where a line is made another one by moves, each heard at once in its place. */
export function Vary() {
  const bench = useBench();
  const { rhythm, timed, layerIndex, chooseLayer, heard } = bench;
  const layer = rhythm.layers[layerIndex];
  const parts = useMemo(() => {
    const grid = timed.ok ? timed.timing.layers[layerIndex] : undefined;
    return grid ? partsOf(rhythm, grid) : [];
  }, [rhythm, timed, layerIndex]);
  const [partKey, setPartKey] = useState('all');
  const [beats, setBeats] = useState<BeatRange>({ from: 0, to: 1 });
  const grid = timed.ok ? timed.timing.layers[layerIndex] : undefined;
  const part = useMemo(
    () =>
      partKey === SOME_BEATS && grid
        ? beatsPart(rhythm, grid, beats)
        : (parts.find(({ key }) => key === partKey) ?? parts[0]),
    [partKey, grid, rhythm, beats, parts],
  );
  const stretch = part?.stretch;
  const [steps, setSteps] = useChain(rhythm.id, `${layer?.id ?? ''}/${part?.key ?? ''}`);
  const [tried, setTried] = useState<Step>();
  const [withHome, setWithHome] = useState(false);
  const navigate = useNavigate();
  const player = usePlayer();
  const playing = player.status === 'playing' && player.owner === loopOwner(rhythm);
  const made = useMemo(
    () => applyChain(rhythm, layerIndex, steps, stretch, ownInstruments.now()),
    [rhythm, layerIndex, steps, stretch],
  );
  const trying = useMemo(
    () =>
      tried
        ? applyChain(rhythm, layerIndex, [...steps, tried], stretch, ownInstruments.now())
        : undefined,
    [rhythm, layerIndex, steps, tried, stretch],
  );
  const shown = trying ?? made;
  const both = useMemo(
    () => (withHome && shown ? alternate(rhythm, shown.rhythm, layerIndex) : undefined),
    [withHome, rhythm, shown, layerIndex],
  );
  const sounding = both ?? shown?.rhythm;
  useEffect(() => {
    heard.set(sounding);
  }, [heard, sounding]);
  useEffect(() => () => heard.set(undefined), [heard]);
  // The tray follows by a moment, so that what is taken shows at once.
  const tray = useAfterPaint(made?.rhythm ?? rhythm);
  const isFull = steps.length >= MOST_STEPS;
  const take = useCallback(
    (step: Step) => {
      setTried(undefined);
      if (isFull) {
        toast(`A chain has at most ${MOST_STEPS} moves: take one out first.`);
        return;
      }
      setSteps((before) => [...before, step]);
      announce(`${sayChain([step], ownInstruments.now())}: taken`);
    },
    [setSteps, isFull],
  );
  const said = `${stretch ? `In ${part?.name}: ` : ''}${sayChain(steps, ownInstruments.now())}`;
  const isMade = steps.some(({ off }) => !off);
  const timeline = rhythm.layers.find(({ side }) => side !== undefined);
  const turnAll = () => {
    if (!timeline) return;
    const turned = startFromOtherSide(rhythm, timeline.id, true);
    if (!turned.ok) {
      toast(turned.message);
      return;
    }
    if (bench.edit(() => turned.rhythm))
      toast('All layers begin from the other side now.', () => bench.document.undo());
  };
  const keepInPlace = () => {
    if (!made) return;
    if (bench.edit(() => made.rhythm)) {
      setSteps([]);
      toast(`${layer?.name ?? 'The line'} is ${said} now.`, () => {
        bench.edit((now) => ({
          ...now,
          layers: now.layers.map((one) => (one.id === layer?.id ? layer : one)),
        }));
        setSteps(steps);
      });
    }
  };
  const keepAsVariation = () => {
    if (!made) return;
    const kept = keepLine(
      rhythm,
      made.layer,
      sayChain(steps, ownInstruments.now()).slice(0, 60),
      part?.turns,
    );
    if (!kept.ok) {
      toast(kept.message);
      return;
    }
    if (bench.edit(() => kept.rhythm)) {
      setSteps([]);
      toast(`${kept.name} is a variation of the rhythm now.`, () => {
        bench.document.undo();
        setSteps(steps);
      });
    }
  };
  const keepApart = () => {
    if (!made) return;
    const how = { what: 'varied', by: said, stage: 'vary' };
    void keepAsNew(rhythm, made.rhythm, how, navigate).then((kept) => {
      if (kept) setSteps([]);
    });
  };
  useOffers('Vary', () =>
    isMade
      ? [
          {
            label: 'Keep as a variation of this rhythm',
            also: 'fill break alternative',
            run: keepAsVariation,
          },
          { label: 'Keep the variation in place', also: 'apply', run: keepInPlace },
          { label: 'Keep the variation as a new rhythm', also: 'copy save', run: keepApart },
          { label: 'Take all moves out', also: 'reset home', run: () => setSteps([]) },
        ]
      : [],
  );
  if (!timed.ok) return <Notice>{timed.message} Undo brings back what was there.</Notice>;
  if (!layer || !made || !shown)
    return <Notice>This rhythm has no layer to vary yet. Add one in Write.</Notice>;
  const [before, after] = [figuresOf(rhythm, layerIndex), figuresOf(shown.rhythm, layerIndex)];
  const changes = before && after ? sayChange(before, after, rhythm.target) : [];
  return (
    <div className="flex flex-1 flex-col gap-3">
      <div className="flex flex-wrap items-center gap-2">
        <span className="mr-1 text-note text-quiet">Vary</span>
        <LayerButtons
          layers={rhythm.layers}
          chosen={layerIndex}
          onChoose={(index) => {
            chooseLayer(index);
            setTried(undefined);
          }}
        />
        <Select
          aria-label="What of it is varied"
          value={partKey === SOME_BEATS ? SOME_BEATS : part?.key}
          onChange={(event) => setPartKey(event.target.value)}
        >
          {parts.map(({ key, name }) => (
            <option key={key} value={key}>
              {name}
            </option>
          ))}
          {grid && beatsOfLine(grid) > 1 ? <option value={SOME_BEATS}>some beats</option> : null}
        </Select>
        {partKey === SOME_BEATS && grid ? (
          <span className="flex items-center gap-2">
            <NumberField
              label="From beat"
              labelHidden
              value={beats.from + 1}
              min={1}
              max={beatsOfLine(grid)}
              onChange={(beat) =>
                setBeats({ from: Math.round(beat) - 1, to: Math.max(beats.to, Math.round(beat)) })
              }
            />
            <span className="text-note text-quiet">to</span>
            <NumberField
              label="To beat"
              labelHidden
              value={Math.min(beats.to, beatsOfLine(grid))}
              min={1}
              max={beatsOfLine(grid)}
              onChange={(beat) =>
                setBeats({ from: Math.min(beats.from, Math.round(beat) - 1), to: Math.round(beat) })
              }
            />
          </span>
        ) : null}
        <span className="ml-auto" />
        {timeline ? (
          <Button
            title="Every layer begins half a round of the timeline later, so that nothing moves against anything"
            onClick={turnAll}
          >
            Other side, all layers
          </Button>
        ) : null}
        <FeelPanel key={layer.id} layer={layer} />
        <Button
          look={withHome ? 'on' : 'plain'}
          aria-pressed={withHome}
          disabled={layer.free === true}
          title="While it plays: the line as it was, then as it is now, two turns each or as long as it lasts"
          onClick={() => setWithHome(!withHome)}
        >
          Home and this, in turns
        </Button>
      </div>
      <Lineage rhythm={rhythm} />
      <div className="grid flex-1 grid-cols-[minmax(0,1fr)_340px] items-start gap-[14px] max-lg:grid-cols-1">
        <div className="flex min-w-0 flex-col gap-[14px] lg:sticky lg:top-3">
          <Card aria-label="Varied line" className="py-3 pr-2 pl-4">
            <VariedLine home={rhythm} index={layerIndex} made={shown} playing={playing} />
            {withHome && !both ? (
              <p className="text-note text-warn">
                Home and this would be too long together: only this is heard.
              </p>
            ) : null}
            <p role="status" className="min-h-6 pt-1 text-note text-quiet">
              {changes.length > 0
                ? changes.join('; ')
                : isMade || tried
                  ? 'nothing else than where it lies'
                  : ''}
            </p>
          </Card>
          <Card aria-label="Chain of moves" className="flex flex-col gap-3 p-4">
            {steps.length === 0 ? (
              <p className="max-w-[60ch] text-quiet">
                Look at a move to hear it in the loop; press it to take it. The line as it was stays
                beneath, with an arrow from each stroke to where it went.
              </p>
            ) : (
              <>
                <Chain steps={steps} told={made.told} layer={layer} onChange={setSteps} />
                <p className="flex flex-wrap gap-2">
                  <Button
                    look="go"
                    disabled={!isMade}
                    title="It lives in the rhythm and comes now and then: by its key, or mixed in"
                    onClick={keepAsVariation}
                  >
                    Keep as a variation
                  </Button>
                  <Button disabled={!isMade} onClick={keepApart}>
                    Keep as a new rhythm
                  </Button>
                  <Button disabled={!isMade} onClick={keepInPlace}>
                    Keep in place
                  </Button>
                  <Button look="quiet" onClick={() => setSteps([])}>
                    Back to home
                  </Button>
                </p>
              </>
            )}
          </Card>
          <Variations empty="None yet. Take moves and keep them as a variation; or, in Write, keep a turn that is written, by the menu of the line. A variation comes by its key while the rhythm plays, or is mixed in." />
        </div>
        <Tray rhythm={tray} index={layerIndex} stretch={stretch} onTry={setTried} onTake={take} />
      </div>
    </div>
  );
}
