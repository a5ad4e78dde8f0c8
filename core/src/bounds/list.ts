import * as v from 'valibot';

/**
 * A list of at most so many items. Its length is looked at before its items are, so that a list
 * without end is refused at once.
 * @param what the sentence that refuses a longer one
 */
export function listOf<const Item extends v.GenericSchema>(item: Item, most: number, what: string) {
  return v.pipe(
    v.custom<unknown[]>((data) => Array.isArray(data), 'A list belongs here.'),
    v.check((data) => data.length <= most, what),
    v.array(item),
    v.readonly(),
  );
}
