import { database } from '../store/db.ts';

/** What the browser says of how long it keeps what is stored here. */
export type Lasting = 'lasting' | 'may go' | 'refused' | 'unknown';

const ASKED = 'asked-lasting';

export async function lastingNow(): Promise<Lasting> {
  if (!globalThis.navigator?.storage?.persisted) return 'unknown';
  if (await navigator.storage.persisted()) return 'lasting';
  return (await database.settings.get(ASKED)) ? 'refused' : 'may go';
}

/** Asks the browser to keep what is stored here until the player clears it. */
export async function askLasting(): Promise<Lasting> {
  if (!globalThis.navigator?.storage?.persist) return 'unknown';
  const answer = await navigator.storage.persist();
  await database.settings.put({ key: ASKED, value: answer });
  return answer ? 'lasting' : 'refused';
}

/** Asks once, when there is something of one's own to be kept. */
export async function askLastingOnce(): Promise<void> {
  if ((await lastingNow()) === 'may go') await askLasting();
}
