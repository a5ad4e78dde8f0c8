import { toast } from '../ui/toasts.ts';
import { discard } from './discard.ts';
import { closeDocument, isUnkept } from './open-documents.ts';

/** Takes a rhythm from the Shelf, and says how it comes back. */
export async function takeFromShelf(id: string, name: string): Promise<void> {
  if (await isUnkept(id)) {
    toast(
      `${name} was not deleted: it has edits that are in this tab only. Open it to keep them or to let them go.`,
    );
    return;
  }
  if (await discard('rhythm', id, name)) closeDocument(id);
}
