import { type FormPlace, layOut, readForm, stretchSection } from '@stride/core/form';
import type { Segment } from '@stride/core/sound';
import { readRhythm } from '@stride/core/text';
import { describe, expect, it } from 'vitest';
import { type FormAsked, playForm } from './play-form.ts';

const { rhythm } = readRhythm(
  'rhythm Walk\ncycle 3+3+2\nlayer Bell : hand bell\nplay X! . . / X . . / X .',
  'walk',
);
const rhythms = new Map([['walk', rhythm]]);
const { form } = readForm(
  `form Test
tempo 72 per 3
player Bell
section A
cycle 3+3+2
turns 2 to 4 until the sign
level full
section B
cycle 3+3+2
turns 2
level full
part Bell
play Walk : Bell
pickup 1
then A
then B`,
  [rhythm],
);

function played(change: Partial<FormAsked> = {}) {
  let asked: FormAsked = {
    laid: layOut(form, rhythms),
    way: { kind: 'all', from: 0, loop: false },
    slower: 1,
    ...change,
  };
  const playing = playForm(() => asked);
  if (!playing.first) throw new Error('nothing plays');
  let segment: Segment<FormPlace> = { ...playing.first, startTime: 0 };
  return {
    playing,
    place: () => segment.tag,
    set: (next: Partial<FormAsked>) => {
      asked = { ...asked, ...next };
    },
    /** Goes on to the next turn, and says where it is. */
    step: () => {
      const next = playing.next(segment);
      if (!next) return 'end';
      segment = { ...next, startTime: 0 };
      const { entered, turn } = next.tag;
      return `${entered.section.name}${turn + 1}`;
    },
    tempo: () => segment.tempo.bpm,
  };
}

describe('a form that is being played', () => {
  it('goes on after the sign that was given in the turn that is heard, with the pickup', () => {
    const { playing, step, place } = played();
    expect([step(), step()]).toEqual(['A1', 'A2']);
    const answer = playing.sign(place());
    expect(answer.do).toBe('change');
    const bells =
      answer.do === 'change' ? answer.score.events.filter(({ layer }) => layer === 'player-1') : [];
    expect(bells).toHaveLength(1);
    expect([step(), step(), step()]).toEqual(['B1', 'B2', 'end']);
  });

  it('takes back a turn that was decided on before the sign was given', () => {
    const { playing, step, place } = played();
    step();
    const heard = place();
    step();
    const answer = playing.sign(heard);
    expect(answer.do === 'put next' && answer.next().tag.entered.section.name).toBe('B');
    expect(step()).toBe('B2');
  });

  it('ends with the next turn where that cannot be taken back any more', () => {
    const { playing, step, place } = played();
    step();
    const heard = place();
    expect(step()).toBe('A2');
    const answer = playing.sign(heard);
    const late = answer.do === 'put next' ? playing.sign(answer.coming) : undefined;
    expect(late?.do).toBe('change');
    expect([step(), step(), step()]).toEqual(['B1', 'B2', 'end']);
  });

  it('does nothing where no sign is waited for', () => {
    const { playing, place, step } = played({ way: { kind: 'section', at: 0 } });
    expect(playing.sign(place())).toEqual({ do: 'nothing' });
    step();
    expect(playing.sign(place())).toEqual({ do: 'nothing' });
  });

  it('takes edits and another tempo from the next turn on', () => {
    const { step, set, tempo } = played({ way: { kind: 'all', from: 1, loop: false } });
    expect([step(), tempo()]).toEqual(['B1', expect.closeTo(72, 9)]);
    set({ laid: layOut(stretchSection(form, 'section-2', 3), rhythms), slower: 0.5 });
    expect([step(), tempo(), step(), step()]).toEqual(['B2', expect.closeTo(36, 9), 'B3', 'end']);
  });

  it('plays nothing where there is no such place', () => {
    const laid = layOut(form, rhythms);
    expect(
      playForm(() => ({ laid, way: { kind: 'change', at: 0 }, slower: 1 })).first,
    ).toBeUndefined();
  });
});
