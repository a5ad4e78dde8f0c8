import type { Instrument } from '@stride/core/instrument';
import { type Layer, withOwn, withoutOwn } from '@stride/core/rhythm';
import type { DBCore, Dexie } from 'dexie';
import { ownInstruments } from './known-instruments.ts';

/** What of the storage holds layers: rows with a rhythm, and steps with some layers of one. */
interface Row {
  readonly rhythm?: unknown;
  readonly layers?: unknown;
}

const TABLES = ['rhythms', 'history', 'versions', 'steps'] as const;

/** The row with other layers; the storage may hold anything, and what has no layers stays as it is. */
function eachLayers(
  row: Row,
  change: <R extends { readonly layers: readonly Layer[] }>(of: R) => R,
) {
  const holds = (value: unknown): value is { readonly layers: readonly Layer[] } =>
    typeof value === 'object' &&
    value !== null &&
    'layers' in value &&
    Array.isArray(value.layers) &&
    value.layers.every((one) => typeof one === 'object' && one !== null);
  if (holds(row.rhythm)) {
    const rhythm = change(row.rhythm);
    return rhythm === row.rhythm ? row : { ...row, rhythm };
  }
  if (!Array.isArray(row.layers)) return row;
  // A layer that is as it is in the step after it stands there as a number.
  const layers = row.layers.map((one: unknown) =>
    holds({ layers: [one] }) ? change({ layers: [one as Layer] }).layers[0] : one,
  );
  return { ...row, layers };
}

/** A row as it is written: its layers name their instruments, and do not hold them. */
export function bareRow<R extends object>(row: R): R {
  return eachLayers(row, withoutOwn) as R;
}

/** A row as it is read: its layers have the instruments of one's own that they name. */
export function rowWith<R extends object>(row: R, own: readonly Instrument[]): R {
  return own.length > 0 ? (eachLayers(row, (of) => withOwn(of, own)) as R) : row;
}

/**
 * Layers on instruments of one's own have these whenever they are read, as they are now; what is written names them only, so
 * that an instrument which is made otherwise is so in every rhythm.
 */
export function withInstruments(db: Dexie): void {
  for (const name of TABLES) {
    db.table(name).hook('reading', (row: Row) => rowWith(row, ownInstruments.now()));
  }
  db.use({
    stack: 'dbcore',
    name: 'instruments',
    create: (core: DBCore): DBCore => ({
      ...core,
      table(name) {
        const table = core.table(name);
        if (!TABLES.some((one) => one === name)) return table;
        return {
          ...table,
          mutate: (request) =>
            table.mutate(
              request.type === 'add' || request.type === 'put'
                ? { ...request, values: request.values.map(bareRow) }
                : request,
            ),
        };
      },
    }),
  });
}
