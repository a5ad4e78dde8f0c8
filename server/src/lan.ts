import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { networkInterfaces } from 'node:os';
import { join } from 'node:path';

/** How the program is asked to be served, from its command line. */
export interface Asked {
  /** To the local network, and not to this machine alone. */
  readonly lan: boolean;
  /** With a certificate made here. */
  readonly tls: boolean;
}

/**
 * Reads the command line.
 * @returns a sentence where something in it is not understood
 * @example readArguments(['--lan', '--tls'])
 */
export function readArguments(given: readonly string[]): Asked | string {
  const unknown = given.find((one) => one !== '--lan' && one !== '--tls');
  if (unknown !== undefined) {
    return `“${unknown}” is not known. Without anything the program is served to this machine alone; --lan serves it to the local network, --lan --tls with a certificate made here, which microphones need.`;
  }
  const asked = { lan: given.includes('--lan'), tls: given.includes('--tls') };
  if (asked.tls && !asked.lan) {
    return '--tls goes with --lan: this machine itself needs no certificate.';
  }
  return asked;
}

/** The addresses of this machine in its networks, those of a home before others. */
export function addressesIn(
  interfaces: ReturnType<typeof networkInterfaces> = networkInterfaces(),
): readonly string[] {
  const isHome = (address: string) => /^(192\.168|10|172\.(1[6-9]|2\d|3[01]))\./.test(address);
  return Object.values(interfaces)
    .flatMap((list) => list ?? [])
    .filter(({ family, internal }) => family === 'IPv4' && !internal)
    .map(({ address }) => address)
    .sort((a, b) => Number(isHome(b)) - Number(isHome(a)));
}

export interface Certificate {
  readonly key: string;
  readonly cert: string;
}

const DAYS = 365;
/** So long before its end another one is made. */
const REST = 30 * 86_400_000;

interface KeptCertificate extends Certificate {
  readonly names: readonly string[];
  readonly until: number;
}

/** What was kept; nothing where it cannot be read, and another one is made. */
function readKept(file: string): KeptCertificate | undefined {
  try {
    return JSON.parse(readFileSync(file, 'utf8')) as KeptCertificate;
  } catch {
    return undefined;
  }
}

/**
 * The certificate of this machine for its addresses: the one that was made before where it still fits, else a new one, kept
 * in a folder. It is signed by nobody, and each browser says so once.
 */
export async function certificateFor(
  addresses: readonly string[],
  folder: string,
  now = Date.now(),
): Promise<Certificate> {
  const file = join(folder, 'certificate.json');
  const names = ['127.0.0.1', ...addresses];
  if (existsSync(file)) {
    const kept = readKept(file);
    if (kept && kept.until - now > REST && names.every((name) => kept.names.includes(name))) {
      return { key: kept.key, cert: kept.cert };
    }
  }
  const { generate } = await import('selfsigned');
  const until = now + DAYS * 86_400_000;
  const { private: key, cert } = await generate(
    [{ name: 'commonName', value: 'Humble Stride on this machine' }],
    {
      keySize: 2048,
      algorithm: 'sha256',
      notBeforeDate: new Date(now - 86_400_000),
      notAfterDate: new Date(until),
      extensions: [
        {
          name: 'subjectAltName',
          altNames: [
            { type: 2, value: 'localhost' },
            ...names.map((ip) => ({ type: 7 as const, ip })),
          ],
        },
      ],
    },
  );
  mkdirSync(folder, { recursive: true });
  writeFileSync(file, JSON.stringify({ names, until, key, cert }), { mode: 0o600 });
  return { key, cert };
}

/** What is said when the program is served to the network: where it is, and what that means. */
export function sayLan(addresses: readonly string[], port: number, tls: boolean): string {
  const scheme = tls ? 'https' : 'http';
  if (addresses.length === 0) {
    return 'This machine is in no network: only it can open the program.';
  }
  return [
    'On another device in the same network, open:',
    ...addresses.map((address) => `  ${scheme}://${address}:${port}`),
    '',
    'Anyone in this network can open the program. Each device keeps its own library: what is written on one is not on another (take it there as a file, a link or a backup).',
    tls
      ? 'The certificate was made by this machine and is signed by nobody. Each browser warns of it once: choose “Advanced”, then go on to the address above, if it is the one that is shown here.'
      : 'Browsers refuse a microphone, and work without network, to an address without a certificate: start with --lan --tls for that.',
  ].join('\n');
}
