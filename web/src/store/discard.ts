import { toast } from '../ui/toasts.ts';
import { database } from './db.ts';
import type { TrashKind } from './records.ts';
import { storageSentence } from './rhythms.ts';

const failed = (error: unknown) => toast(storageSentence(error));

/**
 * Deletes something into the trash, and says how it comes back.
 * @param said what is told, where “… was deleted.” does not fit
 */
export async function discard(
  kind: TrashKind,
  id: string,
  name: string,
  said = `${name} was deleted.`,
): Promise<void> {
  try {
    const { throwAway } = await import('./trash.ts');
    const thrown = await throwAway(database, kind, id, name);
    if (thrown !== undefined) toast(said, () => void restore(thrown, name));
  } catch (error) {
    failed(error);
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
