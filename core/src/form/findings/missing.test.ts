import { describe, expect, it } from 'vitest';
import { formOf } from '../fixture.testkit.ts';
import type { Form } from '../index.ts';
import { found, mended, part, said, section } from './findings.testkit.ts';

describe('what cannot be', () => {
  it('is told in its place, and the rest plays', () => {
    const gone = { rhythm: 'gone', layer: 'layer-1' };
    const form = formOf(section('A', 2, part('Bell')));
    const [a] = form.sections;
    if (!a) throw new Error('one section');
    const with2: Form = {
      ...form,
      sections: [
        {
          ...a,
          parts: [
            ...a.parts,
            { player: 'player-2', line: gone },
            { player: 'player-3', line: { rhythm: 'walk', layer: 'layer-2', variation: 'no' } },
          ],
        },
      ],
    };
    expect(said(with2)).toEqual([
      'In A Drum has a line that cannot be played: its rhythm is not on the Shelf any more. It is silent there. Choose another line, or bring the rhythm back.',
      'In A Congas has a line that cannot be played: its rhythm has no such variation any more. It is silent there. Choose another line, or bring the rhythm back.',
    ]);
    const [first] = with2.sections;
    const pickup = { beats: { num: 1, den: 1 }, line: gone };
    const parts = [{ player: 'player-1', line: { rhythm: 'walk', layer: 'layer-1' }, pickup }];
    expect(said({ ...with2, sections: [{ ...(first ?? a), parts }] })).toContain(
      'In A Bell has a pickup that cannot be played: its rhythm is not on the Shelf any more. It is silent there. Choose another line, or bring the rhythm back.',
    );
    expect(mended(with2)).toHaveLength(1);
    expect(found(with2).map(({ weight }) => weight)).toEqual(['wrong', 'wrong']);
  });

  it('are tempos beyond what can be played', () => {
    const form = formOf(`${section('A', 2)}\n${section('B', 2, 'change 1 become 8')}`);
    expect(said(form)).toEqual([
      'B would have a tempo of 576; 10 to 400 can be played, so it is played at 400. Choose another relation.',
    ]);
    expect(said(formOf(`${section('A', 2)}\n${section('B', 2, 'change 8 become 1')}`))[0]).toBe(
      'B would have a tempo of 9; 10 to 400 can be played, so it is played at 10. Choose another relation.',
    );
    // 72 to 400 cannot be counted across either.
    expect(mended(form)).toEqual([
      'From 72 to 400 at once is 50 beats in the time of 9: no one can count that across. The nearest that can be found by ear is 4 in the time of 1, which is 288.',
    ]);
  });

  it('are pickups longer than what is before them', () => {
    const form = formOf(`${section('A', 1)}\n${section('B', 2, part('Congas', 'pickup 7/2'))}`);
    expect(said(form)).toEqual([
      'Congas’s pickup into B is 7/2 beats long, and A before it has 3 beats. What does not fit is left out.',
    ]);
    expect(mended(form)).toEqual([]);
    expect(said(formOf(section('A', 1, part('Congas', 'pickup 4'))))).toEqual([
      'Congas’s pickup into A is 4 beats long, and the turn that is counted in has 3 beats. What does not fit is left out.',
    ]);
  });

  it('are entries after the end, and stops before the entry', () => {
    const late = formOf(section('A', 4, part('Congas', 'from 5.1')));
    expect(said(late)).toEqual([
      'Congas enters A in turn 5, and it has 4 turns, so nothing sounds.',
    ]);
    expect(mended(late)).toEqual([]);
    expect(said(formOf(section('A', 4, part('Congas', 'from 3.1\nuntil 2.1'))))).toEqual([
      'Congas stops in A before the entry, so nothing sounds.',
    ]);
  });
});
