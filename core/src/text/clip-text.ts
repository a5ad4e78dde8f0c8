import type { Cycle } from '../cycle/index.ts';
import type { Instrument, PlayedOn } from '../instrument/index.ts';
import { type Clip, type Layer, turnBeats } from '../rhythm/index.ts';
import { add, type Beats, equal, rational, ZERO } from '../time/index.ts';
import { collectProblems } from './problem.ts';
import { readLayerBody } from './read-layer.ts';
import { splitRows } from './rows.ts';
import { writeLayerRows } from './write-layer.ts';

/** Copied strokes with the instrument whose codes they are written in. */
export interface InstrumentClip extends PlayedOn {
  readonly clip: Clip;
}

/**
 * Copied stretches as text, to be pasted elsewhere: the rows of the written form, a blank line
 * between layers. A whole turn ends with `|`.
 * @example writeClips([{ clip, instrument: 'goblet-drum' }], cycle) // 'play  D . t / T'
 */
export function writeClips(clips: readonly InstrumentClip[], cycle: Cycle): string {
  return clips
    .map(({ clip, ...on }) => {
      const { turn, ...line } = clip;
      const rows = writeLayerRows({ id: '', name: '', ...on, ...line }, cycle).split('\n');
      if (!turn) return rows.join('\n');
      const last = rows.findLastIndex((row) => row.startsWith('play'));
      return rows.with(last, `${rows[last]} |`).join('\n');
    })
    .join('\n\n');
}

/** What was read of copied text: a clip for each layer, or the sentence that says why not. */
export type ClipsResult =
  | { readonly ok: true; readonly clips: readonly Clip[] }
  | { readonly ok: false; readonly message: string };

/**
 * Reads text as stretches of strokes: what `writeClips` wrote, or a line someone typed, with or
 * without the word `play`.
 * @param instruments of the layers it goes to, from the first one on; what is left over is left out
 */
export function readClips(
  text: string,
  instruments: readonly (Instrument | undefined)[],
  cycle: Cycle,
): ClipsResult {
  const blocks = text
    .split(/\r?\n\s*\r?\n/)
    .map((block) => block.trim())
    .filter((block) => block !== '');
  const clips: Clip[] = [];
  for (const [index, block] of blocks.entries()) {
    const instrument = instruments[index];
    if (!instrument) break;
    const rows = splitRows(/^\s*play\s/.test(block) ? block : `play ${block}`);
    const own = splitRows('loop own');
    const head = { text: '', line: 1, column: 1 };
    const problems = collectProblems();
    const body = readLayerBody({ head, rows: [...rows, ...own] }, cycle, instrument, problems);
    const [error] = problems.list().filter((problem) => problem.severity === 'error');
    if (error) return { ok: false, message: error.message };
    const { cells, strokes, rings } = body;
    const plays = rows.filter((row) => row.key.text === 'play');
    const ended = plays.at(-1)?.rest.text.trimEnd().endsWith('|');
    const turn = ended && isTurn(cells, cycle);
    clips.push({ cells, strokes, ...(rings ? { rings } : {}), ...(turn ? { turn } : {}) });
  }
  if (clips.length === 0) return { ok: false, message: 'There is nothing in it.' };
  return { ok: true, clips };
}

function isTurn(cells: Layer['cells'], cycle: Cycle): boolean {
  const beats = cells.reduce<Beats>(
    (sum, cell) => add(sum, rational(cell.beats.num, cell.beats.den)),
    ZERO,
  );
  return equal(beats, rational(turnBeats(cycle)));
}
