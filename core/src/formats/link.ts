import { deflateSync, Inflate, strFromU8, strToU8 } from 'fflate';
import * as v from 'valibot';
import { joinBytes } from '../bounds/index.ts';
import type { Instrument } from '../instrument/index.ts';
import type { Rhythm } from '../rhythm/index.ts';
import { readJson, writeJson } from './json.ts';

/** The most characters of what a link carries. */
export const LINK_LIMIT = 8000;
/** What it unpacks to at most, in bytes. */
export const UNPACKED_LIMIT = 2_000_000;
/** In front of what a link carries: which version of links it is. */
const VERSION = '1.';

/** What a link carries: one rhythm with its variations, or what a screen is set up as, which the screen checks. */
export type Linked =
  | {
      readonly kind: 'rhythm';
      readonly rhythm: Rhythm;
      /** Instruments of one's own that it is played on and that were not known. */
      readonly instruments: readonly Instrument[];
      /** Id of the variation that is meant, where one is. */
      readonly variation?: string;
    }
  | {
      readonly kind: 'crossing' | 'landing';
      readonly name: string;
      readonly setup: unknown;
    };

/** What a link carries, or the sentence that says what is wrong. */
export type LinkResult =
  | { readonly ok: true; readonly linked: Linked }
  | { readonly ok: false; readonly message: string };

const CarriedSchema = v.variant('kind', [
  v.object({
    kind: v.literal('rhythm'),
    file: v.unknown(),
    variation: v.optional(v.pipe(v.string(), v.maxLength(200))),
  }),
  v.object({
    kind: v.picklist(['crossing', 'landing']),
    name: v.pipe(v.string(), v.maxLength(200)),
    setup: v.unknown(),
  }),
]);

const DAMAGED =
  'This link is damaged: a part of it was lost on its way. Ask for it once more, or for a file.';

/**
 * What a link carries, as the fragment of an address, which browsers send to no server.
 * @returns undefined where it would be too long
 */
export function writeLink(
  what:
    | { readonly kind: 'rhythm'; readonly rhythm: Rhythm; readonly variation?: string }
    | { readonly kind: 'crossing' | 'landing'; readonly name: string; readonly setup: unknown },
): string | undefined {
  const carried =
    what.kind === 'rhythm'
      ? { ...what, rhythm: undefined, file: JSON.parse(writeJson(what.rhythm)) as unknown }
      : what;
  const packed = deflateSync(strToU8(JSON.stringify(carried)), { level: 9 });
  const text = `${VERSION}${toBase64Url(packed)}`;
  return text.length <= LINK_LIMIT ? text : undefined;
}

/**
 * Reads what a link carries, which may be anything.
 * @param own instruments of one's own that are known
 */
export function readLink(fragment: string, own: readonly Instrument[] = []): LinkResult {
  const text = fragment.replace(/^#/, '');
  if (text === '') return { ok: false, message: 'This link carries nothing.' };
  if (text.length > LINK_LIMIT) {
    return {
      ok: false,
      message: `This link is longer than ${LINK_LIMIT} characters: it is none of ours.`,
    };
  }
  const [version] = /^\d+\./.exec(text) ?? [];
  if (version !== undefined && version !== VERSION) {
    return {
      ok: false,
      message:
        'This link was made by a newer version of the program. Update this one, and open it then.',
    };
  }
  const bytes = version === undefined ? undefined : fromBase64Url(text.slice(version.length));
  const unpacked = bytes && inflated(bytes);
  if (!unpacked) return { ok: false, message: DAMAGED };
  let data: unknown;
  try {
    data = JSON.parse(strFromU8(unpacked));
  } catch {
    return { ok: false, message: DAMAGED };
  }
  const carried = v.safeParse(CarriedSchema, data);
  if (!carried.success) return { ok: false, message: DAMAGED };
  const what = carried.output;
  if (what.kind !== 'rhythm') {
    return { ok: true, linked: { kind: what.kind, name: what.name, setup: what.setup } };
  }
  const read = readJson(JSON.stringify(what.file), own);
  if (!read.ok) return { ok: false, message: read.messages.join(' ') };
  const { rhythm, instruments } = read;
  const meant = rhythm.variations?.find(({ id }) => id === what.variation);
  return {
    ok: true,
    linked: { kind: 'rhythm', rhythm, instruments, ...(meant && { variation: meant.id }) },
  };
}

/** What was packed; undefined where it is none of that, or too large. */
function inflated(bytes: Uint8Array): Uint8Array | undefined {
  const pieces: Uint8Array[] = [];
  let size = 0;
  let ended = false;
  const inflate = new Inflate((piece, final) => {
    size += piece.length;
    pieces.push(piece);
    ended = final;
  });
  try {
    for (let at = 0; at < bytes.length && size <= UNPACKED_LIMIT; at += 512) {
      inflate.push(bytes.subarray(at, at + 512), at + 512 >= bytes.length);
    }
  } catch {
    return undefined;
  }
  return ended && size <= UNPACKED_LIMIT ? joinBytes(pieces) : undefined;
}

const ALPHABET = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789-_';

/** Bytes in the alphabet for addresses, RFC 4648, 5, without padding. */
function toBase64Url(bytes: Uint8Array): string {
  let text = '';
  for (let at = 0; at < bytes.length; at += 3) {
    const [a = 0, b = 0, c = 0] = bytes.subarray(at, at + 3);
    const bits = (a << 16) | (b << 8) | c;
    const count = Math.min(4, bytes.length - at + 1);
    for (let sixth = 0; sixth < count; sixth += 1)
      text += ALPHABET[(bits >> (18 - 6 * sixth)) & 63];
  }
  return text;
}

function fromBase64Url(text: string): Uint8Array | undefined {
  if (/[^\w-]/.test(text) || text.length % 4 === 1) return undefined;
  const bytes = new Uint8Array(Math.floor((text.length * 3) / 4));
  let bits = 0;
  let held = 0;
  let at = 0;
  for (const letter of text) {
    bits = ((bits << 6) | ALPHABET.indexOf(letter)) & 0xffffff;
    held += 6;
    if (held < 8) continue;
    held -= 8;
    bytes[at] = (bits >> held) & 255;
    at += 1;
  }
  return bytes;
}
