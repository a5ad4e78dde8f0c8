/**
 * Whether two objects have the same properties with the same values, which are compared by what they are and not by what they hold.
 * @param but a property that may differ
 */
export function isAlike<T extends object>(a: T, b: T, but?: keyof T): boolean {
  for (const key in b) if (key !== but && !Object.is(a[key], b[key])) return false;
  for (const key in a) if (key !== but && !(key in b)) return false;
  return true;
}
