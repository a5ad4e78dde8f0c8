import * as v from 'valibot';
import { NAME_LENGTH, oneLine, parseData } from '../bounds/index.ts';
import type { Instrument } from '../instrument/index.ts';
import { checkRhythm } from '../rhythm/index.ts';
import { type Goal, GoalSchema } from './goal.ts';
import { type Played, PlayedSchema } from './played.ts';
import { type LoggedRun, LoggedRunSchema } from './run.ts';

/** What a log file says it is, and the newest that can be read. */
const FORMAT = 'humble-stride-log';
const VERSION = 1;
/** The most runs of a log: fifty years of daily practice. */
const MOST_RUNS = 100_000;

/** A rhythm as it was when it was played, under the mark of the runs that played it. */
export interface Version {
  readonly mark: string;
  readonly rhythm: unknown;
}

/** A whole log, to be taken away and read beside one's own. */
export interface LogFile {
  /** Whose it is. */
  readonly owner: string;
  readonly runs: readonly LoggedRun[];
  readonly played: readonly Played[];
  readonly versions: readonly Version[];
  readonly goals: readonly Goal[];
}

const FileSchema = v.object({
  format: v.literal(FORMAT),
  version: v.pipe(
    v.number(),
    v.maxValue(
      VERSION,
      'This log was written by a newer version of the program. Update this one, and read it then.',
    ),
  ),
  owner: v.pipe(
    v.string(),
    v.transform((text) => oneLine(text, NAME_LENGTH)),
    v.check(
      (text) => text !== '',
      'The log has no name: its owner gives it one when it is taken away.',
    ),
  ),
  runs: v.pipe(
    v.array(LoggedRunSchema),
    v.maxLength(MOST_RUNS, `A log has at most ${MOST_RUNS} runs.`),
  ),
  played: v.array(PlayedSchema),
  versions: v.array(v.object({ mark: v.pipe(v.string(), v.maxLength(64)), rhythm: v.unknown() })),
  goals: v.array(GoalSchema),
});

/** A log as JSON, to be read again by {@link readLog}. */
export function writeLog(log: LogFile): string {
  return JSON.stringify({ format: FORMAT, version: VERSION, ...log });
}

/**
 * Reads a log file, which may hold anything; what of it cannot be used is said with its place.
 * @param own instruments of one's own on which what was played may be played again
 */
export function readLog(
  text: string,
  own: readonly Instrument[] = [],
): { readonly ok: true; readonly log: LogFile } | { readonly ok: false; readonly message: string } {
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch {
    data = undefined;
  }
  if (!v.is(v.object({ format: v.literal(FORMAT) }), data)) {
    const message =
      'This is no log of the program: choose a file that was taken away from a log, or a table of runs.';
    return { ok: false, message };
  }
  // By which version it was written comes first: a newer one may look quite different.
  const head = parseData(v.pick(FileSchema, ['version']), data);
  if (!head.ok) return { ok: false, message: head.message };
  const parsed = parseData(FileSchema, data);
  if (!parsed.ok) return { ok: false, message: parsed.message };
  const { owner, runs, played, goals } = parsed.output;
  const versions = parsed.output.versions.filter(({ rhythm }) => checkRhythm(rhythm, own).ok);
  return { ok: true, log: { owner, runs, played, versions, goals } };
}
