import type { Cycle } from '@stride/core/cycle';
import type { Layer } from '@stride/core/rhythm';
import { engraveLayer } from '@stride/core/staff';
import { counted, listed, wordedCount } from '@stride/core/wording';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useMemo, useRef } from 'react';
import type { ScorePart } from './draw-score.ts';

interface ScoresProps {
  readonly cycle: Cycle;
  readonly layers: readonly Layer[];
  readonly width: number;
}

/**
 * Layers as staff notation: those of whole turns under one another, each other one on its own. The
 * engraver is a large library and is loaded when first needed.
 */
export function Scores({ cycle, layers, width }: ScoresProps) {
  const parts = useMemo(
    () => layers.map((layer) => ({ layer, staff: engraveLayer(cycle, layer) })),
    [cycle, layers],
  );
  const together = useMemo(() => parts.filter(({ staff }) => staff.isWhole), [parts]);
  const alone = useMemo(
    () => parts.filter(({ staff }) => !staff.isWhole).map((part) => [part]),
    [parts],
  );
  return [...(together.length > 0 ? [together] : []), ...alone].map((score) => (
    <Score
      key={score.map(({ layer }) => layer.id).join(' ')}
      cycle={cycle}
      parts={score}
      width={width}
    />
  ));
}

interface ScoreProps {
  readonly cycle: Cycle;
  readonly parts: readonly ScorePart[];
  readonly width: number;
}

function Score({ cycle, parts, width }: ScoreProps) {
  const host = useRef<HTMLDivElement>(null);
  const engraver = useQuery({
    queryKey: ['engraver'],
    staleTime: Number.POSITIVE_INFINITY,
    queryFn: async () => {
      const { drawScore } = await import('./draw-score.ts');
      await document.fonts.load('30px Bravura');
      return drawScore;
    },
  });
  const draw = engraver.data;
  useEffect(() => {
    if (host.current && draw) draw(host.current, cycle, parts, width);
  }, [draw, cycle, parts, width]);
  return (
    <figure className="staff">
      {parts.length === 1 ? <h3 className="text-note">{parts[0]?.layer.name}</h3> : null}
      <div ref={host} role="img" aria-label={sayScore(parts)} />
      {engraver.isPending ? <p className="text-quiet">The staff is being engraved …</p> : null}
      {engraver.isError ? (
        <p role="alert">The engraver could not be loaded. Reload the page to try again.</p>
      ) : null}
      {parts
        .flatMap((part) => remarksOn(part, parts))
        .map((remark) => (
          <figcaption key={remark} className="text-sm">
            {remark}
          </figcaption>
        ))}
    </figure>
  );
}

function sayScore(parts: readonly ScorePart[]): string {
  const names = listed(parts.map(({ layer }) => layer.name));
  const turns = Math.max(...parts.map(({ staff }) => staff.measures.length));
  const { over = 0, under = 0 } = parts[0]?.staff.meter ?? {};
  return `Staff notation of ${names}: ${over} over ${under}, ${counted(turns, 'measure')}`;
}

/** What the staff cannot show of a layer, and where it shows more than was written. */
function remarksOn({ layer, staff }: ScorePart, parts: readonly ScorePart[]): readonly string[] {
  const { overhanging, unwritten, measures } = staff;
  const turns = Math.max(...parts.map((part) => part.staff.measures.length));
  const remarks: string[] = [];
  if (measures.length < turns) {
    const length = wordedCount(measures.length, 'turn');
    remarks.push(`${layer.name} has ${length} and comes round again.`);
  }
  if (overhanging.length > 0) {
    const [reach, are] =
      overhanging.length === 1
        ? ['One cell reaches', 'is']
        : [`${overhanging.length} cells reach`, 'are'];
    remarks.push(`${layer.name}: ${reach} over a barline and ${are} written whole before it.`);
  }
  if (unwritten.length > 0) {
    const [cells, are] =
      unwritten.length === 1
        ? ['One cell has a length', 'is']
        : [`${unwritten.length} cells have lengths`, 'are'];
    remarks.push(
      `${layer.name}: ${cells} that staff notation has no value for and ${are} left out of it; the stride line shows ${are === 'is' ? 'it' : 'them'}.`,
    );
  }
  return remarks;
}
