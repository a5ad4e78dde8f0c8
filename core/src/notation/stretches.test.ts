import { describe, expect, it } from 'vitest';
import { beatsOf, CYCLE_LIMITS, cycleFromSpans, formatSpans } from '../cycle/index.ts';
import { formatRational } from '../time/index.ts';
import {
  barsUntil,
  beatsOfSignature,
  cycleOf,
  cyclesFor,
  meterLength,
  stretchesOf,
  withBars,
  withCycle,
} from './index.ts';
import { barsOf, notationOf, partOf, quarters } from './written.testkit.ts';

const fine = partOf('Drum', [
  ['0', 'O'],
  ['1/4', 'O'],
]);
const plain = partOf('Drum', [
  ['0', 'O'],
  ['1', 'O'],
]);
const said = (...signatures: readonly string[]) =>
  stretchesOf(notationOf(barsOf(...signatures), [fine])).map(
    ({ from, bars, cycle, pulse, start, turns }) =>
      `${from}+${bars} ${formatSpans(cycle)} of ${formatRational(pulse)} from ${formatRational(start)}, ${turns}`,
  );

describe('bars that come round alike', () => {
  it('are one stretch, and another one where the signature changes in beats or in value', () => {
    expect(said('4/4', '4/4', '4/4')).toEqual(['0+3 4x4 of 1/4 from 0, 3']);
    expect(said('4/4', '3/4', '3/4')).toEqual([
      '0+1 4x4 of 1/4 from 0, 1',
      '1+2 4x3 of 1/4 from 4, 2',
    ]);
    expect(said('4/4', '4/8')).toEqual(['0+1 4x4 of 1/4 from 0, 1', '1+1 4x4 of 1/8 from 4, 1']);
    expect(said('3+2/8', '2+3/8')).toHaveLength(2);
  });

  it('that take turns are one cycle, each a group; once is no taking turns', () => {
    expect(said('4/4', '3/4', '4/4', '3/4')).toEqual(['0+4 4x4, 4x3 of 1/4 from 0, 2']);
    expect(said('4/4', '3/4', '4/4')).toHaveLength(3);
    expect(said('2/4', '2/4', '3/4', '2/4', '2/4', '3/4')).toEqual([
      '0+6 4+4, 4+4, 4x3 of 1/4 from 0, 2',
    ]);
    expect(said('2/4', '3+3/8', '2/4', '3+3/8')).toEqual(['0+4 2+2, 3+3 of 1/2 from 0, 2']);
  });

  it('may begin with a pickup, whose turn begins before it; a short bar later stands alone', () => {
    expect(said('4/4~1', '4/4', '4/4')).toEqual(['0+3 4x4 of 1/4 from -3, 3']);
    expect(said('4/4', '4/4~2', '4/4')).toEqual([
      '0+1 4x4 of 1/4 from 0, 1',
      '1+2 4x4 of 1/4 from 2, 2',
    ]);
  });

  it('have beats of four pulses where anything is written between them, else of one', () => {
    const of = (part: typeof fine) =>
      stretchesOf(notationOf(barsOf('4/4'), [part])).map(({ cycle }) => formatSpans(cycle));
    expect(of(fine)).toEqual(['4x4']);
    expect(of(plain)).toEqual(['1x4']);
  });

  it('have the cycle that stands beside them where it is as long, and end before variations', () => {
    const hinted = (cycle: string) =>
      stretchesOf(notationOf(barsOf('4/4', '4/4'), [fine], { hints: { cycle } })).map(
        (one) => `${formatSpans(one.cycle)} ${formatRational(one.pulse)}`,
      );
    expect(hinted('3+3+2')).toEqual(['3+3+2 1/2']);
    expect(hinted('3+3+3')).toEqual(['4x4 1/4']);
    expect(hinted('odd')).toEqual(['4x4 1/4']);
    const varied = { variations: [{ name: 'Turn', from: 1, bars: 1 }] };
    expect(stretchesOf(notationOf(barsOf('4/4', '4/4'), [fine], varied))[0]?.bars).toBe(1);
  });
});

describe('signatures', () => {
  it('that do not say how they group are taken as most people take them', () => {
    const beats = (over: number, under: number) => beatsOfSignature(over, under).join('+');
    expect([beats(6, 8), beats(12, 8), beats(9, 16), beats(3, 8)]).toEqual([
      '3+3',
      '3+3+3+3',
      '3+3+3',
      '3',
    ]);
    expect([beats(7, 8), beats(5, 8), beats(8, 8), beats(2, 8)]).toEqual([
      '2+2+3',
      '2+3',
      '2+2+2+2',
      '1+1',
    ]);
    expect([beats(4, 4), beats(6, 4), beats(3, 2), beats(0, 4)]).toEqual([
      '1+1+1+1',
      '1+1+1+1+1+1',
      '1+1+1',
      '1',
    ]);
  });

  it('are as long as their beats, and bars go on until a place is reached', () => {
    expect(meterLength({ beats: [3, 3, 2], under: 8 })).toEqual(quarters('4'));
    const bars = barsUntil(quarters('9'), () => ({ beats: [1, 1], under: 4 }), 100);
    expect(bars.map(({ start }) => start.num)).toEqual([0, 2, 4, 6, 8]);
    expect(barsUntil(quarters('0'), () => ({ beats: [1], under: 4 }), 100)).toHaveLength(1);
    expect(barsUntil(quarters('900'), () => ({ beats: [1], under: 4 }), 7)).toHaveLength(7);
  });

  it('of different values meet in the smaller one', () => {
    const { cycle, pulse } = cycleOf([
      { beats: [1, 1], under: 4 },
      { beats: [3, 2], under: 8 },
    ]);
    expect([formatSpans(cycle), formatRational(pulse)]).toEqual(['2+2, 3+2', '1/2']);
  });
});

describe('the same bars otherwise', () => {
  const notation = notationOf(barsOf('4/4', '4/4', '4/4'), [fine]);
  const [own] = stretchesOf(notation);
  if (!own) throw new Error('no stretch');

  it('can begin at another bar, and be fewer', () => {
    expect(withBars(notation, own, 1, 9)).toMatchObject({
      from: 1,
      bars: 2,
      turns: 2,
      start: { num: 4 },
    });
    expect(withBars(notation, own, 0, 1)).toMatchObject({ from: 0, bars: 1, turns: 1 });
    expect(withBars(notation, own, 7, 0)).toMatchObject({ from: 2, bars: 1 });
    // From the pickup on it begins where that did, from another bar on where the bar does.
    const led = notationOf(barsOf('4/4~1', '4/4', '4/4'), [fine]);
    const [whole] = stretchesOf(led);
    if (!whole) throw new Error('no stretch');
    expect(withBars(led, whole, 0, 2)).toMatchObject({ start: { num: -3 }, turns: 2 });
    expect(withBars(led, whole, 1, 2)).toMatchObject({ start: { num: 1 }, turns: 2 });
  });

  it('can be counted in other pulses, in half the turn or twice it; uneven beats in another order', () => {
    const others = (text: string) =>
      cyclesFor({
        cycle: stretchesOf(notationOf(barsOf(text), [fine]))[0]?.cycle ?? own.cycle,
        pulse: quarters('1/4'),
      }).map(({ cycle, pulse }) => `${formatSpans(cycle)} ${formatRational(pulse)}`);
    expect(others('4/4')).toEqual([
      '4x4 1/4',
      '3x4 1/3',
      '2x4 1/2',
      '1x4 1',
      '6x4 1/6',
      '4+4 1/4',
      '4x8 1/4',
    ]);
    expect(others('3/4')).toContain('3+3 1/2');
    expect(others('3+3+2/8')).toEqual(['3+3+2 1/4', '3+2+3 1/4', '2+3+3 1/4', '3+3+2+3+3+2 1/4']);
    // Twice as many beats as a cycle can have are none.
    const most = Array.from({ length: CYCLE_LIMITS.beats }, () => 1);
    const long = cyclesFor({ cycle: cycleFromSpans(most.join('+')), pulse: quarters('1/4') });
    expect(long.length).toBeGreaterThan(1);
    expect(Math.max(...long.map(({ cycle }) => beatsOf(cycle).length))).toBe(CYCLE_LIMITS.beats);
    const halved = withCycle(notation, own, { cycle: own.cycle, pulse: quarters('1/8') });
    expect(halved.turns).toBe(6);
  });
});
