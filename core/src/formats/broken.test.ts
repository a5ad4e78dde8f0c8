import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arbitraryRhythm } from '../rhythm/arbitrary.testkit.ts';
import { readRhythm, writeRhythm } from '../text/index.ts';
import { readJson, writeJson } from './index.ts';

/** A file with some characters changed, doubled or lost, as bad disks and hasty hands make them. */
function damaged(text: string, places: readonly number[], letter: string): string {
  let broken = text;
  for (const [index, place] of places.entries()) {
    const at = place % Math.max(1, broken.length);
    const left = broken.slice(0, at);
    const right = broken.slice(at + (index % 3 === 0 ? 1 : 0));
    broken = index % 3 === 1 ? `${left}${letter}${right}` : `${left}${right}`;
  }
  return broken;
}

const places = fc.array(fc.nat(), { minLength: 1, maxLength: 8 });
const letter = fc.constantFrom('"', '{', '0', '-', 'x', '\\', '\n', '/', '|', 'é');

describe('a damaged file', () => {
  it('in JSON is read whole or refused in sentences, and never throws', () => {
    fc.assert(
      fc.property(arbitraryRhythm, places, letter, (rhythm, where, what) => {
        const result = readJson(damaged(writeJson(rhythm), where, what));
        if (result.ok) {
          expect(readJson(writeJson(result.rhythm))).toMatchObject({ ok: true });
          return;
        }
        expect(result.messages.length).toBeGreaterThan(0);
        for (const message of result.messages) {
          expect(message).toMatch(/[.!?]$/);
          expect(message).not.toMatch(/undefined|\[object/);
        }
      }),
      { numRuns: 120 },
    );
  });

  it('in the written form gives what can be read, and a place and a sentence for the rest', () => {
    fc.assert(
      fc.property(arbitraryRhythm, places, letter, (rhythm, where, what) => {
        const text = damaged(writeRhythm(rhythm), where, what);
        const { rhythm: read, problems } = readRhythm(text);
        const lines = text.split('\n').length;
        for (const problem of problems) {
          expect(problem.line).toBeGreaterThan(0);
          expect(problem.line).toBeLessThanOrEqual(lines + 1);
          expect(problem.message.length).toBeGreaterThan(10);
        }
        if (problems.some((problem) => problem.severity === 'error')) return;
        // What was understood without an error can be written and read again.
        const again = readRhythm(writeRhythm(read), read.id);
        expect(again.problems).toEqual([]);
        expect(writeRhythm(again.rhythm)).toBe(writeRhythm(read));
      }),
      { numRuns: 120 },
    );
  });

  it('of another kind is refused: a list, a number, nothing', () => {
    for (const text of ['[]', '7', 'null', '""', '{}', '{"format":"other"}', '', '  ']) {
      const result = readJson(text);
      expect(result.ok, text).toBe(false);
    }
  });
});
