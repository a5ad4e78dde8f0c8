import { READ_FROM, type ReadSettings, SIDE_SCHOOLS, USUAL_READING } from '@stride/core/read';
import * as v from 'valibot';
import { type Setting, useSetting } from './use-setting.ts';

/** The sizes within which the settings of a reading stay. */
export const CEILING_RANGE = { min: 1, max: 15 } as const;

const share = v.pipe(v.number(), v.minValue(0), v.maxValue(1));
const SettingsSchema = v.object({
  ceiling: v.pipe(v.number(), v.minValue(CEILING_RANGE.min), v.maxValue(CEILING_RANGE.max)),
  school: v.picklist(SIDE_SCHOOLS),
  // Settings kept before there was a choice read on as is usual.
  from: v.optional(v.picklist(READ_FROM), USUAL_READING.from),
  high: v.object({ least: share, most: share }),
  lowOn: v.optional(v.picklist(['three-side', 'two-side'])),
});

function checked(value: unknown): ReadSettings {
  const result = v.safeParse(SettingsSchema, value);
  if (!result.success) return USUAL_READING;
  const { lowOn, ...rest } = result.output;
  return lowOn ? { ...rest, lowOn } : rest;
}

const READING: Setting<ReadSettings> = { key: 'reading', usual: USUAL_READING, check: checked };

/** What this player wants of a reading, kept in this browser; the usual until it was read. */
export function useReadSettings(): readonly [ReadSettings, (next: ReadSettings) => void] {
  return useSetting(READING);
}
