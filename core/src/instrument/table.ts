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
 * `code | name | family | hand | timbre pitch @drum | how | easier`. Rows that begin with `+` are
 * compounds: `+code | name | part part | how`. The head is `name, other names | note`.
 * @throws RangeError where a row names a family or a timbre that there is not
 */
export function instrumentFrom(head: string, table: string, byHand = true): Instrument {
  const [names = '', note = ''] = head.split('|').map((cell) => cell.trim());
  const [name = '', ...also] = names.split(',').map((one) => one.trim());
  const rows = table
    .split('\n')
    .map((line) => line.trim())
    .filter((line) => line !== '')
    .map((line) => line.split('|').map((cell) => cell.trim()));
  const compounds = rows.filter(([code = '']) => code.startsWith('+')).map(compoundFrom);
  return {
    id: name.replaceAll(' ', '-'),
    name,
    note,
    ...(also.length > 0 ? { also } : {}),
    strokes: rows.filter(([code = '']) => !code.startsWith('+')).map(strokeFrom),
    ...(compounds.length > 0 ? { compounds } : {}),
    ...(byHand ? {} : { byHand: false as const }),
  };
}

function strokeFrom(cells: readonly string[]): StrokeKind {
  const [code = '', name = '', family = '', hand = '', sound = '', how = '', easier = ''] = cells;
  const [timbre = '', pitch = '', drum = ''] = sound.split(/\s+@?/);
  if (!FAMILIES.includes(family as Family) || !TIMBRES.includes(timbre as Timbre)) {
    throw new RangeError(`No such family or timbre: ${cells.join(' | ')}`);
  }
  return {
    code,
    name,
    family: family as Family,
    hand: hand as UsualHand,
    how,
    sound: { timbre: timbre as Timbre, pitch: Number(pitch) },
    ...(drum === '' ? {} : { drum: Number(drum) }),
    ...(easier === '' ? {} : { easier }),
  };
}

function compoundFrom(cells: readonly string[]): Compound {
  const [code = '', name = '', parts = '', how = ''] = cells;
  const [first = '', second = ''] = parts.split(' ');
  return { code: code.slice(1), name, parts: [first, second], how };
}
