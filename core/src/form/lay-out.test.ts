import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { turnPulses } from '../cycle/index.ts';
import { timeInto } from '../time/index.ts';
import { arbitraryForm, formOf, RHYTHMS } from './fixture.testkit.ts';
import { bpmOf, type Form, layOut, paceAt, timeTo } from './index.ts';

const laid = (form: Form, rhythms = RHYTHMS) => layOut(form, rhythms);
const sum = (numbers: readonly number[]) => numbers.reduce((all, one) => all + one, 0);

describe('a form laid out', () => {
  it('counts bars, pulses and seconds', () => {
    const { spans, turns, length } = laid(
      formOf(`section A
cycle 3+3+2
turns 3
level plain
section B
cycle 3+3+2
turns 2
level plain
speed double
section C
cycle 2+2+3
turns 4
level plain
change same beat`),
    );
    expect(spans.map(({ firstTurn, phase }) => [firstTurn, phase])).toEqual([
      [0, 0],
      [3, 24],
      [5, 0],
    ]);
    expect(turns).toBe(9);
    // 40 pulses of 5/18 s, and 28 of half a beat of 5/6 s.
    expect(length).toBeCloseTo((40 * 5) / 18 + (28 * 5) / 12, 12);
    expect(spans.map(({ start }) => start)).toEqual([0, (24 * 5) / 18, (40 * 5) / 18]);
  });

  it('lets lines run on at double speed, half speed, and begin anew', () => {
    const phases = (more: string) =>
      laid(
        formOf(
          `section A\ncycle 3+3+2\nturns 1\nlevel plain\nspeed half\nsection B\ncycle 3+3+2\nturns 2\nlevel plain\n${more}\nsection C\ncycle 3+3+2\nturns 2\nlevel plain`,
        ),
      ).spans.map(({ phase }) => phase);
    expect(phases('speed double')).toEqual([0, 4, 36]);
    expect(phases('anew')).toEqual([0, 0, 16]);
  });

  it('lets a line that is turned run on turned, until it rests or begins anew', () => {
    const { spans } = laid(
      formOf(`section A
cycle 3+3+2
turns 4
level plain
part Bell
play Walk : Bell
begin 2
section B
cycle 3+3+2
turns 4
level plain
part Bell
play Walk : Bell
section C
cycle 3+3+2
turns 4
level plain
section D
cycle 3+3+2
turns 4
level plain
part Bell
play Walk : Bell`),
    );
    expect(spans.map(({ turned }) => turned.get('player-1')?.by)).toEqual([
      8,
      8,
      undefined,
      undefined,
    ]);
  });

  it('has no turn for a line that is not there, and lays out the rest', () => {
    const { spans } = laid(
      formOf('section A\ncycle 3+3+2\nturns 2\nlevel plain\npart Bell\nplay Walk : Bell\nbegin 2'),
      new Map(),
    );
    expect(spans.map(({ turned, turns }) => [turned.size, turns])).toEqual([[0, 2]]);
  });

  it.each(['even', 'straight'])('goes from one tempo to another by and by, %s', (curve) => {
    const { spans } = laid(
      formOf(`section A
cycle 3+3+2
turns 2
level plain
section B
cycle 3+3+2
turns 6
level plain
change to 144 over 4 ${curve}`),
    );
    const [, b] = spans;
    if (!b) throw new Error('two sections');
    // By numbers: the tempo at each place, and the time of each small step.
    const steps = 200_000;
    const pulses = 4 * 8;
    const tempoAt = (x: number) =>
      curve === 'straight' ? 72 + (72 * x) / pulses : 72 * 2 ** (x / pulses);
    const seconds = sum(
      Array.from({ length: steps }, (_, at) => {
        const x = ((at + 0.5) * pulses) / steps;
        return (pulses / steps) * (60 / (tempoAt(x) * 3));
      }),
    );
    expect(timeTo(b, 4)).toBeCloseTo(seconds, 8);
    expect(timeTo(b, 6)).toBeCloseTo(seconds + (16 * 60) / (144 * 3), 8);
    // Turn by turn it is the same, and each turn begins with the tempo that the one before ended with.
    const each = [0, 1, 2, 3, 4, 5].map((turn) => timeInto(paceAt(b, turn), 8));
    expect(sum(each)).toBeCloseTo(b.length, 12);
    for (const turn of [0, 1, 2, 3, 4, 5])
      expect(60 / (paceAt(b, turn).secondsPerTick * 3)).toBeCloseTo(
        tempoAt(Math.min(turn, 4) * 8),
        9,
      );
    expect(timeTo(b, 1, 3)).toBeCloseTo(sum(each.slice(0, 1)) + timeInto(paceAt(b, 1), 3), 12);
    // Where the change is over the pulses within a turn are at the new tempo.
    expect(timeTo(b, 4, 3)).toBeCloseTo(seconds + (3 * 60) / (144 * 3), 8);
    expect(timeTo(b, 5, 2)).toBeCloseTo(seconds + (10 * 60) / (144 * 3), 8);
    expect(bpmOf(b.tempo)).toBe(144);
  });

  it('of any kind has no gaps, and is as long as its turns', () => {
    fc.assert(
      fc.property(arbitraryForm, (form) => {
        const { spans, length, turns } = laid(form);
        let [start, first] = [0, 0];
        for (const span of spans) {
          expect(span.start).toBeCloseTo(start, 9);
          expect(span.firstTurn).toBe(first);
          const pulses = turnPulses(span.section.cycle);
          const each = Array.from({ length: span.turns }, (_, turn) =>
            timeInto(paceAt(span, turn), pulses),
          );
          expect(sum(each)).toBeCloseTo(span.length, 9);
          start += span.length;
          first += span.turns;
        }
        expect([turns, length]).toEqual([first, expect.closeTo(start, 9)]);
      }),
      { numRuns: 60 },
    );
  });
});
