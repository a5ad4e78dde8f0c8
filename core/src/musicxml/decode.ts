import { strFromU8, strToU8, zipSync } from 'fflate';
import { unpack } from '../bounds/index.ts';
import { all, attribute, first, type Node } from './xml.ts';

/** The largest file that is read, and what a packed one may unpack to, in bytes. */
export const XML_LIMIT = 30_000_000;

export type Decoded =
  | { readonly ok: true; readonly text: string }
  | { readonly ok: false; readonly message: string };

const fail = (message: string): Decoded => ({ ok: false, message });

/** Whether bytes begin as a packed file does. */
export const isPacked = (bytes: Uint8Array): boolean => bytes[0] === 0x50 && bytes[1] === 0x4b;

/**
 * The text of a MusicXML file, packed (.mxl) or not, whatever letters it is written in.
 * @param parse reads the list of what a packed file holds
 */
export function decodeXml(
  bytes: Uint8Array,
  parse: (text: string) => readonly Node[] | undefined,
): Decoded {
  if (bytes.length === 0) return fail('The file is empty.');
  if (bytes.length > XML_LIMIT) {
    return fail(`It has ${Math.round(bytes.length / 1e6)} MB; ${XML_LIMIT / 1e6} MB is the most.`);
  }
  if (!isPacked(bytes)) return lettersOf(bytes);
  const unpacked = unpack(bytes, { bytes: XML_LIMIT, files: 200 });
  if (!unpacked.ok) return fail(unpacked.message);
  const { files } = unpacked;
  const named = rootIn(files.get('META-INF/container.xml'), parse);
  const inside =
    files.get(named ?? '') ??
    [...files].find(([name]) => /^[^/]+\.(musicxml|xml)$/i.test(name))?.[1];
  return inside ? lettersOf(inside) : fail('There is no score in this packed file.');
}

/** The name of the score in a packed file, by its list. */
function rootIn(
  container: Uint8Array | undefined,
  parse: (text: string) => readonly Node[] | undefined,
): string | undefined {
  const read = container && lettersOf(container);
  const nodes = read?.ok ? parse(read.text) : undefined;
  const roots = nodes && first(first(nodes, 'container') ?? [], 'rootfiles');
  const [root] = roots ? all(roots, 'rootfile') : [];
  return attribute(root, 'full-path');
}

/** Bytes as text: UTF-16 where they begin so, else UTF-8, else letters of one byte. */
function lettersOf(bytes: Uint8Array): Decoded {
  const [a, b] = bytes;
  if ((a === 0xfe && b === 0xff) || (a === 0xff && b === 0xfe)) {
    return { ok: true, text: wide(bytes.subarray(2), a === 0xfe) };
  }
  const read = strFromU8(bytes);
  const isPlain = !read.includes('\uFFFD');
  return { ok: true, text: isPlain ? read.replace(/^\uFEFF/, '') : strFromU8(bytes, true) };
}

function wide(bytes: Uint8Array, bigEnd: boolean): string {
  const units = new Uint16Array(Math.floor(bytes.length / 2));
  for (let at = 0; at < units.length; at += 1) {
    const [x = 0, y = 0] = [bytes[at * 2], bytes[at * 2 + 1]];
    units[at] = bigEnd ? x * 256 + y : y * 256 + x;
  }
  let text = '';
  for (let at = 0; at < units.length; at += 8192) {
    text += String.fromCharCode(...units.subarray(at, at + 8192));
  }
  return text;
}

/** A score as a packed file: itself, and the list that names it. */
export function packXml(score: string): Uint8Array<ArrayBuffer> {
  const container =
    '<?xml version="1.0" encoding="UTF-8"?>\n<container><rootfiles><rootfile full-path="score.musicxml" media-type="application/vnd.recordare.musicxml+xml"/></rootfiles></container>\n';
  return zipSync(
    {
      mimetype: [strToU8('application/vnd.recordare.musicxml'), { level: 0 }],
      'META-INF/container.xml': strToU8(container),
      'score.musicxml': strToU8(score),
    },
    { mtime: new Date(1980, 0, 1) },
  );
}
