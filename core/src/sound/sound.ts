import type { Force } from '../rhythm/index.ts';

/** Which sound: an instrument's stroke at a force. The click stands among the instruments. */
export interface Sound {
  readonly instrument: string;
  readonly kind: string;
  readonly force: Force;
  /** True for the hand that is not the strong one. */
  readonly weak?: true;
  /** Pitch of what is struck against its usual one; 1 where it is not given. */
  readonly tuned?: number;
}

/** One name for a sound, for caches. */
export function soundKey({ instrument, kind, force, weak, tuned }: Sound): string {
  return `${instrument}/${kind}/${force}${weak ? '/weak' : ''}${tuned === undefined ? '' : `/${tuned}`}`;
}
