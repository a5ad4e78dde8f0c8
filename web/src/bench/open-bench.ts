import type { Ladder } from '@stride/core/climb';
import { type Rhythm, type TimingResult, timeRhythm } from '@stride/core/rhythm';
import type { Learning, Mix } from '../store/db.ts';
import type { DocumentState, Draft, RhythmDocument } from '../store/document.ts';
import { createStore, type Store } from '../ui/store.ts';
import { silentLayers } from './mix.ts';
import type { TurnTag } from './play-variations.ts';
import type { ChosenStretch } from './play-what.ts';

/** What the stages of the Bench see of the open rhythm at one moment. */
export interface BenchState {
  readonly draft: Draft;
  readonly rhythm: Rhythm;
  readonly timed: TimingResult;
  readonly layerIndex: number;
  readonly mix: Mix;
  readonly ladder: Ladder | undefined;
  readonly learning: Learning;
  /** Layers that are not heard, muted or because another one is alone. */
  readonly muted: ReadonlySet<string>;
  readonly canUndo: boolean;
  readonly canRedo: boolean;
}

/** Which variation is heard, and which comes next, by their ids. */
export interface Varied {
  readonly heard?: string | undefined;
  readonly called?: string | undefined;
  /** The turns that went by since playing began, the one that is heard the last of them. */
  readonly gone: readonly TurnTag[];
}

/** The open rhythm with the choice of a layer. Its state stays the same object until one of its parts changes. */
export interface OpenBench {
  readonly document: RhythmDocument;
  getState(): BenchState;
  subscribe(listener: () => void): () => void;
  chooseLayer(index: number): void;
  /** What the stage that is shown has chosen on its line; asked when something is to be played. */
  readonly chosen: { now: () => ChosenStretch | undefined };
  /** Plays a variation at the next turn, from the beginning where nothing plays; set by what plays the rhythm. */
  readonly call: { now: (variation: string) => void };
  /** The variation that is heard now, and the one that was called and comes next. */
  readonly varied: Store<Varied>;
  /** What is heard instead of the rhythm, where the stage that is shown tries something else. */
  readonly heard: Store<Rhythm | undefined>;
  setMix(change: Partial<Mix>): void;
  /**
   * An edit of the rhythm; typed text of the layers that it changes is written anew.
   * @returns false where it was refused
   */
  edit(change: (before: Rhythm) => Rhythm, stroke?: string): boolean;
}

export function openBench(document: RhythmDocument): OpenBench {
  const listeners = new Set<() => void>();
  let chosen = Math.max(0, document.getState().history.present.rhythm.layers.length - 1);
  let seen: DocumentState | undefined;
  let state: BenchState | undefined;

  function getState(): BenchState {
    const now = document.getState();
    if (state && seen && isAlike(seen, now)) return state;
    const { history, earlier, mix, ladder, learning } = now;
    const { rhythm } = history.present;
    const muted = silentLayers(mix, rhythm.layers);
    state = {
      draft: history.present,
      rhythm,
      timed: timeRhythm(rhythm),
      layerIndex: Math.min(chosen, Math.max(0, rhythm.layers.length - 1)),
      mix,
      ladder,
      learning,
      muted: state && hasSame(state.muted, muted) ? state.muted : muted,
      canUndo: history.past.length > 0 || earlier > 0,
      canRedo: history.future.length > 0,
    };
    seen = now;
    return state;
  }

  return {
    document,
    chosen: { now: () => undefined },
    call: { now: () => undefined },
    varied: createStore<Varied>({ gone: [] }),
    heard: createStore<Rhythm | undefined>(undefined),
    getState,
    subscribe(listener) {
      const leave = document.subscribe(listener);
      listeners.add(listener);
      return () => {
        leave();
        listeners.delete(listener);
      };
    },
    chooseLayer(index) {
      if (index === chosen) return;
      chosen = index;
      state = undefined;
      for (const listener of listeners) listener();
    },
    setMix: (change) => document.setPractice({ mix: { ...document.getState().mix, ...change } }),
    edit: document.edit,
  };
}

function hasSame(a: ReadonlySet<string>, b: ReadonlySet<string>): boolean {
  return a.size === b.size && [...a].every((one) => b.has(one));
}

/** How an edit is being kept changes with every edit, and is no part of the state. */
function isAlike(a: DocumentState, b: DocumentState): boolean {
  return (
    a.history === b.history &&
    a.earlier === b.earlier &&
    a.mix === b.mix &&
    a.ladder === b.ladder &&
    a.learning === b.learning
  );
}
