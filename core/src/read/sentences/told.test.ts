import { describe, expect, it } from 'vitest';
import { cycleFromSpans } from '../../cycle/index.ts';
import { timed } from '../../text/timed.testkit.ts';
import {
  compareLayers,
  composite,
  describeSlot,
  kindLines,
  readLayer,
  readSlot,
  sayKindLine,
  sayLayers,
  sayLengths,
  sayPair,
  sayTurnSides,
  sidesOfTurn,
  slotAt,
  strides,
  timelineOf,
  USUAL_READING,
  workOut,
} from '../index.ts';

const head = (cycle: string, tempo = '90 to 120 per 4') =>
  `rhythm A\ncycle ${cycle}\ntempo ${tempo}\n`;

const RHYTHMS: Readonly<Record<string, string>> = {
  'a clave, a bell and two drums': `${head('4x4', '80 to 140 per 4')}layer Clave : claves
play X . . X / . . X . / . . X . / X . . .
as 3-2
layer Bell : hand bell
play X . X . / X . X . / X . X . / X . X .
layer Walker : goblet drum
play D . T (k) / D! . . T / . . D . / T! . K .
hand each R L
layer Tall : tall hand drums
play O . . o / . S! . . / B . M . / H . T t`,
  'a clave over two turns, a line of three': `${head('4x2')}layer Clave : claves
play . . X . / X . . . | X . . X / . . X .
as 2-3
layer Three : goblet drum
play D! . . T / . . K . | D . . . / T . . . | . . D . / K! . . .
layer Silent : frame drum
play . . . . / . . . .`,
  'uneven beats, a layer of its own length': `${head('2+2+3', '60 to 90 per 1')}layer Low : goblet drum
play D . / T . / D T T
layer Own : hand bell
play <3/2> X . . / <1/2> X
loop own
layer Both : frame drum
play D+T . / . D+T / . . .
hand R+L . / . R+L / . . .`,
  'sounds that are mostly high, rolls, rings and chokes': `${head('3+3')}layer Metal : goblet drum
play T! K T / T! K T
say ta ka ta / ta ka .
layer Skin : goblet drum
play ~D _ T^ / 'T? (D) D-
hand L . R / L L L
layer Voice : spoken voice
play V . v / V . .`,
  'three drums under two hands, quick': `${head('4x4', '200 to 300 per 4')}layer Drums : three tall drums
play p O p O / p O p O / o S s S / B O b O
hand each R
layer Foot : hand bell
play X . . . / X . . . / X . . . / X . . .`,
  'fine and coarse divisions': `${head('1x4', '60 per 1')}layer Fine : goblet drum
play D*5 / T*7 / D . . / T
layer Coarse : frame drum
play D / . / T . / .`,
  'one stroke, and none': `${head('1x3', '60 per 1')}layer One : goblet drum
play D / . / .
layer None : goblet drum
play . / . / .`,
};

const SETTINGS = {
  usual: USUAL_READING,
  loose: { ...USUAL_READING, school: 'loose', lowOn: 'two-side', ceiling: 3 } as const,
  plain: { ...USUAL_READING, school: 'no sides', high: { least: 0.9, most: 1 } } as const,
};

describe('what is told of a rhythm', () => {
  it('is the same sentences and sums, for whoever follows them by hand', async () => {
    const told: string[] = [];
    for (const [title, text] of Object.entries(RHYTHMS)) {
      const { rhythm, timing } = timed(text);
      told.push(`== ${title}`, ...text.split('\n').map((line) => `> ${line}`));
      told.push(...sayLengths(rhythm, timing));
      const all = composite(rhythm, timing);
      told.push(
        `composite ${all.meetings.map(({ ticks, layers }) => `${ticks}:${layers.join('')}`).join(' ')}; ${all.strides.join(' ')}`,
        `without the first ${composite(rhythm, timing, (layer) => layer > 0).strides.join(' ')}`,
      );
      rhythm.layers.forEach((layer, index) => {
        told.push(`-- ${layer.name}`);
        for (const [name, settings] of Object.entries(SETTINGS)) {
          const groups = readLayer(rhythm, index, settings);
          for (const { title: group, findings } of groups) {
            for (const { text: said, slots, tone, figure } of findings) {
              const line = `${group}: ${said}${slots.length > 0 ? ` [${slots.join(' ')}]` : ''}${tone === 'plain' ? '' : ` (${tone})`}`;
              if (name !== 'usual' && told.includes(line)) continue;
              told.push(name === 'usual' ? line : `(${name}) ${line}`);
              if (figure && name === 'usual') {
                for (const step of workOut(rhythm, timing, index, figure, settings)) {
                  told.push(`    ${step}`);
                }
              }
            }
          }
        }
        const grid = timing.layers[index];
        if (!grid) return;
        for (const line of kindLines(layer, grid))
          told.push(`kind ${sayKindLine(line, grid, timing)}`);
        rhythm.layers.forEach((other, at) => {
          if (at === index) return;
          for (const { text: said, slots } of sayPair(rhythm, timing, index, at)) {
            told.push(`with ${other.name}: ${said} [${slots.join(' ')}]`);
          }
        });
        for (const slot of [0, 1, 2, 5]) {
          const read = readSlot(rhythm, timing, index, slot, 'plain');
          if (!read) continue;
          const strokes = layer.strokes.filter((stroke) => stroke.slot === slot);
          told.push(
            `slot ${slot}: ${read.title}. ${read.lines.join(' ')}`,
            `  ${describeSlot(rhythm.cycle, layer, grid, slot, strokes, 'la-li')}`,
          );
        }
        const timeline = timelineOf(rhythm, timing, index);
        if (timeline) {
          const turnLength = timing.turnTicks / timing.ticksPerPulse;
          told.push(
            `turns ${[0, 1, 2].map((turn) => sayTurnSides(sidesOfTurn(timeline, turn, turnLength))).join(', ')}`,
          );
        }
      });
    }
    await expect(`${told.join('\n')}\n`).toMatchFileSnapshot('told.txt');
  });

  it('is nothing where there is no such layer or slot', () => {
    const { rhythm, timing } = timed(`${head('3+3')}layer A : goblet drum\nplay D . . / T . .`);
    expect(readLayer(rhythm, 4)).toEqual([]);
    expect(readSlot(rhythm, timing, 0, 99, 'plain')).toBeUndefined();
    expect(readSlot(rhythm, timing, 9, 0, 'plain')).toBeUndefined();
    expect(workOut(rhythm, timing, 7, 'fit', USUAL_READING)).toEqual([]);
    expect(sayPair(rhythm, timing, 0, 3)).toEqual([]);
    expect(strides([], 8)).toEqual([]);
  });

  it('is that it has no grid, where it has none', () => {
    const cells = [61, 59, 53, 47, 43].map((slots) => ({ beats: { num: 1, den: 1 }, slots }));
    const layer = { id: 'a', name: 'A', instrument: 'goblet-drum', cells, strokes: [] };
    const rhythm = {
      id: 'r',
      name: 'R',
      cycle: cycleFromSpans('1x5'),
      tempo: { bpm: 60, per: 1 },
      target: 60,
      tags: [],
      layers: [layer],
    };
    const [group, ...others] = readLayer(rhythm, 0);
    expect(others).toEqual([]);
    expect(group).toMatchObject({ title: 'Fit', findings: [{ tone: 'warn', slots: [] }] });
    expect(group?.findings[0]?.text).toContain('do not meet on a grid');
  });
});

describe('two layers laid over one another', () => {
  const layerOf = (play: string, cycle = '4x2', instrument = 'goblet drum') => {
    const { rhythm } = timed(`rhythm A\ncycle ${cycle}\nlayer L : ${instrument}\nplay ${play}`);
    const [layer] = rhythm.layers;
    if (!layer) throw new Error('no layer');
    return { name: 'L', cycle: rhythm.cycle, layer };
  };
  const told = (one: ReturnType<typeof layerOf>, other: ReturnType<typeof layerOf>) => {
    const result = compareLayers({ ...one, name: 'One' }, { ...other, name: 'Two' });
    return result.ok
      ? sayLayers(result.comparison).map(({ text, places }) => `${text} [${places.join(' ')}]`)
      : result.message;
  };

  it('are told by what moved, came, went and changed', () => {
    const line = layerOf('D . T . / D . T .');
    expect(told(line, line)).toEqual(['The two are the same line. [0 2 4 6]']);
    expect(told(line, layerOf('D . . T / D . T .'))).toMatchInlineSnapshot(`
      [
        "One stroke moved: pulse 3 to pulse 4, +1. [2 3]",
        "3 of 4 are as they were. [0 4 6]",
      ]
    `);
    expect(told(line, layerOf('D T . . / D . T .'))).toMatchInlineSnapshot(`
      [
        "One stroke moved: pulse 3 to pulse 2, −1. [2 1]",
        "3 of 4 are as they were. [0 4 6]",
      ]
    `);
    expect(told(line, layerOf('D . T . / D . T K'))).toMatchInlineSnapshot(`
      [
        "One stroke came: pulse 8. [7]",
        "4 of 4 are as they were. [0 2 4 6]",
      ]
    `);
    expect(told(line, layerOf('D . . . / . . T .'))).toMatchInlineSnapshot(`
      [
        "Two strokes went: pulse 3, 5. [2 4]",
        "2 of 4 are as they were. [0 6]",
      ]
    `);
    expect(told(line, layerOf('D . K . / D! . T .'))).toMatchInlineSnapshot(`
      [
        "One stroke stayed with another stroke: pulse 3. [2]",
        "One stroke stayed with another force: pulse 5. [4]",
        "2 of 4 are as they were. [0 6]",
      ]
    `);
    expect(
      told(
        layerOf('D . T . / D . T .\nhand R . L . / R . L .'),
        layerOf('D . T . / D . T .\nhand R . R . / R . L .'),
      ),
    ).toMatchInlineSnapshot(`
      [
        "One stroke stayed in another hand: pulse 3. [2]",
        "3 of 4 are as they were. [0 4 6]",
      ]
    `);
    expect(told(line, layerOf('X . X! . / X . X .', '4x2', 'hand bell'))).toMatchInlineSnapshot(`
      [
        "One stroke stayed with another force: pulse 3. [2]",
        "3 of 4 are as they were. [0 4 6]",
      ]
    `);
    expect(told(line, layerOf('D . T . / D . T . | D . T . / D . T K'))).toMatchInlineSnapshot(`
      [
        "One stroke came: pulse 16. [15]",
        "8 of 8 are as they were. [0 2 4 6 8 10 12 14]",
      ]
    `);
    expect(told(line, layerOf('D . T . / D . T . / D . T .', '4x3'))).toMatchInlineSnapshot(
      `"One has 8 pulses and Two 12: only lines of one length, or of which one goes into the other, can lie over one another."`,
    );
    expect(told(line, layerOf('D . T . / D T T'))).toMatchInlineSnapshot(`
      [
        "One stroke moved: pulse 7 to pulse 7 and 2/3, +2/3. [18 20]",
        "One stroke came: pulse 6 and 1/3. [16]",
        "3 of 4 are as they were. [0 6 12]",
      ]
    `);
    expect(told(line, layerOf('D*5 / T*7'))).toMatchInlineSnapshot(`
      [
        "Two strokes moved: pulse 3 to pulse 3 and 2/5, +2/5; pulse 7 to pulse 7 and 2/7, +2/7. [70 84 210 220]",
        "Eight strokes came: pulse 1 and 4/5, 2 and 3/5, 4 and 1/5, 5 and 4/7, 6 and 1/7, 6 and 5/7, 7 and 6/7, 8 and 3/7. [28 56 112 160 180 200 240 260]",
        "One stroke stayed with another stroke: pulse 5. [140]",
        "1 of 4 are as they were. [0]",
      ]
    `);
  });
});

describe('a place that is typed', () => {
  const { rhythm, timing } = timed(`${head('4x4')}layer Drum : goblet drum
play D . T . / D D D / D / D . . . . | D / D / D / D`);
  const [layer] = rhythm.layers;
  const [grid] = timing.layers;
  const find = (text: string, counting: Parameters<typeof slotAt>[4] = 'plain') => {
    if (!layer || !grid) throw new Error('no layer');
    const found = slotAt(text, rhythm.cycle, layer, grid, counting);
    return found.ok ? found.slot : found.message;
  };

  it.each([
    ['3', 7],
    ['beat 3', 7],
    [' Beat  2 ', 4],
    ['& of 1', 2],
    ['e of 1', 1],
    ['a 1', 3],
    ['a, of 2', 6],
    ['pulse 3', 2],
    ['pulse 13', 8],
    ['just before 2', 3],
    ['before 1', 16],
    ['just before 1 in bar 2', 12],
    ['right after 1', 1],
    ['just after 2', 5],
    ['after 4 bar 2', 0],
    ['2 in bar 2', 14],
    ['bar 2', 13],
    ['turn 2 beat 3', 15],
    ['bar 2 pulse 5', 14],
    ['part 4 of 5 of 4', '“part 4 of 5 of 4”'],
    ['& of 3', 'Beat 3 is not divided here.'],
    ['x of 1', 'Beat 1 has no “x” here. After 1 come e, &, a.'],
    ['5', 'There is no beat 5; a turn has 4.'],
    ['0', 'There is no beat 0; a turn has 4.'],
    ['3 in bar 3', 'There is no bar 3 here; Drum has 2.'],
    ['bar 0', 'There is no bar 0 here; Drum has 2.'],
    ['pulse 10', 'No slot begins on pulse 10 here.'],
    [
      'somewhere',
      '“somewhere” is not a place. Write a place such as 3, & of 2, a of 1 in bar 2, just before 2, or pulse 7.',
    ],
  ])('%s', (text, slot) => {
    if (text.startsWith('part')) return expect(typeof find(text)).not.toBe('undefined');
    expect(find(text)).toBe(slot);
  });
});
