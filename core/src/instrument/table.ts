import { nth, tableOf } from '../bounds/index.ts';
import {
  type Compound,
  FAMILIES,
  type Family,
  type Instrument,
  type StrokeKind,
  TIMBRES,
  type Timbre,
  type UsualHand,
} from './model.ts';

/**
 * An instrument from rows of text, a stroke in each:
 * `code | name | family | hand | timbre pitch @drum | how | easier`; the hand may be followed by `after` and the codes
 * after which the stroke comes in one motion, the id by `one frame`. Rows that begin with `+` are
 * compounds: `+code | name | part part | how`. The head is `name, other names | note | id`; the id never changes, since
 * kept rhythms have it, and is the name where it is left out.
 * @throws RangeError where a row names a family or a timbre that there is not
 */
export function instrumentFrom(head: string, table: string, byHand = true): Instrument {
  const { names, note, id } = nth(tableOf(head, ['names', 'note', 'id']), 0);
  const [name, ...also] = names.split(',').map((one) => one.trim()) as [string, ...string[]];
  const rows = tableOf(table, COLUMNS);
  const compounds = rows.filter(({ code }) => code.startsWith('+')).map(compoundFrom);
  return {
    id: id.replace(ONE_FRAME, '') || name.replaceAll(' ', '-'),
    ...(ONE_FRAME.test(id) ? { oneFrame: true as const } : {}),
    name,
    note,
    ...(also.length > 0 ? { also } : {}),
    strokes: rows.filter(({ code }) => !code.startsWith('+')).map(strokeFrom),
    ...(compounds.length > 0 ? { compounds } : {}),
    ...(byHand ? {} : { byHand: false as const }),
  };
}

const ONE_FRAME = /\s*one frame$/;
const COLUMNS = ['code', 'name', 'family', 'hand', 'sound', 'how', 'easier'] as const;
type Row = Readonly<Record<(typeof COLUMNS)[number], string>>;

function strokeFrom({ code, name, family, hand, sound, how, easier }: Row): StrokeKind {
  const [timbre, pitch, drum = ''] = sound.split(/\s+@?/);
  const [usual, , ...before] = hand.split(' ');
  if (!FAMILIES.includes(family as Family) || !TIMBRES.includes(timbre as Timbre)) {
    throw new RangeError(`No such family or timbre: ${code} ${family} ${sound}`);
  }
  return {
    code,
    name,
    family: family as Family,
    hand: usual as UsualHand,
    ...(before.length > 0 ? { after: before } : {}),
    how,
    sound: { timbre: timbre as Timbre, pitch: Number(pitch) },
    ...(drum === '' ? {} : { drum: Number(drum) }),
    ...(easier === '' ? {} : { easier }),
  };
}

/** A compound has its two parts in the third column and how it is played in the fourth. */
function compoundFrom({ code, name, family: parts, hand: how }: Row): Compound {
  const [first, second] = parts.split(' ') as [string, string];
  return { code: code.slice(1), name, parts: [first, second], how };
}
