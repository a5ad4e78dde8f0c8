import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cycleFromSpans } from '../cycle/index.ts';
import { arbitraryForm, formOf } from './fixture.testkit.ts';
import {
  addPlayer,
  addSection,
  changePlayer,
  changeSection,
  checkForm,
  copySection,
  type Form,
  moveRepeat,
  playAgain,
  playAgainAt,
  playedOut,
  recycleSection,
  removePlayer,
  removeStep,
  repeatTogether,
  rhythmsOf,
  setMeant,
  setPart,
  setRounds,
  splitRepeat,
  stretchSection,
} from './index.ts';

const section = (name: string) => `section ${name}\ncycle 3+3+2\nturns 2\nlevel plain`;
const ABC = formOf(['A', 'B', 'C'].map(section).join('\n'));
const names = (form: Form) =>
  playedOut(form)
    .map((one) => one.section.name)
    .join(' ');

describe('an edit of a form', () => {
  it('adds, plays again, copies, moves and takes out', () => {
    const again = playAgain(ABC, { repeat: 0, step: 0 });
    expect(names(again)).toBe('A A B C');
    expect(again.sections).toBe(ABC.sections);
    const copied = copySection(ABC, { repeat: 0, step: 0 });
    expect(copied && [names(copied.form), copied.id]).toEqual(['A A 2 B C', 'section-4']);
    expect(names(moveRepeat(ABC, 0, 2))).toBe('B C A');
    expect(names(moveRepeat(ABC, 2, 0))).toBe('C A B');
    for (const [from, to] of [
      [0, 3],
      [0, -1],
      [1, 1],
      [3, 0],
    ] as const)
      expect(moveRepeat(ABC, from, to)).toBe(ABC);
    expect([names(playAgainAt(ABC, 0, 3)), names(playAgainAt(ABC, 2, 0))]).toEqual([
      'A B C A',
      'C A B C',
    ]);
    expect([playAgainAt(ABC, 3, 0), playAgainAt(ABC, 0, 4)]).toEqual([ABC, ABC]);
    const without = removeStep(setMeant(ABC, 'turned', 'section-2', true), { repeat: 1, step: 0 });
    expect([names(without), without.sections.length, without.meant]).toEqual(['A C', 2, undefined]);
    expect(removeStep(again, { repeat: 0, step: 0 }).sections).toHaveLength(3);
    expect(names(addSection(ABC, { name: 'A', cycle: cycleFromSpans('4x4'), turns: 4 }).form)).toBe(
      'A B C A 2',
    );
  });

  it('plays again within what is repeated, and beside what stands alone', () => {
    const shape = (form: Form) =>
      form.order.map(({ times, steps }) => `${steps.length} by ${times}`).join(', ');
    expect(shape(ABC)).toBe('1 by 1, 1 by 1, 1 by 1');
    expect(shape(playAgain(ABC, { repeat: 0, step: 0 }))).toBe('1 by 1, 1 by 1, 1 by 1, 1 by 1');
    const [first, second, third] = ABC.order;
    if (!first || !second || !third) throw new Error('three were made');
    const twice = { ...ABC, order: [{ ...first, times: 2 }, second, third] };
    expect(shape(playAgain(twice, { repeat: 0, step: 0 }))).toBe('2 by 2, 1 by 1, 1 by 1');
    const together = { ...ABC, order: [{ times: 1, steps: [...first.steps, ...second.steps] }] };
    expect(shape(playAgain(together, { repeat: 0, step: 1 }))).toBe('3 by 1');
  });

  it('repeats together, with endings, and takes that apart again', () => {
    const repeated = repeatTogether(ABC, 0, 1, 3);
    expect(names(repeated)).toBe('A B A B A B C');
    const ended = setRounds(repeated, { repeat: 0, step: 1 }, [1, 2]);
    expect(names(ended)).toBe('A B A B A C');
    expect(names(setRounds(ended, { repeat: 0, step: 1 }, [1, 2, 3]))).toBe('A B A B A B C');
    expect(names(repeatTogether(ended, 0, 0, 2))).toBe('A B A B C');
    expect(names(repeatTogether(ended, 0, 0, 1))).toBe('A B C');
    // An ending of a round that is no more goes.
    const third = setRounds(repeated, { repeat: 0, step: 1 }, [3]);
    expect(names(repeatTogether(third, 0, 0, 2))).toBe('A A C');
    // One of several goes, the others stay.
    const both = setRounds(repeated, { repeat: 0, step: 1 }, [1, 3]);
    expect(repeatTogether(both, 0, 0, 2).order[0]?.steps[1]).toEqual({
      section: 'section-2',
      rounds: [1],
    });
    // What was repeated in it is played out.
    expect(names(repeatTogether(ended, 0, 1, 2))).toBe('A B A B A C A B A B A C');
    expect(names(splitRepeat(ended, 0))).toBe('A B C');
    expect(names(playAgain(repeated, { repeat: 0, step: 0 }))).toBe('A A B A A B A A B C');
  });

  it('stretches within what is possible, and takes the change of tempo with it', () => {
    const form = changeSection(ABC, 'section-1', (one) => ({ ...one, over: 2, most: 6 }));
    const lengths = (turns: number) => {
      const [one] = stretchSection(form, 'section-1', turns).sections;
      return [one?.turns, one?.most, one?.over];
    };
    expect([lengths(1), lengths(9), lengths(0), lengths(5000)]).toEqual([
      [1, 6, 1],
      [9, 9, 2],
      [1, 6, 1],
      [999, 999, 2],
    ]);
  });

  it('sets aside what is meant, and says nothing of it where nothing is', () => {
    const meant = setMeant(ABC, 'turned', 'section-1', true);
    expect(meant.meant).toEqual([{ kind: 'turned', section: 'section-1' }]);
    const both = setMeant(meant, 'turned', 'section-2', true);
    expect(setMeant(both, 'turned', 'section-2', false)).toEqual(meant);
    expect(setMeant(meant, 'turned', 'section-1', false)).not.toHaveProperty('meant');
  });

  it('says what players do, and takes them out with all that is said of them', () => {
    const line = { rhythm: 'walk', layer: 'layer-1' };
    const called = changeSection(ABC, 'section-1', (one) => ({
      ...one,
      calls: [{ player: 'player-2', at: { turn: 0, beats: { num: 0, den: 1 } }, sign: 'hey' }],
    }));
    const form = setPart(setPart(called, 'section-1', { player: 'player-2', line }), 'section-1', {
      player: 'player-1',
      line: { rhythm: 'seven', layer: 'layer-1' },
    });
    expect(rhythmsOf(form)).toEqual(['walk', 'seven']);
    const out = removePlayer(form, 'player-2');
    expect(rhythmsOf(out)).toEqual(['seven']);
    expect(out.players.length).toBe(2);
    expect(out.sections[0]).not.toHaveProperty('calls');
    // The calls of others stay.
    expect(removePlayer(form, 'player-1').sections[0]?.calls).toEqual(form.sections[0]?.calls);
    expect(setPart(form, 'section-1', { player: 'player-2' }).sections[0]?.parts).toHaveLength(1);
    const unsaid = { player: 'player-2', line: undefined };
    expect(setPart(form, 'section-1', unsaid).sections[0]?.parts).toHaveLength(1);
    const louder = changePlayer(form, 'player-2', (one) => ({ ...one, name: 'Low bell' }));
    expect(louder.players.map(({ name }) => name)).toEqual(
      form.players.map(({ id, name }) => (id === 'player-2' ? 'Low bell' : name)),
    );
    expect([louder.sections, louder.order]).toEqual([form.sections, form.order]);
    expect(addPlayer(ABC, 'Bell').players.at(-1)).toEqual({ id: 'player-4', name: 'Bell 2' });
  });

  it('of where sections stand changes none of them, and every edit leaves a form that can be kept', () => {
    const edits: readonly ((form: Form, a: number, b: number) => Form)[] = [
      (form, a, b) => moveRepeat(form, a, b),
      (form, a, b) => playAgain(form, { repeat: a, step: b }),
      (form, a, b) => repeatTogether(form, a, b, 2),
      (form, a) => splitRepeat(form, a),
      (form, a, b) => playAgainAt(form, a, b),
      (form, a, b) => setRounds(form, { repeat: a, step: b }, [1]),
    ];
    const others: readonly ((form: Form, a: number, b: number) => Form)[] = [
      (form, a, b) => removeStep(form, { repeat: a, step: b }),
      (form, a, b) => copySection(form, { repeat: a, step: b })?.form ?? form,
      (form, a, b) => stretchSection(form, `section-${a + 1}`, b * 3),
      (form, a) => recycleSection(form, `section-${a + 1}`, cycleFromSpans('2+2+3')),
      (form, a) => removePlayer(form, `player-${a + 1}`),
      (form) => addPlayer(form, 'Bell'),
    ];
    const step = fc.tuple(fc.nat({ max: 11 }), fc.nat({ max: 4 }), fc.nat({ max: 4 }));
    fc.assert(
      fc.property(arbitraryForm, fc.array(step, { maxLength: 6 }), (start, steps) => {
        let form = start;
        for (const [which, a, b] of steps) {
          const moves = edits[which];
          const next = (moves ?? others[which - edits.length])?.(form, a, b) ?? form;
          if (moves) for (const one of next.sections) expect(form.sections).toContain(one);
          expect(checkForm(next)).toMatchObject({ ok: true });
          form = next;
        }
      }),
      { numRuns: 80 },
    );
  });
});
