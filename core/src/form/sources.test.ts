import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { rational, toNumber } from '../time/index.ts';
import { turnsByPlan, USUAL_PLAN } from '../variation/index.ts';
import { RHYTHMS, WALK } from './fixture.testkit.ts';
import { findSources, type Line, type Source, sayLine } from './index.ts';

const source = findSources(RHYTHMS);
const walk = (more: Partial<Line> = {}): Line => ({ rhythm: 'walk', layer: 'layer-2', ...more });

function found(line: Line): Source {
  const one = source(line);
  if (!one.ok) throw new Error(one.what);
  return one;
}

/** How many strokes a line has in each of so many turns of its cycle. */
const counts = ({ events, turn, ticksPerPulse }: Source, turns: number, from = 0) =>
  Array.from({ length: turns }, (_, at) => {
    const ticks = turn * ticksPerPulse;
    return events((from + at) * ticks, (from + at + 1) * ticks).length;
  });

describe('a line that is looked up', () => {
  it('is the layer, or the layer in a variation, and the same each time', () => {
    expect(counts(found(walk()), 4)).toEqual([4, 6, 4, 6]);
    expect(counts(found(walk({ variation: 'variation-1' })), 3)).toEqual([7, 7, 7]);
    expect(source(walk())).toBe(source(walk()));
    expect(source(walk({ mix: 1 }))).not.toBe(source(walk()));
  });

  it('comes round for ever, also before its beginning', () => {
    expect(counts(found(walk()), 4, -4)).toEqual([4, 6, 4, 6]);
    expect(counts(found(walk({ mix: 2 })), 4, -4)).toEqual([4, 6, 4, 6]);
  });

  it('mixed plays the turns that the plan of its seed draws', () => {
    for (const seed of [1, 2, 7]) {
      const drawn = turnsByPlan(WALK, { ...USUAL_PLAN, way: 'mixed', seed }, 40).map(
        ({ variation, turn }) => (variation?.name === 'Corner' ? 7 : turn % 2 === 0 ? 4 : 6),
      );
      expect(counts(found(walk({ mix: seed })), 40)).toEqual(drawn);
      expect(drawn).toContain(7);
      // Asked for out of order it is the same.
      expect(counts(found(walk({ mix: seed })), 5, 30)).toEqual(drawn.slice(30, 35));
    }
  });

  it('is written where it sounds, mixed or not, from anywhere to anywhere', () => {
    const lines = [walk(), walk({ layer: 'layer-3' }), walk({ variation: 'variation-1' })];
    const mixes = [1, 2, 7].flatMap((mix) => [walk({ mix }), walk({ layer: 'layer-3', mix })]);
    fc.assert(
      fc.property(
        fc.constantFrom(...lines, ...mixes),
        fc.integer({ min: -40, max: 300 }),
        fc.integer({ min: 0, max: 90 }),
        (line, from, length) => {
          const { events, strokes, ticksPerPulse } = found(line);
          const to = from + length;
          const heard = events(from * ticksPerPulse, to * ticksPerPulse).map(
            ({ ticks, sound }) => `${ticks / ticksPerPulse} ${sound.kind}`,
          );
          const written = strokes(rational(from), rational(to)).map(
            ({ at, stroke }) => `${toNumber(at)} ${stroke.kind}`,
          );
          expect(written).toEqual(heard);
        },
      ),
    );
  });

  it('that is not there says what is missing', () => {
    const what = (line: Line) => {
      const one = source(line);
      return one.ok ? undefined : one.what;
    };
    expect(what({ rhythm: 'gone', layer: 'layer-1' })).toBe('rhythm');
    expect(what(walk({ layer: 'layer-9' }))).toBe('layer');
    expect(what(walk({ variation: 'none' }))).toBe('variation');
  });

  it('is said by its name, its variation, or as mixed', () => {
    const said = (line: Line) => sayLine({ source }, line);
    expect([
      said(walk()),
      said(walk({ variation: 'variation-1' })),
      said(walk({ mix: 4 })),
    ]).toEqual(['Drum of Walk', 'Drum, Corner', 'Drum, mixed']);
    expect(said(walk({ rhythm: 'gone' }))).toBe('a line that is not there');
  });
});
