import { describe, expect, it } from 'vitest';
import { type Asked, askedUntil, type Hit, judge, match, sayTrouble, troubleOf } from '../index.ts';
import { asking, FOURS } from '../run.testkit.ts';

const line = asking(FOURS, 2);
const { asked } = line;
const hits = asked.map(({ time }): Hit => ({ time }));
/** What is wrong with a run. */
const trouble = (heard: readonly Hit[], others: Parameters<typeof troubleOf>[3] = []) =>
  troubleOf(judge(line.run(heard, 0)), asked, heard, others);
const late = (by: number) => [...hits, ...hits.map(({ time }) => ({ time: time + by }))];

describe('what is wrong with a run as a whole', () => {
  it('is nothing where it was played, or where nothing was asked', () => {
    expect(trouble(hits)).toBeUndefined();
    expect(troubleOf(judge(line.run(hits, 0)), [], hits)).toBeUndefined();
  });

  it('is silence', () => {
    expect(trouble([])).toEqual({ kind: 'silent' });
  });

  it('is not that strokes are heard twice where only a few were heard', () => {
    const few = (count: number) =>
      trouble(hits.slice(0, count).flatMap(({ time }) => [{ time }, { time: time + 0.05 }]));
    expect([few(3)?.kind, few(4)?.kind]).toEqual(['hands off', 'twice']);
  });

  it('is that strokes are heard twice, where a second sound follows at once', () => {
    // Strokes are 187 ms apart: what comes 80 ms after one is no stroke of a hand, what comes 92 ms after it may be.
    expect(trouble(late(0.08))).toEqual({ kind: 'twice' });
    expect(trouble(late(0.092))).toBeUndefined();
    expect(trouble(late(-0.08))).toEqual({ kind: 'twice' });
    // One sound that is told twice at the very same moment is one.
    expect(trouble(late(0))).toBeUndefined();
    // A few echoes are not most of them.
    expect(trouble([...hits, ...late(0.08).slice(hits.length, hits.length + 6)])).toBeUndefined();
  });

  it('is that another line was played', () => {
    const other = asked.map((one): Asked => ({ ...one, time: one.time + 0.09 }));
    const theirs = other.filter((_, at) => at % 4 < 2);
    const played = theirs.map(({ time }) => ({ time }));
    expect(trouble(played, [{ layer: 3, asked: theirs }])).toMatchObject({ layer: 3 });
    expect(trouble(hits, [{ layer: 3, asked: theirs }])).toBeUndefined();
  });

  it('is that the hands came off, where a quarter of it is missing at the end', () => {
    const half = hits.slice(0, hits.length / 2);
    const found = trouble(half);
    expect(found).toMatchObject({ kind: 'hands off', after: { time: half.at(-1)?.time } });
    const few = hits.slice(0, hits.length - 3);
    expect(trouble(few)).toBeUndefined();
    if (!found) throw new Error('nothing is wrong');
    const said = (one: typeof found) => sayTrouble(one, line.named, (layer) => `line ${layer}`);
    expect(said(found)).toMatch(/^The hands came off after the .*, pass 1\. What came before/);
    expect(said({ kind: 'silent' })).toMatch(/^Nothing was heard\./);
    expect(said({ kind: 'twice' })).toMatch(/^Nearly every stroke was heard twice\./);
    expect(said({ kind: 'other line', layer: 3 })).toMatch(/^That fits line 3 better than D\./);
    const [first] = asked;
    if (first) expect(askedUntil(asked, first)).toEqual([first]);
  });
});

describe('small strokes of an ornament', () => {
  const stroke = (ornament: Asked['ornament']): Asked => {
    return {
      ...nthAsked(),
      time: 1,
      end: 1.2,
      ...(ornament && { ornament }),
    };
  };
  const extras = (ornament: Asked['ornament'], times: readonly number[]) =>
    match(
      [stroke(ornament)],
      [1, ...times].map((time) => ({ time })),
      0,
    ).extra.map(({ time }) => time);

  it.each(['flam', 'drag', 'ruff'] as const)('of a %s come shortly before it', (ornament) => {
    expect(extras(ornament, [0.88, 0.95])).toEqual([]);
    expect(extras(ornament, [0.86, 1.05])).toEqual([0.86, 1.05]);
  });

  it.each(['roll', 'crush', 'roll5'] as const)('of a %s fill its slot', (ornament) => {
    expect(extras(ornament, [1.05, 1.19])).toEqual([]);
    expect(extras(ornament, [0.95, 1.21])).toEqual([0.95, 1.21]);
  });

  it('of a plain stroke there are none', () => {
    expect(extras(undefined, [0.95, 1.05])).toEqual([0.95, 1.05]);
  });
});

function nthAsked(): Asked {
  const [first] = asked;
  if (!first) throw new Error('nothing is asked');
  return first;
}
