import { createHash } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { type Context, Hono } from 'hono';
import { secureHeaders } from 'hono/secure-headers';
import { readBuilt, readFolder, send } from './files.ts';

/** Files that lie beside the page, under names that stay. */
const BESIDE = [
  '/stride.svg',
  '/icon-192.png',
  '/icon-512.png',
  '/icon-maskable.png',
  '/manifest.webmanifest',
  '/sw.js',
];

const METHODS = 'GET, HEAD, OPTIONS';

/** Features of the browser that the program does not use and nothing in it may ask for. */
const NOT_USED = [
  'accelerometer',
  'bluetooth',
  'camera',
  'displayCapture',
  'encryptedMedia',
  'geolocation',
  'gyroscope',
  'hid',
  'idleDetection',
  'magnetometer',
  'payment',
  'publickeyCredentialsGet',
  'serial',
  'usb',
  'xrSpatialTracking',
] as const;

/**
 * Serves the built application: its files as they are, compressed when they were built, and its page
 * for every other address, so that a reload deep inside the program works.
 * @param root folder of the build
 * @example serve({ fetch: createApp('web/dist').fetch, port: 4280 })
 */
export function createApp(root: string): Hono {
  const app = new Hono();
  const { page, policy } = readPage(root);
  app.use(async (c, next) => {
    await next();
    // What is not sent again keeps the policy it was sent with.
    if (c.res.status !== 304) c.res.headers.set('Content-Security-Policy', policy);
    // Browsers take it from a trusted address alone, and complain of it elsewhere.
    if (!isTrusted(new URL(c.req.url))) c.res.headers.delete('Cross-Origin-Opener-Policy');
  });
  app.use(
    secureHeaders({
      // The program is served to its own machine, without TLS.
      strictTransportSecurity: false,
      permissionsPolicy: Object.fromEntries(NOT_USED.map((feature) => [feature, []])),
    }),
  );
  app.use(async (c, next) => {
    if (c.req.method === 'OPTIONS') return c.body(null, 204, { Allow: METHODS });
    if (c.req.method !== 'GET' && c.req.method !== 'HEAD') {
      return c.text('Only reading is answered here.', 405, { Allow: METHODS });
    }
    await next();
    // Whole files only: none is long enough to be asked for in parts.
    c.res.headers.set('Accept-Ranges', 'none');
    return undefined;
  });
  app.use('/assets/*', async (c, next) => {
    await next();
    // Built files carry a mark of their contents in their names, so they never change.
    if (c.res.ok) c.res.headers.set('Cache-Control', 'public, max-age=31536000, immutable');
  });
  const assets = readFolder(join(root, 'assets'));
  app.get('/assets/:name', (c) => {
    const file = assets.get(c.req.param('name'));
    return file ? send(c, file) : c.text('This file is not part of the program.', 404);
  });
  // What lies beside the page is asked for anew, so that a new version is found.
  for (const name of BESIDE) {
    const file = readBuilt(join(root, name));
    if (!file) continue;
    app.get(name, (c) => {
      c.header('Cache-Control', 'no-cache');
      return send(c, file);
    });
  }
  app.get('*', page);
  return app;
}

/** Whether a browser takes an address for one that nobody between can change. */
function isTrusted({ protocol, hostname }: URL): boolean {
  return protocol === 'https:' || hostname === 'localhost' || hostname.startsWith('127.');
}

/** The page, read once, and its policy, sent with everything: what a page says of itself holds for none of its workers. */
function readPage(root: string): { page: (c: Context) => Response; policy: string } {
  const path = join(root, 'index.html');
  if (!existsSync(path)) throw new Error(`there is no page in ${root}`);
  const html = readFileSync(path, 'utf8');
  const said = /http-equiv="Content-Security-Policy" content="([^"]+)"/.exec(html)?.[1];
  if (said === undefined) throw new Error(`the page in ${root} has no policy`);
  const tag = `"${createHash('sha256').update(html).digest('base64url').slice(0, 16)}"`;
  return {
    policy: `${said.replaceAll('&#39;', "'")}; frame-ancestors 'none'`,
    page(c) {
      c.header('ETag', tag);
      c.header('Cache-Control', 'no-cache');
      return matches(c.req.header('if-none-match'), tag) ? c.body(null, 304) : c.html(html);
    },
  };
}

function matches(asked: string | undefined, tag: string): boolean {
  const bare = (one: string) => one.trim().replace(/^W\//, '');
  const known = asked?.split(',').map(bare) ?? [];
  return known.includes('*') || known.includes(bare(tag));
}
