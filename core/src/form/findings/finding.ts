import type { Hertz } from '../../time/index.ts';
import type { Laid, Span } from '../lay-out.ts';
import type { Change, Form, Place } from '../model.ts';

/** Everything that is looked for, each set aside by its name. */
export const FINDING_KINDS = [
  'missing',
  'tempo-range',
  'pickup-long',
  'never-sounds',
  'turned',
  'odd-turns',
  'no-pickup',
  'instrument',
  'hands',
  'variation',
  'busy',
  'no-quiet',
  'tempo-by-ear',
] as const;
/** One of the kinds of things that are found of a form. */
export type FindingKind = (typeof FINDING_KINDS)[number];

/** An edit that would mend what was found; data, so that it can be told from a worker. */
export type MendEdit =
  | { readonly kind: 'turns'; readonly turns: number }
  | { readonly kind: 'anew'; readonly section: string }
  | { readonly kind: 'change'; readonly change: Change }
  | { readonly kind: 'over'; readonly over: number }
  | { readonly kind: 'nothing'; readonly player: string }
  /** From its beginning to its end. */
  | { readonly kind: 'whole'; readonly player: string }
  | { readonly kind: 'from'; readonly player: string; readonly from: Place }
  | {
      readonly kind: 'pickup';
      readonly player: string;
      readonly pickup: NonNullable<Form['sections'][number]['parts'][number]['pickup']> | undefined;
    }
  | { readonly kind: 'mix'; readonly player: string }
  | { readonly kind: 'quiet'; readonly player: string };

/** A way to mend what was found: what it is called, and the edit that does it. */
export interface Mend {
  readonly label: string;
  readonly edit: MendEdit;
}

/** Something that was found of a form, in a sentence, with ways to mend it. */
export interface FormFinding {
  readonly kind: FindingKind;
  /** Wrong: it cannot be as it is said, and plays otherwise. Look: it can, and may not be meant. */
  readonly weight: 'wrong' | 'look';
  /** Id of the section it is about, and where that is first played. */
  readonly section: string;
  readonly at: number;
  readonly player?: string;
  readonly text: string;
  readonly mends: readonly Mend[];
}

/** What is looked at, and the player’s own limits. */
export interface LookedAt {
  readonly laid: Laid;
  /** Strokes a second that one hand is asked for at most. */
  readonly ceiling: Hertz;
}

/** Finds things of a form; what is about the same section and player is told once. */
export type Look = (looked: LookedAt) => readonly FormFinding[];

/** A finding about a section where it is played. */
export function about(
  { section, index }: Span,
  found: Omit<FormFinding, 'section' | 'at' | 'mends'> & Partial<Pick<FormFinding, 'mends'>>,
): FormFinding {
  return { mends: [], ...found, section: section.id, at: index };
}
