/** Somebody who holds edits that are in this tab only. */
interface Holder {
  readonly isAtStake: () => boolean;
  /** Keeps at once what waits to be kept at a better moment. */
  readonly hurry: (() => void) | undefined;
}

const holders = new Set<Holder>();

/** Has somebody asked too whether closing the page would lose something, and told when that may come. */
export function askBeforeLeaving(isAtStake: () => boolean, hurry?: () => void): void {
  holders.add({ isAtStake, hurry });
}

/** Whether closing the page now would lose something. */
export function somethingIsAtStake(): boolean {
  return [...holders].some(({ isAtStake }) => isAtStake());
}

/** Keeps at once what waits for a better moment: the page may be gone before that. */
export function hurryToKeep(): void {
  for (const { hurry } of holders) hurry?.();
}
