#!/usr/bin/env node
// The command line: `npx humble-stride --help`. What it needs is built the first time it is asked.
import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';

const root = join(dirname(fileURLToPath(import.meta.url)), '..');
const built = join(root, 'dist', 'main.js');
if (!existsSync(built)) {
  const made = spawnSync('npm', ['run', '--silent', 'build'], {
    cwd: root,
    stdio: ['ignore', 'ignore', 'inherit'],
    shell: process.platform === 'win32',
  });
  if (made.status !== 0) {
    process.stderr.write(
      'The command line could not be built: run npm install first, and try again.\n',
    );
    process.exit(1);
  }
}
const { main } = await import(pathToFileURL(built).href);
process.exitCode = await main(process.argv.slice(2));
