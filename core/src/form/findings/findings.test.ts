import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arbitraryForm, formOf } from '../fixture.testkit.ts';
import { checkForm, mendForm } from '../index.ts';
import { found, part, section } from './findings.testkit.ts';

describe('what is found of a form', () => {
  it('is told in the order of the piece, what is wrong before all', () => {
    const form = formOf(
      [
        section('A', 2, 'part Drum\nplay Walk : Drum : Corner'),
        section('B', 3, part('Bell')),
        section('C', 2, 'part Drum\nplay Walk : Drum : Corner'),
        section('D', 2, 'change 1 become 8'),
      ].join('\n'),
    );
    expect(found(form).map(({ weight, at }) => `${weight} ${at}`)).toEqual([
      'wrong 3',
      'look 0',
      'look 1',
      'look 2',
    ]);
  });
});

describe('any form', () => {
  it('is found whole sentences of, and every way to mend leaves a form that can be kept', () => {
    fc.assert(
      fc.property(arbitraryForm, (form) => {
        for (const finding of found(form, 5)) {
          expect(finding.text).toMatch(/\.$/);
          expect(finding.text).not.toMatch(/undefined|NaN|Infinity/);
          for (const mend of finding.mends) {
            const result = mendForm(form, finding, mend);
            expect(checkForm(result)).toMatchObject({ ok: true });
            expect(result).not.toEqual(form);
          }
        }
      }),
      { numRuns: 80 },
    );
  });
});
