let inHand: string | undefined;

/** Tells the Guide which instrument is being written for, so that it opens there. */
export function takeInHand(instrument: string): void {
  inHand = instrument;
}

/** The instrument written for last in this tab. */
export const instrumentInHand = (): string | undefined => inHand;

/** Where the Guide tells how a stroke of an instrument is played. */
export function pathOfStroke(instrument: string, code: string): string {
  return `/guide?${new URLSearchParams({ instrument, stroke: code })}`;
}
