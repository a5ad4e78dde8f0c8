import { saveFile } from './save-file.ts';

/** A cell of a table: a word or a number; nothing where there is nothing to say. */
export type Cell = string | number | undefined;

/** Gives rows to the player as a table that any spreadsheet opens (CSV, RFC 4180). */
export async function saveTable(
  columns: readonly string[],
  rows: readonly (readonly Cell[])[],
  name: string,
): Promise<void> {
  saveFile(await tableText(columns, rows), name, 'text/csv');
}

/** The same as text. A cell that a spreadsheet would take for a sum to work out is written as a word. */
export async function tableText(
  columns: readonly string[],
  rows: readonly (readonly Cell[])[],
): Promise<string> {
  const { unparse } = (await import('papaparse')).default;
  return unparse(
    { fields: [...columns], data: rows.map((row) => row.map((cell) => cell ?? '')) },
    { escapeFormulae: true },
  );
}
