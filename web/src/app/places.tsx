import { type ComponentType, lazy } from 'react';
import type { STAGES } from '../bench/stages.ts';
import { Shelf } from '../shelf/Shelf.tsx';

/** A screen of the program: its address, its name in the bar, and what Find anything says of it. */
export interface Place {
  readonly path: string;
  readonly label: string;
  readonly what?: string;
  readonly Screen: ComponentType;
}

const loaded = (load: () => Promise<ComponentType>) =>
  lazy(async () => ({ default: await load() }));

/** Every screen of the bar, in its order. The routes, the bar and Find anything are made of this list. */
export const PLACES: readonly Place[] = [
  { path: '/', label: 'Shelf', Screen: Shelf },
  {
    path: '/bench',
    label: 'Bench',
    what: 'the rhythm edited last',
    Screen: loaded(async () => (await import('../bench/LastBench.tsx')).LastBench),
  },
  {
    path: '/crossing',
    label: 'Crossing',
    what: 'pulses against one another',
    Screen: loaded(async () => (await import('../crossing/Crossing.tsx')).Crossing),
  },
  {
    path: '/landing',
    label: 'Landing',
    what: 'cadences that end on the one',
    Screen: loaded(async () => (await import('../landing/Landing.tsx')).Landing),
  },
  {
    path: '/guide',
    label: 'Guide',
    what: 'strokes, care, words',
    Screen: loaded(async () => (await import('../guide/Guide.tsx')).Guide),
  },
];

/** The screen round the stages of a rhythm, and the screen of each stage. */
export const Bench = loaded(async () => (await import('../bench/Bench.tsx')).Bench);
export const STAGE_SCREENS: Readonly<Record<(typeof STAGES)[number]['to'], ComponentType>> = {
  frame: loaded(async () => (await import('../frame/Frame.tsx')).Frame),
  write: loaded(async () => (await import('../write/Write.tsx')).Write),
  read: loaded(async () => (await import('../read/Read.tsx')).Read),
  climb: loaded(async () => (await import('../climb/Climb.tsx')).Climb),
  sheet: loaded(async () => (await import('../sheet/Sheet.tsx')).Sheet),
};
