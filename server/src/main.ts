import { existsSync } from 'node:fs';
import { createServer as createSecure } from 'node:https';
import { createServer } from 'node:net';
import { dirname, join, relative } from 'node:path';
import { fileURLToPath } from 'node:url';
import { serve } from '@hono/node-server';
import { createApp } from './app.ts';
import { addressesIn, certificateFor, readArguments, sayLan } from './lan.ts';

const USUAL_PORT = 4280;
const TRIES = 50;

/** The built server lies in server/dist, beside web/dist. */
const here = dirname(fileURLToPath(import.meta.url));
const build = join(here, '..', '..', 'web', 'dist');

const wanted = Number(process.env.PORT ?? USUAL_PORT);
if (!Number.isInteger(wanted) || wanted < 1 || wanted > 65535) {
  console.error(`PORT is “${process.env.PORT}”; it must be a whole number from 1 to 65535.`);
  process.exit(1);
}
if (!existsSync(join(build, 'index.html'))) {
  console.error('The application is not built yet. Run `npm start`, or `npm run build` first.');
  process.exit(1);
}

const asked = readArguments(process.argv.slice(2));
if (typeof asked === 'string') {
  console.error(asked);
  process.exit(1);
}
const { lan, tls } = asked;
const addresses = lan ? addressesIn() : [];
const hostname = lan ? '0.0.0.0' : '127.0.0.1';
const port = await freePort(wanted);
const options = tls
  ? {
      createServer: createSecure,
      serverOptions: await certificateFor(addresses, join(here, '..', '..', '.certificate')),
    }
  : {};
serve(
  { fetch: createApp(relative(process.cwd(), build)).fetch, port, hostname, ...options },
  async () => {
    if (port !== wanted) console.log(`Port ${wanted} is busy; using ${port}.`);
    console.log(`Humble Stride is at ${tls ? 'https' : 'http'}://localhost:${port}`);
    if (!lan) return;
    console.log(`\n${sayLan(addresses, port, tls)}`);
    const [first] = addresses;
    if (first === undefined) return;
    const { toString: draw } = await import('qrcode');
    console.log(
      await draw(`${tls ? 'https' : 'http'}://${first}:${port}`, { type: 'terminal', small: true }),
    );
  },
);

/** The first free port from `from` on. */
async function freePort(from: number): Promise<number> {
  for (let candidate = from; candidate < from + TRIES; candidate += 1) {
    if (await isFree(candidate)) return candidate;
  }
  console.error(`No free port between ${from} and ${from + TRIES - 1}. Set PORT to another one.`);
  process.exit(1);
}

function isFree(candidate: number): Promise<boolean> {
  return new Promise((resolve) => {
    const probe = createServer()
      .once('error', () => resolve(false))
      .once('listening', () => probe.close(() => resolve(true)))
      .listen(candidate, hostname);
  });
}
