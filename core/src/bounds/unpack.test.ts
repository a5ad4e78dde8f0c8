import { strToU8, Zip, ZipPassThrough, zipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { joinBytes, unpack } from './index.ts';

const LIMITS = { bytes: 5_000_000, files: 50 };
const refused = (zip: Uint8Array, limits = LIMITS) => {
  const unpacked = unpack(zip, limits);
  return unpacked.ok ? 'unpacked' : unpacked.message;
};
/** Bytes that cannot be packed any smaller. */
const noise = (length: number) =>
  Uint8Array.from({ length }, (_, at) => (Math.imul(at + 1, 2_654_435_761) >>> 13) & 255);
const some = (count: number) =>
  Object.fromEntries(Array.from({ length: count }, (_, at) => [`${at}.txt`, strToU8('X . X .')]));

/** A zip that does not say how large its file is before it comes, as one is written that goes out piece by piece. */
function streamed(bytes: Uint8Array): Uint8Array {
  const out: Uint8Array[] = [];
  const zip = new Zip((error, piece) => {
    if (error) throw error;
    out.push(piece);
  });
  const file = new ZipPassThrough('a');
  zip.add(file);
  file.push(bytes, true);
  zip.end();
  return joinBytes(out);
}

describe('pieces of bytes', () => {
  it('are one after another as one', () => {
    const pieces = [[1, 2, 3], [], [4], [5, 6]].map((piece) => Uint8Array.from(piece));
    expect([...joinBytes(pieces)]).toEqual([1, 2, 3, 4, 5, 6]);
    expect(joinBytes([])).toHaveLength(0);
  });
});

describe('a zip', () => {
  it('gives its files by their names, whatever their size', () => {
    for (const size of [0, 1, 16_384, 16_385, 40_000]) {
      const files = { 'a.bin': noise(size), 'in/b.txt': strToU8('X . X .') };
      const unpacked = unpack(zipSync(files), LIMITS);
      expect(unpacked).toEqual({ ok: true, files: new Map(Object.entries(files)) });
    }
    // A folder, as other programs list it.
    expect(unpack(zipSync({ 'in/': new Uint8Array(), 'in/b': noise(9) }), LIMITS).ok).toBe(true);
    // One whose bytes are a whole number of the pieces it is read in: a head of 30 bytes and the name, an end of 22 and 46.
    const rest = zipSync({ a: new Uint8Array() }, { level: 0 }).length;
    const whole = zipSync({ a: noise(3 * 16_384 - rest) }, { level: 0 });
    expect(whole).toHaveLength(3 * 16_384);
    expect(unpack(whole, LIMITS).ok).toBe(true);
  });

  it('that is cut, is none or is empty is refused', () => {
    for (const level of [0, 6] as const) {
      const zip = zipSync({ 'a.bin': noise(30_000), b: strToU8('X . X .') }, { level });
      for (let end = 40; end < zip.length; end += end > 29_900 ? 1 : 97) {
        expect(refused(zip.subarray(0, end)), `${end} of ${zip.length}`).toBe(
          'It is cut off or damaged: it cannot be unpacked.',
        );
      }
    }
    const noted = joinBytes([zipSync(some(1)).with(-2, 7), strToU8('a note.')]);
    expect(refused(noted)).toBe('unpacked');
    for (const none of [new Uint8Array(), strToU8('rhythm A'), zipSync({})]) {
      expect(refused(none)).toBe('It is no zip file, or an empty one.');
    }
  });

  it('that unpacks to more than it may is refused, by what it says and by what comes out', () => {
    const limits = { bytes: 3_000_000, files: 3 };
    const files = (...sizes: readonly number[]) =>
      zipSync(Object.fromEntries(sizes.map((size, at) => [`${at}`, new Uint8Array(size)])));
    const tooLarge = 'It unpacks to more than 3 MB, and was not read.';
    expect(refused(files(2_000_000, 1_000_000), limits)).toBe('unpacked');
    expect(refused(files(2_000_000, 1_000_001), limits)).toBe(tooLarge);
    expect(refused(files(3_000_001), limits)).toBe(tooLarge);
    // What it says of its size is bent to ten bytes, in both places.
    const bomb = files(6_000_000);
    const view = new DataView(bomb.buffer);
    for (let at = 0; at + 4 < bomb.length; at += 1) {
      if (view.getUint32(at, true) === 6_000_000) view.setUint32(at, 10, true);
    }
    expect(refused(bomb, limits)).toBe(tooLarge);
    // Where nothing is said beforehand, what comes out counts.
    expect(refused(streamed(noise(3_000_000)), limits)).toBe('unpacked');
    expect(refused(streamed(noise(3_000_001)), limits)).toBe(tooLarge);
  });

  it('with too many files is refused', () => {
    expect(refused(zipSync(some(LIMITS.files)))).toBe('unpacked');
    expect(refused(zipSync(some(LIMITS.files + 1)))).toBe('It holds far too many files.');
  });

  it('with names that lead out of it is refused, and says which', () => {
    const named = (name: string) => refused(zipSync({ [name]: strToU8('X . X .') }));
    for (const name of ['../up', '/top', '\\top', 'a/../../b', 'c:/x', 'a\\b', 'a\u0000b']) {
      expect(named(name)).toBe(`It holds a file named “${name}”, which leads out of it.`);
    }
    for (const name of ['a..b', 'a/.b', '...', 'ab:c', 'x'.repeat(300)]) {
      expect(named(name)).toBe('unpacked');
    }
    const long = 'x'.repeat(301);
    expect(named(long)).toBe(
      `It holds a file named “${long.slice(0, 80)}”, which leads out of it.`,
    );
  });
});
