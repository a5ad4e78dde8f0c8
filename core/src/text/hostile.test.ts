import { describe, expect, it } from 'vitest';
import { checkRhythm, LIMITS } from '../rhythm/index.ts';
import { readCycleText, readLayerIn, readLayerText, readRhythm, writeRhythm } from './index.ts';
import { MOST_PROBLEMS } from './problem.ts';

const inLayer = (rows: string, cycle = '4x4') =>
  readRhythm(`rhythm A\ncycle ${cycle}\nlayer Drum : goblet drum\n${rows}`);
const first = (rows: string, cycle = '4x4') => inLayer(rows, cycle).problems[0]?.message;

describe('texts that ask for too much', () => {
  it('are refused where no grid holds them, and do not throw', () => {
    const primes = [64, 63, 61, 59, 57, 55, 53, 47, 43, 41];
    const row = `play ${primes.map((slots) => `D*${slots}`).join(' / ')}`;
    const { usable, problems } = inLayer(row, '1x10');
    expect(usable).toBe(false);
    expect(problems[0]?.message).toContain('do not meet on a grid');
  });

  it('have lengths that can be added up', () => {
    const lengths = [64, 63, 61, 59, 57, 55, 53, 47, 43, 41, 37].map((den) => `<1/${den}> D`);
    const { usable, problems } = inLayer(`play ${lengths.join(' / ')}\nloop own`);
    expect(usable).toBe(false);
    expect(problems[0]?.message).toContain('no common part');
  });

  it('stop at the most slots a layer can have', () => {
    const { rhythm, problems } = inLayer(`play ${'D*64 / '.repeat(5000)}`);
    expect(problems.map((one) => one.message).join()).toContain('nothing is read from here on');
    expect(rhythm.layers[0]?.cells.length).toBeLessThanOrEqual(LIMITS.slotsPerLayer / 64);
  });

  it('stop at the most slots all layers can have together', () => {
    const layer = `layer Drum : goblet drum\nplay ${Array(32).fill('D*64').join(' / ')}`;
    const { usable, problems } = readRhythm(`rhythm A\ncycle 1x32\n${`${layer}\n`.repeat(5)}`);
    expect(usable).toBe(false);
    expect(problems.at(-1)?.message).toContain(`${LIMITS.slotsPerRhythm} is the most`);
  });

  it('tell fifty problems and count the rest', () => {
    const { problems, more } = inLayer(`play ${'Q '.repeat(60)}/ . / . / .`);
    expect(problems).toHaveLength(MOST_PROBLEMS);
    expect(more).toBe(60 - MOST_PROBLEMS);
    const rows = readRhythm(`rhythm A\ncycle 4x4\n${'nonsense here\n'.repeat(1000)}`);
    expect(rows.problems.length + rows.more).toBe(1000);
  });

  it('keep an error among more notes than are told', () => {
    const { problems, usable } = inLayer(
      `play ${'. '.repeat(60)}/ . / . / Q\nsay ${'ka '.repeat(60)}/ . / . / .`,
    );
    expect(usable).toBe(false);
    expect(problems.some((one) => one.severity === 'error')).toBe(true);
  });

  it('hold no more strokes in a slot than can be played', () => {
    expect(first(`play ${Array(9).fill('D').join('+')} / . / . / .`)).toContain(
      'At most 8 strokes',
    );
  });
});

describe('rows of a layer in its rhythm', () => {
  it('are not usable where the rhythm could not be opened again with them', () => {
    const { rhythm } = inLayer(
      'play D / D / D / D\nlayer Other : goblet drum\nplay D*11 / D / D / D',
    );
    const [layer] = rhythm.layers;
    if (!layer) throw new Error('no layer');
    const fine = readLayerIn('play D*5 / D / D / D', layer, rhythm);
    expect(fine.usable).toBe(true);
    const none = readLayerIn('play D*61 / D*59 / D*57 / D*53', layer, rhythm);
    expect(none.usable).toBe(false);
    expect(none.problems[0]).toMatchObject({ line: 1, column: 1 });
    expect(none.problems[0]?.message).toContain('do not meet on a grid');
  });
});

describe('blanks of every kind', () => {
  it('part words, in rows, heads and names', () => {
    for (const blank of ['\t', '\v', '\f', '\u00a0', '\u0085', '\u2003', '\u2028', '\u200b']) {
      const text = `rhythm Lamp${blank}steps\ncycle${blank}3+3+2\nlayer${blank}A : goblet drum\nplay${blank}D${blank}. / . / .`;
      const { rhythm, problems } = readRhythm(text);
      expect(problems, JSON.stringify(blank)).toEqual([]);
      expect(rhythm.name).toBe('Lamp steps');
      expect(rhythm.layers[0]?.cells[0]?.slots).toBe(2);
      expect(checkRhythm(rhythm).ok).toBe(true);
    }
  });

  it('stay in notes, and come back from a file', () => {
    const { rhythm } = readRhythm(`rhythm A\ncycle 3x4\nnote one\u2028two\tthree`);
    expect(rhythm.notes).toBe('one\u2028two\tthree');
    expect(readRhythm(writeRhythm(rhythm)).rhythm.notes).toBe(rhythm.notes);
  });
});

describe('syllables beside a counting', () => {
  it('are both kept, through the text', () => {
    const { rhythm, problems } = inLayer('play D . / T\nsay plain\nsay dum . / tek', '2x2');
    expect(problems).toEqual([]);
    const [layer] = rhythm.layers;
    expect(layer?.sayCounting).toBe('plain');
    expect(layer?.strokes.map((stroke) => stroke.say)).toEqual(['dum', 'tek']);
    expect(readRhythm(writeRhythm(rhythm), 'rhythm').rhythm).toEqual(rhythm);
  });

  it('and a syllable that is called like a counting stays one', () => {
    const text = 'play D\nsay plain |';
    const { rhythm } = inLayer(text, '1');
    expect(rhythm.layers[0]?.sayCounting).toBeUndefined();
    expect(rhythm.layers[0]?.strokes[0]?.say).toBe('plain');
    expect(readRhythm(writeRhythm(rhythm), 'rhythm').rhythm).toEqual(rhythm);
  });
});

describe('what is nearly right', () => {
  it.each([
    ['Play D / . / . / .', 'Rows begin in small letters: write play.'],
    ['play: D / . / . / .', 'The row begins with play alone, without a colon.'],
    ['paly D / . / . / .', 'Did you mean play?'],
    ['D! (k) / T', 'Turn 1 has 2 beats'],
    ['Q! (k) / T', 'Strokes stand after the word play'],
    ['play D / T / . / .\nhand r / l / . / .', 'Hands are written in capitals: R.'],
    ['play D+ / . / . / .', 'Write it like D+O.'],
  ])('%s says what to type', (rows, said) => {
    expect(
      inLayer(rows)
        .problems.map((one) => one.message)
        .join(' '),
    ).toContain(said);
  });

  it.each([
    ['tempo 120bpm', 'Write the number alone: tempo 120.'],
    ['tempo 72-104', 'Write “to” before the tempo to reach: tempo 72 to 104.'],
    ['tempo 72 104 3', 'Write it as tempo 72 to 104 per 3.'],
    ['count plain;', 'A rule is missing beside the semicolon.'],
    ['count plian', 'Did you mean plain?'],
    ['layer B : goblat drum\nplay D / . / . / .', 'Did you mean goblet drum?'],
    [
      'layer B - hand bell\nplay X / . / . / .',
      'Write a colon before the instrument: layer B : hand bell.',
    ],
    ['layer hand bell\nplay X / . / . / .', 'layer Bell : hand bell.'],
    ['tags a,b', 'A tag is one word without commas'],
  ])('%s says what to type', (row, said) => {
    const { problems } = readRhythm(`rhythm A\ncycle 4x4\n${row}`);
    expect(problems.map((one) => one.message).join(' ')).toContain(said);
  });

  it('names a cycle that is written nearly so, and how a meter is written', () => {
    const said = (text: string) => {
      const result = readCycleText(text);
      return result.ok ? '' : result.message;
    };
    expect(said('teentaal 4x')).toContain('No cycle');
    expect(said('tenetal')).toContain('Did you mean teental?');
    expect(said('4/4')).toContain('4x4');
  });

  it('proposes strokes for an empty layer that can be typed as they stand', () => {
    for (const cycle of ['4x4', '5', '3+3+2', '1x12', '4x16', '7x128']) {
      const { rhythm, problems } = inLayer('play', cycle);
      const proposed = /such as “([^”]+)”/.exec(problems[0]?.message ?? '')?.[1] ?? '';
      const layer = rhythm.layers[0];
      if (!layer) throw new Error('no layer');
      expect(readLayerText(`play ${proposed}`, layer, rhythm.cycle).usable, cycle).toBe(true);
    }
  });
});
