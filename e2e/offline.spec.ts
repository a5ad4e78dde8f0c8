import { readFileSync, writeFileSync } from 'node:fs';
import { cp, mkdtemp, readFile } from 'node:fs/promises';
import { createServer } from 'node:http';
import { tmpdir } from 'node:os';
import { extname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { Page } from '@playwright/test';
import { expect, test } from './kit.ts';

test.use({ serviceWorkers: 'allow', isSharing: false });

const DIST = fileURLToPath(new URL('../web/dist', import.meta.url));
const TYPES: Readonly<Record<string, string>> = {
  '.html': 'text/html',
  '.js': 'text/javascript',
  '.css': 'text/css',
  '.svg': 'image/svg+xml',
  '.woff2': 'font/woff2',
  '.webmanifest': 'application/manifest+json',
};

/** Serves a folder as any web server does that knows nothing of the program: files, or else the page. */
async function plainServer(folder: string, wanted = 0) {
  const server = createServer((request, response) => {
    const path = new URL(request.url ?? '/', 'http://localhost').pathname;
    const file = extname(path) ? path : '/index.html';
    readFile(join(folder, file)).then(
      (content) => {
        response.setHeader('Content-Type', TYPES[extname(file)] ?? 'application/octet-stream');
        response.end(content);
      },
      () => {
        response.statusCode = 404;
        response.end();
      },
    );
  });
  await new Promise<void>((resolve) => server.listen(wanted, '127.0.0.1', resolve));
  const address = server.address();
  const port = typeof address === 'object' && address ? address.port : 0;
  return {
    url: `http://localhost:${port}`,
    close: () => {
      server.closeAllConnections();
      server.close();
    },
  };
}

/** Once a page has a worker of the program that runs. */
const ready = (page: Page) =>
  page.evaluate(async () => {
    await navigator.serviceWorker.ready;
  });

test('served as plain files it holds to its policy, works without network, and says when a new version is there', async ({
  page,
  context,
}) => {
  test.slow();
  const folder = await mkdtemp(join(tmpdir(), 'stride-plain-'));
  await cp(DIST, folder, { recursive: true });
  let server = await plainServer(folder);
  const { url } = server;
  await page.goto(`${url}/bench/lantern-steps/write`);
  await expect(page.getByRole('heading', { name: 'Fit' })).toBeVisible();
  // An editor and a dialog bring styles of their own: what the policy refuses fails the test.
  const policy = await page.locator('meta[http-equiv]').getAttribute('content');
  expect(policy).toContain("style-src 'self';");
  await page.locator('.cm-content').first().click();
  await page.getByRole('button', { name: 'Keys and words' }).click();
  await expect(page.getByRole('dialog')).toBeVisible();
  await page.keyboard.press('Escape');
  await ready(page);

  // Without network, from another address than the one that was visited.
  server.close();
  await context.setOffline(true);
  await page.goto(`${url}/landing`);
  await expect(page.getByText('30 land.')).toBeVisible();
  await page.goto(`${url}/`);
  await page.getByRole('link', { name: 'Ferry bell' }).click();
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible();
  await context.setOffline(false);

  // A new version lies there: it is offered, and taken when it is asked for or the program is started again.
  const change = (name: string, what: string | RegExp, by: string) => {
    const before = readFileSync(join(folder, name), 'utf8');
    expect(before).toMatch(what);
    writeFileSync(join(folder, name), before.replace(what, by));
  };
  change('index.html', '<noscript>', '<i id="newer"></i><noscript>');
  change('sw.js', /url:"index.html",revision:"\w+"/, 'url:"index.html",revision:"newer"');
  server = await plainServer(folder, Number(new URL(url).port));
  await page.reload();
  const offer = page.getByRole('region', { name: 'New version' });
  await expect(offer).toBeVisible();
  await page.reload();
  await expect(offer).toBeVisible();
  await expect(page.locator('#newer')).toHaveCount(0);
  await offer.getByRole('button', { name: 'Take it now' }).click();
  await expect(page.locator('#newer')).toHaveCount(1);
  await expect(offer).toBeHidden();
  server.close();
});
