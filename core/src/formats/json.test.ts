import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { TIN } from '../instrument/tin.testkit.ts';
import { arbitraryRhythm } from '../rhythm/arbitrary.testkit.ts';
import { checkRhythm, withoutOwn } from '../rhythm/index.ts';
import { readRhythm } from '../text/index.ts';
import { JSON_VERSION, readJson, writeJson } from './index.ts';

describe('JSON', () => {
  it('gives the same rhythm back', () => {
    fc.assert(
      fc.property(
        arbitraryRhythm.filter((rhythm) => checkRhythm(rhythm).ok),
        (rhythm) => {
          expect(readJson(writeJson(rhythm))).toEqual({ ok: true, rhythm, instruments: [] });
        },
      ),
    );
  });

  it('refuses what it cannot use with a sentence, and never throws', () => {
    const says = (text: string) => {
      const result = readJson(text);
      return result.ok ? '' : result.messages.join(' ');
    };
    expect(says('{')).toContain('not JSON that can be read');
    expect(says('[1, 2]')).toContain('not a rhythm of this program');
    expect(says(`{"format":"humble-stride","version":${JSON_VERSION}}`)).not.toContain('form');
    expect(says('{"format":"humble-stride","version":99}')).toContain('newer version');
    expect(says(`{"format":"humble-stride","version":${JSON_VERSION},"rhythm":{}}`)).toMatch(
      /At \w+/,
    );
    fc.assert(
      fc.property(fc.json(), (text) => {
        expect(says(text)).not.toBe('');
        expect(says(`{"format":"humble-stride","version":1,"rhythm":${text}}`)).not.toBe('');
      }),
    );
  });

  it('reads the rhythm of a file that has a form as well', () => {
    const { rhythm } = readRhythm('rhythm A\ncycle 1\nlayer L : claves\nplay X', 'a');
    const both = { ...JSON.parse(writeJson(rhythm)), form: { name: 'A form' } };
    expect(readJson(JSON.stringify(both))).toEqual({ ok: true, rhythm, instruments: [] });
  });

  it('takes instruments of one’s own along', () => {
    const own = [TIN];
    const { rhythm } = readRhythm('rhythm A\ncycle 1\nlayer L : biscuit tin\nplay X', 'a', own);
    const file = writeJson(rhythm);
    expect(checkRhythm(rhythm)).toEqual({ ok: true, rhythm });
    expect(checkRhythm(withoutOwn(rhythm)).ok).toBe(false);
    expect(checkRhythm(withoutOwn(rhythm), own)).toEqual({ ok: true, rhythm });
    expect(readJson(file)).toEqual({ ok: true, rhythm, instruments: own });
    const broken = file.replace('"bell"', '"horn"');
    expect(readJson(broken)).toMatchObject({ ok: false });
  });
});
