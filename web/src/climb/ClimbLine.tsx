import { mirrorHands } from '@stride/core/rhythm';
import type { Position } from '@stride/core/sound';
import type { RefObject } from 'react';
import { useMemo } from 'react';
import type { EarSetup } from '../ear/use-ear.ts';
import { useOtherHanded } from '../store/use-setting.ts';
import { StrideLine } from '../strideline/StrideLine.tsx';
import { Check } from '../ui/Check.tsx';
import { useMarks } from './HitMarks.tsx';
import { LevelMeter } from './LevelMeter.tsx';
import type { RunResult } from './run-log.ts';
import { isPassPlaying } from './use-climb.ts';
import type { Practice } from './use-practice.ts';

interface ClimbLineProps {
  /** What marks are put into while one plays. */
  readonly frame: RefObject<HTMLElement | null>;
  readonly practice: Practice;
  readonly muted: ReadonlySet<string>;
  /** The stone that is played now, or first. */
  readonly shown: Practice['path']['stones'][number] | undefined;
  /** Slots that it asks for. */
  readonly asked: ReadonlySet<number>;
  /** Slots of a sentence that is touched. */
  readonly touched: readonly number[] | undefined;
  readonly running: boolean;
  /** What was heard of the last run, where anything is heard. */
  readonly result: RunResult | undefined;
  /** By what the player is heard, where that is. */
  readonly ear: EarSetup | undefined;
  readonly isUnderWay: boolean;
}

/** The line that is climbed, large, with the player's own strokes under it. */
export function ClimbLine(props: ClimbLineProps) {
  const { frame, practice, muted, shown, asked, touched, running, result, ear, isUnderWay } = props;
  const { line, variation } = practice;
  const { rhythm, layer, grid, timing } = line;
  const [mirrored, setMirrored] = useOtherHanded();
  const alone = useMemo(() => {
    const one = { ...rhythm, layers: [layer] };
    return mirrored ? mirrorHands(one) : one;
  }, [rhythm, layer, mirrored]);
  const aloneTiming = useMemo(() => ({ ...timing, layers: [grid] }), [timing, grid]);
  const marks = useMarks(
    line,
    asked,
    ear !== undefined && (running || result !== undefined),
    running ? undefined : result,
  );
  const lit = useMemo(() => {
    // A part is seen by what steps back; a touched sentence by its strokes.
    const isPart = shown !== undefined && shown.size !== 'whole';
    const slots = touched ?? (isPart ? [...asked] : undefined);
    return slots ? new Map([[0, new Set(slots)]]) : undefined;
  }, [touched, shown, asked]);

  return (
    <section
      ref={frame}
      aria-label="Stride line"
      className="card flex flex-1 flex-col justify-center px-4 py-1"
    >
      <p className="text-quiet">
        {[
          sayCompany(
            rhythm.layers.map((one) => ({ ...one, silent: muted.has(one.id) })),
            layer,
          ),
          variation ? `home and ${variation.name} after one another` : '',
        ]
          .filter(Boolean)
          .join('; ')}
        <Check className="float-right text-note" checked={mirrored} onChange={setMirrored}>
          Other-handed
        </Check>
      </p>
      <StrideLine
        rhythm={alone}
        timing={aloneTiming}
        scale={running ? (ear ? 1.25 : 1.45) : 1.05}
        playing={running}
        lit={lit}
        {...(marks ? { under: marks } : {})}
        follow={(at: Position<unknown>) => (isPassPlaying(at.segment.tag) ? at.pulses : undefined)}
      />
      {marks ? (
        <p className="-mt-5 pb-1 text-fine text-quiet">
          Your strokes against the written ones, in milliseconds; early to the left.
          {isUnderWay && ear?.settings.kind === 'microphone' ? (
            <span className="float-right">
              <LevelMeter level={ear.level} threshold={ear.settings.threshold} />
            </span>
          ) : null}
        </p>
      ) : null}
    </section>
  );
}

function sayCompany(
  layers: readonly { readonly id: string; readonly name: string; readonly silent: boolean }[],
  own: { readonly id: string; readonly name: string },
): string {
  const others = layers.filter(({ id }) => id !== own.id);
  if (others.length === 0) return '';
  return `${own.name}; ${others.map(({ name, silent }) => `${name} ${silent ? 'is silent' : 'plays along'}`).join(', ')}`;
}
