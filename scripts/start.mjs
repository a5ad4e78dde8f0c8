// `npm start`: installs what is missing, builds, and serves the program; `npm start -- --lan` to the local network.
import { spawn } from 'node:child_process';
import { ensurePackages, ROOT, run } from './setup.mjs';

await ensurePackages();
console.log('Building …');
if (!run('npm', ['run', '--silent', 'build'])) process.exit(1);
const server = spawn(process.execPath, ['server/dist/main.js', ...process.argv.slice(2)], {
  cwd: ROOT,
  stdio: 'inherit',
});
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 0));
