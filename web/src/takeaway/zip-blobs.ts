import { Zip, ZipPassThrough } from 'fflate';
import { fileName } from '../ui/save-file.ts';

/** So much of a file is read at a time. */
const PIECE = 4_000_000;

/** Files as a zip, piece by piece, not made smaller: sound hardly is. */
export async function zipBlobs(
  files: readonly { readonly name: string; readonly blob: Blob }[],
): Promise<Blob> {
  const parts: Blob[] = [];
  let failed: Error | undefined;
  const zip = new Zip((error, chunk) => {
    if (error) failed = error;
    else parts.push(new Blob([new Uint8Array(chunk)]));
  });
  const taken = new Map<string, number>();
  for (const { name, blob } of files) {
    const plain = fileName(name);
    const count = (taken.get(plain) ?? 0) + 1;
    taken.set(plain, count);
    const entry = new ZipPassThrough(`${plain}${count > 1 ? `-${count}` : ''}.wav`);
    zip.add(entry);
    for (let at = 0; at < blob.size; at += PIECE) {
      const piece = new Uint8Array(await blob.slice(at, at + PIECE).arrayBuffer());
      entry.push(piece, at + PIECE >= blob.size);
    }
  }
  zip.end();
  if (failed) throw failed;
  return new Blob(parts, { type: 'application/zip' });
}
