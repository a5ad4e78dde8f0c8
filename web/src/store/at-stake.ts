/** Whoever holds edits that are in this tab only; asked before the page is left. */
const holders = new Set<() => boolean>();

/** Has somebody asked too whether closing the page would lose something. */
export function askBeforeLeaving(isAtStake: () => boolean): void {
  holders.add(isAtStake);
}

/** Whether closing the page now would lose something. */
export function somethingIsAtStake(): boolean {
  return [...holders].some((isAtStake) => isAtStake());
}
