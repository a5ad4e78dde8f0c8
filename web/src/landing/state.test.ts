import { cycleFromSpans } from '@stride/core/cycle';
import { type Cadence, USUAL_QUESTION, writeSizes } from '@stride/core/landing';
import { describe, expect, it } from 'vitest';
import {
  activeQuestion,
  beginLanding,
  keptPart,
  type LandingAction,
  landingReducer,
  pickedOr,
  sectionsOf,
  shownIn,
  typedBegun,
} from './state.ts';

const SIXTEEN = cycleFromSpans('1x16');
const FIVES: Cadence = { sizes: [5, 5, 5], gaps: [1, 1], parts: 4, landing: 'on-last' };
const TWOS: Cadence = { sizes: [2, 2], gaps: [0], parts: 4, landing: 'after-last' };

const after = (...actions: readonly LandingAction[]) =>
  actions.reduce(landingReducer, beginLanding(SIXTEEN));
const said = (state: ReturnType<typeof after>, solved?: Cadence, twice = false) => {
  const shown = shownIn(state, solved, twice);
  return shown && `${writeSizes(shown.cadence)} from ${shown.at} at ${shown.cadence.parts}`;
};

describe('what Landing knows', () => {
  it('draws what was found, what was picked for just this question, or it at double speed', () => {
    const begun = after();
    expect(said(begun, FIVES)).toBe('5 (1) 5 (1) 5 from 48 at 4');
    expect(said(begun)).toBeUndefined();
    expect(said(begun, FIVES, true)).toBe('10 (2) 10 (2) 9 from 96 at 8');
    const picked = after({ type: 'pick', cadence: FIVES });
    expect(pickedOr(picked, activeQuestion(picked), TWOS)).toBe(FIVES);
    const other = landingReducer(picked, {
      type: 'ask',
      question: { ...USUAL_QUESTION, turns: 3 },
    });
    expect(pickedOr(other, activeQuestion(other), TWOS)).toBe(TWOS);
    const elsewhere = landingReducer(picked, { type: 'cycle', cycle: cycleFromSpans('1x10') });
    expect(pickedOr(elsewhere, activeQuestion(elsewhere), TWOS)).toBe(TWOS);
    const louder = landingReducer(picked, { type: 'hear', change: { bpm: 99, before: 3 } });
    expect(louder).toMatchObject({ bpm: 99, before: 3 });
    expect(pickedOr(louder, activeQuestion(louder), TWOS)).toBe(FIVES);
  });

  it('draws the phrase that is typed from where it begins, with its syllables', () => {
    const mine = after({ type: 'mode', mode: 'mine' });
    expect(said(mine)).toBe('5 (1) 5 (2) 5 from 48 at 4');
    const spoken = landingReducer(mine, { type: 'try', change: { text: 'ta ka . ta', part: 9 } });
    expect(shownIn(spoken, undefined, false)?.phrase).toBe('ta ka . ta');
    expect(said(spoken)).toBe('2 (1) 1 from 51 at 4');
    const wrong = landingReducer(mine, { type: 'try', change: { text: '5 (1)' } });
    expect(said(wrong)).toBeUndefined();
    const late = landingReducer(mine, { type: 'try', change: { count: 99 } });
    expect(typedBegun(late)?.at).toBe(15 * 4);
  });

  it('draws a mend in its place until something else is typed, and takes it for good', () => {
    const mend = { cadence: { ...FIVES, parts: 3 }, at: 7 };
    const mended = after({ type: 'mode', mode: 'mine' }, { type: 'instead', begun: mend });
    expect(said(mended)).toBe('5 (1) 5 (1) 5 from 7 at 3');
    expect(said(landingReducer(mended, { type: 'try', change: { count: 0 } }))).toBe(
      '5 (1) 5 (2) 5 from 0 at 4',
    );
    const taken = landingReducer(mended, { type: 'take', begun: mend });
    expect(taken.question.parts).toEqual([3]);
    expect(taken.doing).toEqual({ mode: 'mine', text: '5 (1) 5 (1) 5', count: 2, part: 1 });
    const spoken = after(
      { type: 'mode', mode: 'mine' },
      { type: 'try', change: { text: 'ta ka ta' } },
      { type: 'take', begun: { cadence: { ...FIVES, sizes: [3], gaps: [] }, at: 4 } },
    );
    expect(spoken.doing).toMatchObject({ text: 'ta ka ta', count: 1, part: 0 });
  });

  it('asks for the part that does not stay, and draws both as one', () => {
    const parts = after({ type: 'mode', mode: 'parts' });
    expect(activeQuestion(parts)).toMatchObject({ landing: 'after-last', parts: [4], after: 16 });
    expect(writeSizes(sectionsOf(parts, TWOS)?.opening ?? FIVES)).toBe('2 2');
    expect(said(parts, TWOS)).toBe('2 2 5 (1) 5 (1) 5 from 44 at 4');
    const opening = landingReducer(parts, {
      type: 'join',
      change: { fixed: 'opening', between: 2, count: 3 },
    });
    expect(keptPart(opening)?.landing).toBe('after-last');
    expect(activeQuestion(opening).start).toEqual({ kind: 'at', count: 7, part: 3 });
    expect(writeSizes(sectionsOf(opening, TWOS)?.closing ?? FIVES)).toBe('2 2');
    expect(sectionsOf(opening, undefined)).toBeUndefined();
    const wrong = landingReducer(parts, { type: 'join', change: { text: 'x' } });
    expect(activeQuestion(wrong)).toBe(USUAL_QUESTION);
    expect(said(wrong, TWOS)).toBeUndefined();
  });

  it('comes back to what was typed in another mode, and asks a phrase of one’s own at one speed', () => {
    const away = after(
      { type: 'mode', mode: 'mine' },
      { type: 'try', change: { text: '3 3 3' } },
      { type: 'mode', mode: 'find' },
    );
    expect(landingReducer(away, { type: 'mode', mode: 'mine' }).doing).toMatchObject({
      text: '3 3 3',
    });
    expect(landingReducer(away, { type: 'mode', mode: 'find' })).toBe(away);
    const question = { ...USUAL_QUESTION, parts: [3, 4] };
    expect(landingReducer(away, { type: 'ask', question }).question.parts).toEqual([3, 4]);
    const mine = landingReducer(away, { type: 'mode', mode: 'mine' });
    expect(landingReducer(mine, { type: 'ask', question }).question.parts).toEqual([3]);
  });

  it('takes no notice of what has no meaning in a mode', () => {
    const find = after();
    const mine = after({ type: 'mode', mode: 'mine' });
    const begun = { cadence: FIVES, at: 0 };
    for (const action of [
      { type: 'try', change: { count: 1 } },
      { type: 'instead', begun },
      { type: 'take', begun },
      { type: 'join', change: { between: 1 } },
    ] as const) {
      expect(landingReducer(find, action)).toBe(find);
    }
    expect(landingReducer(mine, { type: 'pick', cadence: FIVES })).toBe(mine);
    expect(landingReducer(mine, { type: 'join', change: { between: 1 } })).toBe(mine);
  });
});
