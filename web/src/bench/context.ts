import type { Rhythm, TimingResult } from '@stride/core/rhythm';
import { useOutletContext } from 'react-router';
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
  readonly click: boolean;
  readonly muted: ReadonlySet<string>;
  readonly toggleMuted: (layerId: string) => void;
}

export function useBench(): BenchContext {
  return useOutletContext<BenchContext>();
}
