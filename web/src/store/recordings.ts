import type { RecordingRecord, StrideDatabase } from './db.ts';

/** Takes that were kept of a rhythm, the newest first. */
export async function listRecordings(
  db: StrideDatabase,
  rhythm: string,
): Promise<readonly RecordingRecord[]> {
  const all = await db.recordings.where('rhythm').equals(rhythm).toArray();
  return all.sort((a, b) => b.made - a.made);
}

/** All that are kept in this browser: how many, and how many bytes. */
export async function recordingsSize(
  db: StrideDatabase,
): Promise<{ count: number; bytes: number }> {
  let bytes = 0;
  const count = await db.recordings.count();
  await db.recordings.each(({ wav }) => {
    bytes += wav.size;
  });
  return { count, bytes };
}

export async function keepRecording(db: StrideDatabase, record: RecordingRecord): Promise<void> {
  await db.recordings.put(record);
}

/** Lets go of one, or of all. @returns brings them back */
export async function dropRecordings(
  db: StrideDatabase,
  id?: string,
): Promise<() => Promise<void>> {
  const gone = id === undefined ? await db.recordings.toArray() : await db.recordings.bulkGet([id]);
  if (id === undefined) await db.recordings.clear();
  else await db.recordings.delete(id);
  return async () => {
    await db.recordings.bulkPut(gone.filter((one) => one !== undefined));
  };
}
