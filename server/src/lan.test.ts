import { X509Certificate } from 'node:crypto';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { createServer, request } from 'node:https';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { addressesIn, certificateFor, readArguments, sayLan } from './lan.ts';

const folder = () => mkdtempSync(join(tmpdir(), 'stride-cert-'));

describe('the command line', () => {
  it('serves this machine alone unless it is told otherwise', () => {
    expect(readArguments([])).toEqual({ lan: false, tls: false });
    expect(readArguments(['--lan'])).toEqual({ lan: true, tls: false });
    expect(readArguments(['--lan', '--tls'])).toEqual({ lan: true, tls: true });
    expect(readArguments(['--lna'])).toContain('“--lna” is not known');
    expect(readArguments(['--tls'])).toContain('goes with --lan');
  });
});

describe('the addresses', () => {
  it('are those of the networks, the home first', () => {
    const at = (address: string, internal = false, family = 'IPv4') =>
      ({ address, internal, family }) as never;
    expect(
      addressesIn({
        lo: [at('127.0.0.1', true)],
        tunnel: [at('100.64.0.3'), at('fe80::1', false, 'IPv6')],
        home: [at('192.168.1.20')],
      }),
    ).toEqual(['192.168.1.20', '100.64.0.3']);
  });

  it('are said with what it means', () => {
    const plain = sayLan(['192.168.1.20'], 4280, false);
    expect(plain).toContain('http://192.168.1.20:4280');
    expect(plain).toContain('Anyone in this network can open the program');
    expect(plain).toContain('refuse a microphone');
    expect(sayLan(['192.168.1.20'], 4280, true)).toContain('signed by nobody');
    expect(sayLan([], 4280, false)).toContain('in no network');
  });
});

describe('the certificate', () => {
  it('is made once for the addresses, and serves them', async () => {
    const kept = folder();
    const made = await certificateFor(['192.168.1.20'], kept);
    const { subjectAltName, validTo } = new X509Certificate(made.cert);
    expect(subjectAltName).toContain('192.168.1.20');
    expect(subjectAltName).toContain('localhost');
    expect(Date.parse(validTo) - Date.now()).toBeGreaterThan(360 * 86_400_000);
    expect(await certificateFor(['192.168.1.20'], kept)).toEqual(made);
    expect(readFileSync(join(kept, 'certificate.json'), 'utf8')).toContain('PRIVATE KEY');
    // One that was cut off is made anew.
    const broken = folder();
    writeFileSync(join(broken, 'certificate.json'), '{"names"');
    expect((await certificateFor([], broken)).cert).toContain('BEGIN CERTIFICATE');
    // Another address, or one that ends soon, needs another one.
    expect(await certificateFor(['192.168.1.21'], kept)).not.toEqual(made);
    const later = Date.now() + 350 * 86_400_000;
    expect(await certificateFor(['192.168.1.21'], kept, later)).not.toEqual(made);
    const server = createServer(made, (_, response) => response.end('served'));
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
    const { port } = server.address() as AddressInfo;
    const said = await new Promise<string>((resolve, reject) => {
      request({ port, host: '127.0.0.1', ca: made.cert }, (response) => {
        response.on('data', (data: Buffer) => resolve(data.toString()));
      })
        .on('error', reject)
        .end();
    });
    server.close();
    expect(said).toBe('served');
  });
});
