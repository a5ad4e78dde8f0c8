import { NAME_LENGTH, oneLine } from '../bounds/index.ts';
import type { Cycle } from '../cycle/index.ts';
import { INSTRUMENTS, type Instrument, instrumentNamed, playedOn } from '../instrument/index.ts';
import { breaches, type Layer, LIMITS, type Rhythm } from '../rhythm/index.ts';
import { instrumentHint, missingColon } from './hints.ts';
import { readName } from './names.ts';
import { collectProblems, type Piece, type Problem, type Problems, problemAt } from './problem.ts';
import { readHead } from './read-head.ts';
import { type LayerBody, readLayerBody } from './read-layer.ts';
import { type Row, splitRows } from './rows.ts';
import { readVariations } from './variation-text.ts';

/** The longest text the reader takes, in characters. */
export const TEXT_LIMIT = 1_000_000;

/** What a text says of a rhythm, as far as it was understood, with what was not. */
export interface ReadResult {
  /** The rhythm as far as the text was understood. */
  readonly rhythm: Rhythm;
  readonly problems: readonly Problem[];
  /** Problems beyond those that are listed. */
  readonly more: number;
  /** True where no problem is an error, so that the rhythm may take the place of an older one. */
  readonly usable: boolean;
}

/**
 * Reads a rhythm from its written form. It never throws: it gives the rhythm as far as it understood
 * it, and problems with line, column and a sentence that says what to do.
 * @param id the id the rhythm gets; its layers are called layer-1, layer-2 and so on
 * @param own instruments of one's own that its layers may name
 * @example readRhythm('rhythm Steps\ncycle 3+3+2\nlayer Bell : hand bell\nplay X . . / X . . / X .')
 */
export function readRhythm(
  text: string,
  id = 'rhythm',
  own: readonly Instrument[] = [],
): ReadResult {
  const problems = collectProblems();
  const rows = text.length > TEXT_LIMIT ? [] : splitRows(text);
  if (rows.length === 0) {
    const message =
      text.length > TEXT_LIMIT
        ? `This text has ${(text.length / 1e6).toFixed(1)} million characters; a rhythm has at most one million. Nothing was read.`
        : 'The text is empty. Begin with “rhythm” and a name, then cycle, tempo, layer and play.';
    problems.push(problemAt({ text: '', line: 1, column: 1 }, message));
  }
  const { head, layers: layerBlocks, variations: varied } = blocksOf(rows);
  const values = readHead(head, problems);
  const layers = readLayers(layerBlocks, values.cycle, own, problems);
  const variations = readVariations(varied, layers, values.cycle, problems);
  const rhythm: Rhythm = {
    id,
    ...values,
    layers,
    ...(variations.length > 0 ? { variations: [...variations] } : {}),
  };
  if (problems.usable()) {
    const first = layerBlocks[0]?.head.key ?? { text: '', line: 1, column: 1 };
    for (const message of breaches(rhythm))
      problems.push(problemAt(variationMeant(message, varied) ?? first, message));
  }
  return {
    rhythm,
    problems: problems.list(),
    more: problems.more(),
    usable: problems.usable(),
  };
}

/** A row that begins a layer or a variation, and those under it. */
interface Block {
  readonly head: Row;
  readonly rows: Row[];
}

function blocksOf(rows: readonly Row[]) {
  const head: Row[] = [];
  const blocks: Block[] = [];
  for (const row of rows) {
    const { text } = row.key;
    if (text === 'layer' || text === 'variation') blocks.push({ head: row, rows: [] });
    else (blocks.at(-1)?.rows ?? head).push(row);
  }
  const of = (what: string) => blocks.filter((block) => block.head.key.text === what);
  return { head, layers: of('layer'), variations: of('variation') };
}

/** The row of the variation that a sentence speaks of; the last one where it speaks of two. */
function variationMeant(message: string, blocks: readonly Block[]): Piece | undefined {
  if (message.startsWith('Two variations')) return blocks.at(-1)?.head.key;
  const named = blocks.find(({ head }) =>
    message.startsWith(`Variation ${oneLine(readName(head.rest.text).name)}:`),
  );
  return named?.head.key;
}

function readLayers(
  blocks: Block[],
  cycle: Cycle,
  own: readonly Instrument[],
  problems: Problems,
): Layer[] {
  if (blocks.length > LIMITS.layers) {
    const at = blocks[LIMITS.layers]?.head.key;
    if (at) problems.push(problemAt(at, `A rhythm has at most ${LIMITS.layers} layers.`));
    blocks.length = LIMITS.layers;
  }
  return blocks.map((block, index): Layer => {
    const { rest, key } = block.head;
    const { name, separator } = readName(rest.text);
    const wanted = separator < 0 ? '' : rest.text.slice(separator + 1).trim();
    const instrument = instrumentNamed(wanted, own);
    if (!instrument) {
      const message =
        (separator < 0 ? missingColon(rest.text, own) : undefined) ??
        instrumentHint(name, wanted, own);
      problems.push(problemAt(rest.text === '' ? key : rest, message));
    }
    const used = instrument ?? INSTRUMENTS[0];
    if (!used) throw new Error('the program has no instruments');
    const body: LayerBody = readLayerBody(
      { head: key, rows: block.rows },
      cycle,
      used,
      // Without the instrument every stroke would be reported as unknown.
      instrument ? problems : collectProblems(),
    );
    return {
      id: `layer-${index + 1}`,
      name: oneLine(name, NAME_LENGTH) || `Layer ${index + 1}`,
      ...playedOn(used),
      ...body,
    };
  });
}
