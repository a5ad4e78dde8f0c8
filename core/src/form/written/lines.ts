import type { Rhythm } from '../../rhythm/index.ts';
import { readName, writeName } from '../../text/index.ts';
import { formatRational, parseRational, rational } from '../../time/index.ts';
import type { Line, Place } from '../model.ts';

/** Rhythms as a form in the written form names them: by their names, in the order in which they are given. */
export type Known = readonly Rhythm[];

/** What is named and not known keeps its name in place of an id. */
const UNKNOWN = 'unknown:';

interface Named {
  readonly id: string;
  readonly name: string;
}

/** A name, and which of those that have it where more than one does: `Walker / 2`. */
function writeNamed(id: string, all: readonly Named[]): string {
  if (id.startsWith(UNKNOWN)) return quoted(id.slice(UNKNOWN.length));
  const found = all.find((one) => one.id === id);
  if (!found) return `<${id}>`;
  const which = all.filter(({ name }) => name === found.name).indexOf(found) + 1;
  return which > 1 ? `${quoted(found.name)} / ${which}` : quoted(found.name);
}

/** A name in quotes where it could be read as something else. */
function quoted(name: string): string {
  return /\s\/\s\d+$|^<.*>$|^mixed \d+$/.test(name) ? JSON.stringify(name) : writeName(name);
}

function readNamed(
  text: string,
  all: readonly Named[],
): { readonly id: string; readonly isKnown: boolean } {
  const id = /^<(.+)>$/.exec(text)?.[1];
  if (id !== undefined) return { id, isKnown: true };
  const which = /^(.+?)\s\/\s(\d+)$/.exec(text);
  const { name } = readName(which?.[1] ?? text);
  const found = all.filter((one) => one.name === name)[Number(which?.[2] ?? 1) - 1];
  return found ? { id: found.id, isKnown: true } : { id: `${UNKNOWN}${name}`, isKnown: false };
}

/** A line: `Lantern steps : Walker`, with a variation or a mix after it. */
export function writeLine({ rhythm, layer, variation, mix }: Line, known: Known): string {
  const found = known.find(({ id }) => id === rhythm);
  return [
    writeNamed(rhythm, known),
    writeNamed(layer, found?.layers ?? []),
    ...(variation === undefined ? [] : [writeNamed(variation, found?.variations ?? [])]),
    ...(mix === undefined ? [] : [`mixed ${mix}`]),
  ].join(' : ');
}

export type LineRead =
  | { readonly ok: true; readonly line: Line; readonly note?: string }
  | { readonly ok: false; readonly message: string };

export function readLine(text: string, known: Known): LineRead {
  const parts = splitNames(text);
  const [rhythmText, layerText, ...more] = parts;
  if (!rhythmText || !layerText || more.length > 2)
    return {
      ok: false,
      message:
        'Write the rhythm and its line: Lantern steps : Walker, with a variation after it where one is meant.',
    };
  const rhythm = readNamed(rhythmText, known);
  const found = known.find(({ id }) => id === rhythm.id);
  const layer = readNamed(layerText, found?.layers ?? []);
  const line: { -readonly [Key in keyof Line]: Line[Key] } = { rhythm: rhythm.id, layer: layer.id };
  const notes = rhythm.isKnown
    ? found && !layer.isKnown
      ? [`${found.name} has no line called ${layerText}.`]
      : []
    : [`No rhythm on the Shelf is called ${rhythmText}.`];
  for (const one of more) {
    const mix = /^mixed (\d{1,6})$/.exec(one);
    if (mix) line.mix = Number(mix[1]);
    else {
      const variation = readNamed(one, found?.variations ?? []);
      line.variation = variation.id;
      if (found && !variation.isKnown) notes.push(`${found.name} has no variation called ${one}.`);
    }
  }
  return {
    ok: true,
    line,
    ...(notes[0] !== undefined && { note: `${notes[0]} It is silent until there is one.` }),
  };
}

/** Names between colons; quoted ones keep theirs. */
function splitNames(text: string): readonly string[] {
  const parts: string[] = [];
  for (let rest = text.trim(); rest !== ''; ) {
    const { separator } = readName(rest);
    parts.push((separator < 0 ? rest : rest.slice(0, separator)).trim());
    rest = separator < 0 ? '' : rest.slice(separator + 1).trim();
  }
  return parts;
}

/** A place as turn and beat from 1: `3.1`, `3.2+1/2`. */
export function writePlace({ turn, beats }: Place): string {
  const whole = Math.floor(beats.num / beats.den);
  const rest = rational(beats.num - whole * beats.den, beats.den);
  return `${turn + 1}.${whole + 1}${rest.num === 0 ? '' : `+${formatRational(rest)}`}`;
}

/** Reads a place as turn and beat from 1, as {@link writePlace} writes it. @returns nothing for what is no place */
export function readPlace(text: string): Place | undefined {
  const match = /^([1-9]\d{0,2})(?:\.([1-9]\d{0,2})(?:\+(\d{1,2})\/(\d{1,2}))?)?$/.exec(
    text.trim(),
  );
  if (!match) return undefined;
  const [, turn, beat = '1', num = '0', den = '1'] = match;
  if (Number(den) < 1 || Number(den) > 64 || Number(num) >= Number(den)) return undefined;
  const beats = rational((Number(beat) - 1) * Number(den) + Number(num), Number(den));
  return { turn: Number(turn) - 1, beats: { num: beats.num, den: beats.den } };
}

/** A number of beats: `2`, `1/2`, `2+1/2`. */
export function readBeats(
  text: string,
): { readonly num: number; readonly den: number } | undefined {
  const [first = '', second] = text.trim().split('+');
  const whole = parseRational(first);
  const part = second === undefined ? { num: 0, den: 1 } : parseRational(second);
  if (!whole || !part || whole.den > 64 || part.den > 64) return undefined;
  const sum = rational(whole.num * part.den + part.num * whole.den, whole.den * part.den);
  return sum.den <= 64 ? { num: sum.num, den: sum.den } : undefined;
}
