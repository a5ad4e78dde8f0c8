import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = join(dirname(fileURLToPath(import.meta.url)), '..');
/** TypeScript's compiler, for Node. */
export const TSC = join(ROOT, 'node_modules', 'typescript-native', 'bin', 'tsc');
const STAMP = join(ROOT, 'node_modules', '.installed-from');

/** Runs a command with its output shown. @returns {boolean} whether it ended well */
export function run(command, args, options = {}) {
  const result = spawnSync(command, args, { cwd: ROOT, stdio: 'inherit', ...options });
  return result.status === 0;
}

/** The same beside other work. @returns {Promise<boolean>} whether it ended well */
export function runBeside(command, args) {
  return new Promise((resolve) => {
    const child = spawn(command, args, { cwd: ROOT, stdio: 'inherit' });
    child.on('error', () => resolve(false));
    child.on('close', (code) => resolve(code === 0));
  });
}

/** Installs the packages of the lockfile where they are missing or the lockfile has changed since. */
export function ensurePackages() {
  const lock = createHash('sha256')
    .update(readFileSync(join(ROOT, 'package-lock.json')))
    .digest('hex');
  if (existsSync(STAMP) && readFileSync(STAMP, 'utf8') === lock) return;
  console.log('Installing packages …');
  // Not `npm ci`: it refuses a lockfile where a registry lacks an optional package of another platform.
  if (!run('npm', ['install', '--no-save', '--no-audit', '--no-fund'])) {
    console.error('The packages of package-lock.json could not be installed: see the lines above.');
    process.exit(1);
  }
  writeFileSync(STAMP, lock);
}
