// Adds up the script that the first page loads, compressed as it goes over the wire.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { ROOT } from './setup.mjs';

const LIMIT = 200_000;
const DIST = join(ROOT, 'web', 'dist');
const manifest = JSON.parse(readFileSync(join(DIST, '.vite', 'manifest.json'), 'utf8'));

const files = new Set();
function add(key) {
  const chunk = manifest[key];
  if (!chunk || files.has(chunk.file)) return;
  files.add(chunk.file);
  for (const imported of chunk.imports ?? []) add(imported);
}
add('index.html');

let total = 0;
for (const file of files) total += gzipSync(readFileSync(join(DIST, file))).length;
console.log(
  `First page: ${files.size} scripts, ${(total / 1000).toFixed(1)} kB compressed of ${LIMIT / 1000} kB.`,
);
process.exitCode = files.size > 0 && total <= LIMIT ? 0 : 1;
