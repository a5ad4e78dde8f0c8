import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { findInstrument, GOBLET_DRUM, INSTRUMENTS } from '../instrument/index.ts';
import { FORCES, ORNAMENTS, type Stroke } from '../rhythm/index.ts';
import { collectProblems } from './problem.ts';
import { slotReader, writeSlot, writeStroke } from './token.ts';

function read(text: string, instrument = GOBLET_DRUM, slot = 0) {
  const problems = collectProblems();
  const word = slotReader(instrument, problems)({ text, line: 1, column: 6 }, slot);
  return { word, problems: problems.list() };
}
const said = (text: string) => read(text).problems.map((one) => one.message);

describe('one slot of a row', () => {
  it('is silent, rings on, or holds strokes', () => {
    expect(read('.').word).toBe('silent');
    expect(read('_').word).toBe('rings');
    expect(read('D!').word).toEqual([{ slot: 0, kind: 'D', force: 4 }]);
    expect(read("'T-?^", GOBLET_DRUM, 7).word).toEqual([
      { slot: 7, kind: 'T', force: 2, ornament: 'flam', optional: true, damp: true },
    ]);
    expect(read('(k)+D').word).toEqual([
      { slot: 0, kind: 'k', force: 1 },
      { slot: 0, kind: 'D', force: 3 },
    ]);
  });

  it('is read as it was written, for every stroke of every instrument with every mark', () => {
    const instruments = INSTRUMENTS;
    const stroke = fc
      .record({
        instrument: fc.nat({ max: instruments.length - 1 }),
        at: fc.nat({ max: 40 }),
        force: fc.constantFrom(...FORCES),
        ornament: fc.option(fc.constantFrom(...ORNAMENTS), { nil: undefined }),
        optional: fc.boolean(),
        damp: fc.boolean(),
      })
      .map(({ instrument, at, force, ornament, optional, damp }) => {
        const one = instruments[instrument] ?? GOBLET_DRUM;
        const made: Stroke = {
          slot: 3,
          kind: one.strokes[at % one.strokes.length]?.code ?? 'D',
          force,
          ...(ornament ? { ornament } : {}),
          ...(optional ? { optional: true as const } : {}),
          ...(damp ? { damp: true as const } : {}),
        };
        return { instrument: one, stroke: made };
      });
    fc.assert(
      fc.property(stroke, ({ instrument, stroke: written }) => {
        const { word, problems } = read(writeStroke(written), instrument, 3);
        expect(problems).toEqual([]);
        expect(word).toEqual([written]);
        // Said again, it comes from what is remembered, and is the same.
        expect(read(writeStroke(written), instrument, 3).word).toEqual([written]);
      }),
      { numRuns: 400 },
    );
  });

  it('speaks two strokes as one where the instrument has a word for them', () => {
    const spoken = INSTRUMENTS.filter((one) => (one.compounds?.length ?? 0) > 0);
    expect(spoken.length).toBeGreaterThan(0);
    for (const instrument of spoken) {
      for (const { code, parts } of instrument.compounds ?? []) {
        const { word, problems } = read(`${code}!`, instrument);
        expect(problems).toEqual([]);
        expect(word).toEqual(parts.map((kind) => ({ slot: 0, kind, force: 4 })));
        expect(writeSlot(word as Stroke[], instrument)).toBe(`${code}!`);
      }
    }
    // Two forces cannot be said with one word.
    const tabla = findInstrument(spoken[0]?.id ?? '');
    const [first, second] = spoken[0]?.compounds?.[0]?.parts ?? ['', ''];
    const apart: Stroke[] = [
      { slot: 0, kind: first, force: 4 },
      { slot: 0, kind: second, force: 3 },
    ];
    expect(writeSlot(apart, tabla)).toBe(`${first}!+${second}`);
  });

  it('says what cannot be read, where it stands, and goes on with the rest', () => {
    expect(said('Q')).toEqual([expect.stringContaining('“Q” is not a stroke of the darbuka')]);
    expect(said('dum')).toEqual([expect.stringContaining('Did you mean D?')]);
    expect(said('(D')).toEqual(['A ghost has both brackets: (D).']);
    expect(said('(D)!')).toEqual([expect.stringContaining('One force to a stroke')]);
    expect(said('D+')).toEqual([expect.stringContaining('missing beside the +')]);
    expect(said('%&')).toEqual([expect.stringContaining('cannot be read as a stroke')]);
    const { word, problems } = read('D+Q+T');
    expect(word).toMatchObject([{ kind: 'D' }, { kind: 'T' }]);
    expect(problems).toMatchObject([{ line: 1, column: 8 }]);
  });

  it('never throws, whatever is typed', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 12 }), (text) => {
        const { word, problems } = read(text);
        if (word !== 'silent' && word !== 'rings' && word.length === 0) {
          expect(problems.length).toBeGreaterThan(0);
        }
        for (const problem of problems) expect(problem.message.length).toBeLessThan(400);
      }),
    );
  });
});
