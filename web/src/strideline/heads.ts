import type { Family } from '@stride/core/instrument';
import type { Px } from './px.ts';

/** How the head of a family of sound is drawn: the shape alone is enough to tell them apart. */
export interface HeadShape {
  /** The head round a point, as a part of a path; its flat or pointed side faces the line. */
  readonly draw: (x: Px, y: Px, size: Px, below: boolean) => string;
  /** What it is filled with, of its own colour or of what it lies on; nothing where it is lines alone. */
  readonly fill?: 'own' | 'card';
  /** How thick its lines are, as a share of its size; nothing where it has none. */
  readonly stroke?: number;
}

export const HEADS: Readonly<Record<Family, HeadShape>> = {
  bass: {
    fill: 'own',
    draw: (x, y, s, below) => `M${x - s} ${y}a${s} ${s} 0 0 ${below ? 0 : 1} ${2 * s} 0Z`,
  },
  open: {
    fill: 'card',
    stroke: 0.34,
    draw: (x, y, s) => circle(x, y, s * 0.82, s * 0.82),
  },
  slap: {
    fill: 'own',
    draw(x, y, s, below) {
      const up = below ? -1 : 1;
      return `M${x - s} ${y - s * 0.8 * up}h${2 * s}l${-s} ${s * 1.7 * up}Z`;
    },
  },
  muted: {
    stroke: 0.42,
    draw: (x, y, s) =>
      `M${x - s * 0.8} ${y - s * 0.8}l${s * 1.6} ${s * 1.6}m0 ${-s * 1.6}l${-s * 1.6} ${s * 1.6}`,
  },
  touch: { stroke: 0.5, draw: (x, y, s) => `M${x - s * 0.8} ${y}h${s * 1.6}` },
  metal: {
    fill: 'own',
    draw: (x, y, s) => `M${x} ${y - s}l${s} ${s}l${-s} ${s}l${-s} ${-s}Z`,
  },
  shaken: {
    stroke: 0.38,
    draw: (x, y, s) =>
      `M${x - s} ${y + s * 0.5}l${s * 0.67} ${-s * 1.1}l${s * 0.66} ${s * 1.2}l${s * 0.67} ${-s * 1.1}`,
  },
  voice: { fill: 'own', draw: (x, y, s) => circle(x, y, s, s * 0.62) },
};

function circle(x: Px, y: Px, rx: Px, ry: Px): string {
  return `M${x - rx} ${y}a${rx} ${ry} 0 1 0 ${2 * rx} 0a${rx} ${ry} 0 1 0 ${-2 * rx} 0Z`;
}
