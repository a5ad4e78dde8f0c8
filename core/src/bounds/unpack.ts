import { Unzip, UnzipInflate } from 'fflate';
import { joinBytes } from './bytes.ts';

/** What a zip may hold, in bytes and files, as it says and as it is. */
export interface UnpackLimits {
  readonly bytes: number;
  readonly files: number;
}

/** The files of a zip by name, or the sentence that says why it was refused. */
export type Unpacked =
  | { readonly ok: true; readonly files: ReadonlyMap<string, Uint8Array> }
  | { readonly ok: false; readonly message: string };

/** Pieces in which a zip is unpacked: none can grow beyond a thousand times its size before it is measured. */
const PIECE = 16_384;

class Refused extends Error {
  override readonly name = 'Refused';
}

/** Unpacks a zip, or says why not: it is too large by what it says, or by what comes out, or its names lead elsewhere. */
export function unpack(zip: Uint8Array, limits: UnpackLimits): Unpacked {
  const parts = new Map<string, Uint8Array[]>();
  let size = 0;
  let open = 0;
  const tooLarge = () =>
    new Refused(`It unpacks to more than ${Math.round(limits.bytes / 1e6)} MB, and was not read.`);
  const unzip = new Unzip((file) => {
    if (parts.size >= limits.files) throw new Refused('It holds far too many files.');
    if (!isPlainName(file.name)) {
      throw new Refused(
        `It holds a file named “${file.name.slice(0, 80)}”, which leads out of it.`,
      );
    }
    if ((file.originalSize ?? 0) > limits.bytes - size) throw tooLarge();
    const pieces: Uint8Array[] = [];
    parts.set(file.name, pieces);
    open += 1;
    file.ondata = (error, piece, isLast) => {
      if (error) throw error;
      if (isLast) open -= 1;
      size += piece.length;
      if (size > limits.bytes) throw tooLarge();
      pieces.push(piece);
    };
    file.start();
  });
  unzip.register(UnzipInflate);
  try {
    for (let at = 0; at < zip.length; at += PIECE) {
      unzip.push(zip.subarray(at, at + PIECE), at + PIECE >= zip.length);
    }
  } catch (error) {
    if (error instanceof Refused) return { ok: false, message: error.message };
    return DAMAGED;
  }
  if (parts.size === 0) return { ok: false, message: 'It is no zip file, or an empty one.' };
  if (open > 0 || !hasEnd(zip)) return DAMAGED;
  return {
    ok: true,
    files: new Map([...parts].map(([name, pieces]) => [name, joinBytes(pieces)])),
  };
}

const DAMAGED = {
  ok: false,
  message: 'It is cut off or damaged: it cannot be unpacked.',
} as const;

/** The sign of the record at the end of every zip, and how long that is at least and at most, with its note. */
const END = { sign: 0x06054b50, least: 22, most: 22 + 0xffff } as const;

/** Whether the record at the end is there: files after a cut are not missed by what is before it. */
function hasEnd(zip: Uint8Array): boolean {
  const view = new DataView(zip.buffer, zip.byteOffset, zip.byteLength);
  const first = Math.max(0, zip.length - END.most);
  for (let at = zip.length - END.least; at >= first; at -= 1) {
    if (view.getUint32(at, true) === END.sign) return true;
  }
  return false;
}

/** A name within the zip: no way up, none from the top, nothing unseen. */
function isPlainName(name: string): boolean {
  return (
    name.length <= 300 &&
    !/^[\\/]|^[a-z]:|\\|[\p{Cc}]/iu.test(name) &&
    !name.split('/').includes('..')
  );
}
