import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arbitraryForm, formOf, RHYTHMS } from './fixture.testkit.ts';
import { announceFor, bandRegisters, clock, cueSheet, layOut, lengthsOf } from './index.ts';

const part = (name: string, more = '') => `part ${name}\nplay Walk : ${name}\n${more}`;
const section = (name: string, length: string, more = '') =>
  `section ${name}\ncycle 3+3+2\nturns ${length}\nlevel plain\n${more}`;
const laid = layOut(
  formOf(
    [
      section('Gather', '8', part('Bell')),
      section('Walk', '16', `${part('Bell')}\ncall 16.2 Bell\nsign hey\nbrings Stairs`),
      section(
        'Stairs',
        '4',
        `speed double\nchange to 96 over 2\n${part('Bell')}\n${part('Congas', 'pickup 2')}`,
      ),
      section(
        'Open',
        '6 to 12 until the sign',
        'part Congas\nsolo\nmay Walk : Congas\npart Bell\nfrom 2.1',
      ),
      section('Home', '3', `cut 3.2\n${part('Congas', 'from 2.1')}`),
    ].join('\n'),
  ),
  RHYTHMS,
);

describe('a cue sheet', () => {
  it('says what its player needs, rests taken together, with what to listen for', () => {
    const cues = cueSheet(laid, 'player-3');
    expect(
      cues.map(({ name, length, bar, what, does }) => [name, length, bar, what, does]),
    ).toEqual([
      ['Gather, Walk', '24 turns', 1, 'Rest', 'rests'],
      ['Stairs', '4 turns', 25, 'Congas of Walk', 'plays'],
      ['Open', '6 turns until the sign, 12 at most', 29, 'Solo: Congas of Walk', 'leads'],
      ['Home', '3 turns', 35, 'Congas of Walk', 'plays'],
    ]);
    const congas = { rhythm: 'walk', layer: 'layer-3' };
    expect(cues.map((cue) => cue.line)).toEqual([undefined, congas, undefined, congas]);
    expect(cues.map((cue) => 'line' in cue)).toEqual([false, true, false, true]);
    expect(cues[0]?.listen).toEqual(['“hey” from Bell in Walk, turn 16, beat 2, then Stairs']);
    expect(cues[1]?.notes).toEqual([
      'Begin 2 beats before',
      'Tempo 72 to 96, over 2 turns',
      'Double time',
    ]);
    expect(cues[1]?.rounds).toBe('8 rounds');
    expect(cues[2]?.listen).toEqual(['The sign']);
    expect(cues[3]?.notes).toEqual(['Enter in turn 2, beat 1', 'All stop in turn 3, beat 2']);
  });

  it('counts rounds of a longer line, hears the pickups of others, and tells what goes on', () => {
    const cues = cueSheet(laid, 'player-1');
    expect(cues.map(({ goesOn, rounds }) => [goesOn, rounds])).toEqual([
      [false, '4 rounds'],
      [true, '8 rounds'],
      [true, undefined],
      [false, undefined],
    ]);
    expect(cues[1]?.listen).toEqual(['Congas’s pickup into Stairs']);
    expect(cues[1]?.notes).toEqual(['Call “hey” in turn 16, beat 2']);
    expect(cues[3]).toMatchObject({
      name: 'Open, Home',
      does: 'rests',
      length: '9 turns, with a part until the sign',
      listen: [],
    });
  });

  it('is said a turn ahead', () => {
    expect(announceFor(laid, 2, 'player-3')).toBe(
      'Stairs: Congas of Walk, Begin 2 beats before, Tempo 72 to 96, over 2 turns, Double time',
    );
    expect(announceFor(laid, 1, 'player-1')).toBe('Walk: go on, Call “hey” in turn 16, beat 2');
    expect(announceFor(laid, 3, 'player-2')).toBe('Open: rest');
    expect(announceFor(laid, 1, undefined)).toBe('Walk');
    expect(announceFor(laid, 9, undefined)).toBeUndefined();
    expect(announceFor({ ...laid, form: { ...laid.form, final: true } }, 5, undefined)).toBe(
      'Last stroke',
    );
  });

  it('of any form covers all of it, for everyone, in whole words', () => {
    fc.assert(
      fc.property(arbitraryForm, (form) => {
        const all = layOut(form, RHYTHMS);
        for (const { id } of form.players) {
          let next = 0;
          for (const cue of cueSheet(all, id)) {
            expect(cue.at).toBe(next);
            next = cue.last + 1;
            expect(JSON.stringify(cue)).not.toMatch(/undefined|NaN/);
          }
          expect(next).toBe(all.spans.length);
        }
      }),
      { numRuns: 60 },
    );
  });
});

describe('figures of a form', () => {
  it('are its length as usual and at most, and how low and high are shared', () => {
    const { usual, most, isOpen } = lengthsOf(laid);
    expect([isOpen, most - usual]).toEqual([true, expect.closeTo((6 * 8 * 60) / (96 * 3), 9)]);
    expect([clock(348), clock(59.6), clock(5)]).toEqual(['5:48', '1:00', '0:05']);
    const [gather, , stairs] = laid.spans;
    expect(gather && bandRegisters(laid, gather)).toEqual({ low: 0, high: 1 });
    const both = stairs && bandRegisters(laid, stairs);
    // Congas: bass accent, open, slap, open: 4 + 3 + 3 low and 3 high in 8; bell accents 4 + 3 + 3 + 4 + 3 in 16.
    expect(both?.low).toBeCloseTo(10 / 8 / (13 / 8 + 17 / 16), 9);
  });
});
