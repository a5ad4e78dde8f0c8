import { describe, expect, it } from 'vitest';
import { findInstrument } from '../instrument/index.ts';
import { timed } from '../text/timed.testkit.ts';
import { applyChain, type Chained } from './index.ts';
import { drum, line, moved, slots, WALKER } from './moved.testkit.ts';

describe('ornaments, accents and sounds', () => {
  it('ornament accents or all, growing, and tell where there is hardly time', () => {
    const rhythm = line('D! k t D! / k t D! k', '4x2', 'goblet drum');
    const on = (made: Chained) =>
      made.layer.strokes
        .map(({ slot, ornament }) => (ornament ? `${slot} ${ornament}` : ''))
        .filter(Boolean);
    expect(on(moved(rhythm, 'ornament'))).toEqual(['0 flam', '3 flam', '6 flam']);
    expect(on(moved(rhythm, 'ornament', { ornament: 'growing' }))).toEqual([
      '0 flam',
      '3 drag',
      '6 roll5',
    ]);
    const quick = { ...rhythm, target: 300 };
    expect(moved(quick, 'ornament', { ornament: 'ruff' }).told.flat()[0]).toMatch(
      /^At 300 there is hardly time for it on 1/,
    );
    expect(moved(rhythm, 'ornament').told.flat()).toEqual([]);
    expect(on(moved(rhythm, 'ornament', { on: 'kind', of: 't' }))).toEqual(['2 flam', '5 flam']);
    expect(moved(rhythm, 'ornament', { on: 'kind' }).told.flat()).toEqual([
      'Choose the kind that is ornamented.',
    ]);
    expect(
      on(moved(moved(rhythm, 'ornament').rhythm, 'ornament', { ornament: 'none', on: 'all' })),
    ).toEqual([]);
  });

  it('accent every third stroke or part, or where another line sounds', () => {
    const rhythm = line('D! k t D / k t D k', '4x2', 'goblet drum');
    expect(drum(moved(rhythm, 'accents'))).toBe('0D! 1k 2t 3D! 4k 5t 6D! 7k');
    expect(drum(moved(rhythm, 'accents', { from: 2, every: 4, by: 'parts' }))).toBe(
      '0D 1k! 2t 3D 4k 5t! 6D 7k',
    );
    const two = timed(
      'rhythm A\ncycle 4x2\nlayer D : goblet drum\nplay D k t D / k t D k\nlayer B : claves\nplay X . X . / . X . .',
    ).rhythm;
    expect(drum(moved(two, 'accents', { by: 'line', line: 2 }))).toBe('0D! 1k 2t! 3D 4k 5t! 6D 7k');
    expect(moved(two, 'accents', { by: 'line', line: 9 }).told.flat()).toEqual([
      'There is no such line.',
    ]);
  });

  it('re-voice one kind, walk over all, change hands; onsets and forces stay', () => {
    const rhythm = line('D! k t D / k t D k', '4x2', 'goblet drum');
    expect(drum(moved(rhythm, 'revoice', { from: 'k', to: 'T' }))).toBe('0D! 1T 2t 3D 4T 5t 6D 7T');
    expect(moved(rhythm, 'revoice', { from: 'k', to: 'Q' }).told.flat()).toHaveLength(1);
    const walked = moved(rhythm, 'walk', { way: 'up' });
    expect(new Set(walked.layer.strokes.map(({ kind }) => kind)).size).toBe(3);
    expect(slots(walked)).toEqual(slots(moved(rhythm, 'walk')));
    const hands = moved(WALKER, 'other hands').layer.strokes.map(({ hand }) => hand);
    expect(hands.slice(0, 4)).toEqual(['L', 'R', 'L', 'R']);
    const [spoken] = WALKER.layers.map((layer) => ({
      ...layer,
      instrument: 'spoken-voice',
      strokes: [],
    }));
    const voice = spoken && moved({ ...WALKER, layers: [spoken] }, 'other hands');
    expect(voice?.told.flat()).toEqual(['This instrument has no right and left.']);
  });

  it('take strokes that sound together as one, and tell where there is nothing to walk over', () => {
    const codes = (made: Chained) => made.layer.strokes.map(({ slot, kind }) => `${slot}${kind}`);
    const one = line('X X X . / X . . .', '4x2');
    expect(moved(one, 'walk').told.flat()).toEqual(['The line has one sound only.']);
    expect(moved(one, 'walk').layer).toEqual(one.layers[0]);
    expect(moved(one, 'revoice', { from: 'X' }).told.flat()).toEqual([]);
    const two = line('D+k k D . / D k k D', '4x2', 'goblet drum');
    // Down and up in turn, and what sounds together is one step.
    expect(codes(moved(two, 'walk', { way: 'up' }))).toEqual([
      '0D',
      '0D',
      '1k',
      '2D',
      '4k',
      '5D',
      '6k',
      '7D',
    ]);
    expect(codes(moved(two, 'walk', { way: 'down' }))).toEqual([
      '0k',
      '0k',
      '1D',
      '2k',
      '4D',
      '5k',
      '6D',
      '7k',
    ]);
    const left = moved(line('D k k D / D k k D', '4x2', 'goblet drum'), 'other hands').rhythm;
    const voiced = moved(left, 'revoice', { from: 'k', to: 'O' }).layer.strokes;
    expect(voiced.map(({ kind, hand }) => `${kind}${hand}`).slice(0, 3)).toEqual(
      left.layers[0]?.strokes
        .slice(0, 3)
        .map(({ kind, hand }) => `${kind === 'k' ? 'O' : kind}${hand}`),
    );
  });

  it('end earlier, and bridge into the one', () => {
    const rhythm = line('D! k t D / k . . .', '4x2', 'goblet drum');
    expect(drum(moved(rhythm, 'cut'))).toBe('0D! 1k 2t');
    expect(drum(moved(rhythm, 'bridge'))).toBe(
      '0D! 1k 2t 3D 4k 5D- 6D, 7D'.replace(/D-|D,/g, (d) => d),
    );
    expect(moved(line('D k t D / k k k k', '4x2', 'goblet drum'), 'bridge').told.flat()).toEqual([
      'The last beat is full already.',
    ]);
  });
});

describe('lines for other hands, drums and players', () => {
  const congas = line('B t S t / O b o t', '4x2', 'congas');
  const codes = (made: Chained) =>
    made.layer.strokes.map(({ slot, kind }) => `${slot}${kind}`).join(' ');

  it('go to another instrument by a table, and tell what it leaves out', () => {
    const drums = line('D k T . / D . S .', '4x2', 'goblet drum');
    const made = moved(drums, 'instrument', { on: 'tall-drums', table: 'D=B T=S k=' });
    expect(made.layer.instrument).toBe('tall-drums');
    expect(codes(made)).toMatch(/^0B 2S 4B 6/);
    expect(made.told.flat()).toEqual(['Left out on e of 1.']);
    expect(moved(drums, 'instrument').told.flat()).toEqual(['Choose the instrument it goes to.']);
    expect(made.went).toContainEqual({ from: 1, to: undefined });
    expect(made.went).toContainEqual({ from: 2, to: 2 });
    const part = applyChain(drums, 0, [{ move: 'instrument', settings: { on: 'tall-drums' } }], {
      from: { num: 0, den: 1 },
      to: { num: 4, den: 1 },
    });
    expect(part?.told.flat()).toEqual(['A line has one instrument: choose all of it.']);
    expect(part?.layer).toEqual(drums.layers[0]);
  });

  it('go by a table only where all of it is one', () => {
    const drums = line('D . S . / D . S .', '4x2', 'goblet drum');
    const by = (table: string) =>
      codes(moved(drums, 'instrument', { on: 'tall-drums', table })).replace(/\d/g, '');
    const proposed = by('');
    expect(by('D=T  S=B')).toBe('T B T B');
    expect(by('D= S=B')).toBe('B B');
    for (const table of ['(D=T', 'D=T S', 'D:T', 'D=T,', 'D=T S=B!', 'D-1=T', 'D=-T'])
      expect(by(table), table).toBe(proposed);
  });

  it('are played with one drum fewer: its strokes go to the drum beside it', () => {
    const drumOf = (kind: string) =>
      findInstrument('tall-drums')?.strokes.find(({ code }) => code === kind)?.drum;
    const before = new Set(congas.layers[0]?.strokes.map(({ kind }) => drumOf(kind)));
    const made = moved(congas, 'fewer');
    const after = new Set(made.layer.strokes.map(({ kind }) => drumOf(kind)));
    expect(after.size).toBe(before.size - 1);
    expect(slots(made)).toEqual([0, 1, 2, 3, 4, 5, 6, 7]);
    expect(moved(line('D k T .', '4', 'goblet drum'), 'fewer').told.flat()).toEqual([
      'The line is played on one drum.',
    ]);
  });

  it('are divided over hands: the right takes the timeline, the left what is muted and open', () => {
    const two = timed(
      'rhythm A\ncycle 4x2\nlayer C : congas\nplay B t S t / O b o t\nlayer Clave : claves\nplay X . . X / . . X .',
    ).rhythm;
    const made = moved(two, 'divided', { line: 2, kind: 't' });
    const right = made.layer.strokes.filter(({ hand }) => hand === 'R').map(({ slot }) => slot);
    expect(right).toEqual([0, 3, 6]);
    const families = made.layer.strokes
      .filter(({ hand }) => hand === 'L')
      .map(
        ({ kind }) =>
          findInstrument('tall-drums')?.strokes.find((one) => one.code === kind)?.family,
      );
    expect(families.length).toBeGreaterThan(0);
    expect(families.every((family) => family === 'open' || family === 'muted')).toBe(true);
    expect(made.told.flat()).toEqual([expect.stringMatching(/^The left hand leaves out \d/)]);
    expect(moved(two, 'divided', { line: 1 }).told.flat()).toEqual([
      'Choose another line for the right hand.',
    ]);
  });

  it('leave room for an answer, or are the answer; together they are the whole', () => {
    const call = slots(moved(congas, 'call', { parts: 4 }));
    const answer = slots(moved(congas, 'call', { parts: 4, leave: 'answer' }));
    expect(call).toEqual([0, 1, 4, 5]);
    expect([...call, ...answer].sort((a, b) => a - b)).toEqual([0, 1, 2, 3, 4, 5, 6, 7]);
  });
});
