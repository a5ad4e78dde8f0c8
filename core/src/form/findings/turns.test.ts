import { describe, expect, it } from 'vitest';
import { formOf } from '../fixture.testkit.ts';
import { setMeant } from '../index.ts';
import { found, mended, part, said, section } from './findings.testkit.ts';

describe('a timeline that is turned', () => {
  const bell = part('Bell');
  const form = formOf(
    [
      section('Walk', 15, bell),
      section('Call', 2),
      section('Stairs', 8, bell),
      section('Round', 7, bell),
      section('Home', 4, bell),
    ].join('\n'),
  );

  it('is told with where it comes back', () => {
    expect(said(form)).toEqual([
      'Walk has 15 turns. The two-turn Bell ends in its middle, so Call starts on the two-side, and it stays there until Home.',
    ]);
    const toTheEnd = formOf([section('Walk', 3, bell), section('End', 2, bell)].join('\n'));
    expect(said(toTheEnd)).toEqual([
      'Walk has 3 turns. The two-turn Bell ends in its middle, so End starts on the two-side, and it stays there to the end.',
    ]);
  });

  it('comes right with another length, or begun anew', () => {
    // Then the seven turns of Round turn it over.
    const round =
      'Round has 7 turns. The two-turn Bell ends in its middle, so Home starts on the two-side, and it stays there to the end.';
    expect(found(form)[0]?.mends.map(({ label }) => label)).toEqual([
      'Make it 16',
      'Begin anew in Call',
    ]);
    expect([mended(form, 0), mended(form, 1)]).toEqual([[round], [round]]);
  });

  it('is not told where it is meant, at the end, in another cycle, or in double time', () => {
    expect(said(setMeant(form, 'turned', 'section-1', true))).toEqual([]);
    expect(
      said(setMeant(setMeant(form, 'turned', 'section-1', true), 'turned', 'section-1', false)),
    ).toHaveLength(1);
    expect(said(formOf(section('Walk', 15, bell)))).toEqual([]);
    expect(
      said(formOf(`${section('Walk', 15, bell)}\nsection Seven\ncycle 2+2+3\nturns 3\nlevel full`)),
    ).toEqual([]);
    expect(
      said(formOf(`${section('Walk', 15, `speed double\n${bell}`)}\n${section('B', 2, bell)}`)),
    ).toEqual([]);
  });
});

describe('a line of several turns', () => {
  it('that is broken off in its middle, or runs on from there, is told', () => {
    const drum = part('Drum');
    expect(said(formOf(`${section('A', 3, drum)}\n${section('B', 2, drum)}`))).toEqual([
      'A has 3 turns, and Drum plays two turns of Drum: B begins with turn 2 of it.',
    ]);
    expect(said(formOf(`${section('A', 3, drum)}\n${section('B', 2)}`))).toEqual([
      'A has 3 turns, and Drum plays two turns of Drum: it breaks off after turn 1 of 2.',
    ]);
    const form = formOf(`${section('A', 3, drum)}\n${section('B', 2, drum)}`);
    expect(mended(form)).toEqual([]);
    expect(found(form).map(({ kind }) => kind)).toEqual(['odd-turns']);
    expect(said(setMeant(form, 'odd-turns', 'section-1', true))).toEqual([]);
    expect(said(formOf(section('A', '3 to 8 until the sign', drum)))).toEqual([]);
  });
});
