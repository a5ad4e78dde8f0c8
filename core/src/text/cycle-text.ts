import { NAME_LENGTH, oneLine } from '../bounds/index.ts';
import { entryNamed } from '../catalogue/index.ts';
import { parseSpans, type SpansResult } from '../cycle/index.ts';
import { nearCycle } from './hints.ts';
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
  const [spans, as] = splitName(text);
  const result = parseSpans(spans);
  if (!result.ok) {
    const near = named ? nearCycle(text) : undefined;
    return named
      ? {
          ...result,
          message: near
            ? `No cycle in the catalogue is called ${quote(text.trim())}. Did you mean ${near}?`
            : `No cycle in the catalogue is called ${quote(text.trim())}. Write its name, such as teental or adi 4, or the pulses of each beat, such as 3+3+2 or 4x4.`,
        }
      : result;
  }
  const name = as === undefined ? '' : oneLine(readName(as).name);
  if (name.length > NAME_LENGTH) {
    const message = `A name has at most ${NAME_LENGTH} characters; this one has ${name.length}.`;
    return { ok: false, at: spans.length, length: 4, message };
  }
  return name === '' ? result : { ok: true, cycle: { ...result.cycle, name } };
}

/** `3+3+2 as Name`: what stands before the word “as”, and the name behind it. */
function splitName(text: string): readonly [spans: string, name?: string] {
  const at = text.search(/\sas\s/u);
  return at < 0 ? [text] : [text.slice(0, at), text.slice(at + 4).trim()];
}
