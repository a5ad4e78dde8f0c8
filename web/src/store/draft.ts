import type { Layer, Rhythm } from '@stride/core/rhythm';

/** What undo goes back through: the rhythm with the lines that are being typed. */
export interface Draft {
  readonly rhythm: Rhythm;
  /** Typed text by layer id, where it is not just what the writer would write. */
  readonly drafts: Readonly<Record<string, string>>;
}

/**
 * The same with another rhythm. A line that was being typed stays where its layer is as it was; of a
 * layer that was changed otherwise, or in another cycle, it no longer says what is there.
 */
export function withRhythm(draft: Draft, rhythm: Rhythm): Draft {
  if (rhythm === draft.rhythm) return draft;
  const same = new Set(rhythm.cycle === draft.rhythm.cycle ? draft.rhythm.layers : []);
  const kept = new Set(rhythm.layers.filter((layer) => same.has(layer)).map((layer) => layer.id));
  const drafts = Object.entries(draft.drafts).filter(([id]) => kept.has(id));
  return { rhythm, drafts: Object.fromEntries(drafts) };
}

/** A state that undo goes back to, as it is kept: only what differs from the state after it. */
export interface StepRecord {
  /** Of the rhythm. */
  readonly id: string;
  /** Ascending in the order of the edits. */
  readonly at: number;
  readonly rhythm: Omit<Rhythm, 'layers'>;
  /** A layer that the state after it has as well is given by its place there. */
  readonly layers: readonly (Layer | number)[];
  readonly drafts: Draft['drafts'];
}

/** Whether an edit changed nothing: then it is no step that undo would go back to. */
export function isSameDraft(one: Draft, other: Draft): boolean {
  const [lines, others] = [one.drafts, other.drafts];
  return (
    one.rhythm === other.rhythm &&
    Object.keys(lines).length === Object.keys(others).length &&
    Object.entries(lines).every(([layer, text]) => others[layer] === text)
  );
}
