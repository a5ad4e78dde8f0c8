import { describe, expect, it } from 'vitest';
import { formFrom, formOf } from '../fixture.testkit.ts';
import { type Form, mendForm } from '../index.ts';
import { found, mended, part, said, section } from './findings.testkit.ts';

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

  it('counts it at the speed of the section', () => {
    const speeds = (speed: string) =>
      said(
        formOf(
          `${section('A', 2, `${part('Drum')}speed ${speed}\n`)}\nsection B\ncycle 2+2+3\nturns 4\nlevel full\nchange same pulse\npart Drum\nplay Seven : Ground`,
        ),
      ).filter((text) => text.startsWith('Drum has'));
    // The last stroke of Walk at double speed is half a pulse before the one, 5/36 s. At half
    // speed only the first of its turns is over: its last is four pulses before.
    expect(speeds('double')[0]).toContain('Drum has 0.1 seconds');
    expect(speeds('half')[0]).toContain('Drum has 1.1 seconds');
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
