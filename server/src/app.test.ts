import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, relative } from 'node:path';
import { describe, expect, it } from 'vitest';
import { createApp } from './app.ts';

const root = mkdtempSync(join(tmpdir(), 'stride-'));
mkdirSync(join(root, 'assets'));
writeFileSync(
  join(root, 'index.html'),
  '<script nonce="{{nonce}}"></script><meta nonce="{{nonce}}">',
);
writeFileSync(join(root, 'assets', 'a.js'), '1');
const app = createApp(relative(process.cwd(), root));

describe('the server', () => {
  it('sends the page for any address, with a nonce of its own each time', async () => {
    const nonces = await Promise.all(
      ['/', '/bench/x/write'].map(async (path) => {
        const response = await app.request(path);
        expect(response.status).toBe(200);
        expect(response.headers.get('cache-control')).toBe('no-store');
        const html = await response.text();
        const nonce = /script nonce="([^"]+)"/.exec(html)?.[1] ?? '';
        expect(html).not.toContain('{{');
        expect(response.headers.get('content-security-policy')).toContain(`'nonce-${nonce}'`);
        return nonce;
      }),
    );
    expect(new Set(nonces).size).toBe(2);
  });

  it('keeps built files for good, and says so where one is missing', async () => {
    const found = await app.request('/assets/a.js');
    expect(found.status).toBe(200);
    expect(found.headers.get('cache-control')).toContain('immutable');
    expect((await app.request('/assets/none.js')).status).toBe(404);
    expect((await app.request('/../package.json')).headers.get('content-type')).toContain(
      'text/html',
    );
  });

  it('allows nothing from elsewhere', async () => {
    const policy = (await app.request('/')).headers.get('content-security-policy') ?? '';
    expect(policy).toContain("default-src 'self'");
    expect(policy).toContain("frame-ancestors 'none'");
    expect(policy).not.toMatch(/unsafe|https?:/);
  });
});
