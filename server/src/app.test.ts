import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, relative } from 'node:path';
import { brotliCompressSync, brotliDecompressSync, gzipSync } from 'node:zlib';
import { describe, expect, it } from 'vitest';
import { createApp } from './app.ts';

const root = mkdtempSync(join(tmpdir(), 'stride-'));
mkdirSync(join(root, 'assets'));
const POLICY = "default-src 'self'; script-src 'self'; require-trusted-types-for 'script'";
writeFileSync(
  join(root, 'index.html'),
  `<meta http-equiv="Content-Security-Policy" content="${POLICY.replaceAll("'", '&#39;')}"><script src="/assets/a.js"></script>`,
);
writeFileSync(join(root, 'sw.js'), '2');
writeFileSync(join(root, 'assets', 'a.js'), '1');
const LONG = 'const a = 1;\n'.repeat(100);
writeFileSync(join(root, 'assets', 'b.js'), LONG);
writeFileSync(join(root, 'assets', 'b.js.br'), brotliCompressSync(LONG));
writeFileSync(join(root, 'assets', 'b.js.gz'), gzipSync(LONG));
const app = createApp(relative(process.cwd(), root));

describe('the server', () => {
  it('sends the page for any address, with the policy that stands in it', async () => {
    for (const path of ['/', '/bench/x/write', '/index.html']) {
      const response = await app.request(path);
      expect(response.status).toBe(200);
      expect(response.headers.get('cache-control')).toBe('no-cache');
      expect(await response.text()).toContain('<script src');
      expect(response.headers.get('content-security-policy')).toBe(
        `${POLICY}; frame-ancestors 'none'`,
      );
    }
    // Scripts that run beside the page have it too.
    const script = await app.request('/assets/a.js');
    expect(script.headers.get('content-security-policy')).toContain(POLICY);
  });

  it('has what works without network looked for anew, and refuses a page without a policy', async () => {
    const worker = await app.request('/sw.js');
    expect([worker.status, worker.headers.get('cache-control')]).toEqual([200, 'no-cache']);
    expect(worker.headers.get('content-type')).toContain('javascript');
    const bare = mkdtempSync(join(tmpdir(), 'stride-'));
    writeFileSync(join(bare, 'index.html'), '<p>');
    expect(() => createApp(relative(process.cwd(), bare))).toThrow('no policy');
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

  it('sends no header that a browser refuses from an address without a certificate', async () => {
    const opener = async (address: string) =>
      (await app.request(address)).headers.get('cross-origin-opener-policy');
    expect(await opener('http://localhost/')).toBe('same-origin');
    expect(await opener('https://192.168.1.20/')).toBe('same-origin');
    expect(await opener('http://192.168.1.20/')).toBeNull();
  });

  it('allows nothing from elsewhere', async () => {
    const policy = (await app.request('/')).headers.get('content-security-policy') ?? '';
    expect(policy).toContain("default-src 'self'");
    expect(policy).toContain("frame-ancestors 'none'");
    expect(policy).not.toMatch(/unsafe|https?:/);
  });
});

describe('what is asked in other ways', () => {
  it('is only read: other methods are refused, and OPTIONS says which there are', async () => {
    for (const method of ['POST', 'PUT', 'DELETE', 'PATCH']) {
      const response = await app.request('/', { method });
      expect(response.status, method).toBe(405);
      expect(response.headers.get('allow')).toBe('GET, HEAD, OPTIONS');
    }
    const options = await app.request('/assets/a.js', { method: 'OPTIONS' });
    expect(options.status).toBe(204);
    expect(options.headers.get('allow')).toBe('GET, HEAD, OPTIONS');
    const head = await app.request('/assets/a.js', { method: 'HEAD' });
    expect(head.status).toBe(200);
    expect(await head.text()).toBe('');
  });

  it('in parts is answered with the whole, whatever the range is', async () => {
    for (const range of ['bytes=0-1', 'bytes=-1', 'bytes=9999-', 'bytes=5-2', 'lines=1', 'x']) {
      const response = await app.request('/assets/a.js', { headers: { range } });
      expect(response.status, range).toBe(200);
      expect(await response.text()).toBe('1');
      expect(response.headers.get('accept-ranges')).toBe('none');
      expect(response.headers.get('content-range')).toBeNull();
    }
  });

  it('again is not sent again: the page has a mark of what was built', async () => {
    const first = await app.request('/');
    const tag = first.headers.get('etag') ?? '';
    expect(tag).toMatch(/^"[\w-]{16}"$/);
    expect((await app.request('/guide')).headers.get('etag')).toBe(tag);
    for (const known of [tag, `"x", ${tag}`, '*', tag.replace('W/', '')]) {
      const again = await app.request('/', { headers: { 'if-none-match': known } });
      expect(again.status, known).toBe(304);
      expect(await again.text()).toBe('');
      // The kept page goes on with the nonce and the policy it came with.
      expect(again.headers.get('content-security-policy')).toBeNull();
    }
    const other = await app.request('/', { headers: { 'if-none-match': '"other"' } });
    expect(other.status).toBe(200);
  });

  it('is sent as it was compressed when it was built', async () => {
    const ask = (encodings: string) =>
      app.request('/assets/b.js', { headers: { 'accept-encoding': encodings } });
    const brotli = await ask('gzip, br');
    expect(brotli.headers.get('content-encoding')).toBe('br');
    expect(brotli.headers.get('vary')).toContain('Accept-Encoding');
    expect(brotliDecompressSync(new Uint8Array(await brotli.arrayBuffer())).toString()).toBe(LONG);
    expect((await ask('gzip')).headers.get('content-encoding')).toBe('gzip');
    const plain = await ask('identity');
    expect(plain.headers.get('content-encoding')).toBeNull();
    expect(await plain.text()).toBe(LONG);
    // A packed file is no file of its own.
    expect((await app.request('/assets/b.js.br')).status).toBe(404);
  });

  it('gets no permission that the program does not use', async () => {
    const policy = (await app.request('/')).headers.get('permissions-policy') ?? '';
    for (const feature of ['camera', 'geolocation', 'usb']) {
      expect(policy).toContain(`${feature}=()`);
    }
    // Strokes are heard through the microphone and pads, and the screen stays awake while one plays.
    for (const feature of ['microphone', 'midi', 'screen-wake-lock']) {
      expect(policy).not.toContain(feature);
    }
    expect((await app.request('/')).headers.get('content-security-policy')).toContain(
      "require-trusted-types-for 'script'",
    );
  });
});
