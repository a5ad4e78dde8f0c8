import { formatRational, rational } from '../time/index.ts';
import { counted } from '../wording/index.ts';
import { type Entered, type Laid, sourceOf } from './lay-out.ts';
import type { Line, Place, Section } from './model.ts';
import { bpmOf } from './tempo.ts';

/** A tempo as it is said: whole where it is, else to a tenth. */
export function sayBpm(bpm: number): string {
  const tenth = Math.round(bpm * 10) / 10;
  return String(tenth);
}

/** How a section is as long as it is. @example sayLength({ turns: 10, most: 24 }) // '10 turns until the sign, 24 at most' */
export function sayLength({ turns, most }: Pick<Section, 'turns' | 'most'>): string {
  return most === undefined
    ? counted(turns, 'turn')
    : `${counted(turns, 'turn')} until the sign, ${most} at most`;
}

/** How the tempo comes into a section; nothing where it stays as it was. */
export function sayChange(entered: Entered, before: Entered | undefined): string | undefined {
  const { section, tempo } = entered;
  if (!before) return `${sayBpm(bpmOf(tempo))} a minute`;
  const [from, to] = [sayBpm(bpmOf(before.tempo)), sayBpm(bpmOf(tempo))];
  const { change, over } = section;
  const isSame = from === to && tempo.per === before.tempo.per;
  if (isSame) return undefined;
  const how =
    over !== undefined
      ? `, over ${counted(over, 'turn')}`
      : change?.kind === 'ratio'
        ? `, ${change.before} beats become ${change.now}`
        : change?.kind === 'at'
          ? ', at once'
          : change?.kind === 'beat'
            ? ', same beat'
            : ', same pulse';
  return from === to ? `${to} stays${how}` : `${from} to ${to}${how}`;
}

/** The same with the section it lies in; of a place on the one only the turn is said. */
export function sayPlaceIn(place: Place, section: string): string {
  return place.beats.num === 0
    ? `turn ${place.turn + 1} of ${section}`
    : `${section}, ${sayPlace(place)}`;
}

/** A place of a section as it is counted: the turn, and the beat of it, from 1. */
export function sayPlace({ turn, beats }: Place): string {
  const whole = Math.floor(beats.num / beats.den);
  const rest = rational(beats.num - whole * beats.den, beats.den);
  const part = rest.num === 0 ? '' : ` and ${formatRational(rest)}`;
  return `turn ${turn + 1}, beat ${whole + 1}${part}`;
}

/** What a line is called: the layer, and its variation. */
export function sayLine({ source }: Pick<Laid, 'source'>, line: Line): string {
  const found = sourceOf(source, line);
  if (!found) return 'a line that is not there';
  const { rhythm, layer } = found;
  const home = sourceOf(source, { rhythm: line.rhythm, layer: line.layer });
  const variation = home?.rhythm.variations?.find(({ id }) => id === line.variation);
  if (variation) return `${layer.name}, ${variation.name}`;
  return line.mix === undefined ? `${layer.name} of ${rhythm.name}` : `${layer.name}, mixed`;
}
