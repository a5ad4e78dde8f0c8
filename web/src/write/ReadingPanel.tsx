import { readLayer, readSlot } from '@stride/core/read';
import { countingOf, type Rhythm } from '@stride/core/rhythm';
import { memo, useDeferredValue, useEffect, useMemo } from 'react';
import { Link } from 'react-router';
import { pathOfStroke, takeInHand } from '../guide/in-hand.ts';
import { Sentences } from '../read/Sentences.tsx';
import { sayKin, useFamilies } from '../read/use-families.ts';
import { usePeriod } from '../read/use-period.ts';
import { useReadSettings } from '../store/read-settings.ts';
import type { Lit } from '../strideline/StrideLine.tsx';
import { Card } from '../ui/Card.tsx';
import { Toolbar } from '../ui/Toolbar.tsx';
import { useStoreSoon } from '../ui/use-after-paint.ts';
import type { OpenLine } from './open-line.ts';

interface ReadingPanelProps {
  readonly line: OpenLine;
  readonly lit: Lit | undefined;
  readonly onLight: (lit: Lit | undefined) => void;
}

/** What the chosen stroke and its layer say. It follows the stroke by a moment, so that the line answers the key at once. */
export const ReadingPanel = memo(function ReadingPanel(props: ReadingPanelProps) {
  const { lit, onLight } = props;
  const { rhythm, timing, layer, chosen } = useStoreSoon(props.line);
  // The sentences take longer and come after what the slot says.
  const read = useDeferredValue(rhythm);
  const slot = useMemo(
    () => timing && readSlot(rhythm, timing, chosen.layer, chosen.slot, countingOf(rhythm, layer)),
    [rhythm, timing, layer, chosen.layer, chosen.slot],
  );
  const played = layer?.strokes.find((stroke) => stroke.slot === chosen.slot);
  const instrument = layer?.instrument;
  useEffect(() => {
    if (instrument) takeInHand(instrument);
  }, [instrument]);
  return (
    <div className="relative max-lg:order-last">
      <Card
        aria-label="Reading"
        tabIndex={0}
        className="isolate px-[18px] py-1.5 text-note leading-snug overflow-y-auto lg:absolute lg:inset-0 max-lg:grid max-lg:grid-cols-2 max-lg:gap-x-8 max-sm:block"
      >
        {slot ? (
          <Part title={slot.title}>
            {slot.lines.map((line) => (
              <p key={line}>{line}</p>
            ))}
            {played && layer ? (
              <Link
                to={pathOfStroke(layer.instrument, played.kind)}
                className="text-quiet underline"
              >
                How it is played
              </Link>
            ) : null}
          </Part>
        ) : null}
        <LayerSays rhythm={read} layerIndex={chosen.layer} lit={lit} onLight={onLight} />
      </Card>
    </div>
  );
});

interface LayerSaysProps extends Pick<ReadingPanelProps, 'lit' | 'onLight'> {
  readonly rhythm: Rhythm;
  readonly layerIndex: number;
}

/** All that the chosen layer says. It rests until what it reads has changed. */
const LayerSays = memo(function LayerSays({ rhythm, layerIndex, lit, onLight }: LayerSaysProps) {
  const [settings] = useReadSettings();
  const groups = useMemo(
    () => readLayer(rhythm, layerIndex, settings),
    [rhythm, layerIndex, settings],
  );
  const line = usePeriod(rhythm, layerIndex);
  const kin = useFamilies(line?.onsets, line?.span ?? 0);
  return (
    <>
      {kin && kin.length > 0 ? (
        <Part title="Families">
          {kin.slice(0, 3).map((one) => (
            <p key={one.id}>{sayKin(one)}</p>
          ))}
        </Part>
      ) : null}
      <Toolbar label="Sentences" vertical className="contents">
        {groups.map((group) => (
          <Part key={group.title} title={group.title}>
            <Sentences {...{ rhythm, layerIndex, lit, onLight }} findings={group.findings} />
          </Part>
        ))}
      </Toolbar>
    </>
  );
});

function Part({ title, children }: { readonly title: string; readonly children: React.ReactNode }) {
  return (
    <div className="border-b border-edge py-2.5 last:border-b-0">
      <h2 className="mb-1 text-lead">{title}</h2>
      {children}
    </div>
  );
}
