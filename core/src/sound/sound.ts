import { type PlayedOn, strokeKind } from '../instrument/index.ts';
import type { Force } from '../rhythm/index.ts';

/** Which sound: an instrument's stroke at a force. The click stands among the instruments. */
export interface Sound extends PlayedOn {
  readonly kind: string;
  readonly force: Force;
  /** True for the hand that is not the strong one. */
  readonly weak?: true;
  /** Pitch of what is struck against its usual one; 1 where it is not given. */
  readonly tuned?: number;
}

/** One name for a sound, for caches; of an instrument of one's own another one once it is made otherwise. */
export function soundKey(sound: Sound): string {
  const { instrument, kind, force, weak, tuned, own } = sound;
  const name = `${instrument}/${kind}/${force}${weak ? '/weak' : ''}${tuned === undefined ? '' : `/${tuned}`}`;
  const made = own && strokeKind(own, kind);
  if (!made) return name;
  const { family, drum = '', sound: of } = made;
  return `${name}/${family}${drum}/${of?.timbre ?? ''}${of?.pitch ?? ''}`;
}
