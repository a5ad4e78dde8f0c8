import type { StrideDatabase } from './db.ts';

export const STAMP = 'log-stamp';

/** Marks the log as another one. Within a transaction that writes `settings`. */
export async function stampLog(db: StrideDatabase): Promise<void> {
  await db.settings.put({ key: STAMP, value: `${Date.now()} ${Math.random()}` });
}
