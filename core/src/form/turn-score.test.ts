import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { turnPulses } from '../cycle/index.ts';
import { CLICK_LAYER, COUNT_IN_LAYER, type Score } from '../sound/index.ts';
import { readRhythm } from '../text/index.ts';
import { arbitraryForm, formOf, RHYTHMS, WALK } from './fixture.testkit.ts';
import { CUE_LAYER, type Form, layOut, scoreFinal, scoreLeadIn, scoreTurn } from './index.ts';

/** What sounds for a player in a turn, in pulses from its beginning. */
const heard = (score: Score, player: string) =>
  score.events
    .filter(({ layer }) => layer === player)
    .map(({ ticks }) => ticks / score.ticksPerPulse);

function turns(form: Form, at: number): readonly Score[] {
  const { spans, source } = layOut(form, RHYTHMS);
  const span = spans[at];
  const next = spans[at + 1];
  if (!span) throw new Error('no such section');
  return Array.from({ length: span.turns }, (_, turn) =>
    scoreTurn(span, source, { turn, turns: span.turns, ...(next && { next }) }),
  );
}

const part = (name: string, more = '') => `part ${name}\nplay Walk : ${name}\n${more}`;
const section = (name: string, length: number, more = '') =>
  `section ${name}\ncycle 3+3+2\nturns ${length}\nlevel plain\n${more}`;
const [bell, drum, congas] = ['player-1', 'player-2', 'player-3'] as const;

describe('a turn of a form', () => {
  it('has each player’s line, turn after turn, and the click', () => {
    const [first, second, third] = turns(formOf(section('A', 3, part('Bell'))), 0);
    expect(first && heard(first, bell)).toEqual([0, 3, 6]);
    expect(second && heard(second, bell)).toEqual([3, 6]);
    expect(third && heard(third, bell)).toEqual([0, 3, 6]);
    expect(first && heard(first, CLICK_LAYER)).toEqual([0, 3, 6]);
    expect(first?.lengthTicks).toBe(8 * (first?.ticksPerPulse ?? 0));
  });

  it('goes on where the section before left off, and on the other side after an odd number of turns', () => {
    const form = formOf(`${section('A', 3, part('Bell'))}\n${section('B', 2, part('Bell'))}`);
    expect(turns(form, 1).map((score) => heard(score, bell))).toEqual([
      [3, 6],
      [0, 3, 6],
    ]);
    const anew = formOf(
      `${section('A', 3, part('Bell'))}\n${section('B', 1, `anew\n${part('Bell')}`)}`,
    );
    expect(turns(anew, 1).map((score) => heard(score, bell))).toEqual([[0, 3, 6]]);
    const turned = formOf(section('A', 1, part('Bell', 'begin 2')));
    expect(turns(turned, 0).map((score) => heard(score, bell))).toEqual([[3, 6]]);
  });

  it('in double time has two turns of each line, and in half time half of one', () => {
    const [double] = turns(formOf(section('A', 1, `speed double\n${part('Bell')}`)), 0);
    expect(double && heard(double, bell)).toEqual([0, 1.5, 3, 5.5, 7]);
    const half = turns(formOf(section('A', 4, `speed half\n${part('Bell')}`)), 0);
    expect(half.map((score) => heard(score, bell))).toEqual([[0, 6], [4], [6], [4]]);
  });

  it('begins and ends where a part says, and where all stop', () => {
    const sounds = (more: string, all = '') =>
      turns(formOf(section('A', 2, `${all}\n${part('Congas', more)}`)), 0).map((score) =>
        heard(score, congas),
      );
    expect(sounds('')).toEqual([
      [0, 2, 3, 6],
      [0, 2, 3, 6],
    ]);
    expect(sounds('from 1.2\nuntil 2.2')).toEqual([
      [3, 6],
      [0, 2],
    ]);
    expect(sounds('from 1.1+2/3')).toEqual([
      [2, 3, 6],
      [0, 2, 3, 6],
    ]);
    expect(sounds('', 'cut 2.2')).toEqual([
      [0, 2, 3, 6],
      [0, 2],
    ]);
  });

  it('has the pickups of what follows at exact times: the end of its line, or of another', () => {
    const into = (more: string) =>
      turns(
        formOf(
          `${section('A', 2, part('Drum'))}\n${section('B', 2, `${part('Congas', more)}\n${part('Drum')}`)}`,
        ),
        0,
      ).map((score) => heard(score, congas));
    // The last two beats of the congas: from pulse 3 on.
    expect(into('pickup 2')).toEqual([[], [3, 6]]);
    expect(into('pickup 3')).toEqual([[], [0, 2, 3, 6]]);
    expect(into('pickup 4')).toEqual([[6], [0, 2, 3, 6]]);
    // Longer than what is before it: what fits.
    expect(into('pickup 9')).toEqual([
      [0, 2, 3, 6],
      [0, 2, 3, 6],
    ]);
    expect(into('pickup 1\nwith Walk : Bell')).toEqual([[], [6]]);
    // At double speed the last beat has the line’s last three pulses and one more, twice as quick.
    const double = formOf(
      `${section('A', 1)}\n${section('B', 2, `speed double\n${part('Congas', 'pickup 1')}`)}`,
    );
    expect(turns(double, 0).map((score) => heard(score, congas))).toEqual([[7]]);
  });

  it('has them where the line’s length is no part of the section’s', () => {
    const seven = (name: string, length: number, more = '') =>
      `section ${name}\ncycle 2+2+3\nturns ${length}\nlevel plain\n${more}`;
    const form = formOf(`${seven('A', 3)}\n${seven('B', 1, part('Bell', 'pickup 3'))}`);
    // The bell is at pulse 21 of its 16 where B begins, so at 14 to 21 before it: 14, 16, 19.
    expect(turns(form, 0).map((score) => heard(score, bell))).toEqual([[], [], [0, 2, 5]]);
    expect(turns(form, 1).map((score) => heard(score, bell))).toEqual([[1, 6]]);
  });

  it('lets the pickup take the place of what the same player plays', () => {
    const form = formOf(
      `${section('A', 1, part('Congas'))}\n${section('B', 1, part('Congas', 'pickup 1\nwith Walk : Bell'))}`,
    );
    const [turn] = turns(form, 0);
    expect(turn && heard(turn, congas)).toEqual([0, 2, 3, 6]);
    const [drums, bells] = ['layer-3', 'layer-1'].map(
      (id) => WALK.layers.find((layer) => layer.id === id)?.instrument,
    );
    expect(
      turn?.events.filter(({ layer }) => layer === congas).map(({ sound }) => sound.instrument),
    ).toEqual([drums, drums, drums, bells]);
  });

  it('counted in has only the pickups of the first section', () => {
    const { spans, source } = layOut(formOf(section('A', 2, part('Congas', 'pickup 2'))), RHYTHMS);
    const [span] = spans;
    const score = span && scoreLeadIn(span, source);
    expect(score && [heard(score, congas), heard(score, COUNT_IN_LAYER)]).toEqual([
      [3, 6],
      [0, 3, 6],
    ]);
  });

  it('ends on the one with the first stroke of those who play to the end', () => {
    const form = formOf(
      section('A', 3, `${part('Bell')}\n${part('Congas')}\n${part('Drum', 'until 2.1')}`),
    );
    const { spans, source } = layOut(form, RHYTHMS);
    const [span] = spans;
    const score = span && scoreFinal(span, source, 3);
    // The bell would have nothing there: its last turn is its second.
    expect(score?.events.map(({ layer, ticks }) => [layer, ticks])).toEqual([
      [bell, 0],
      [congas, 0],
    ]);
  });

  it.each(['', 'speed double\n', 'speed half\n'])(
    'ends so with a line that is elsewhere then and begins late: %s',
    (speed) => {
      const { rhythm } = readRhythm(
        'rhythm Seven\ncycle 2+2+3\nlayer Lamp : hand bell\nplay . X / . X / . . X',
        'seven',
      );
      const form = formOf(section('A', 3, `${speed}part Bell\nplay Seven : Lamp\n`));
      const { spans, source } = layOut(form, new Map([...RHYTHMS, ['seven', rhythm]]));
      const score = spans[0] && scoreFinal(spans[0], source, 3);
      expect(score?.events.map(({ layer, ticks }) => [layer, ticks])).toEqual([[bell, 0]]);
    },
  );

  it('before a change can be heard to be the last', () => {
    const form = formOf(`${section('A', 2, part('Bell'))}\n${section('B', 1, part('Bell'))}`);
    const cues = [0, 1].map((at) => turns(form, at).map((score) => heard(score, CUE_LAYER)));
    expect(cues).toEqual([[[], [0, 3, 6]], [[]]]);
  });

  it('is as loud as its level', () => {
    const gains = (level: string) =>
      turns(
        formOf(section('A', 2, part('Bell')).replace('level plain', `level ${level}`)),
        0,
      ).flatMap((score) =>
        score.events.filter(({ layer }) => layer === bell).map(({ gain }) => gain ?? 1),
      );
    expect(gains('full')).toEqual([1, 1, 1, 1, 1]);
    const [soft = 0] = gains('soft');
    const [plain = 0] = gains('plain');
    expect([soft < plain, plain < 1]).toEqual([true, true]);
    const growing = gains('growing');
    expect(growing[0]).toBe(soft);
    expect(growing).toEqual(growing.toSorted((a, b) => a - b));
  });

  it('lets others go to their quiet lines while someone leads, and a stand-in play what may be played', () => {
    const form = formOf(section('A', 2, 'part Congas\nsolo\nmay Walk : Congas\nmay Walk : Bell'));
    const quiet: Form = {
      ...form,
      players: form.players.map((one) =>
        one.name === 'Drum' ? { ...one, quiet: { rhythm: 'walk', layer: 'layer-1' } } : one,
      ),
    };
    const [first, second] = turns(quiet, 0);
    expect(first && [heard(first, drum), heard(first, bell), heard(first, congas)]).toEqual([
      [0, 3, 6],
      [],
      [0, 2, 3, 6],
    ]);
    expect(second && heard(second, congas)).toEqual([3, 6]);
  });

  it('chokes strokes where the line does, twice as soon at double speed', () => {
    const damped = new Map([
      [
        'walk',
        {
          ...WALK,
          layers: WALK.layers.map((layer) => ({
            ...layer,
            strokes: layer.strokes.map((stroke) => ({ ...stroke, damp: true as const })),
          })),
        },
      ],
    ]);
    const lengths = (speed: string) => {
      const { spans, source } = layOut(
        formOf(section('A', 1, `${speed}\n${part('Bell')}`)),
        damped,
      );
      const [span] = spans;
      const score = span && scoreTurn(span, source, { turn: 0, turns: 1 });
      return score?.events
        .filter(({ layer }) => layer === bell)
        .map(({ dampTicks = 0 }) => dampTicks / score.ticksPerPulse);
    };
    // A slot of the bell is a pulse.
    expect(lengths('')).toEqual([1, 1, 1]);
    expect(lengths('speed double')).toEqual([0.5, 0.5, 0.5, 0.5, 0.5]);
    const [plain] = turns(formOf(section('A', 1, part('Bell'))), 0);
    expect(plain?.events.every(({ dampTicks }) => dampTicks === undefined)).toBe(true);
  });

  it('mixed comes out the same every time, with variations in it', () => {
    const form = formOf(section('A', 40, 'part Drum\nplay Walk : Drum : mixed 3'));
    const counts = turns(form, 0).map((score) => heard(score, drum).length);
    expect(new Set(counts).size).toBeGreaterThan(1);
    expect(turns(form, 0).map((score) => heard(score, drum).length)).toEqual(counts);
  });

  it('of any form lies within its bounds, in order, and what is not there is silent', () => {
    fc.assert(
      fc.property(arbitraryForm, (form) => {
        const { spans, source } = layOut(form, RHYTHMS);
        for (const [at, span] of spans.entries()) {
          const next = spans[at + 1];
          for (let turn = 0; turn < Math.min(3, span.turns); turn += 1) {
            const score = scoreTurn(span, source, {
              turn,
              turns: span.turns,
              ...(next && { next }),
            });
            expect(score.lengthTicks).toBe(turnPulses(span.section.cycle) * score.ticksPerPulse);
            let before = 0;
            for (const { ticks, gain = 1 } of score.events) {
              expect(ticks >= before && ticks < score.lengthTicks && gain <= 1).toBe(true);
              before = ticks;
            }
          }
        }
      }),
      { numRuns: 60 },
    );
  });
});
