import { database, openSafely, type StrideDatabase } from './db.ts';
import type { SetupRecord } from './records.ts';

/** The most set-ups that are kept of one screen. */
const MOST = 200;

/** Set-ups that are kept, of one screen or of all, the one kept last first. */
export async function listSetups(
  db: StrideDatabase,
  screen?: SetupRecord['screen'],
): Promise<readonly SetupRecord[]> {
  const all = await db.setups.orderBy('updated').reverse().toArray();
  return screen === undefined ? all : all.filter((one) => one.screen === screen);
}

/** Keeps a set-up under a name; one of the same name is replaced. @returns what is to be said */
export async function keepSetup(
  screen: SetupRecord['screen'],
  name: string,
  value: unknown,
  db = database,
): Promise<string> {
  await openSafely(db);
  return db.transaction('rw', db.setups, async () => {
    const known = await listSetups(db, screen);
    const same = known.find((one) => one.name === name);
    if (!same && known.length >= MOST) {
      return `${MOST} set-ups are kept already: delete one first.`;
    }
    const id = same?.id ?? crypto.randomUUID();
    // As JSON has it, so that it is the same wherever it comes back from.
    const plain: unknown = JSON.parse(JSON.stringify(value));
    await db.setups.put({ id, screen, name, value: plain, updated: Date.now() });
    return same ? `${name} was kept anew.` : `${name} is kept, and stands on the Shelf.`;
  });
}
