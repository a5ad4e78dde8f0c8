import { instrumentOf, strokeKind } from '@stride/core/instrument';
import { handsOf, type Layer } from '@stride/core/rhythm';
import type { Px } from './geometry.ts';
import { FORCE_HEIGHT } from './geometry.ts';
import { FAMILY_COLOUR, Head } from './Head.tsx';

interface SmallStrokesProps {
  readonly layer: Layer;
  /** Where each slot lies; undefined where it is not drawn. */
  readonly x: (slot: number) => Px | undefined;
  readonly ground: Px;
  /** How large against the stride line itself. */
  readonly scale: number;
}

/** The strokes of a layer as small marks on a ground line, told apart by shape as on the stride line. */
export function SmallStrokes({ layer, x, ground, scale }: SmallStrokesProps) {
  const instrument = instrumentOf(layer);
  const hands = handsOf(layer);
  return layer.strokes.map((stroke, at) => {
    const left = x(stroke.slot);
    const family = instrument && strokeKind(instrument, stroke.kind)?.family;
    if (left === undefined || !family) return null;
    const height = FORCE_HEIGHT[stroke.force] * scale;
    const size = (stroke.force === 1 ? 6.5 : 9.5) * scale;
    const hand = hands[at];
    const sides = hand === 'B' ? [-1, 1] : hand === 'L' || hand === 'F' ? [1] : [-1];
    return sides.map((side) => {
      const y = ground + side * height;
      return (
        <g key={`${at} ${side}`} opacity={stroke.optional ? 0.6 : 1}>
          <path
            d={`M${left} ${y} V${ground}`}
            stroke={FAMILY_COLOUR[family]}
            strokeWidth={2.4 * scale}
          />
          <Head family={family} x={left} y={y} size={size} below={side > 0} />
        </g>
      );
    });
  });
}
