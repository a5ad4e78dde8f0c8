import { describe, expect, it } from 'vitest';
import { instrumentOf, playedOn } from '../instrument/index.ts';
import { spelling } from '../wording/index.ts';
import {
  checkInstrument,
  compoundFor,
  compoundOf,
  drumCount,
  findInstrument,
  GOBLET_DRUM,
  HAND_BELL,
  INSTRUMENTS,
  type Instrument,
  instrumentNamed,
  nearestCode,
  proposeMap,
  strokeKind,
  TALL_DRUMS,
} from './index.ts';
import { instrumentFrom } from './table.ts';

const tin: Instrument = {
  id: 'own-tin',
  name: 'Tin',
  note: 'A biscuit tin.',
  strokes: [
    {
      code: 'X',
      name: 'hit',
      family: 'metal',
      hand: 'either',
      how: 'With a spoon.',
      sound: { timbre: 'bell', pitch: 700 },
    },
  ],
};

describe('an instrument', () => {
  it('is found by its id and by each of its names, without case and accents', () => {
    for (const instrument of INSTRUMENTS) {
      expect(findInstrument(instrument.id)).toBe(instrument);
      for (const name of [instrument.name, instrument.id, ...(instrument.also ?? [])]) {
        expect(instrumentNamed(` ${name.toUpperCase()} `)).toBe(instrument);
      }
    }
    expect(instrumentNamed('cajón')).toBe(instrumentNamed('cajon'));
    expect(findInstrument('no such')).toBeUndefined();
    expect(instrumentNamed('no such')).toBeUndefined();
  });

  it('is called as players call it first, and found by what it was called before and by other spellings', () => {
    const called = (name: string) => instrumentNamed(name)?.name;
    expect(called('tall hand drum')).toBe('conga');
    expect(called('tall hand drums')).toBe('congas');
    expect(called('goblet drum')).toBe('darbuka');
    expect(called('doumbek')).toBe('darbuka');
    expect(called('dumbek')).toBe('darbuka');
    expect(called('bongo')).toBe('bongos');
    expect(called('guiro')).toBe('güiro');
    expect(called('bodhran')).toBe('bodhrán');
    expect(called('jembe')).toBe('djembe');
    expect(called('agogo')).toBe('agogô');
    expect(called('riq')).toBe('riq');
    expect(called('jingle tambourine')).toBe('pandeiro');
    expect(called('mrdangam')).toBeUndefined();
    // No two instruments share a name, however it is spelled.
    const all = INSTRUMENTS.flatMap(({ id, name, also = [] }) =>
      [name, ...also].map((one) => ({ id, key: spelling(one) })),
    );
    for (const { id, key } of all) {
      expect(all.filter((one) => one.key === key).every((one) => one.id === id)).toBe(true);
    }
  });

  it('of one’s own is found among those that are handed in, after all others', () => {
    const own = [tin, { ...tin, id: 'goblet-drum' }, { ...tin, id: 'own-conga', name: 'conga' }];
    expect(instrumentNamed('tin')).toBeUndefined();
    expect(findInstrument('own-tin', own)).toBe(tin);
    expect(instrumentNamed('TIN', own)).toBe(tin);
    expect(instrumentNamed('tins', own)).toBeUndefined();
    expect(instrumentNamed('conga', own)).toBe(instrumentNamed('conga'));
    expect(findInstrument('goblet-drum', own)).toBe(GOBLET_DRUM);
  });

  it('of one’s own goes with what is played on it', () => {
    expect(playedOn(GOBLET_DRUM)).toEqual({ instrument: 'goblet-drum' });
    expect(playedOn(tin)).toEqual({ instrument: 'own-tin', own: tin });
    expect(instrumentOf(playedOn(GOBLET_DRUM))).toBe(GOBLET_DRUM);
    expect(instrumentOf(playedOn(tin))).toBe(tin);
    expect(instrumentOf({ instrument: 'own-tin' })).toBeUndefined();
    // What was said to be another one is none.
    expect(instrumentOf({ instrument: 'own-box', own: tin })).toBeUndefined();
  });

  it('has strokes by their codes, in both cases, and drums', () => {
    expect(strokeKind(GOBLET_DRUM, 'D')?.name).toBe('dum');
    expect(strokeKind(GOBLET_DRUM, 'd')).toBeUndefined();
    expect(strokeKind(GOBLET_DRUM, 'K')?.name).toBe('ka');
    expect(strokeKind(HAND_BELL, 'D')).toBeUndefined();
    expect([drumCount(GOBLET_DRUM), drumCount(TALL_DRUMS)]).toEqual([1, 2]);
    expect(drumCount(TALL_DRUMS)).toBe(2);
  });

  it('knows what a writer most likely meant', () => {
    expect(nearestCode(GOBLET_DRUM, 'd')).toBe('D');
    expect(nearestCode(GOBLET_DRUM, 'dum')).toBe('D');
    expect(nearestCode(GOBLET_DRUM, 'TEK')).toBe('T');
    expect(nearestCode(GOBLET_DRUM, 'op')).toBe('O');
    expect(nearestCode(GOBLET_DRUM, 'light')).toBe('t');
    expect(nearestCode(GOBLET_DRUM, 'tone')).toBeUndefined();
    expect(nearestCode(GOBLET_DRUM, 'q')).toBeUndefined();
    expect(nearestCode(GOBLET_DRUM, 'f')).toBeUndefined();
  });

  it('speaks two strokes as one where it has a word for both', () => {
    const mridangam = instrumentNamed('mridangam');
    const [compound] = mridangam?.compounds ?? [];
    if (!mridangam || !compound) throw new Error('no compound');
    expect(compoundOf(mridangam, compound.code)).toBe(compound);
    expect(compoundOf(mridangam, 'zz')).toBeUndefined();
    expect(compoundOf(GOBLET_DRUM, compound.code)).toBeUndefined();
    const [first, second] = compound.parts;
    expect(compoundFor(mridangam, [first, second])).toBe(compound);
    expect(compoundFor(mridangam, [second, first])).toBeUndefined();
    expect(compoundFor(mridangam, [first])).toBeUndefined();
    expect(compoundFor(mridangam, [first, second, first])).toBeUndefined();
    expect(compoundFor(mridangam, [first, first])).toBeUndefined();
    expect(compoundFor(GOBLET_DRUM, [first, second])).toBeUndefined();
  });
});

describe('strokes on another instrument', () => {
  const one = (family: string, hand = 'either', code = 'A') =>
    instrumentFrom('one | One.', `${code} | a | ${family} | ${hand} | bell 500 | How.`);

  it('keep their code where it is of the same family, else go to the family, else to the nearest', () => {
    const other = instrumentFrom(
      'other | Other.',
      `A | a | open | either | bell 500 | How.
       B | b | slap | weak | bell 500 | How.
       C | c | slap | strong | bell 500 | How.`,
    );
    const to = (family: string, hand?: string, code?: string) =>
      [...proposeMap(one(family, hand, code), other).values()][0];
    expect(to('open')).toBe('A');
    expect(to('slap')).toBe('B');
    expect(to('slap', 'strong')).toBe('C');
    expect(to('slap', 'weak')).toBe('B');
    expect(to('slap', 'strong', 'B')).toBe('B');
    expect(to('bass')).toBe('A');
    expect(to('metal')).toBe('A');
    expect(to('touch')).toBe('A');
    expect(to('shaken', 'either', 'C')).toBe('A');
    expect([...proposeMap(one('bass'), { ...other, strokes: [] }).entries()]).toEqual([['A', 'A']]);
    expect([...proposeMap(one('bass'), one('shaken', 'either', 'Z')).values()]).toEqual(['Z']);
  });

  it.each([
    ['bass', 'open muted'],
    ['open', 'slap metal voice bass'],
    ['slap', 'open metal muted voice'],
    ['muted', 'touch bass slap'],
    ['touch', 'muted shaken metal'],
    ['metal', 'open slap voice'],
    ['shaken', 'touch metal'],
    ['voice', 'open bass metal'],
  ])('of the family %s go to %s, the nearest first', (family, near) => {
    const order = near.split(' ');
    order.forEach((_, from) => {
      // The families further off stand first in the table.
      const rows = order.slice(from).reverse();
      const other = instrumentFrom(
        'other | Other.',
        ['Z | z | none', ...rows.map((one, at) => `R${at} | r | ${one} | either | bell 500 | How.`)]
          .slice(1)
          .join('\n'),
      );
      expect([...proposeMap(one(family), other).values()]).toEqual([`R${rows.length - 1}`]);
    });
  });
});

describe('a table of strokes', () => {
  it('gives the instrument of its rows', () => {
    expect(
      instrumentFrom(
        'big drum, boom | It is big.',
        `
        D | dum | bass | strong | skin-bass 80 @1 | Hit it. |
        T | tek | slap | weak | rim 300 | Flick it. | D
        +B | both | D T | Both at once.
        `,
        false,
      ),
    ).toEqual({
      id: 'big-drum',
      name: 'big drum',
      note: 'It is big.',
      also: ['boom'],
      byHand: false,
      strokes: [
        {
          code: 'D',
          name: 'dum',
          family: 'bass',
          hand: 'strong',
          how: 'Hit it.',
          sound: { timbre: 'skin-bass', pitch: 80 },
          drum: 1,
        },
        {
          code: 'T',
          name: 'tek',
          family: 'slap',
          hand: 'weak',
          how: 'Flick it.',
          sound: { timbre: 'rim', pitch: 300 },
          easier: 'D',
        },
      ],
      compounds: [{ code: 'B', name: 'both', parts: ['D', 'T'], how: 'Both at once.' }],
    });
    const plain = instrumentFrom('one | One.', 'A | a | open | either | bell 500 | How.');
    expect(Object.keys(plain)).toEqual(['id', 'name', 'note', 'strokes']);
    expect(() => instrumentFrom('x | X.', 'A | a | opn | either | bell 500 | How.')).toThrow(
      'No such family or timbre: A opn bell 500',
    );
    expect(() => instrumentFrom('x | X.', 'A | a | open | either | bll 500 | How.')).toThrow(
      RangeError,
    );
  });
});

describe('an instrument of one’s own that is kept', () => {
  const say = (change: object) => {
    const checked = checkInstrument({ ...tin, ...change });
    return checked.ok ? checked.instrument : checked.message;
  };
  const stroke = { ...tin.strokes[0] };

  it('is held to its bounds, with a sentence', () => {
    expect(say({})).toEqual(tin);
    expect(say({ strokes: [{ ...stroke, drum: 7 }] })).toMatchObject({ strokes: [{ drum: 7 }] });
    expect(say({ strokes: [stroke, stroke] })).toBe('Two strokes have the same code.');
    expect(say({ strokes: [stroke, { ...stroke, code: 'Y' }] })).toMatchObject({ id: 'own-tin' });
    expect(say({ strokes: [] })).toBe('At strokes: An instrument needs at least one stroke.');
    expect(say({ strokes: Array(25).fill(stroke) })).toBe(
      'At strokes: An instrument has at most 24 strokes.',
    );
    expect(say({ name: ' ' })).toBe('At name: An instrument’s name needs at least one letter.');
    expect(say({ name: 'x'.repeat(41) })).toBe(
      'At name: An instrument’s name has at most 40 letters.',
    );
    expect(say({ name: 'x'.repeat(40) })).toMatchObject({ name: 'x'.repeat(40) });
    for (const mark of ['"', '#', ':', '|', '\n', '\t']) {
      expect(say({ name: `a${mark}b` })).toBe(
        'At name: An instrument’s name stays on one line, without " # : |.',
      );
    }
    for (const id of ['own-a', `own-${'a'.repeat(80)}`, 'own-a-1']) {
      expect(say({ id })).toMatchObject({ id });
    }
    for (const id of ['own-', `own-${'a'.repeat(81)}`, 'my-own-a', 'own-A', 'own-a b', 'darbuka']) {
      expect(say({ id }), id).toContain('At id');
    }
    for (const hand of ['strong', 'weak', 'either', 'both', 'foot']) {
      expect(say({ strokes: [{ ...stroke, hand }] })).toMatchObject({ strokes: [{ hand }] });
    }
    expect(say({ strokes: [{ ...stroke, hand: 'left' }] })).toContain('hand');
    const with1 = (change: object) => say({ strokes: [{ ...stroke, ...change }] });
    for (const code of ['', '1', 'a-b', 'abcdefghi', 'x1 ']) {
      expect(with1({ code })).toBe(
        'At strokes.0.code: A code is a letter, and letters or digits after it.',
      );
    }
    expect(with1({ code: 'abcdefg8' })).toMatchObject({ id: 'own-tin' });
    expect(with1({ name: '' })).toBe(
      'At strokes.0.name: A stroke’s name needs at least one letter.',
    );
    for (const change of [
      { family: 'loud' },
      { hand: 'third' },
      { how: 'x'.repeat(401) },
      { sound: { timbre: 'gong', pitch: 100 } },
      { sound: { timbre: 'bell', pitch: 39 } },
      { sound: { timbre: 'bell', pitch: 9001 } },
      { drum: 8 },
      { drum: -1 },
      { drum: 1.5 },
    ]) {
      expect(typeof with1(change)).toBe('string');
    }
    for (const change of [
      { how: 'x'.repeat(400) },
      { sound: { timbre: 'bell', pitch: 40 } },
      { sound: { timbre: 'bell', pitch: 9000 } },
      { drum: 0 },
      { hand: 'strong' },
      { hand: 'weak' },
      { hand: 'both' },
      { hand: 'foot' },
    ]) {
      expect(with1(change)).toMatchObject({ id: 'own-tin' });
    }
    for (const id of ['tin', 'own-', 'own-A', `own-${'x'.repeat(81)}`]) {
      expect(typeof say({ id })).toBe('string');
    }
    expect(say({ id: `own-${'x'.repeat(80)}` })).toMatchObject({ name: 'Tin' });
    expect(typeof say({ note: 'x'.repeat(201) })).toBe('string');
    expect(say({ note: 'x'.repeat(200) })).toMatchObject({ name: 'Tin' });
  });
});
