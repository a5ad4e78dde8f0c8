import type { Rhythm, TimingResult } from '@stride/core/rhythm';
import { useOutletContext } from 'react-router';
import type { Mix } from '../store/db.ts';
import type { DocumentState, Draft, RhythmDocument } from '../store/document.ts';

/** What the stages of the Bench share. */
export interface BenchContext {
  readonly document: RhythmDocument;
  readonly state: DocumentState;
  readonly draft: Draft;
  readonly rhythm: Rhythm;
  readonly timed: TimingResult;
  readonly layerIndex: number;
  readonly chooseLayer: (index: number) => void;
  readonly mix: Mix;
  readonly setMix: (change: Partial<Mix>) => void;
  /** Layers that are not heard, muted or because another one is alone. */
  readonly muted: ReadonlySet<string>;
}

export function useBench(): BenchContext {
  return useOutletContext<BenchContext>();
}
