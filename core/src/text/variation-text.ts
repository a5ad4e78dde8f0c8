import { NAME_LENGTH, oneLine } from '../bounds/index.ts';
import type { Cycle } from '../cycle/index.ts';
import { instrumentOf } from '../instrument/index.ts';
import {
  type Layer,
  LIMITS,
  layerOfLine,
  lineOfLayer,
  type PlaceInTurns,
  SHARE_PARTS,
  type Variation,
  type VariedLine,
} from '../rhythm/index.ts';
import { rational } from '../time/index.ts';
import { rowHint } from './hints.ts';
import { readName, writeName } from './names.ts';
import { type Piece, type Problems, problemAt, quote } from './problem.ts';
import { readLayerBody } from './read-layer.ts';
import type { Row } from './rows.ts';
import { writeLayerRows } from './write-layer.ts';

/** The rows under `variation`, before and between its lines. */
const KEYS = ['key', 'share', 'on', 'in'] as const;
const LINE_KEYS = ['play', 'hand', 'say'] as const;

/** The rows of a variation as they stand in the text: its own, and those of each of its lines. */
interface Block {
  readonly head: Row;
  readonly rows: readonly Row[];
}

/** Reads variations of layers that were read before; what cannot be read is left out and reported. */
export function readVariations(
  blocks: readonly Block[],
  layers: readonly Layer[],
  cycle: Cycle,
  problems: Problems,
): readonly Variation[] {
  const over = blocks[LIMITS.variations];
  if (over)
    problems.push(
      problemAt(over.head.key, `A rhythm has at most ${LIMITS.variations} variations.`),
    );
  return blocks
    .slice(0, LIMITS.variations)
    .flatMap((block, at) => readVariation(block, at, layers, cycle, problems) ?? []);
}

function readVariation(
  { head, rows }: Block,
  index: number,
  layers: readonly Layer[],
  cycle: Cycle,
  problems: Problems,
): Variation | undefined {
  const name = oneLine(readName(head.rest.text).name);
  if (name === '')
    problems.push(problemAt(head.key, 'Write the variation’s name after “variation”.'));
  else if (name.length > NAME_LENGTH)
    problems.push(problemAt(head.rest, `A name has at most ${NAME_LENGTH} characters.`));
  const set: { key?: number; share?: Variation['share']; place?: PlaceInTurns } = {};
  const lines: { layer: Layer; head: Piece; rows: Row[] }[] = [];
  let isIn = false;
  for (const row of rows) {
    const { key, rest } = row;
    const at = rest.text === '' ? key : rest;
    const open = lines.at(-1);
    if (key.text === 'in') {
      isIn = true;
      const layer = layerCalled(rest.text, layers);
      if (layer) lines.push({ layer, head: key, rows: [] });
      else problems.push(problemAt(at, unknownLayer(rest.text, layers)));
    } else if (isIn && !isKey(key.text)) {
      if (['as', 'loop', 'role', 'tune', 'feel'].includes(key.text))
        problems.push(problemAt(key, `The row ${key.text} belongs to the layer itself.`));
      else open?.rows.push(row);
    } else if (key.text === 'key') {
      if (/^[1-9]$/.test(rest.text.trim())) set.key = Number(rest.text);
      else problems.push(problemAt(at, 'Write a key from 1 to 9: key 2.'));
    } else if (key.text === 'share') {
      const share = readShare(rest.text);
      if (share) set.share = share;
      else
        problems.push(
          problemAt(
            at,
            `Write how much of all turns it takes, up to one of ${SHARE_PARTS}: share 1/16.`,
          ),
        );
    } else if (key.text === 'on') {
      const place = readPlace(rest.text);
      if (place) set.place = place;
      else
        problems.push(
          problemAt(
            at,
            `Write where it may begin: on 4 of 4, up to ${LIMITS.everyTurns} turns, or on three-side.`,
          ),
        );
    } else {
      const hint = LINE_KEYS.some((one) => one === key.text)
        ? `Write “in” and the layer’s name above the row ${key.text}.`
        : rowHint(key.text, [...KEYS, ...LINE_KEYS]);
      problems.push(
        problemAt(
          key,
          hint ?? `${quote(key.text)} is not a row of a variation. Rows are ${KEYS.join(', ')}.`,
        ),
      );
    }
  }
  const read = lines.flatMap(({ layer, head: at, rows: own }): VariedLine[] => {
    const instrument = instrumentOf(layer);
    if (!instrument) return [];
    const body = readLayerBody(
      { head: at, rows: own, isVaried: true },
      cycle,
      instrument,
      problems,
    );
    return [lineOfLayer({ ...layer, ...body, rings: body.rings })];
  });
  if (lines.length === 0 && !isIn)
    problems.push(
      problemAt(head.key, 'Write which layer plays otherwise, and what: in Walker, then play.'),
    );
  if (read.length === 0) return undefined;
  return {
    id: `variation-${index + 1}`,
    name: oneLine(name, NAME_LENGTH) || `Variation ${index + 1}`,
    ...set,
    lines: read,
  };
}

function isKey(text: string): boolean {
  return KEYS.some((one) => one === text);
}

/** `1/16`, `1 in 16`, `25 %` in lowest terms; undefined where it is none, or too fine. */
function readShare(text: string): Variation['share'] {
  const match = /^(\d{1,3})\s*(?:\/|in)\s*(\d{1,3})$/.exec(text.trim());
  const percent = /^(\d{1,3})\s*%$/.exec(text.trim());
  const [num, den] = match ? [Number(match[1]), Number(match[2])] : [Number(percent?.[1]), 100];
  if (!(num > 0) || !(den > 0) || num > den) return undefined;
  const share = rational(num, den);
  return share.den <= SHARE_PARTS ? { num: share.num, den: share.den } : undefined;
}

/** `4 of 4`, `turn 4 of 4`, `three-side`, `the two-side`. */
function readPlace(text: string): PlaceInTurns | undefined {
  const side = /^(?:the\s+)?(three|two)[-\s]side$/.exec(text.trim());
  if (side) return { kind: 'side', side: side[1] === 'three' ? 'three' : 'two' };
  const match = /^(?:turn\s+)?([1-9]\d?)\s+of\s+([1-9]\d?)$/.exec(text.trim());
  const [turn, of] = [Number(match?.[1]), Number(match?.[2])];
  if (!match || turn > of || of > LIMITS.everyTurns) return undefined;
  return { kind: 'turn', turn: turn - 1, of };
}

/** The layer of a name, or the second of that name where the text says `Walker : 2`. */
function layerCalled(text: string, layers: readonly Layer[]): Layer | undefined {
  const { name, separator } = readName(text);
  const which = separator < 0 ? 1 : Number(text.slice(separator + 1));
  return layers.filter((layer) => layer.name === oneLine(name, NAME_LENGTH))[which - 1];
}

function unknownLayer(text: string, layers: readonly Layer[]): string {
  const names = layers.map(({ name }) => name).slice(0, 6);
  const said =
    text === '' ? 'Write the layer’s name after “in”' : `No layer is called ${quote(text)}`;
  return names.length === 0
    ? `${said}; there is no layer yet.`
    : `${said}. Layers are ${names.join(', ')}.`;
}

/** The rows of a variation, as {@link readVariations} reads them. */
export function writeVariation(
  { name, key, share, place, lines }: Variation,
  layers: readonly Layer[],
  cycle: Cycle,
): string {
  return [
    `variation ${writeName(name)}`,
    ...(key === undefined ? [] : [`key   ${key}`]),
    ...(share ? [`share ${share.num}/${share.den}`] : []),
    ...(place ? [`on    ${writePlace(place)}`] : []),
    ...lines.flatMap((line) => {
      const at = layers.findIndex(({ id }) => id === line.layer);
      const layer = layers[at];
      if (!layer) return [];
      const {
        side: _s,
        role: _r,
        sayCounting: _c,
        feel: _f,
        tuning: _t,
        ...bare
      } = layerOfLine(layer, line);
      const which = layers.slice(0, at + 1).filter((one) => one.name === layer.name).length;
      const name = writeName(layer.name);
      return [`in    ${which > 1 ? `${name} : ${which}` : name}`, writeLayerRows(bare, cycle)];
    }),
  ].join('\n');
}

function writePlace(place: PlaceInTurns): string {
  return place.kind === 'side' ? `${place.side}-side` : `${place.turn + 1} of ${place.of}`;
}
