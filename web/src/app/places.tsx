import { type ComponentType, lazy, type ReactNode, useState } from 'react';
import { STAGES } from '../bench/stages.ts';
import { Shelf } from '../shelf/Shelf.tsx';

/** A screen of the program: its address, its name in the bar, and what Find anything says of it. */
export interface Place {
  readonly path: string;
  readonly label: string;
  readonly what?: string;
  /** It has pages of its own under its address. */
  readonly deep?: true;
  /** It has no place in the bar: a screen leads to it. */
  readonly aside?: true;
  readonly element: ReactNode;
}

/** A screen whose script is fetched when it is first shown, or before that with `fetch`. */
class Fetched {
  static #count = 0;
  /** With a key, since one of them takes the place of another as stages are changed. */
  readonly element = <Screen key={Fetched.#count++} of={this} />;
  #coming: Promise<ComponentType> | undefined;
  #here: ComponentType | undefined;
  readonly #load: () => Promise<ComponentType>;
  readonly #later = lazy(async () => ({ default: await this.#fetch() }));

  constructor(load: () => Promise<ComponentType>) {
    this.#load = load;
  }

  /** What is drawn: the screen itself where it is there, else one that waits for it. */
  get component(): ComponentType {
    return this.#here ?? this.#later;
  }

  async #fetch(): Promise<ComponentType> {
    this.#coming ??= this.#load();
    this.#here = await this.#coming;
    return this.#here;
  }

  /** Never fails: what could not be fetched is tried again, and told, when the screen is shown. */
  fetch(): Promise<unknown> {
    return this.#fetch().catch(() => {
      this.#coming = undefined;
    });
  }
}

/** What is there already is drawn at once: even a moment's wait would show as nothing for longer. */
function Screen({ of }: { readonly of: Fetched }) {
  const [Shown] = useState(() => of.component);
  return <Shown />;
}

const loaded = (load: () => Promise<ComponentType>) => new Fetched(load);

/** Its worker starts with it, and not only when it is asked. */
const LogScreen = loaded(async () => {
  const { Log, wakeLog } = await import('../log/Log.tsx');
  wakeLog().catch(() => undefined);
  return Log;
});

/** Every screen of the bar, in its order. The routes, the bar and Find anything are made of this list. */
export const PLACES: readonly Place[] = [
  { path: '/', label: 'Shelf', element: <Shelf /> },
  {
    path: '/bench',
    label: 'Bench',
    what: 'the rhythm edited last',
    element: loaded(async () => (await import('../bench/LastBench.tsx')).LastBench).element,
  },
  {
    path: '/crossing',
    label: 'Crossing',
    what: 'pulses against one another',
    element: loaded(async () => (await import('../crossing/Crossing.tsx')).Crossing).element,
  },
  {
    path: '/landing',
    label: 'Landing',
    what: 'cadences that end on the one',
    element: loaded(async () => (await import('../landing/Landing.tsx')).Landing).element,
  },
  {
    path: '/form',
    label: 'Form',
    what: 'who plays what in which part of a piece',
    deep: true,
    element: loaded(async () => (await import('../form/Form.tsx')).Form).element,
  },
  {
    path: '/log',
    label: 'Log',
    what: 'what to practise today, runs, goals, load',
    deep: true,
    element: LogScreen.element,
  },
  {
    path: '/guide',
    label: 'Guide',
    what: 'strokes, care, words',
    element: loaded(async () => (await import('../guide/Guide.tsx')).Guide).element,
  },
  {
    path: '/bring',
    label: 'Bring in',
    what: 'files of other programs: scores, MIDI, texts',
    aside: true,
    element: loaded(async () => (await import('../bring/BringIn.tsx')).BringIn).element,
  },
  {
    path: '/safe',
    label: 'Safekeeping',
    what: 'backup, restore, trash, room in this browser',
    aside: true,
    element: loaded(async () => (await import('../safe/Safe.tsx')).Safe).element,
  },
];

/** What a link carries, before it is taken in. */
export const LinkPage = loaded(async () => (await import('../link/LinkPage.tsx')).LinkPage);

/** The screen round the stages of a rhythm, and the screen of each stage. */
export const Bench = loaded(async () => (await import('../bench/Bench.tsx')).Bench);
export const STAGE_SCREENS: Readonly<Record<(typeof STAGES)[number]['to'], Fetched>> = {
  frame: loaded(async () => (await import('../frame/Frame.tsx')).Frame),
  write: loaded(async () => (await import('../write/Write.tsx')).Write),
  read: loaded(async () => (await import('../read/Read.tsx')).Read),
  vary: loaded(async () => (await import('../vary/Vary.tsx')).Vary),
  climb: loaded(async () => (await import('../climb/Climb.tsx')).Climb),
  sheet: loaded(async () => (await import('../sheet/Sheet.tsx')).Sheet),
};

/**
 * Fetches the Bench and one of its stages, both at once: what an address needs before it is drawn, or what
 * is most likely opened next.
 */
export function fetchBench(stage: string): Promise<unknown> {
  const known = STAGES.find(({ to }) => to === stage);
  return Promise.all([Bench.fetch(), known && STAGE_SCREENS[known.to].fetch()]);
}

/** Fetches what is most likely opened next, one after another: a rhythm to write at, and the Log. */
export async function fetchLikely(): Promise<void> {
  await fetchBench('write');
  await LogScreen.fetch();
}
