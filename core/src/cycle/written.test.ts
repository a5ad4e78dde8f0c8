import * as v from 'valibot';
import { describe, expect, it } from 'vitest';
import { rational } from '../time/index.ts';
import {
  beatsOf,
  beatsOverTurns,
  beatsToPulses,
  CycleSchema,
  cycleFromSpans,
  describeCycle,
  formatSpans,
  parseSpans,
} from './index.ts';

describe('a written cycle that cannot be read', () => {
  /** The characters it points at, and what it says of them. */
  const refusal = (text: string) => {
    const read = parseSpans(text);
    return read.ok ? 'read' : `${text.slice(read.at, read.at + read.length)}| ${read.message}`;
  };

  it.each([
    ['3++2', '+| A beat is missing here. Write the pulses of each beat, such as 3+3+2 or 4x4.'],
    [
      '7/8',
      '7/8| “7/8” does not say how its beats group. Write the pulses of each beat, such as 4x4 for four beats of four, or 2+2+3 for an uneven seven.',
    ],
    [
      '12/16',
      '12/16| “12/16” does not say how its beats group. Write the pulses of each beat, such as 4x4 for four beats of four, or 2+2+3 for an uneven seven.',
    ],
    [
      'a7/8',
      'a7/8| “a7/8” is not a beat length. Write the pulses of each beat, such as 3+3+2 or 4x4.',
    ],
    [
      '7/8a',
      '7/8a| “7/8a” is not a beat length. Write the pulses of each beat, such as 3+3+2 or 4x4.',
    ],
    ['3 + q', 'q| “q” is not a beat length. Write the pulses of each beat, such as 3+3+2 or 4x4.'],
    [
      `3+${'q'.repeat(30)}`,
      `${'q'.repeat(30)}| “${'q'.repeat(24)}” is not a beat length. Write the pulses of each beat, such as 3+3+2 or 4x4.`,
    ],
    [
      `${'1'.repeat(30)}/8`,
      `${'1'.repeat(30)}/8| “${'1'.repeat(24)}” does not say how its beats group. Write the pulses of each beat, such as 4x4 for four beats of four, or 2+2+3 for an uneven seven.`,
    ],
    ['2+0', '0| A beat has 1 to 64 pulses, not 0.'],
    ['65', '65| A beat has 1 to 64 pulses, not 65.'],
    ['4x0', '4x0| A cycle has 1 to 128 beats; this makes 0.'],
    ['4, 4x128', '4x128| A cycle has 1 to 128 beats; this makes 129.'],
    ['2+1x127, 1', '1| A cycle has 1 to 128 beats; this makes 129.'],
    [
      '4.x2',
      '4.x2| “4.x2” is not a beat length. Write the pulses of each beat, such as 3+3+2 or 4x4.',
    ],
  ])('%s is told where', (text, said) => {
    expect(refusal(text)).toBe(said);
  });

  it('takes the largest there may be', () => {
    expect(refusal('64x128')).toBe('read');
    expect(refusal('4, 4x127')).toBe('read');
    expect(refusal('4 x 3')).toBe('read');
    expect(refusal('4×3')).toBe('read');
  });

  it('throws where the text was held to be good', () => {
    expect(() => cycleFromSpans('x')).toThrow('“x” is not a beat length');
    expect(cycleFromSpans('3+2', 'limping')).toMatchObject({ id: 'limping', name: 'limping' });
    expect(cycleFromSpans('3+2')).toMatchObject({ id: '3+2', name: '3+2' });
  });
});

describe('a cycle is written short', () => {
  it.each([
    ['3+3', '3+3'],
    ['3+3+3', '3x3'],
    ['2+3+3+3+2', '2+3x3+2'],
    ['4c+4f+4f+4f, 4c+4w', '4c+4fx3, 4c+4w'],
    ['2s+2s', '2s+2s'],
  ])('%s as %s', (text, short) => {
    expect(formatSpans(cycleFromSpans(text))).toBe(short);
    expect(cycleFromSpans(short).groups).toEqual(cycleFromSpans(text).groups);
  });

  it.each([
    ['3+3+2', '8 pulses: 3 + 3 + 2'],
    ['1', '1 pulse: 1'],
    ['4x4', '16 pulses: 4 + 4 + 4 + 4'],
    ['4x5', '5 beats of 4'],
    ['4x4, 4x2, 4x2', '8 beats of 4: 4 + 2 + 2'],
    ['1x5', '5 beats'],
    ['1x4, 1x4', '8 beats: 4 + 4'],
    ['3+3+2+2+2', '12 pulses: 3 + 3 + 2 + 2 + 2'],
  ])('%s is said as %s', (text, said) => {
    expect(describeCycle(cycleFromSpans(text))).toBe(said);
  });
});

describe('beats over turns', () => {
  it('follow one another without a gap', () => {
    const cycle = cycleFromSpans('3c+2w');
    expect(beatsOverTurns(cycle, 2).map(({ start, index }) => [start, index])).toEqual([
      [0, 0],
      [3, 1],
      [5, 0],
      [8, 1],
    ]);
    expect(beatsOverTurns(cycle, 1).map(({ beat }) => beat)).toEqual([
      { span: 3, gesture: 'clap' },
      { span: 2, gesture: 'wave' },
    ]);
    expect(beatsOverTurns(cycle, 0)).toEqual([]);
    expect(beatsOf(cycle)).toBe(beatsOf(cycle));
  });

  it('give a place in beats its pulse, in proportion between two', () => {
    const place = beatsToPulses(cycleFromSpans('3+3+2'));
    expect(place(rational(5, 2))).toEqual(rational(7));
    expect(place(rational(2))).toEqual(rational(6));
    expect(place(rational(3))).toEqual(rational(8));
    expect(place(rational(11, 3))).toEqual(rational(10));
    expect(place(rational(-1, 2))).toEqual(rational(-1));
  });
});

describe('a kept cycle', () => {
  const cycle = cycleFromSpans('3+2');
  const wrong = (data: unknown) => {
    const parsed = v.safeParse(CycleSchema, data);
    return parsed.success ? 'right' : parsed.issues.map(({ message }) => message).join(' ');
  };
  const beats = (many: number) => Array.from({ length: many }, () => ({ span: 1 }));

  it('is held to its bounds', () => {
    expect(wrong(cycle)).toBe('right');
    expect(wrong({ ...cycle, groups: [] })).toBe('A cycle needs at least one beat.');
    expect(wrong({ ...cycle, groups: [{ beats: [] }] })).toBe('A group needs at least one beat.');
    expect(wrong({ ...cycle, groups: [{ beats: beats(129) }] })).toBe(
      'A cycle has at most 128 beats.',
    );
    expect(wrong({ ...cycle, groups: [{ beats: beats(64) }, { beats: beats(64) }] })).toBe('right');
    expect(wrong({ ...cycle, groups: [{ beats: beats(64) }, { beats: beats(65) }] })).toBe(
      'A cycle has at most 128 beats.',
    );
    expect(wrong({ ...cycle, groups: Array(129).fill({ beats: beats(1) }) })).toContain(
      'A cycle has at most 128 beats.',
    );
    for (const beat of [
      { span: 0 },
      { span: 65 },
      { span: 1.5 },
      { span: 1, gesture: 'stamp' },
      {},
    ]) {
      expect(wrong({ ...cycle, groups: [{ beats: [beat] }] })).not.toBe('right');
    }
    expect(wrong({ ...cycle, groups: [{ beats: [{ span: 64, gesture: 'silent' }] }] })).toBe(
      'right',
    );
    expect(wrong({ ...cycle, id: '' })).not.toBe('right');
    expect(wrong({ ...cycle, id: 'x'.repeat(201) })).not.toBe('right');
    expect(wrong({ ...cycle, id: 'x'.repeat(200) })).toBe('right');
    const group = { beats: beats(1), label: 'x'.repeat(80) };
    expect(wrong({ ...cycle, groups: [group] })).toBe('right');
    expect(wrong({ ...cycle, groups: [{ ...group, label: 'x'.repeat(81) }] })).not.toBe('right');
  });
});
