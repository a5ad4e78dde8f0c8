import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = join(dirname(fileURLToPath(import.meta.url)), '..');
/** TypeScript's compiler, for Node. */
export const TSC = join(ROOT, 'node_modules', 'typescript-native', 'bin', 'tsc');
/** Runs what it is given so that it gives way to all other work. */
const ASIDE = join(ROOT, 'scripts', 'aside.sh');

/** Runs a command with its output shown. @returns {boolean} whether it ended well */
export function run(command, args, options = {}) {
  const result = spawnSync(command, args, { cwd: ROOT, stdio: 'inherit', ...options });
  return result.status === 0;
}

/** The same beside other work. @returns {Promise<boolean>} whether it ended well */
export function runBeside(command, args, options = {}) {
  return ended(spawn(command, args, { cwd: ROOT, stdio: 'inherit', ...options }));
}

const ended = (child) =>
  new Promise((resolve) => {
    child.on('error', () => resolve(false));
    child.on('close', (code) => resolve(code === 0));
  });

/**
 * The same where it gives way to all other work; what it says is shown when it has ended.
 * @returns {Promise<boolean>} whether it ended well
 */
export async function runAside(command, args, options = {}) {
  const stdio = ['ignore', 'pipe', 'pipe'];
  // A group of its own, which can give way as a whole; who stops this one stops that too.
  const child = spawn(ASIDE, [command, ...args], { cwd: ROOT, ...options, stdio, detached: true });
  const stop = () => child.pid && process.kill(-child.pid);
  process.on('exit', stop);
  const said = [];
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (data) => said.push(data));
  const isWell = await ended(child);
  process.off('exit', stop);
  process.stdout.write(Buffer.concat(said));
  return isWell;
}

/**
 * The lockfile names no addresses, so that it serves whatever registry is used; npm then asks about each package before it
 * fetches it, which takes half of the whole. With the addresses that registries have for what they keep it fetches at once.
 */
function withAddresses(lockfile) {
  const registry = spawnSync('npm', ['config', 'get', 'registry'], { encoding: 'utf8' }).stdout;
  const lock = JSON.parse(lockfile);
  for (const [path, one] of Object.entries(lock.packages)) {
    if (!one.integrity || one.resolved) continue;
    const name = one.name ?? path.split('node_modules/').at(-1);
    const file = `${name.split('/').at(-1)}-${one.version}.tgz`;
    one.resolved = `${registry.trim().replace(/\/$/, '')}/${name}/-/${file}`;
  }
  return JSON.stringify(lock);
}

/** Not `npm ci`: it refuses a lockfile where a registry lacks an optional package of another platform. */
const install = (folder) =>
  runBeside('npm', ['install', '--no-save', '--no-audit', '--no-fund'], { cwd: folder });

/**
 * Installs the packages of a folder's lockfile where they are missing or the lockfile has changed since. What is seldom run has a
 * folder of its own with what it alone needs, found before the packages of the root.
 */
export async function ensurePackages(folder = ROOT) {
  const stamp = join(folder, 'node_modules', '.installed-from');
  const lockfile = readFileSync(join(folder, 'package-lock.json'), 'utf8');
  const lock = createHash('sha256').update(lockfile).digest('hex');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lock) return;
  console.log('Installing packages …');
  // npm reads this one rather than the other.
  const addressed = join(folder, 'npm-shrinkwrap.json');
  const stop = () => {
    rmSync(addressed, { force: true });
    process.exit(1);
  };
  for (const signal of ['SIGINT', 'SIGTERM']) process.once(signal, stop);
  writeFileSync(addressed, withAddresses(lockfile));
  const isInstalled = await install(folder);
  rmSync(addressed);
  for (const signal of ['SIGINT', 'SIGTERM']) process.off(signal, stop);
  // A registry may keep things elsewhere.
  if (!isInstalled && !(await install(folder))) {
    console.error('The packages of package-lock.json could not be installed: see the lines above.');
    process.exit(1);
  }
  writeFileSync(stamp, lock);
}
