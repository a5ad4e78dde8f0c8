import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { nth } from '../bounds/index.ts';
import { askedSlots } from '../ear/index.ts';
import { arbitraryRhythm } from '../rhythm/arbitrary.testkit.ts';
import { type Rhythm, type Timing, timeRhythm } from '../rhythm/index.ts';
import type { Score } from '../sound/index.ts';
import { timed } from '../text/timed.testkit.ts';
import {
  cutPiece,
  joinPieces,
  layerIn,
  namePiece,
  type Piece,
  type Practised,
  piecesFit,
  proposePieces,
  scorePassage,
  WAYS,
  type Way,
  waysFor,
  wayThrough,
} from './index.ts';

const FOURS =
  'rhythm A\ncycle 4x2\nlayer D : goblet drum\nplay D! (k) t k / T! . . . | O! k t k t k t / D T';

function practised(text: string, pieces?: readonly Piece[]): Practised {
  const { rhythm, timing } = timed(text);
  return practise(rhythm, timing, pieces);
}

function practise(rhythm: Rhythm, timing: Timing, pieces?: readonly Piece[]): Practised {
  const layer = nth(rhythm.layers, 0);
  const grid = nth(timing.layers, 0);
  const { ticksPerPulse } = timing;
  return {
    rhythm,
    layer,
    grid,
    ticksPerPulse,
    pieces: pieces ?? proposePieces(rhythm, layer, grid),
  };
}

const cuts = (pieces: readonly Piece[]) =>
  pieces.map(({ from, to, reason }) => `${from}-${to} ${reason}`);

describe('pieces', () => {
  it('begin where a turn does, after a rest, where the division changes', () => {
    expect(cuts(practised(FOURS).pieces)).toEqual(['0-8 beginning', '8-15 turn', '15-17 division']);
    const rest = practised(
      'rhythm A\ncycle 4x4\nlayer D : goblet drum\nplay D k t k / . . T k / t . O k / t k D T',
    );
    expect(cuts(rest.pieces)).toEqual(['0-6 beginning', '6-10 rest', '10-16 rest']);
  });

  it('begin where a hand doubles, and at the turns that the player has marked', () => {
    const doubled = practised(
      'rhythm A\ncycle 4x2\nturn 2 break\nlayer D : goblet drum\nplay D k t k / T k t k | D . . . / T . . .\nhand R L R L / L R L R | R . . . / L . . .',
    );
    expect(cuts(doubled.pieces)).toEqual(['0-4 beginning', '4-8 hands', '8-16 mark']);
  });

  it('hold few strokes where there is a place to cut, and cover the line', () => {
    fc.assert(
      fc.property(arbitraryRhythm, (rhythm) => {
        const result = timeRhythm(rhythm);
        fc.pre(result.ok && rhythm.layers.length > 0);
        if (!result.ok) return;
        const { pieces, grid } = practise(rhythm, result.timing);
        expect(piecesFit(pieces, grid.startTicks.length)).toBe(true);
      }),
    );
  });

  it('are cut, joined and named by hand', () => {
    const { pieces } = practised(FOURS);
    const cut = cutPiece(pieces, 4);
    expect(cuts(cut)).toEqual(['0-4 beginning', '4-8 own', '8-15 turn', '15-17 division']);
    expect(cutPiece(cut, 4)).toEqual(cut);
    expect(cuts(joinPieces(cut, 1))).toEqual(['0-4 beginning', '4-15 own', '15-17 division']);
    expect(joinPieces(cut, 3)).toBe(cut);
    const many = (count: number) =>
      Array.from(
        { length: count },
        (_, at): Piece => ({
          from: at * 2,
          to: at * 2 + 2,
          reason: 'own',
        }),
      );
    expect(cutPiece(many(63), 1)).toHaveLength(64);
    expect(cutPiece(many(64), 1)).toEqual(many(64));
    const named = namePiece(cut, 1, ' the turn ');
    expect(named[1]?.name).toBe('the turn');
    expect(namePiece(named, 1, '')).toEqual(cut);
    expect(piecesFit(cut, 17)).toBe(true);
    expect(piecesFit(cut, 16)).toBe(false);
    expect(piecesFit([], 0)).toBe(false);
    expect(piecesFit([nth(cut, 0), nth(cut, 2)], 15)).toBe(false);
  });
});

/** Each stone as its name with the slots of the line that sound in it and its pulses. */
function stones(way: Way, of: Practised) {
  return wayThrough(way, of).map(({ name, passage }) => {
    const { from, to } = passage;
    const layer = layerIn(of.rhythm.cycle, of.layer, of.grid, passage);
    const [start, end] = [from.num, to.num];
    const slots = askedSlots(layer, of.grid, start, end);
    return `${name}: ${slots.map(({ slot }) => slot).join(' ')} in ${from.num / from.den}-${to.num / to.den}`;
  });
}

describe('ways through', () => {
  const three = practised(
    'rhythm A\ncycle 4x2\nlayer D : goblet drum\nplay D! (k) t k / T! . (k) t',
    [
      { from: 0, to: 3, reason: 'beginning' },
      { from: 3, to: 6, reason: 'own', name: 'the tek' },
      { from: 6, to: 8, reason: 'rest' },
    ],
  );

  it.each<[Way, readonly string[]]>([
    ['whole', []],
    ['one by one', ['piece 1: 0 1 2 in 0-4', 'the tek: 3 4 in 0-8', 'piece 3: 6 7 in 4-8']],
    [
      'add the next',
      [
        'piece 1: 0 1 2 in 0-4',
        'the tek: 3 4 in 0-8',
        'piece 1 + the tek: 0 1 2 3 4 in 0-8',
        'piece 3: 6 7 in 4-8',
      ],
    ],
    ['from the end', ['piece 3: 6 7 in 4-8', 'the tek + piece 3: 3 4 6 7 in 0-8']],
    [
      'stroke after',
      [
        'piece 1 and the stroke after it: 0 1 2 3 in 0-4',
        'the tek and the stroke after it: 3 4 6 in 0-8',
        'piece 3 and the stroke after it: 6 7 0 in 4-12',
      ],
    ],
    [
      'seams',
      [
        'the seam from piece 1 to the tek: 1 2 3 in 0-4',
        'the seam from the tek to piece 3: 3 4 6 in 0-8',
        'the seam from piece 3 to the one: 6 7 0 in 4-12',
      ],
    ],
    ['hands', ['the right hand alone: 0 2 4 7 in 0-8', 'the left hand alone: 1 3 6 in 0-8']],
    ['accents', ['accents alone: 0 4 in 0-8']],
    ['ghosts', ['without ghosts: 0 2 3 4 7 in 0-8']],
    ['low', ['low sounds alone: 0 in 0-8']],
    ['clap', ['with the beats clapped: 0 1 2 3 4 6 7 in 0-8']],
    ['beats', ['beat 1 filled: 0 1 2 3 in 0-8']],
    ['plain run', ['a plain run: 0 1 2 3 4 5 6 7 in 0-8']],
    ['said', ['say it:  in 0-8']],
  ])('%s', (way, before) => {
    expect(stones(way, three)).toEqual([...before, 'all of it: 0 1 2 3 4 6 7 in 0-8']);
  });

  it('through two pieces have each and the whole; a line of one piece has no way through pieces', () => {
    const two = { ...three, pieces: joinPieces(three.pieces, 0) };
    const one = { ...three, pieces: joinPieces(two.pieces, 0) };
    const names = (way: Way, of: Practised) => wayThrough(way, of).map(({ name }) => name);
    expect(names('add the next', two)).toEqual(['piece 1', 'piece 2', 'all of it']);
    expect(names('from the end', two)).toEqual(['piece 2', 'all of it']);
    expect(names('stroke after', two)).toHaveLength(3);
    expect(names('seams', two)).toHaveLength(3);
    for (const way of ['one by one', 'add the next', 'from the end', 'seams'] as const)
      expect(names(way, one)).toEqual(['all of it']);
  });

  it('say of each stone which pieces it has, and whether it is a part, some joined, or the whole', () => {
    const sizes = (way: Way) =>
      wayThrough(way, three).map(({ size, pieces }) => `${size} ${pieces.join('+')}`);
    expect(sizes('add the next')).toEqual([
      'part 0',
      'part 1',
      'joined 0+1',
      'part 2',
      'whole 0+1+2',
    ]);
    expect(sizes('hands').map((said) => said.split(' ')[0])).toEqual(['part', 'part', 'whole']);
  });

  it('name more than two pieces by the first and the last', () => {
    const four = practised('rhythm A\ncycle 4x2\nlayer D : goblet drum\nplay D k t k / T k D k', [
      { from: 0, to: 2, reason: 'beginning' },
      { from: 2, to: 4, reason: 'own' },
      { from: 4, to: 6, reason: 'middle' },
      { from: 6, to: 8, reason: 'middle' },
    ]);
    expect(wayThrough('add the next', four).map(({ name }) => name)).toEqual([
      'piece 1',
      'piece 2',
      'pieces 1 + 2',
      'piece 3',
      'pieces 1 to 3',
      'piece 4',
      'all of it',
    ]);
  });

  it('keep to the turns that are practised', () => {
    const both = practised(FOURS);
    expect(stones('one by one', { ...both, turns: [1, 2] })).toEqual([
      'piece 1: 8 9 10 11 12 13 14 in 8-12',
      'piece 2: 15 16 in 12-16',
      'all of it: 8 9 10 11 12 13 14 15 16 in 8-16',
    ]);
    expect(stones('whole', { ...both, turns: [0, 1] })).toEqual(['all of it: 0 1 2 3 4 in 0-8']);
    expect(stones('whole', { ...both, turns: [7, 9] })).toEqual(stones('whole', both));
  });

  it('are those that differ from the whole', () => {
    expect(waysFor(three)).toEqual(Object.keys(WAYS));
    const plain = practised('rhythm A\ncycle 1x1\nlayer D : claves\nplay X');
    expect(waysFor(plain)).toEqual(['whole', 'clap', 'plain run', 'said']);
  });

  it('end with the whole, and never move what is left', () => {
    fc.assert(
      fc.property(
        arbitraryRhythm,
        fc.constantFrom(...(Object.keys(WAYS) as Way[])),
        (rhythm, way) => {
          const result = timeRhythm(rhythm);
          fc.pre(result.ok && rhythm.layers.length > 0);
          if (!result.ok) return;
          const { timing } = result;
          const of = practise(rhythm, timing);
          const way_ = wayThrough(way, of);
          expect(way_.at(-1)?.size).toBe('whole');
          const said = ({ ticks, offset, layer, sound }: Score['events'][number]) =>
            `${ticks} ${offset} ${layer} ${sound.kind} ${sound.force}`;
          const all = new Set(scorePassage(rhythm, timing, {}).events.map(said));
          for (const { passage } of way_) {
            if (passage.as === 'plain run' || passage.clap) continue;
            const score = scorePassage(rhythm, timing, passage);
            expect(score.lengthTicks).toBe(timing.fullTicks);
            expect(score.events.map(said).filter((one) => !all.has(one))).toEqual([]);
          }
        },
      ),
      { numRuns: 60 },
    );
  });

  it('claps on the beats, whatever gestures are shown on them', () => {
    const { rhythm, timing } = timed(FOURS);
    const score = scorePassage(rhythm, timing, { clap: true });
    const claps = score.events.filter(({ layer }) => layer === 'gestures');
    expect(claps.map(({ ticks, sound }) => [ticks / score.ticksPerPulse, sound.kind])).toEqual(
      [0, 4, 8, 12].map((pulse) => [pulse, 'clap']),
    );
  });
});

describe('pieces of a layer', () => {
  const pieces = (play: string, names = '') => {
    const { rhythm, timing } = timed(
      `rhythm A\ncycle 2x2\ntempo 60 per 2\n${names}layer D : goblet drum\nplay ${play}`,
    );
    const [layer, grid] = [nth(rhythm.layers, 0), nth(timing.layers, 0)];
    return proposePieces(rhythm, layer, grid).map(
      ({ from, to, reason }) => `${from} to ${to}: ${reason}`,
    );
  };

  it('begin where turns do, however short, and say where a turn is marked', () => {
    expect(pieces('D . / T . | K . / T k | D k / T .', 'turn 2 call\n')).toEqual([
      '0 to 4: beginning',
      '4 to 8: mark',
      '8 to 12: turn',
    ]);
    expect(pieces('D . / T .')).toEqual(['0 to 4: beginning']);
  });

  it('are no more than a line may have: the last goes on to the end', () => {
    const many = pieces(Array.from({ length: 70 }, () => 'D . / T .').join(' | '));
    expect([many.length, many.at(-1)]).toEqual([64, '252 to 280: turn']);
  });
});
