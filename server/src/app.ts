import { createHash } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { serveStatic } from '@hono/node-server/serve-static';
import { type Context, Hono } from 'hono';
import { NONCE, secureHeaders } from 'hono/secure-headers';

/** What stands in the built page where each answer puts its own value. */
const NONCE_PLACEHOLDER = '{{nonce}}';

/** The nonce that `secureHeaders` made for this answer. */
type Variables = { secureHeadersNonce: string };

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
export function createApp(root: string): Hono<{ Variables: Variables }> {
  const app = new Hono<{ Variables: Variables }>();
  app.use(async (c, next) => {
    await next();
    // A kept page has the nonce of its own policy, which is kept with it: no other is sent.
    if (c.res.status === 304) c.res.headers.delete('Content-Security-Policy');
  });
  app.use(
    secureHeaders({
      contentSecurityPolicy: {
        defaultSrc: ["'self'"],
        scriptSrc: ["'self'", NONCE],
        styleSrc: ["'self'", NONCE],
        imgSrc: ["'self'", 'data:'],
        // The music font comes as data with the engraver.
        fontSrc: ["'self'", 'data:'],
        connectSrc: ["'self'"],
        workerSrc: ["'self'"],
        objectSrc: ["'none'"],
        baseUri: ["'none'"],
        formAction: ["'none'"],
        frameAncestors: ["'none'"],
        // Script addresses are those of the program; nothing is made of text: see web/src/app/trusted.ts.
        requireTrustedTypesFor: ["'script'"],
        trustedTypes: ['default'],
      },
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
  app.use('/assets/*', withoutRange, serveStatic({ root, precompressed: true }));
  app.get('/assets/*', (c) => c.text('This file is not part of the program.', 404));
  app.use('/stride.svg', withoutRange, serveStatic({ root }));
  const page = readPage(root);
  app.get('*', (c) => page(c));
  return app;
}

/** A part of a file is not given; whoever asks for one gets the whole, as the standard allows. */
async function withoutRange(c: Context, next: () => Promise<void>): Promise<void> {
  if (c.req.raw.headers.has('range')) {
    const headers = new Headers(c.req.raw.headers);
    headers.delete('range');
    c.req.raw = new Request(c.req.raw.url, { method: c.req.method, headers });
  }
  await next();
}

/**
 * The page, read once. Its mark is of what was built: each answer has a nonce of its own, which a page
 * that is still the same brings along, so that it need not be sent again.
 */
function readPage(root: string): (c: Context<{ Variables: Variables }>) => Response {
  const path = join(root, 'index.html');
  if (!existsSync(path)) throw new Error(`there is no page in ${root}`);
  const html = readFileSync(path, 'utf8');
  const built = createHash('sha256').update(html).digest('base64url').slice(0, 16);
  return (c) => {
    const tag = `W/"${built}"`;
    c.header('ETag', tag);
    // Asked for anew each time; a page kept with its own nonce would not fit the policy of another answer.
    c.header('Cache-Control', 'no-cache');
    if (matches(c.req.header('if-none-match'), tag)) {
      return c.body(null, 304);
    }
    return c.html(html.replaceAll(NONCE_PLACEHOLDER, c.get('secureHeadersNonce')));
  };
}

function matches(asked: string | undefined, tag: string): boolean {
  const bare = (one: string) => one.trim().replace(/^W\//, '');
  const known = asked?.split(',').map(bare) ?? [];
  return known.includes('*') || known.includes(bare(tag));
}
