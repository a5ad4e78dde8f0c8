import { describe, expect, it } from 'vitest';
import { instrumentOf, playedOn } from '../instrument/index.ts';
import {
  BARREL_DRUM,
  checkInstrument,
  compoundFor,
  findInstrument,
  GOBLET_DRUM,
  HAND_BELL,
  INSTRUMENTS,
  instrumentNamed,
  nearestCode,
  proposeMap,
  strokeKind,
  strokeMeant,
} from './index.ts';
import { instrumentFrom } from './table.ts';

describe('vocabularies', () => {
  it.each(INSTRUMENTS.map((instrument) => [instrument.name, instrument] as const))(
    '%s has typeable, unique codes, a sentence for each, and easier strokes that exist',
    (_name, instrument) => {
      const codes = instrument.strokes.map((stroke) => stroke.code);
      expect(new Set(codes).size).toBe(codes.length);
      for (const stroke of instrument.strokes) {
        expect(stroke.code).toMatch(/^[A-Za-z][A-Za-z0-9]*$/);
        expect(stroke.how).toMatch(/^[A-Z].*\.$/);
        if (stroke.easier !== undefined) {
          expect(strokeKind(instrument, stroke.easier)).toBeDefined();
          expect(stroke.easier).not.toBe(stroke.code);
        }
      }
    },
  );

  it('map onto one another with every stroke finding one of its family or near it', () => {
    for (const from of INSTRUMENTS) {
      for (const to of INSTRUMENTS) {
        const map = proposeMap(from, to);
        for (const stroke of from.strokes) {
          expect(strokeKind(to, map.get(stroke.code) ?? '')).toBeDefined();
        }
        if (from === to) expect([...map].every(([code, other]) => code === other)).toBe(true);
      }
    }
    expect(proposeMap(GOBLET_DRUM, BARREL_DRUM).get('D')).toBe('G');
    expect(proposeMap(GOBLET_DRUM, HAND_BELL).get('T')).toBe('X');
  });

  it('have bass, open, slap, muted and touch by the same letters, beside their own', () => {
    const meant = (id: string, code: string) =>
      strokeMeant(findInstrument(id) ?? GOBLET_DRUM, code)?.code;
    expect(['B', 'O', 'S', 'M', 't'].map((code) => meant('goblet-drum', code))).toEqual([
      'D',
      'O',
      'S',
      'M',
      't',
    ]);
    expect(['B', 'O', 'S'].map((code) => meant('tall-hand-drum', code))).toEqual(['B', 'O', 'S']);
    expect(['B', 'O', 'S'].map((code) => meant('frame-drum', code))).toEqual(['B', 'O', 'S']);
    expect(['B', 'M'].map((code) => meant('riq', code))).toEqual(['D', undefined]);
    expect(meant('claves', 'B')).toBeUndefined();
  });

  it('goes by what a stroke is: rim clicks to shells, lows to lows, no hand to the hi-hat’s foot', () => {
    const becomes = (from: string, to: string, code: string) =>
      proposeMap(findInstrument(from) ?? GOBLET_DRUM, findInstrument(to) ?? GOBLET_DRUM).get(code);
    expect(becomes('drum-kit', 'metal-shell-pair', 'R')).toBe('s');
    expect(becomes('metal-shell-pair', 'drum-kit', 'S')).toBe('R');
    expect(becomes('drum-kit', 'box-drum', 'R')).toBe('E');
    expect(becomes('tall-drums', 'small-paired-drums', 'o')).toBe('L');
    expect(becomes('tall-drums', 'small-paired-drums', 'B')).toBe('L');
    expect(becomes('tall-hand-drum', 'goblet-drum', 'C')).toBe('S');
    expect(becomes('tall-hand-drum', 'drum-kit', 'B')).toBe('B');
    expect(becomes('tall-hand-drum', 'drum-kit', 't')).not.toBe('c');
  });

  it('is found by the name as written', () => {
    expect(instrumentNamed(' Goblet Drum ')).toBe(GOBLET_DRUM);
    expect(instrumentNamed('trombone')).toBeUndefined();
  });

  it('guesses what a wrong code meant', () => {
    expect(nearestCode(GOBLET_DRUM, 'd')).toBe('D');
    expect(nearestCode(GOBLET_DRUM, 'dum')).toBe('D');
    expect(nearestCode(GOBLET_DRUM, 'open')).toBe('O');
    expect(nearestCode(GOBLET_DRUM, 'zz')).toBeUndefined();
  });
});

describe('the set of instruments', () => {
  it('has at least 28, found by any of their names', () => {
    expect(INSTRUMENTS.length).toBeGreaterThanOrEqual(28);
    expect(new Set(INSTRUMENTS.map((one) => one.id)).size).toBe(INSTRUMENTS.length);
    for (const instrument of INSTRUMENTS) {
      expect(instrument.note).toMatch(/^[A-Z].*\.$/);
      for (const name of [instrument.name, ...(instrument.also ?? [])]) {
        expect(instrumentNamed(name.toUpperCase())).toBe(instrument);
      }
    }
    expect(instrumentNamed('Cajón')?.id).toBe('box-drum');
  });

  it('speaks compounds of strokes of two hands, whose codes are no stroke’s', () => {
    const spoken = INSTRUMENTS.flatMap((instrument) =>
      (instrument.compounds ?? []).map((compound) => ({ instrument, compound })),
    );
    expect(spoken.length).toBeGreaterThanOrEqual(6);
    for (const { instrument, compound } of spoken) {
      const hands = compound.parts.map((part) => strokeKind(instrument, part)?.hand);
      expect(new Set(hands)).toEqual(new Set(['weak', 'strong']));
      expect(strokeKind(instrument, compound.code)).toBeUndefined();
      expect(compoundFor(instrument, compound.parts)).toBe(compound);
    }
  });

  it('refuses a table with a family or a timbre that there is not', () => {
    expect(() => instrumentFrom('x | Y.', 'X | a | brass | either | bell 800 | How. |')).toThrow(
      RangeError,
    );
    expect(() => instrumentFrom('x | Y.', 'X | a | metal | either | horn 800 | How. |')).toThrow(
      RangeError,
    );
  });
});

describe('instruments of one’s own', () => {
  const lid = {
    id: 'own-tin-lid',
    name: 'tin lid',
    note: 'The lid of a biscuit tin.',
    strokes: [
      {
        code: 'X',
        name: 'middle',
        family: 'metal',
        hand: 'strong',
        how: 'The spoon falls on the middle.',
        sound: { timbre: 'shell', pitch: 740 },
      },
    ],
  };

  it('are found where they are handed in, by id and by name', () => {
    const checked = checkInstrument(lid);
    if (!checked.ok) throw new Error(checked.message);
    expect(findInstrument('own-tin-lid')).toBeUndefined();
    const own = [checked.instrument];
    expect(findInstrument('own-tin-lid', own)?.strokes[0]?.name).toBe('middle');
    expect(instrumentNamed('Tin Lid', own)?.id).toBe('own-tin-lid');
    expect(instrumentNamed('Tin Lid')).toBeUndefined();
  });

  it('cannot take the place of the program’s own', () => {
    const other = { ...GOBLET_DRUM, name: 'other' };
    expect(findInstrument('goblet-drum', [other])).toBe(GOBLET_DRUM);
    expect(instrumentOf({ instrument: 'goblet-drum', own: other })).toBe(GOBLET_DRUM);
    expect(playedOn(other)).toEqual({ instrument: 'goblet-drum' });
  });

  it.each([
    [{ ...lid, name: ' ' }, 'at least one letter'],
    [{ ...lid, name: 'tin : lid' }, 'stays on one line'],
    [{ ...lid, strokes: [] }, 'at least one stroke'],
    [{ ...lid, strokes: [...lid.strokes, ...lid.strokes] }, 'same code'],
    [{ ...lid, strokes: [{ ...lid.strokes[0], code: '1x' }] }, 'A code is a letter'],
    [{ ...lid, strokes: [{ ...lid.strokes[0], sound: { timbre: 'horn', pitch: 100 } }] }, ''],
    [null, ''],
  ])('are refused with a sentence where something is wrong', (data, part) => {
    expect(checkInstrument(data)).toEqual({ ok: false, message: expect.stringContaining(part) });
  });
});
