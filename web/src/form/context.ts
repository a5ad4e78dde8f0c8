import type { Form, FormFinding, Laid } from '@stride/core/form';
import type { Rhythm } from '@stride/core/rhythm';
import type { FormDocument } from '../store/form-document.ts';

/** A form that is open, as its page and the parts of it see it. */
export interface OpenedForm {
  readonly document: FormDocument;
  readonly form: Form;
  readonly laid: Laid;
  /** The rhythms it plays from, by id. */
  readonly rhythms: ReadonlyMap<string, Rhythm>;
  readonly findings: readonly FormFinding[];
  /** Whether all of it is found, is being looked for, or could not be. */
  readonly looked: 'done' | 'looking' | 'failed';
  readonly edit: FormDocument['edit'];
}
