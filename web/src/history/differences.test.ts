import type { Rhythm } from '@stride/core/rhythm';
import { describe, expect, it } from 'vitest';
import { DEMO_RHYTHMS } from '../store/demo.ts';
import { differencesOf } from './differences.ts';

const rhythm = DEMO_RHYTHMS.find(({ id }) => id === 'lantern-steps') as Rhythm;
const [first, ...others] = rhythm.layers;
if (!first) throw new Error('no layer');

describe('what changed since an earlier version', () => {
  it('is nothing where nothing was', () => {
    expect(differencesOf(rhythm, { ...rhythm })).toEqual({ said: [], lines: [] });
    // Neither the order of keys nor what is not set makes a difference.
    const turned = Object.fromEntries(Object.entries(first).reverse()) as unknown as typeof first;
    const other = { ...rhythm, layers: [{ ...turned, feel: undefined }, ...others] };
    expect(differencesOf(rhythm, other as Rhythm)).toEqual({ said: [], lines: [] });
  });

  it('names what is not drawn', () => {
    const after = {
      ...rhythm,
      name: 'Other steps',
      tempo: { ...rhythm.tempo, bpm: 99 },
      notes: 'x',
    };
    expect(differencesOf(rhythm, after).said).toEqual([
      'Name: Lantern steps before, Other steps now.',
      `Tempo: ${rhythm.tempo.bpm} per ${rhythm.tempo.per} before, 99 per ${rhythm.tempo.per} now.`,
      'The notes were changed.',
    ]);
  });

  it('draws each line that changed, and says which came and went', () => {
    const [gone, ...strokes] = first.strokes;
    const after = { ...rhythm, layers: [{ ...first, strokes }, ...others.slice(1)] };
    const { said, lines } = differencesOf(rhythm, after);
    expect(gone).toBeDefined();
    expect(said).toEqual([`${others[0]?.name} was there, and went.`]);
    expect(lines.map(({ sides }) => sides.map(({ name }) => name))).toEqual([
      [`${first.name}, before`, first.name],
    ]);
    expect(lines[0]?.said.join(' ')).toMatch(/One stroke (went|is gone)|went/);
    expect(differencesOf(after, rhythm).said).toEqual([`${others[0]?.name} came.`]);
  });

  it('owns up to what it does not name', () => {
    const quieter = { ...first, strokes: first.strokes.map((one) => ({ ...one, syllable: 'ta' })) };
    expect(differencesOf(rhythm, { ...rhythm, layers: [quieter, ...others] }).said[0]).toContain(
      'the strokes stand where they stood',
    );
    const named = { ...rhythm, turnNames: [{ turn: 0, name: 'Call' }] } as unknown as Rhythm;
    expect(differencesOf(rhythm, named).said[0]).toContain('Something beside the lines');
  });
});
