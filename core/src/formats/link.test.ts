import fc from 'fast-check';
import { deflateSync, strToU8 } from 'fflate';
import { describe, expect, it } from 'vitest';
import { readRhythm } from '../text/index.ts';
import { LINK_LIMIT, readLink, UNPACKED_LIMIT, writeLink } from './link.ts';

const RHYTHM = readRhythm(
  `rhythm Lantern steps
cycle 3+3+2
tempo 72 to 104 per 3
layer Walker : darbuka
play D! (k) (t) / K (t) (k) / O! O- | D (k) O / K! (t) (k) / O! K`,
  'lantern-steps',
).rhythm;
const packed = (data: unknown) =>
  `1.${Buffer.from(deflateSync(strToU8(JSON.stringify(data)))).toString('base64url')}`;
const messageOf = (fragment: string) => {
  const read = readLink(fragment);
  return read.ok ? 'read' : read.message;
};

describe('a link', () => {
  it('carries a rhythm, as letters that any address may have', () => {
    const link = writeLink({ kind: 'rhythm', rhythm: RHYTHM }) ?? '';
    expect(link).toMatch(/^1\.[\w-]+$/);
    expect(link.length).toBeLessThan(1200);
    expect(readLink(`#${link}`)).toEqual({
      ok: true,
      linked: { kind: 'rhythm', rhythm: RHYTHM, instruments: [] },
    });
  });

  it('carries which variation is meant, where the rhythm has it', () => {
    const lines = RHYTHM.layers.map(({ id, cells, strokes }) => ({ layer: id, cells, strokes }));
    const varied = { ...RHYTHM, variations: [{ id: 'turn', name: 'Turn', lines }] };
    const meant = (variation: string) => {
      const read = readLink(writeLink({ kind: 'rhythm', rhythm: varied, variation }) ?? '');
      return read.ok && read.linked.kind === 'rhythm' ? read.linked.variation : 'not read';
    };
    expect(meant('turn')).toBe('turn');
    expect(meant('another')).toBeUndefined();
  });

  it('carries what a screen is set up as, whatever that is', () => {
    fc.assert(
      fc.property(fc.jsonValue(), (setup) => {
        const link = writeLink({ kind: 'crossing', name: '3 : 2', setup });
        if (link === undefined) return;
        const read = readLink(link);
        expect(read).toEqual({
          ok: true,
          linked: { kind: 'crossing', name: '3 : 2', setup: JSON.parse(JSON.stringify(setup)) },
        });
      }),
    );
  });

  it('is not written where it would be too long, and not read', () => {
    const long = Array.from({ length: 9000 }, (_, at) => (at * 7919) % 9973).join();
    expect(writeLink({ kind: 'landing', name: 'x', setup: long })).toBeUndefined();
    expect(messageOf(`1.${'A'.repeat(LINK_LIMIT)}`)).toContain('longer than 8000');
  });

  it('that is none, cut, from a newer program, or a bomb, is told from one that reads', () => {
    const link = writeLink({ kind: 'rhythm', rhythm: RHYTHM }) ?? '';
    expect(messageOf('')).toContain('carries nothing');
    expect(messageOf('#hello')).toContain('damaged');
    expect(messageOf(link.slice(0, -9))).toContain('damaged');
    for (const version of ['2.', '12.'])
      expect(messageOf(link.replace('1.', version))).toContain('newer version');
    expect(messageOf(packed({ kind: 'other' }))).toContain('damaged');
    expect(messageOf(packed({ kind: 'landing', name: 'x', setup: 'a'.repeat(3e6) }))).toContain(
      'damaged',
    );
    expect(messageOf(packed({ kind: 'rhythm', file: { format: 'x' } }))).not.toBe('read');
    // What unpacks is no JSON, and what is no packing at all.
    const odd = Buffer.from(deflateSync(strToU8('no JSON'))).toString('base64url');
    expect(readLink(`1.${odd}`)).toEqual({ ok: false, message: messageOf('#hello') });
    expect(readLink('1.AAAA')).toEqual({ ok: false, message: messageOf('#hello') });
    // As much as may be unpacked is, and one byte more is not.
    const around = JSON.stringify({ kind: 'landing', name: 'x', setup: '' }).length;
    const sized = (bytes: number) =>
      messageOf(packed({ kind: 'landing', name: 'x', setup: 'a'.repeat(bytes - around) }));
    expect(sized(UNPACKED_LIMIT)).toBe('read');
    expect(sized(UNPACKED_LIMIT + 1)).toContain('damaged');
  });

  it('never throws, whatever is bent in it', () => {
    const link = writeLink({ kind: 'rhythm', rhythm: RHYTHM }) ?? '';
    fc.assert(
      fc.property(fc.nat(link.length - 1), fc.string({ maxLength: 3 }), (at, put) => {
        const read = readLink(link.slice(0, at) + put + link.slice(at + 1));
        if (!read.ok) expect(read.message).not.toBe('');
      }),
      { numRuns: process.env.SOAK ? 200_000 : 500 },
    );
  });
});
