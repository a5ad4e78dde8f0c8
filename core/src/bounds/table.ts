/**
 * Rows of a table written as text: a line each, columns parted by `|`, blanks round them ignored.
 * @param columns the names of the columns, in order; cells that are left out at the end are empty
 * @throws RangeError where a row has more cells than there are columns
 * @example tableOf('teental | 16', ['name', 'beats']) // [{ name: 'teental', beats: '16' }]
 */
export function tableOf<const Column extends string>(
  text: string,
  columns: readonly Column[],
): readonly Readonly<Record<Column, string>>[] {
  return text
    .split('\n')
    .filter((line) => line.trim() !== '')
    .map((line) => {
      const cells = line.split('|').map((cell) => cell.trim());
      if (cells.length > columns.length) throw new RangeError(`Too many cells: ${line.trim()}`);
      return Object.fromEntries(columns.map((column, at) => [column, cells[at] ?? ''])) as Record<
        Column,
        string
      >;
    });
}
