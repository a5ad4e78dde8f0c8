import { type Cadence, solve, USUAL_QUESTION } from '@stride/core/landing';
import { describe, expect, it } from 'vitest';
import { voiceOf } from '../crossing/voices.ts';
import { keyOf } from '../store/cadences.ts';
import { fileName } from '../ui/save-file.ts';
import { CYCLE_GROUPS, cycleLabel } from './cycles.ts';

describe('cycles to land in', () => {
  const entries = CYCLE_GROUPS.flatMap((group) => group.entries);

  it('are each there once, timelines and further speeds left out', () => {
    expect(new Set(entries.map((entry) => entry.id)).size).toBe(entries.length);
    expect(entries.some((entry) => entry.tradition === 'timeline')).toBe(false);
    expect(entries.every((entry) => entry.speed === undefined || entry.speed === 4)).toBe(true);
    const teental = entries.find((entry) => entry.id === 'teental');
    expect(teental && cycleLabel(teental)).toBe('teental, 16 beats');
  });

  it('can every one be landed in', () => {
    for (const { id, cycle } of entries) {
      const { found, take } = solve(cycle, { ...USUAL_QUESTION, turns: 8, parts: [3] });
      expect(found, id).toBeGreaterThan(0);
      expect(take(0, 1)).toHaveLength(1);
    }
  });
});

describe('names', () => {
  it('tell cadences apart by sizes, gaps, parts and landing', () => {
    const one: Cadence = { sizes: [5, 5], gaps: [1], parts: 4, landing: 'on-last' };
    const others: Cadence[] = [
      { ...one, sizes: [5, 6] },
      { ...one, gaps: [2] },
      { ...one, parts: 3 },
      { ...one, landing: 'after-last' },
    ];
    expect(new Set([one, ...others].map(keyOf)).size).toBe(5);
    expect(keyOf({ ...one })).toBe(keyOf(one));
  });

  it('of files are taken by every file system', () => {
    expect(fileName('Lantern steps')).toBe('lantern-steps');
    expect(fileName('7 : 4 crossing, step 2')).toBe('7-4-crossing-step-2');
    expect(fileName('Ночь / <b>')).toBe('ночь-b');
    expect(fileName('///')).toBe('rhythm');
    expect(fileName('x'.repeat(200))).toHaveLength(60);
  });

  it('of voices are those of the list, or made from instrument and stroke', () => {
    expect(voiceOf({ instrument: 'claves', kind: 'X', hand: 'R' }).name).toBe('claves');
    expect(voiceOf({ instrument: 'goblet-drum', kind: 'T', hand: 'L' })).toMatchObject({
      name: 'darbuka, tek',
      hand: 'L',
    });
    expect(voiceOf({ instrument: 'gone', kind: 'Q', hand: 'F' }).name).toBe('gone, Q');
  });
});
