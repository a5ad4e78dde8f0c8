import type { Remote } from 'comlink';
import { database, openSafely } from '../store/db.ts';
import { storageInUse } from '../store/storage.ts';
import { lazyWorker } from '../workers/lazy-worker.ts';
import type { LibraryApi } from './library-api.ts';

const library = lazyWorker<LibraryApi>(
  () => new Worker(new URL('../workers/library.worker.ts', import.meta.url), { type: 'module' }),
);

/** Asks for something of the whole library, off the page where that can be. */
export async function askLibrary<T>(
  ask: (api: LibraryApi | Remote<LibraryApi>) => Promise<T>,
): Promise<T> {
  if (storageInUse() === 'memory') return ask((await import('./library-api.ts')).libraryApi);
  const answer = await library.call(ask);
  // Instruments that came with it are known here as well.
  await openSafely(database);
  return answer;
}
