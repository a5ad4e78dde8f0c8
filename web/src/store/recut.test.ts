import { RECUT_TABLES } from '@stride/core/rhythm';
import { describe, expect, it } from 'vitest';
import { tableOf } from './recut.ts';

describe('the table by which beats are recut', () => {
  it('is the one that was chosen, by name or as it was written', () => {
    expect(tableOf({ table: 'nearest', fours: '', threes: '' })).toBe(RECUT_TABLES.nearest);
    const own = tableOf({ table: 'own', fours: '0 0 1 2', threes: '0 1 2' });
    expect(own).toEqual({ 4: [0, 0, 1, 2], 3: [0, 1, 2] });
  });

  it('is the usual one where what is kept is of another shape', () => {
    expect(tableOf({ table: 'gone', fours: '', threes: '' })).toBe(RECUT_TABLES.usual);
    const own = tableOf({ table: 'own', fours: '0 9', threes: 'x' });
    expect(own).toEqual({ 4: [0, 1, 1, 2], 3: [0, 2, 3] });
  });
});
