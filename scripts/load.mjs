// Five hundred connections at once for twenty seconds, against the built server: `npm run load` after `npm run build`.
// Held to a 99th percentile under 300 ms and under 150 MB of memory.
import { spawn } from 'node:child_process';
import { readdirSync, readFileSync } from 'node:fs';
import { Agent, get } from 'node:http';
import { join } from 'node:path';
import { ROOT } from './setup.mjs';

const PORT = 4397;
const CONNECTIONS = 500;
const SECONDS = Number(process.env.SECONDS ?? 20);
const LIMITS = { p99: 300, megabytes: 150 };

const server = spawn(process.execPath, ['server/dist/main.js'], {
  cwd: ROOT,
  env: { ...process.env, PORT: String(PORT) },
});
await new Promise((resolve) => server.stdout.once('data', resolve));
// What a first visit asks for: the page, its scripts, its styles.
const assets = readdirSync(join(ROOT, 'web', 'dist', 'assets'))
  .filter((name) => /^(index|first|main|shared).*\.(js|css)$/.test(name))
  .slice(0, 8)
  .map((name) => `/assets/${name}`);
const paths = ['/', ...assets, '/bench/lantern-steps/write'];

const agent = new Agent({ keepAlive: true, maxSockets: CONNECTIONS });
const times = [];
let failed = 0;
let most = 0;
const end = performance.now() + SECONDS * 1000;

function ask(path) {
  const began = performance.now();
  return new Promise((resolve) => {
    get(
      { agent, host: '127.0.0.1', port: PORT, path, headers: { 'Accept-Encoding': 'br' } },
      (response) => {
        response.resume();
        response.once('end', () => {
          times.push(performance.now() - began);
          if (response.statusCode !== 200) failed += 1;
          resolve();
        });
      },
    ).once('error', () => {
      failed += 1;
      resolve();
    });
  });
}

async function visitor(first) {
  for (let at = first; performance.now() < end; at += 1) await ask(paths[at % paths.length]);
}

const watch = setInterval(() => {
  const status = readFileSync(`/proc/${server.pid}/status`, 'utf8');
  most = Math.max(most, Number(/VmRSS:\s+(\d+)/.exec(status)?.[1] ?? 0) / 1024);
}, 200);
await Promise.all(Array.from({ length: CONNECTIONS }, (_, first) => visitor(first)));
clearInterval(watch);
server.kill();
agent.destroy();
times.sort((a, b) => a - b);
const part = (share) => times[Math.floor((times.length - 1) * share)] ?? Number.NaN;
console.log(
  `${CONNECTIONS} connections, ${SECONDS} s: ${times.length} answers, ${failed} failed; half under ${part(0.5).toFixed(0)} ms, 99 of 100 under ${part(0.99).toFixed(0)} ms (limit ${LIMITS.p99}); at most ${most.toFixed(0)} MB of memory (limit ${LIMITS.megabytes}).`,
);
process.exitCode = failed === 0 && part(0.99) < LIMITS.p99 && most < LIMITS.megabytes ? 0 : 1;
