import { existsSync, readdirSync, readFileSync, statSync } from 'node:fs';
import { extname, join } from 'node:path';
import type { Context } from 'hono';

const TYPES: Readonly<Record<string, string>> = {
  '.js': 'text/javascript; charset=utf-8',
  '.css': 'text/css; charset=utf-8',
  '.svg': 'image/svg+xml',
  '.png': 'image/png',
  '.woff': 'font/woff',
  '.woff2': 'font/woff2',
  '.wasm': 'application/wasm',
  '.json': 'application/json',
  '.webmanifest': 'application/manifest+json',
};

/** How a browser may get a file, the smallest first. */
const PACKED = [
  ['br', '.br'],
  ['gzip', '.gz'],
] as const;

interface BuiltFile {
  readonly type: string;
  readonly plain: Uint8Array<ArrayBuffer>;
  readonly packed: Readonly<Partial<Record<(typeof PACKED)[number][0], Uint8Array<ArrayBuffer>>>>;
}

/** A file with what lies packed beside it. */
export function readBuilt(path: string): BuiltFile | undefined {
  if (!existsSync(path) || !statSync(path).isFile()) return undefined;
  return {
    type: TYPES[extname(path)] ?? 'application/octet-stream',
    plain: new Uint8Array(readFileSync(path)),
    packed: Object.fromEntries(
      PACKED.flatMap(([encoding, suffix]) =>
        existsSync(path + suffix) ? [[encoding, new Uint8Array(readFileSync(path + suffix))]] : [],
      ),
    ),
  };
}

/** All files of a folder, held in memory: they are few, small, and do not change while the program is served. */
export function readFolder(folder: string): ReadonlyMap<string, BuiltFile> {
  if (!existsSync(folder)) return new Map();
  return new Map(
    readdirSync(folder)
      .filter((name) => !/\.(br|gz)$/.test(name))
      .flatMap((name): [string, BuiltFile][] => {
        const file = readBuilt(join(folder, name));
        return file ? [[name, file]] : [];
      }),
  );
}

/** Sends a file as the browser can take it. */
export function send(c: Context, { type, plain, packed }: BuiltFile): Response {
  const accepted = c.req.header('accept-encoding') ?? '';
  const found = PACKED.find(
    ([encoding]) => packed[encoding] && new RegExp(`\\b${encoding}\\b`).test(accepted),
  );
  c.header('Content-Type', type);
  c.header('Vary', 'Accept-Encoding');
  if (found) c.header('Content-Encoding', found[0]);
  return c.body((found && packed[found[0]]) ?? plain);
}
