/**
 * What stands at an index that is known to be there. An index that is not is a mistake of the program,
 * and is said at once instead of being counted on as a nought. Loops over hundreds of thousands of numbers,
 * as those of sounds, count along their own array and do without it: it takes three times as long there.
 * @throws RangeError where nothing stands there
 */
export function nth<T>(list: readonly (T extends number ? never : T)[], index: number): T {
  const found = list[index];
  if (found === undefined) throw missing(index, list.length);
  return found;
}

/**
 * The same of a list of numbers. An engine learns for each function what lists it is given, and looks up
 * more quickly where they are of few makes: so lists of numbers have a function of their own.
 * @throws RangeError where nothing stands there
 */
export function numberAt<T extends number>(list: readonly T[], index: number): T {
  const found = list[index];
  if (found === undefined) throw missing(index, list.length);
  return found;
}

/**
 * The same of an array of numbers of fixed size, for the same reason.
 * @throws RangeError where nothing stands there
 */
export function cellAt(
  cells: Float64Array | Float32Array | Int32Array | Int8Array | Uint8Array,
  index: number,
): number {
  const found = cells[index];
  if (found === undefined) throw missing(index, cells.length);
  return found;
}

function missing(index: number, length: number): RangeError {
  return new RangeError(`There is no item ${index} among ${length}.`);
}
