/**
 * Whether two objects have the same properties with the same values, which are compared by what they are and not by what they hold.
 * @param but a property that may differ
 */
export function isAlike<T extends object>(a: T, b: T, but?: keyof T): boolean {
  for (const key in b) if (key !== but && !Object.is(a[key], b[key])) return false;
  for (const key in a) if (key !== but && !(key in b)) return false;
  return true;
}

/** Whether two values of plain data (numbers, texts, lists, objects) say the same, however deep. */
export function saysSame(a: unknown, b: unknown): boolean {
  if (a === b || Object.is(a, b)) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
  if (Array.isArray(a) || Array.isArray(b)) {
    if (!Array.isArray(a) || !Array.isArray(b) || a.length !== b.length) return false;
    return a.every((one, at) => saysSame(one, b[at]));
  }
  const ofA = a as Readonly<Record<string, unknown>>;
  const ofB = b as Readonly<Record<string, unknown>>;
  for (const key in ofB) if (!saysSame(ofA[key], ofB[key])) return false;
  for (const key in ofA) if (!(key in ofB)) return false;
  return true;
}
