import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { serveStatic } from '@hono/node-server/serve-static';
import { type Context, Hono } from 'hono';
import { compress } from 'hono/compress';
import { NONCE, secureHeaders } from 'hono/secure-headers';

/** What stands in the built page where each answer puts its own value. */
const NONCE_PLACEHOLDER = '{{nonce}}';

/** The nonce that `secureHeaders` made for this answer. */
type Variables = { secureHeadersNonce: string };

/**
 * Serves the built application: its files as they are, and its page for every other address, so
 * that a reload deep inside the program works.
 * @param root folder of the build
 * @example serve({ fetch: createApp('web/dist').fetch, port: 4280 })
 */
export function createApp(root: string): Hono<{ Variables: Variables }> {
  const app = new Hono<{ Variables: Variables }>();
  app.use(compress());
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
      },
      // The program is served to its own machine, without TLS.
      strictTransportSecurity: false,
      permissionsPolicy: { camera: [], geolocation: [], microphone: ['self'], midi: ['self'] },
    }),
  );
  app.use('/assets/*', async (c, next) => {
    await next();
    // Built files carry a mark of their contents in their names, so they never change.
    if (c.res.ok) c.res.headers.set('Cache-Control', 'public, max-age=31536000, immutable');
  });
  app.use('/assets/*', serveStatic({ root }));
  app.get('/assets/*', (c) => c.text('This file is not part of the program.', 404));
  app.use('/stride.svg', serveStatic({ root }));
  app.get('*', (c) => page(c, root));
  return app;
}

async function page(c: Context<{ Variables: Variables }>, root: string): Promise<Response> {
  const html = await readFile(join(root, 'index.html'), 'utf8');
  c.header('Cache-Control', 'no-store');
  return c.html(html.replaceAll(NONCE_PLACEHOLDER, c.get('secureHeadersNonce')));
}
