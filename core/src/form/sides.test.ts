import { describe, expect, it } from 'vitest';
import { cycleFromSpans } from '../cycle/index.ts';
import { formOf, RHYTHMS } from './fixture.testkit.ts';
import {
  isTurned,
  isTurnedAfter,
  isTurnedOver,
  layOut,
  runningSides,
  type Section,
  sidesIn,
  sidesThrough,
} from './index.ts';

const bell = 'part Bell\nplay Walk : Bell\n';
const section = (name: string, length: number, more = bell) =>
  `section ${name}\ncycle 3+3+2\nturns ${length}\nlevel plain\n${more}`;

function sidesOf(text: string) {
  const { spans, source } = layOut(formOf(text), RHYTHMS);
  return spans.map((span) => {
    const sides = sidesIn(span, source);
    const through = sides ? sidesThrough(sides, span.turns, 8) : [];
    return {
      first: through.map(({ side }) => side[1]).join(''),
      places: through.map(({ from, to }) => [from, to]),
      turned: sides && [isTurned(sides), isTurnedAfter(sides, span.turns, span)],
    };
  });
}

describe('a timeline over a whole form', () => {
  it('runs on unheard where nobody plays it, and is turned over where a section has left it in its middle', () => {
    const laid = layOut(
      formOf(
        [
          section('A', 3),
          section('B', 2, ''),
          section('C', 3),
          section('D', 2),
          section('E', 1, 'anew'),
        ].join('\n'),
      ),
      RHYTHMS,
    );
    const running = runningSides(laid);
    expect(running.map((one) => one?.phase)).toEqual([0, 24, 40, 64, undefined]);
    expect(laid.spans.map((_, at) => isTurnedOver(laid, running, at))).toEqual([
      false,
      true,
      false,
      false,
      false,
    ]);
  });
});

describe('the sides of a timeline', () => {
  it('alternate turn by turn, over sections of an odd number of turns', () => {
    const [a, b, c] = sidesOf([section('A', 3), section('B', 3), section('C', 2, '')].join('\n'));
    expect([a?.first, b?.first, c?.first]).toEqual(['hwh', 'whw', '']);
    expect([a?.turned, b?.turned, c?.turned]).toEqual([[false, true], [true, false], undefined]);
    expect(a?.places).toEqual([
      [0, 8],
      [8, 16],
      [16, 24],
    ]);
  });

  it('go by twice as quickly in double time, and are cut where a section begins within one', () => {
    const [a, b] = sidesOf(
      [section('A', 1, `speed double\n${bell}`), section('B', 1, `speed half\n${bell}`)].join('\n'),
    );
    expect([a?.places, a?.first, b?.places, b?.first]).toEqual([
      [
        [0, 4],
        [4, 8],
      ],
      'hw',
      [[0, 8]],
      'h',
    ]);
  });
});

describe('a timeline that runs on', () => {
  const cycle = cycleFromSpans('3+3+2');
  const after = (phase: number, turns: number, speed = 1) =>
    isTurnedAfter(
      {
        line: { rhythm: 'walk', layer: 'layer-1' },
        player: 'a',
        name: 'Bell',
        length: 16,
        first: 'three',
        phase,
        speed,
      },
      turns,
      { section: { cycle } as Section },
    );

  it('is turned afterwards unless it has come round', () => {
    expect([after(0, 1), after(0, 2), after(8, 1), after(8, 2)]).toEqual([
      true,
      false,
      false,
      true,
    ]);
    // From a place within a side it comes round where what is left of it has been played, and only there.
    expect([after(12, 1, 0.5), after(4, 1, 0.5), after(4, 3, 0.5)]).toEqual([false, true, false]);
  });
});
