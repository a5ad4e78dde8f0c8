/**
 * What stands at a place marked on an axis. Both ends are said; what stands too near one of them would lie over it and is not.
 * @param all places that are marked, in order
 */
export function tickLabel(
  x: number,
  index: number,
  all: readonly { readonly value: number }[],
  say: (x: number) => string,
): string {
  const [from = x, to = x] = [all[0]?.value, all.at(-1)?.value];
  const isEnd = index === 0 || index === all.length - 1;
  const near = Math.min(x - from, to - x);
  return isEnd || near > (to - from) / 6 ? say(x) : '';
}
