import { RECUT_TABLES, type RecutTable, readPlaces } from '@stride/core/rhythm';
import * as v from 'valibot';
import { type Setting, useSetting } from './use-setting.ts';

const RecutSchema = v.object({ table: v.string(), fours: v.string(), threes: v.string() });

/** How a beat is recut between fours and threes: the name of a table, or one of one’s own as it is written. */
export type Recut = Readonly<v.InferOutput<typeof RecutSchema>>;

const USUAL: Recut = { table: 'usual', fours: '', threes: '' };

const RECUT: Setting<Recut> = {
  key: 'recut',
  usual: USUAL,
  check: (value) => {
    const parsed = v.safeParse(RecutSchema, value);
    return parsed.success ? parsed.output : USUAL;
  },
};

/** By which table fours become threes: as it was set last in Vary, and by the keys of Write. */
export function useRecut(): readonly [RecutTable, (next: Recut) => void] {
  const [recut, keep] = useSetting(RECUT);
  return [tableOf(recut), keep];
}

/** The table that is kept; the usual one where it is of another shape. */
export function tableOf({ table, fours, threes }: Recut): RecutTable {
  const { usual } = RECUT_TABLES;
  if (table === 'own')
    return { 4: readPlaces(fours, 4) ?? usual[4], 3: readPlaces(threes, 3) ?? usual[3] };
  const named = Object.entries(RECUT_TABLES).find(([name]) => name === table);
  return named?.[1] ?? usual;
}
