import type { Family } from '@stride/core/instrument';
import { graceCount, type Hand, rollCount, type Stroke } from '@stride/core/rhythm';
import { memo } from 'react';
import { FOOT_LIFT, FORCE_HEIGHT, type LayerBand, SAY_STEP } from './geometry.ts';
import { FAMILY_COLOUR, Head } from './Head.tsx';
import type { Px } from './px.ts';

interface StrokeMarkProps {
  readonly family: Family;
  readonly hand: Hand;
  readonly stroke: Stroke;
  readonly x: number;
  readonly band: LayerBand;
  readonly scale: number;
  /** Undefined where counted words stand in the syllables' place. */
  readonly say: string | undefined;
  /** The row of its syllable, from 0. */
  readonly sayRow: number;
  readonly dim: boolean;
}

/** A stroke on the line of its layer: as high as it is hard, with its head, graces and syllable. */
export const StrokeMark = memo(function StrokeMark({
  family,
  hand,
  stroke,
  x,
  band,
  scale,
  say,
  sayRow,
  dim,
}: StrokeMarkProps) {
  const foot = hand === 'F' ? band.foot : undefined;
  const line = foot ?? band.ground;
  const height = FORCE_HEIGHT[stroke.force] * (foot === undefined ? 1 : FOOT_LIFT) * scale;
  const size = (stroke.force === 1 ? 6.5 : stroke.force === 4 ? 10 : 8.5) * scale;
  const sides = hand === 'B' ? [-1, 1] : hand === 'L' ? [1] : [-1];
  return (
    <g opacity={dim ? 0.18 : stroke.optional ? 0.6 : 1}>
      {sides.map((side) => {
        // Drawn where it stands: a group that is moved there is a layer of its own for the browser.
        const y = line + side * height;
        return (
          <g key={side} data-stroke={stroke.slot}>
            <path
              d={`M${x} ${y} V${line}`}
              stroke={FAMILY_COLOUR[family]}
              strokeWidth={(stroke.force === 1 ? 1.6 : 2.2) * scale}
              strokeDasharray={stroke.optional ? `${3 * scale} ${3 * scale}` : undefined}
            />
            <Head family={family} x={x} y={y} size={size} below={side > 0} />
            {stroke.ornament ? (
              <Grace ornament={stroke.ornament} x={x} y={y} side={side} scale={scale} />
            ) : null}
            {stroke.damp ? (
              <path
                d={`M${x + 11 * scale} ${y - 7 * scale} v${14 * scale}`}
                stroke="var(--ink)"
                strokeWidth={2.4 * scale}
              />
            ) : null}
          </g>
        );
      })}
      {say && band.say !== undefined ? (
        <text
          x={x}
          y={band.say + sayRow * SAY_STEP * scale}
          textAnchor="middle"
          fontSize={13.5 * scale}
          fill="var(--ink)"
        >
          {say}
        </text>
      ) : null}
    </g>
  );
});

/** Small strokes leaning into the head for flam, drag and ruff; a wave over it for a roll. */
function Grace({
  ornament,
  x,
  y,
  side,
  scale,
}: {
  readonly ornament: NonNullable<Stroke['ornament']>;
  /** The middle of the head. */
  readonly x: Px;
  readonly y: Px;
  readonly side: number;
  readonly scale: number;
}) {
  if (rollCount(ornament, 1) > 0) {
    const counted = /\d$/.exec(ornament)?.[0];
    return (
      <>
        <path
          d={`M${x + 4 * scale} ${y + side * 14 * scale} ${ornament === 'crush' ? 'q1.5 -6 3 0 t3 0 t3 0 t3 0 t3 0 t3 0' : 'q3 -5 6 0 t6 0 t6 0'}`}
          fill="none"
          stroke="var(--ink)"
          strokeWidth={1.5 * scale}
        />
        {counted ? (
          <text
            x={x + 25 * scale}
            y={y + side * 12 * scale + 4 * scale}
            fontSize={12 * scale}
            fontWeight="700"
            fill="var(--ink)"
          >
            {counted}
          </text>
        ) : null}
      </>
    );
  }
  const marks = Array.from({ length: graceCount(ornament) }, (_, index) => {
    const at = -(12 + index * 5) * scale;
    return `M${x + at} ${y + 4 * scale} l${3 * scale} ${-8 * scale}`;
  });
  return <path d={marks.join(' ')} stroke="var(--ink)" strokeWidth={1.6 * scale} />;
}
