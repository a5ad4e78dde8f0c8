import { describe, expect, it } from 'vitest';
import { formOf } from './fixture.testkit.ts';
import { checkForm, type Form, type Section } from './index.ts';

const section = (name: string) => `section ${name}\ncycle 3+3+2\nturns 4\nlevel plain`;
const good = formOf(`${section('A')}\npart Bell\nplay Walk : Bell\n${section('B')}`);
const [a, b] = good.sections as [Section, Section];
const place = (num: number, den = 1) => ({ turn: 0, beats: { num, den } });

const said = (change: Partial<Form> | ((form: Form) => Partial<Form>)) => {
  const result = checkForm({ ...good, ...(typeof change === 'function' ? change(good) : change) });
  return result.ok ? [] : result.messages;
};
const saidOf = (change: Partial<Section>) => said({ sections: [{ ...a, ...change }, b] });

describe('a form that is kept', () => {
  it('comes back as it was', () => {
    expect(checkForm(JSON.parse(JSON.stringify(good)))).toEqual({ ok: true, form: good });
    expect(said({})).toEqual([]);
  });

  it('has ids and names of its own for everyone and everything', () => {
    const [bell, drum] = good.players;
    if (!bell || !drum) throw new Error('two players');
    expect(said({ players: [...good.players, { ...bell, name: 'Other' }] })).toEqual([
      'Two players have the same id.',
    ]);
    expect(said({ players: [...good.players, { id: 'x', name: 'Bell' }] })).toEqual([
      'Two players have the same name. Give one of them another.',
    ]);
    expect(said({ sections: [a, b, { ...b, name: 'C' }] })).toEqual([
      'Two sections have the same id.',
    ]);
    expect(said({ sections: [a, b, { ...b, id: 'x' }] })).toEqual([
      'Two sections have the same name. Give one of them another.',
    ]);
  });

  it('has an order of what is there, with endings in rounds that are played', () => {
    const order = (times: number, rounds?: number[]) => [
      { times, steps: [{ section: 'section-1', ...(rounds && { rounds }) }] },
    ];
    expect(said({ order: [{ times: 1, steps: [{ section: 'none' }] }] })).toEqual([
      'The order names a section that is not there.',
    ]);
    expect(said({ order: order(2, [3]) })).toEqual(['An ending is for round 3 of a repeat of 2.']);
    expect(said({ order: order(2, []) })).toEqual([
      'An ending is played in no round. Give it one, or take it out.',
    ]);
    expect(said({ order: order(2, [1, 2]) })).toEqual([]);
    expect(said({ order: order(33) })).toEqual([
      'At order.0.times: Something is played 1 to 32 times.',
    ]);
    const steps = Array.from({ length: 201 }, () => ({ section: 'section-1' }));
    expect(
      said({
        order: [
          { times: 1, steps },
          { times: 1, steps },
        ],
      }),
    ).toEqual(['A form has at most 400 places.']);
  });

  it('ends within twenty thousand turns', () => {
    const long = { ...a, turns: 625 };
    const times = (times: number) => ({
      sections: [long, b],
      order: [{ times, steps: [{ section: 'section-1' }] }],
    });
    expect(said(times(32))).toEqual([]);
    expect(
      said({
        sections: [long, { ...b, turns: 1, most: 2 }],
        order: [...times(32).order, { times: 1, steps: [{ section: 'section-2' }] }],
      }),
    ).toEqual(['With its repeats it lasts 20002 turns; 20000 is the most. Repeat less often.']);
  });

  it('has players that are there, once in each section, with one thing to do', () => {
    expect(saidOf({ parts: [{ player: 'none' }] })).toEqual([
      'Section A: a player in it is not in the form.',
    ]);
    expect(saidOf({ calls: [{ player: 'none', at: place(0), sign: 'hey' }] })).toEqual([
      'Section A: a player in it is not in the form.',
    ]);
    expect(saidOf({ parts: [{ player: 'player-1' }, { player: 'player-1' }] })).toEqual([
      'Section A: a player has two parts in it.',
    ]);
    const line = { rhythm: 'walk', layer: 'layer-1' };
    expect(saidOf({ parts: [{ player: 'player-1', line, solo: [] }] })).toEqual([
      'Section A: a player has the solo and a line at once. Choose one.',
    ]);
  });

  it('has lengths, changes and pickups that fit', () => {
    expect(saidOf({ most: 3 })).toEqual([
      'Section A: it usually lasts 4 turns and at most 3. Make the most longer.',
    ]);
    expect([saidOf({ most: 4 }), saidOf({ over: 4 })]).toEqual([[], []]);
    expect(saidOf({ over: 5 })).toEqual([
      'Section A: its tempo changes over 5 turns, and it has 4. Spread the change over fewer.',
    ]);
    const pickup = (num: number, den = 1) =>
      saidOf({ parts: [{ player: 'player-1', pickup: { beats: { num, den } } }] });
    expect([pickup(64), pickup(1, 2), pickup(127, 2)]).toEqual([[], [], []]);
    expect(pickup(129, 2)).toEqual(['Section A: a pickup has at most 64 beats.']);
    expect(pickup(65)).toEqual(['Section A: a pickup has at most 64 beats.']);
    expect(pickup(0)).toEqual(['Section A: a pickup lasts more than nothing.']);
    expect(saidOf({ turns: 0 })).toEqual(['At sections.0.turns: A section lasts 1 to 999 turns.']);
    expect(saidOf({ change: { kind: 'ratio', before: 0, now: 2 } })).toEqual([
      'At sections.0.change.before: A ratio is made of whole numbers from 1 to 32.',
    ]);
    expect(saidOf({ change: { kind: 'at', bpm: 500 } })).toEqual([
      'At sections.0.change.bpm: A tempo is at most 400 a minute.',
    ]);
  });

  it('has places in lowest terms, wherever they stand', () => {
    const lowest = ['Section A: beats stand in lowest terms.'];
    const odd = place(2, 4);
    expect(saidOf({ cut: odd })).toEqual(lowest);
    expect(saidOf({ parts: [{ player: 'player-1', from: odd }] })).toEqual(lowest);
    expect(saidOf({ parts: [{ player: 'player-1', until: odd }] })).toEqual(lowest);
    expect(saidOf({ parts: [{ player: 'player-1', pickup: { beats: odd.beats } }] })).toEqual(
      lowest,
    );
    expect(saidOf({ calls: [{ player: 'player-1', at: odd, sign: 'hey' }] })).toEqual(lowest);
    expect(saidOf({ cut: place(1, 2) })).toEqual([]);
  });

  it('names what is meant to be so in one word', () => {
    const meant = (kind: string) => said({ meant: [{ kind, section: 'section-1' }] }).length;
    expect([meant('odd-turns'), meant('a'.repeat(30))]).toEqual([0, 0]);
    expect([meant(''), meant('Turned'), meant('turned!'), meant('a'.repeat(31))]).toEqual([
      1, 1, 1, 1,
    ]);
  });

  it('calls something', () => {
    expect(saidOf({ calls: [{ player: 'player-1', at: place(0), sign: '  ' }] })).toEqual([
      'At sections.0.calls.0.sign: A call says what is called.',
    ]);
  });
});
