import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { checkInstrument, findInstrument, knowInstruments } from '../instrument/index.ts';
import { arbitraryRhythm } from '../rhythm/arbitrary.testkit.ts';
import { checkRhythm } from '../rhythm/index.ts';
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

  it('takes instruments of one’s own along, and makes them known where they arrive', () => {
    const checked = checkInstrument({
      id: 'own-tin-lid',
      name: 'tin lid',
      note: '',
      strokes: [
        {
          code: 'X',
          name: 'middle',
          family: 'metal',
          hand: 'strong',
          how: '',
          sound: { timbre: 'shell', pitch: 740 },
        },
      ],
    });
    if (!checked.ok) throw new Error(checked.message);
    knowInstruments([checked.instrument]);
    const { rhythm } = readRhythm('rhythm A\ncycle 1\nlayer L : tin lid\nplay X', 'a');
    const file = writeJson(rhythm);
    knowInstruments([]);
    expect(checkRhythm(rhythm).ok).toBe(false);
    expect(readJson(file)).toEqual({ ok: true, rhythm, instruments: [checked.instrument] });
    expect(findInstrument('own-tin-lid')).toEqual(checked.instrument);
    knowInstruments([]);
    const broken = file.replace('"shell"', '"horn"');
    expect(readJson(broken)).toMatchObject({ ok: false });
    expect(findInstrument('own-tin-lid')).toBeUndefined();
  });
});
