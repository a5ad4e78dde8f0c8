import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arbitraryForm, formFrom, formOf, RHYTHMS, WALK } from '../fixture.testkit.ts';
import { checkForm, type Form, findAll, layOut, mendForm, setMeant } from '../index.ts';

const found = (form: Form, ceiling = 50) => findAll({ laid: layOut(form, RHYTHMS), ceiling });
const said = (form: Form, ceiling?: number) => found(form, ceiling).map(({ text }) => text);
const part = (name: string, more = '') => `part ${name}\nplay Walk : ${name}\n${more}`;
const section = (name: string, length: number | string, more = '') =>
  `section ${name}\ncycle 3+3+2\nturns ${length}\nlevel full\n${more}`;

/** What is found after the first thing that was found is mended in its first way. */
function mended(form: Form, way = 0): readonly string[] {
  const [first] = found(form);
  const mend = first?.mends[way];
  if (!first || !mend) throw new Error('nothing to mend');
  return said(mendForm(form, first, mend));
}

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

describe('what players are asked', () => {
  it('is told where an entry lacks its pickup', () => {
    const form = formOf(
      [
        section('A', 2),
        section('B', 2, part('Congas', 'pickup 1')),
        section('C', 2),
        section('D', 2, part('Congas')),
      ].join('\n'),
    );
    expect(said(form)).toEqual(['Congas enters D without the pickup that leads into B.']);
    expect(mended(form)).toEqual([]);
  });

  it('is told where the hands are still on another drum', () => {
    const seven = (more: string) =>
      formOf(
        `${section('A', 2, part('Drum'))}\nsection B\ncycle 2+2+3\nturns 4\nlevel full\nchange same pulse\npart Drum\nplay Seven : Ground\n${more}`,
      );
    // From pulse 7 of the last turn to the one: one pulse of 5/18 s.
    expect(said(seven(''))).toEqual([
      'Drum has 0.3 seconds from the darbuka at the end of A to the dholak in B: the hands are still on the other drum.',
    ]);
    expect(mended(seven(''))).toEqual([]);
    expect(said(seven('from 1.3'))).toEqual([]);
  });

  it('counts the time before a change of tempo and that after it, each at its own', () => {
    const form = formOf(
      `${section('A', 2, part('Drum'))}\nsection B\ncycle 2+2+3\nturns 4\nlevel full\nchange to 144\npart Drum\nplay Seven : Ground\nfrom 1.2\n`,
    );
    // One pulse of 5/18 s to the one, and two of 60 / (144 · 2) s to the second beat.
    expect(said(form)).toEqual([
      'Drum has 0.7 seconds from the darbuka at the end of A to the dholak in B: the hands are still on the other drum.',
    ]);
  });

  it('counts the pickup of the player who changes drums, not that of another', () => {
    const into = (congas: string, drum: string) =>
      said(
        formOf(
          `${section('A', 2, `${part('Congas')}\n${part('Drum')}`)}\n${section('B', 2, `part Congas\nplay Walk : Congas\n${congas}\npart Drum\nplay Walk : Congas\n${drum}`)}`,
        ),
      ).filter((text) => text.startsWith('Drum has'));
    const [plain] = into('', '');
    expect(plain).toContain('Drum has 0.3 seconds');
    expect(into('pickup 1/2', '')).toEqual([plain]);
    // The pickup takes the place of the last stroke in A, and begins later than that.
    expect(into('', 'pickup 1/2')[0]).toContain('Drum has 0.6 seconds');
  });

  it('is told where a hand is over its ceiling', () => {
    const form = formOf(section('A', 2, `speed double\n${part('Drum')}`));
    const [hands] = found(form, 3).filter(({ kind }) => kind === 'hands');
    // Right and left in turn: over the seam two pulses from right to right, at double speed one of 5/18 s.
    expect(hands?.text).toBe(
      'In A Drum’s right hand strikes 3.6 times a second in Drum; the ceiling is 3. It is reached at 60.',
    );
    expect(found(form, 3.6).filter(({ kind }) => kind === 'hands')).toEqual([]);
    // Of the congas, which come after the drum in their rhythm, the hand is the congas' own.
    const congas = found(formOf(section('A', 2, part('Congas'))), 0.1);
    expect(congas.filter(({ kind }) => kind === 'hands').map(({ text }) => text)).toEqual([
      'In A Congas’s right hand strikes 1.2 times a second in Congas; the ceiling is 0.1. It is reached at 6.',
    ]);
  });

  it('is told where a variation stands outside its place', () => {
    const form = formOf(section('A', 2, 'part Drum\nplay Walk : Drum : Corner'));
    expect(said(form)).toEqual([
      'Corner has its place on turn 4 of 4; in A Drum plays it in every turn.',
    ]);
    expect(mended(form)).toEqual([]);
  });

  it('is told where a variation that has a side is played on both', () => {
    const [layer] = WALK.layers;
    if (!layer) throw new Error('a bell');
    const call = {
      id: 'call',
      name: 'Call',
      place: { kind: 'side', side: 'three' } as const,
      lines: [{ layer: layer.id, cells: layer.cells, strokes: layer.strokes }],
    };
    const form = formOf(section('A', 4, part('Bell')));
    const sections = form.sections.map((one) => ({
      ...one,
      parts: one.parts.map((of) => ({
        ...of,
        line: { rhythm: 'walk', layer: layer.id, variation: 'call' },
      })),
    }));
    const laid = layOut(
      { ...form, sections },
      new Map([['walk', { ...WALK, variations: [call] }]]),
    );
    const all = findAll({ laid, ceiling: 50 });
    expect(all.map(({ text }) => text)).toEqual([
      'Call has its place on the three-side; in A Bell plays it on both.',
    ]);
    expect(all[0]).toMatchObject({
      weight: 'look',
      player: 'player-1',
      mends: [{ label: 'Mix it with home', edit: { kind: 'mix', player: 'player-1' } }],
    });
  });

  it('is told in the order of the piece, what is wrong before all', () => {
    const form = formOf(
      [
        section('A', 2, 'part Drum\nplay Walk : Drum : Corner'),
        section('B', 3, part('Bell')),
        section('C', 2, 'part Drum\nplay Walk : Drum : Corner'),
        section('D', 2, 'change 1 become 8'),
      ].join('\n'),
    );
    expect(found(form).map(({ weight, at }) => `${weight} ${at}`)).toEqual([
      'wrong 3',
      'look 0',
      'look 1',
      'look 2',
    ]);
  });

  it('is told where a variation has more than its share of the form', () => {
    const form = formOf(
      `${section('A', 2, part('Congas'))}\n${section('B', 2, 'part Congas\nplay Walk : Congas : Held')}`,
    );
    expect(said(form)).toEqual([
      'Held has 50 % of the turns of Congas in this form; its share is 1/4.',
    ]);
    expect(mended(form)).toEqual([]);
    expect(found(form)[0]).toMatchObject({
      section: 'section-2',
      at: 1,
      player: 'player-3',
      weight: 'look',
    });
    const enough = formOf(
      `${section('A', 6, part('Congas'))}\n${section('B', 2, 'part Congas\nplay Walk : Congas : Held')}`,
    );
    expect(said(enough)).toEqual([]);
  });

  it('is told of its place alone where a variation has both, and of nothing where it has neither', () => {
    const [layer] = WALK.layers;
    if (!layer) throw new Error('a bell');
    const free = {
      id: 'free',
      name: 'Free',
      lines: [{ layer: layer.id, cells: layer.cells, strokes: layer.strokes }],
    };
    const rhythms = new Map([
      ['walk', { ...WALK, variations: [...(WALK.variations ?? []), free] }],
    ]);
    const playing = (line: Form['sections'][number]['parts'][number]['line']) => {
      const form = formOf(section('A', 4));
      const sections = form.sections.map((one) => ({
        ...one,
        parts: [{ player: 'player-1', ...(line && { line }) }],
      }));
      return findAll({ laid: layOut({ ...form, sections }, rhythms), ceiling: 50 }).map(
        ({ text }) => text,
      );
    };
    expect(playing({ rhythm: 'walk', layer: layer.id, variation: 'free' })).toEqual([]);
    expect(playing({ rhythm: 'walk', layer: 'layer-2', variation: 'variation-1' })).toEqual([
      'Corner has its place on turn 4 of 4; in A Bell plays it in every turn.',
    ]);
  });

  it('can go to the quiet line where there is one that is another', () => {
    const quiet = (line: string) =>
      formFrom(
        `form T\ntempo 72 per 3\nplayer Drum\nquiet ${line}\nsection A\ncycle 3+3+2\nturns 2\nlevel full\npart Drum\nplay Walk : Drum\nthen A`,
      );
    const hands = (form: Form) => found(form, 1).filter(({ kind }) => kind === 'hands')[0];
    const [one, same] = [quiet('Walk : Bell'), quiet('Walk : Drum')];
    expect(hands(one)?.mends.map(({ label }) => label)).toEqual(['Play the quiet line']);
    expect(hands(same)?.mends).toEqual([]);
    const first = hands(one);
    const [mend] = first?.mends ?? [];
    if (!first || !mend) throw new Error('nothing to mend');
    expect(mendForm(one, first, mend).sections[0]?.parts).toEqual([
      { player: 'player-1', line: { rhythm: 'walk', layer: 'layer-1' } },
    ]);
  });

  it('is told where a line is busy and should not be', () => {
    const busy = (more: string) =>
      formFrom(
        `form T\ntempo 60 per 8\nplayer Drum\nsection A\ncycle 3+3+2\nturns 2\nlevel ${more}\npart Drum\nplay Walk : Drum\nthen A`,
      );
    expect(said(busy('soft'))).toEqual(['Drum plays five strokes a beat in A, where it is soft.']);
    expect(said(busy('plain\nsung'))).toEqual([
      'Drum plays five strokes a beat in A, where someone sings.',
    ]);
    expect(said(busy('plain'))).toEqual([]);
    // From three a beat on: four strokes in eight pulses, with beats of six, and of four.
    const congas = (per: number) =>
      said({
        ...formOf(`section A\ncycle 3+3+2\nturns 2\nlevel soft\n${part('Congas')}`),
        tempo: { bpm: 60, per },
      });
    expect(congas(6)).toEqual(['Congas plays three strokes a beat in A, where it is soft.']);
    expect(congas(5)).toEqual([]);
  });

  it('is told where nobody plays under a solo', () => {
    expect(said(formOf(section('A', 2, 'part Drum\nsolo')))).toEqual([
      'Nobody plays under Drum’s solo in A: give a player a quiet line.',
    ]);
    expect(said(formOf(section('A', 2, `part Drum\nsolo\n${part('Bell')}`)))).toEqual([]);
  });
});

describe('a change of tempo', () => {
  it('that cannot be counted across is told with the nearest that can', () => {
    const form = formOf(`${section('A', 2)}\n${section('B', 6, 'change to 84')}`);
    expect(said(form)).toEqual([
      'From 72 to 84 at once is 7 beats in the time of 6: no one can count that across. The nearest that can be found by ear is 4 in the time of 3, which is 96.',
    ]);
    expect([mended(form, 0), mended(form, 1)]).toEqual([[], []]);
    expect(found(form)[0]?.weight).toBe('look');
    expect(said(formOf(`${section('A', 2)}\n${section('B', 6, 'change to 96')}`))).toEqual([]);
  });

  it('is mended by ear only where that is a tempo', () => {
    const ways = (from: number, to: number) => {
      const form = formOf(`${section('A', 2)}\n${section('B', 6, `change to ${to}`)}`);
      return found({ ...form, tempo: { bpm: from, per: 3 } }).map(({ mends }) =>
        mends.map(({ label }) => label),
      );
    };
    const over = 'Go there over 4 turns';
    // Three to four is 400, the most; from 352 it would be 469.
    expect(ways(300, 350)).toEqual([['3 become 4', over]]);
    expect(ways(352, 400)).toEqual([[over]]);
    // Three to two is 10, the least; from 12 it would be 9.
    expect(ways(15, 11)).toEqual([['4 become 3', over]]);
    expect(ways(12, 10)).toEqual([[over]]);
  });
});

describe('any form', () => {
  it('is found whole sentences of, and every way to mend leaves a form that can be kept', () => {
    fc.assert(
      fc.property(arbitraryForm, (form) => {
        for (const finding of found(form, 5)) {
          expect(finding.text).toMatch(/\.$/);
          expect(finding.text).not.toMatch(/undefined|NaN|Infinity/);
          for (const mend of finding.mends) {
            const result = mendForm(form, finding, mend);
            expect(checkForm(result)).toMatchObject({ ok: true });
            expect(result).not.toEqual(form);
          }
        }
      }),
      { numRuns: 80 },
    );
  });
});
