import { describe, expect, it } from 'vitest';
import { tableText } from './save-table.ts';

/** A reader of its own for one row without line breaks. */
function cellsOf(row: string): readonly string[] {
  const cells = [''];
  let isQuoted = false;
  for (const letter of row) {
    const last = cells.length - 1;
    if (letter === '"') {
      // Two of them side by side are one that is meant.
      if (!isQuoted && cells[last] !== '') cells[last] += '"';
      isQuoted = !isQuoted;
    } else if (letter === ',' && !isQuoted) cells.push('');
    else cells[last] += letter;
  }
  return cells;
}

describe('a table for spreadsheets', () => {
  it('has its columns first, and quotes what needs it', async () => {
    const text = await tableText(
      ['a', 'b'],
      [
        ['x, "y" z', 2.5],
        [undefined, 'ü'],
      ],
    );
    const [head = '', first = '', second = ''] = text.split('\r\n');
    expect(cellsOf(head)).toEqual(['a', 'b']);
    expect(cellsOf(first)).toEqual(['x, "y" z', '2.5']);
    expect(cellsOf(second)).toEqual(['', 'ü']);
  });

  it('lets no cell be taken for a sum that is worked out', async () => {
    const [, row = ''] = (await tableText(['a'], [['=1+1']])).split('\r\n');
    expect(cellsOf(row)[0]?.startsWith('=')).toBe(false);
  });
});
