import { entryNamed } from '../catalogue/index.ts';
import { parseSpans, type SpansResult } from '../cycle/index.ts';
import { readName } from './names.ts';
import { quote } from './problem.ts';

/**
 * Reads a cycle as it is typed: spans, with `as Name` behind them for a cycle of one's own, or a name
 * from the catalogue with its speed. `at` counts characters from 0.
 * @example readCycleText('adi 4'), readCycleText('3+3+2'), readCycleText('3c+2w as Stair five')
 */
export function readCycleText(text: string): SpansResult {
  const named = /^\s*[^\d\s]/u.test(text);
  const entry = named ? entryNamed(text) : undefined;
  if (entry) return { ok: true, cycle: entry.cycle };
  const own = /^(.*?)\s+as\s+(.+)$/u.exec(text);
  const result = parseSpans(own?.[1] ?? text);
  if (!result.ok) {
    return named
      ? {
          ...result,
          message: `No cycle in the catalogue is called ${quote(text.trim())}. Write its name, such as teental or adi 4, or the pulses of each beat, such as 3+3+2 or 4x4.`,
        }
      : result;
  }
  const name = own ? readName(own[2] ?? '').name.slice(0, 120) : '';
  return name === '' ? result : { ok: true, cycle: { ...result.cycle, name } };
}
