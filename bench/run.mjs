// `npm run bench`: builds the program and the bench, measures, and prints a table for docs/performance.md.
import { build } from 'vite';
import { ensurePackages, run } from '../scripts/setup.mjs';

await ensurePackages(import.meta.dirname);
if (!run('npm', ['run', '--silent', 'build'], { stdio: ['ignore', 'ignore', 'inherit'] }))
  process.exit(1);
await build({ root: 'page', logLevel: 'warn', build: { target: 'es2023' } });
await build({
  logLevel: 'warn',
  build: { ssr: 'run.ts', outDir: 'dist', target: 'node20' },
  ssr: { noExternal: [/@stride/] },
});
await import('./dist/run.js');
