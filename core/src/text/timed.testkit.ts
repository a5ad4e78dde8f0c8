import { type Rhythm, type Timing, timeRhythm } from '../rhythm/index.ts';
import { readRhythm } from './index.ts';

/** A rhythm from its written form, on its grid; the text must be right. */
export function timed(text: string): { readonly rhythm: Rhythm; readonly timing: Timing } {
  const { rhythm, problems } = readRhythm(text);
  if (problems.length > 0) throw new Error(problems.map((one) => one.message).join('\n'));
  const result = timeRhythm(rhythm);
  if (!result.ok) throw new Error(result.message);
  return { rhythm, timing: result.timing };
}
