import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arbitraryForm, formOf, RHYTHMS, WALK } from '../form/fixture.testkit.ts';
import { formatOf, readFormJson, readJson, writeFormJson, writeJson } from './index.ts';

const form = formOf('section A\ncycle 3+3+2\nturns 2\nlevel plain\npart Bell\nplay Walk : Bell');

describe('a form as JSON', () => {
  it('comes back with the rhythms it plays from, and no others', () => {
    const read = readFormJson(writeFormJson(form, RHYTHMS));
    expect(read).toEqual({ ok: true, form, rhythms: [WALK], instruments: [] });
    fc.assert(
      fc.property(arbitraryForm, (any) => {
        expect(readFormJson(writeFormJson(any, RHYTHMS))).toMatchObject({ ok: true, form: any });
      }),
      { numRuns: 40 },
    );
  });

  it('is told from a rhythm, both ways', () => {
    expect(readJson(writeFormJson(form, RHYTHMS))).toEqual({
      ok: false,
      messages: ['It is a form, not a rhythm: bring it in on the page Form.'],
    });
    expect(formatOf('a.stride', 'form A').read('form A\nsection B', 'x')).toEqual({
      ok: false,
      messages: ['It is a form, not a rhythm: bring it in on the page Form.'],
    });
    expect(readFormJson(writeJson(WALK))).toEqual({
      ok: false,
      messages: ['It is a rhythm, not a form: bring it in on the Shelf.'],
    });
  });

  it('that is damaged is refused in sentences', () => {
    const text = writeFormJson(form, RHYTHMS);
    const said = (damaged: string) => {
      const read = readFormJson(damaged);
      return read.ok ? 'read' : read.messages.join(' ');
    };
    expect(said('{')).toMatch(/^It is not JSON/);
    expect(said(text.replace('"turns": 2', '"turns": 0'))).toBe(
      'At sections.0.turns: A section lasts 1 to 999 turns.',
    );
    expect(said(text.replace('"section": "section-1"', '"section": "none"'))).toBe(
      'The order names a section that is not there.',
    );
    expect(said(text.replace('"force": 4', '"force": 9'))).toMatch(/^A rhythm in it: At layers/);
    expect(said(text.replace('"version": 5', '"version": 6'))).toMatch(/newer version/);
    expect(said(JSON.stringify({ ...JSON.parse(text), rhythms: 'Walk' }))).toMatch(/^At rhythms/);
  });
});
