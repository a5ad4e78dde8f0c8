import { toast } from '../ui/toasts.ts';
import { database } from './db.ts';
import type { TrashKind } from './records.ts';
import { storageSentence } from './rhythms.ts';

const failed = (error: unknown) => toast(storageSentence(error));

/**
 * Deletes something into the trash, and says how it comes back.
 * @param said what is told, where “… was deleted.” does not fit
 * @returns whether it was
 */
export async function discard(
  kind: TrashKind,
  id: string,
  name: string,
  said = `${name} was deleted.`,
): Promise<boolean> {
  try {
    const { throwAway } = await import('./trash.ts');
    const thrown = await throwAway(database, kind, id, name);
    if (thrown !== undefined) toast(said, () => void restore(thrown, name));
    return thrown !== undefined;
  } catch (error) {
    failed(error);
    return false;
  }
}

/** Brings something back out of the trash; where something stands in its place, says so. */
export async function restore(id: string, name: string): Promise<void> {
  try {
    const { bringBack } = await import('./trash.ts');
    if ((await bringBack(database, id)) === 'there already') {
      toast(
        `${name} stays in the trash: it is there again already, or something stands in its place.`,
      );
    }
  } catch (error) {
    failed(error);
  }
}
