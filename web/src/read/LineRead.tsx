import { countingOf, timeRhythm, withVariation } from '@stride/core/rhythm';
import { memo, useCallback, useMemo } from 'react';
import { type Lit, StrideLine } from '../strideline/StrideLine.tsx';
import { useSame } from '../ui/use-same.ts';
import type { OpenLine } from '../write/open-line.ts';
import { useLineInHand } from '../write/use-open-line.ts';

interface LineReadProps {
  readonly line: OpenLine;
  /** The variation that is read; home where there is none. */
  readonly variationId: string | undefined;
  readonly lit: Lit | undefined;
  readonly turnLabels: readonly string[] | undefined;
}

/** The line that is read, under the hand: all that is drawn for the frame of a stroke. */
export const LineRead = memo(function LineRead(props: LineReadProps) {
  const { variationId } = props;
  const { line, muted, playing, choice } = useLineInHand(props.line);
  const { rhythm, chosen } = line;
  const variation = rhythm.variations?.find(({ id }) => id === variationId);
  const shown = useMemo(
    () => (variation ? withVariation(rhythm, variation) : rhythm),
    [rhythm, variation],
  );
  const names = useSame(rhythm.layers.map(({ name }) => name));
  const label = useCallback(
    (index: number) => (
      <span
        className={`block truncate font-title text-lead font-bold ${index === chosen.layer ? 'underline decoration-mark decoration-[3px] underline-offset-4' : ''}`}
      >
        {names[index]}
      </span>
    ),
    [names, chosen.layer],
  );
  const timed = timeRhythm(shown);
  if (!timed.ok) return null;
  return (
    <StrideLine
      rhythm={shown}
      timing={timed.timing}
      counting={countingOf(rhythm)}
      // A variation is read here, and written where it is set.
      {...(variation ? {} : { choice })}
      lit={props.lit}
      playing={playing}
      muted={muted}
      turnLabels={props.turnLabels}
      label={label}
    />
  );
});
