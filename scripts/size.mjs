// Adds up the script that the first page loads, compressed as it goes over the wire, and looks for files that need
// one another in a circle: which of them runs first then hangs on chance.
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

/** Whether a file is needed again by what it needs. */
function isInCircle(key) {
  const seen = new Set();
  const open = [...(manifest[key].imports ?? [])];
  for (let next = open.pop(); next !== undefined; next = open.pop()) {
    if (next === key) return true;
    if (seen.has(next)) continue;
    seen.add(next);
    open.push(...(manifest[next]?.imports ?? []));
  }
  return false;
}
const circles = Object.keys(manifest).filter(isInCircle);
for (const key of circles) console.log(`In a circle of files: ${manifest[key].file}`);
process.exitCode = files.size > 0 && total <= LIMIT && circles.length === 0 ? 0 : 1;
