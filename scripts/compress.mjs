// Compresses what was built, once, so that the server sends it as it is: brotli and gzip beside each file.
import { readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { brotliCompressSync, constants, gzipSync } from 'node:zlib';
import { ROOT } from './setup.mjs';

const ASSETS = join(ROOT, 'web', 'dist', 'assets');
/** Fonts of this kind are compressed already. */
const COMPRESSED = /\.(woff2|br|gz)$/;

for (const name of readdirSync(ASSETS)) {
  const path = join(ASSETS, name);
  if (COMPRESSED.test(name) || statSync(path).size < 500) continue;
  const content = readFileSync(path);
  const quality = { [constants.BROTLI_PARAM_QUALITY]: 10 };
  writeFileSync(`${path}.br`, brotliCompressSync(content, { params: quality }));
  writeFileSync(`${path}.gz`, gzipSync(content, { level: 9 }));
}
