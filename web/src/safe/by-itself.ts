import { database, openSafely } from '../store/db.ts';
import { clearOldTrash } from '../store/trash.ts';
import { backUpByItself } from './backup.ts';

const HOUR = 3_600_000;
/** Once the program is at rest after its start. */
const AFTER_START = 8000;

async function look(): Promise<void> {
  try {
    await openSafely(database);
    await clearOldTrash(database, Date.now());
    await backUpByItself();
  } catch {
    // What does not work now is tried again in an hour; a backup that grows old is reminded of.
  }
}

/** What is done without being asked: the trash lets go of what is old, the folder gets its backup. */
export function keepByItself(): void {
  setTimeout(() => {
    void look();
    setInterval(() => void look(), HOUR);
  }, AFTER_START);
}
