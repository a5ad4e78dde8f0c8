import { describe, expect, it } from 'vitest';
import { cycleFromSpans } from '../cycle/index.ts';
import { findInstrument } from '../instrument/index.ts';
import type { Layer } from '../rhythm/index.ts';
import {
  readClips,
  readLayerText,
  readRhythm,
  writeClips,
  writeLayerRows,
  writeRhythm,
} from './index.ts';

/** What the reader answers to a text: each problem with its place, then the text as it understood it. */
function answer(text: string): string {
  const { rhythm, problems, more, usable } = readRhythm(text);
  return [
    ...text.split('\n').map((line) => `> ${line.length > 110 ? `${line.slice(0, 109)}…` : line}`),
    ...problems.map(
      ({ line, column, length, message, severity }) =>
        `${line}:${column}+${length} ${severity === 'note' ? 'note: ' : ''}${message}`,
    ),
    ...(more > 0 ? [`and ${more} more`] : []),
    ...(usable
      ? writeRhythm(rhythm)
          .trimEnd()
          .split('\n')
          .map((line) => `< ${line}`)
      : ['refused']),
  ].join('\n');
}

const head = 'rhythm A\ncycle 3+2';
const drum = (rows: string) => `${head}\nlayer Drum : goblet drum\n${rows}`;
const tall = (rows: string) => `${head}\nlayer Low : tall hand drums\n${rows}`;

const varied = (rows: string) => `${drum('play D . T / K .')}\nvariation Lift\n${rows}`;

const VARIED = [
  varied('in Drum\nplay T . T / T .'),
  varied('key 3\nshare 1/16\non 4 of 4\nin Drum\nplay T . T / T . | T T T / . .\nhand each R L'),
  varied('share 25 %\non the two-side\nin Drum\nplay T . T / T .'),
  varied('share 6 in 16\non turn 2 of 2\nin Drum\nplay T . T / T .'),
  varied('key 0\nshare 1/65\non 5 of 4\nin Drum\nplay T . T / T .'),
  varied('share 3/2\non 1 of 65\nkey\nin Drum\nplay T . T / T .'),
  varied(''),
  varied('play T . T / T .'),
  varied('in\nplay T . T / T .'),
  varied('in Bell\nplay T . T / T .'),
  varied('in Drum'),
  varied('in Drum\nplay T . T'),
  varied('in Drum\nas 3-2\nloop own\nplay T . T / T .'),
  varied('in Drum\nplay T . T / Q .'),
  varied('in Drum\nplay T . T / T .\nin Drum\nplay T . T / T .'),
  varied('in Drum\nplay T . T / T .\nvariation Lift\nin Drum\nplay K . . / . .'),
  varied('key 2\nin Drum\nplay T . T / T .\nvariation Fall\nkey 2\nin Drum\nplay K . . / . .'),
  varied('keys 2\nbanana\nin Drum\nplay T . T / T .'),
  `${head}\nvariation Lift\nin Drum\nplay T . T / T .`,
  varied('in Drum\nplay T . T / T .\nlayer Low : tall hand drums\nplay B . . / B .'),
  `${drum('play D . T / K .')}\nvariation\nin Drum\nplay T . T / T .`,
];

const HEADS = [
  '',
  'cycle 4x4',
  'rhythm',
  'rhythm A',
  `rhythm ${'x'.repeat(121)}\ncycle 2x2`,
  'rhythm A : B\ncycle 2x2',
  'rhythm "A : B"\ncycle 2x2',
  'rhythm A\nrhythm B\ncycle 2x2\ncycle 3x3',
  'rhythm A\ncycle 3++2',
  'rhythm A\ncycle 3+2 as limping',
  `rhythm A\ncycle 3+2 as ${'x'.repeat(121)}`,
  'rhythm A\ncycle adi 3',
  'rhythm A\ncycle teentl',
  'rhythm A\ncycle teentl 3',
  'rhythm A\ncycle',
  `${head}\ntempo`,
  `${head}\ntempo 72`,
  `${head}\ntempo 72 to 104`,
  `${head}\ntempo 72 to 104 per 5`,
  `${head}\ntempo 72.5 per 2`,
  `${head}\ntempo 72 per 2.5`,
  `${head}\ntempo 9 to 401 per 65`,
  `${head}\ntempo 10 to 400 per 64`,
  `${head}\ntempo 72bpm`,
  `${head}\ntempo 72 BPM`,
  `${head}\ntempo bpm 72`,
  `${head}\ntempo 72 - 104`,
  `${head}\ntempo 72 → 104`,
  `${head}\ntempo 72, 104, 3`,
  `${head}\ntempo quick`,
  `${head}\ntempo 72 to quick`,
  `${head}\ntempo ${'7'.repeat(70)}`,
  `${head}\ntempo 1234567`,
  `${head}\ntempo 72.1234`,
  `${head}\ncount la-li`,
  `${head}\ncount lali`,
  `${head}\ncount`,
  `${head}\ntags street lamp\ntags street walk`,
  `${head}\ntags a,b "c" d`,
  `${head}\nturn 2 answer The stairs\nturn 1 call`,
  `${head}\nturn 0 call`,
  `${head}\nturn 2 shout`,
  `${head}\nturn two call`,
  `${head}\nturn 4097 call`,
  `${head}\nturn`,
  `${head}\nnote one\nnote\nnote two # three`,
  `${head}\nplay D`,
  `${head}\nCycle 3`,
  `${head}\ncycle: 3`,
  `${head}\ntempi 72`,
  `${head}\nD . t`,
  `${head}\nD!`,
  `${head}\n(k) . .`,
  `${head}\nnonsense here`,
  `rhythm A # the first\n# a line for oneself\ncycle 3+2 # limping\n`,
];

const LAYERS = [
  drum('play D . T / K .\nfeel Lilt : 0 7/12, beat 1 0 1/2 3/4'),
  drum('play D . T / K .\nfeel'),
  drum('play D . T / K .\nfeel Lilt : 0 2'),
  drum('play D . T / K .\nfeel Lilt'),
  drum('play D . T / K .\nfeel : 0 7/12'),
  drum('play D . T / K .\nfeel Lilt : 0  7/12'),
  `${head}\nlayer`,
  `${head}\nlayer Drum`,
  `${head}\nlayer Drum :`,
  `${head}\nlayer : goblet drum\nplay D . . / T .`,
  `${head}\nlayer Drum - goblet drum\nplay D`,
  `${head}\nlayer Drum, frame drum\nplay D`,
  `${head}\nlayer goblet drum\nplay D`,
  `${head}\nlayer Drum : gobblet drum\nplay D`,
  `${head}\nlayer Drum : zither\nplay D`,
  drum(''),
  drum('play'),
  drum('play D . . / T .'),
  drum('play D . . / T . | D . . / T .'),
  drum('play D . . / T .\nplay K . . / K .'),
  drum('play D . .'),
  drum('play D . . / T . / D'),
  drum('play D . . / T . / D . . |'),
  drum('play D . . | T . / D . .'),
  drum('play D . .\nloop own'),
  drum('play D . .\nloop alone'),
  drum('play D . .\nloop own\nloop own'),
  drum('play D . . / T .\nas 3-2\nrole timeline'),
  drum('play D . . / T .\nas 4-1\nrole boss'),
  drum('play D . . / T .\nrole'),
  drum('play <2> D . T . .'),
  drum('play <1/2> D . / <3/2> T . .'),
  drum('play <2> D <1> T'),
  drum('play <> D'),
  drum('play <0> D'),
  drum('play <1/65> D / <2> D'),
  drum('play <65> D'),
  drum('play <2 D'),
  drum('play D//T'),
  drum('play D/T|K/K'),
  drum('play / D . . / T .'),
  drum('play D*3 / T*2'),
  drum('play D* / T'),
  drum('play D*0 / T'),
  drum('play D*65 / T'),
  drum('play D*x / T'),
  drum(`play ${'D '.repeat(65)}/ T`),
  drum('play Q . . / d .'),
  drum('play dum . . / tek .'),
  drum('play D! D- (D) / D? D^'),
  drum("play 'D ''D '''D / ~D ~~D"),
  drum("play ''''D . . / ~~~D ."),
  drum('play (D . . / D) .'),
  drum('play D!- . . / (D)! .'),
  drum('play D+ . . / +T .'),
  drum('play D+T . . / D+Q .'),
  drum('play ? . . / 7 .'),
  drum('play D _ _ / T _'),
  drum('play _ _ _ / . .'),
  drum('play D . T / K .\nhand R . L / R .'),
  drum('play D . T / K .\nhand R . L'),
  drum('play D . T / K .\nhand R . L / R . / L'),
  drum('play D . T / K .\nhand R . L R / L'),
  drum('play D . T / K .\nhand r . q / R .'),
  drum('play D . T / K .\nhand R R L / R .'),
  drum('play D+T . T / K .\nhand R+L . L / R+R .'),
  drum('play D . T / K .\nhand each R L'),
  drum('play D . T / K .\nhand each'),
  drum('play D . T / K .\nhand each R l'),
  drum('play D . T / K .\nhand each R L\nhand R . L / R .'),
  drum('play D T D / T D | T D T / D T\nhand each R R L'),
  drum('play D T D / T .\nhand R L L / R .'),
  drum('play D D D / D D | D D D / D D | D D D / D D | . . . / D .\nhand each R R L R L L R L'),
  drum('play D . T / K .\nsay dun . ka / ta .'),
  drum('play D . T / K .\nsay dun ki ka / ta .'),
  drum(`play D . T / K .\nsay dun . a|b / ${'x'.repeat(25)} .`),
  drum('play D . T / K .\nsay la-li'),
  drum('play D . T / K .\nsay la-li\nsay plain'),
  drum('play D . T / K .\nsay la-li\nsay dun . ka / ta .'),
  drum('play D+T . . / . .\nsay dun+tek . . / . .'),
  drum('play D . T / K .\nplai K'),
  drum('play D . T / K .\nPlay K'),
  drum('play D . T / K .\nplay: K'),
  drum('play D . T / K .\nK . K'),
  drum('play D . T / K .\nsomething else'),
  drum(`play ${Array(4).fill('D . . . T . . . . . . . / K . . . . . . .').join(' | ')}`),
  drum(`play ${Array(3).fill('D . . . . . . . . . . . . . . . . . . . / K . . .').join(' | ')}`),
  tall('play B+O . . / H T'),
  `${head}\n${Array(33).fill('layer B : hand bell\nplay X . . / X .').join('\n')}`,
  `${head}\nlayer B : hand bell\nplay X . . / X .\nlayer D : barrel drum\nplay . . . / . .`,
];

describe('what the reader answers', () => {
  it('to the rows above the layers', async () => {
    await expect(`${HEADS.map(answer).join('\n\n')}\n`).toMatchFileSnapshot('answers-head.txt');
  });

  it('to the rows of a layer', async () => {
    await expect(`${LAYERS.map(answer).join('\n\n')}\n`).toMatchFileSnapshot('answers-layer.txt');
  });

  it('to the rows of a variation', async () => {
    await expect(`${VARIED.map(answer).join('\n\n')}\n`).toMatchFileSnapshot('answers-varied.txt');
  });

  it('to a text that is too long, without reading it', () => {
    const { problems, usable, rhythm } = readRhythm(`rhythm A\n${'#'.repeat(1_000_000)}`);
    expect(problems.map((one) => one.message)).toEqual([
      'This text has 1.0 million characters; a rhythm has at most one million. Nothing was read.',
    ]);
    expect([usable, rhythm.name]).toEqual([false, 'Unnamed rhythm']);
    expect(readRhythm(`rhythm A\ncycle 2x2\n#${'x'.repeat(999_980)}`).usable).toBe(true);
    const notes = `note ${'x'.repeat(10_001)}\n`.repeat(2);
    expect(readRhythm(`rhythm A\ncycle 2x2\n${notes}`).problems).toMatchObject([
      { line: 4, message: 'Notes have at most 20000 characters; these have 20003.' },
    ]);
  });
});

describe('rows of one layer', () => {
  const cycle = cycleFromSpans('3+2');
  const layer: Layer = {
    id: 'mine',
    name: 'Mine',
    instrument: 'goblet-drum',
    cells: [{ beats: { num: 1, den: 1 }, slots: 1 }],
    strokes: [],
  };

  it('keep the layer’s id, name and instrument', () => {
    const read = readLayerText('play D . T / K .', layer, cycle);
    expect(read).toMatchObject({ usable: true, more: 0, problems: [] });
    expect(read.layer).toMatchObject({ id: 'mine', name: 'Mine', instrument: 'goblet-drum' });
    expect(writeLayerRows(read.layer, cycle)).toBe('play  D . T / K .');
    const [problem] = readLayerText('', layer, cycle).problems;
    expect(problem).toMatchObject({ line: 1, column: 1, length: 1 });
  });

  it('of an instrument that is not known are left alone', () => {
    const own = { ...layer, instrument: 'own-gone' };
    expect(readLayerText('play D', own, cycle)).toEqual({
      layer: own,
      problems: [],
      more: 0,
      usable: false,
    });
  });

  it('are copied as text and read again, whole turns as turns', () => {
    const read = (text: string, ...instruments: readonly string[]) => {
      const result = readClips(
        text,
        instruments.map((id) => findInstrument(id)),
        cycle,
      );
      if (!result.ok) return result.message;
      const clips = result.clips.map((clip, index) => ({
        clip,
        instrument: instruments[index] ?? '',
      }));
      return writeClips(clips, cycle);
    };
    expect(read('play D . T / K .', 'goblet-drum')).toBe('play  D . T / K .');
    expect(read('D . T / K . |', 'goblet-drum')).toBe('play  D . T / K . |');
    expect(read('D . T |', 'goblet-drum')).toBe('play  D . T');
    expect(read('play D . T\nhand R . L\nsay dun . ka', 'goblet-drum')).toBe(
      'play  D . T\nhand  R . L\nsay   dun . ka',
    );
    expect(read('D _ T\n\nX .\r\n \r\n\r\n\nX', 'goblet-drum', 'hand-bell')).toBe(
      'play  D _ T\n\nplay  X .',
    );
    expect(read('D . Q', 'goblet-drum')).toMatch(/^“Q” is not a stroke of the darbuka\./);
    expect(read('D', 'own-gone')).toBe('There is nothing in it.');
    expect(read('D . T')).toBe('There is nothing in it.');
    expect(read('  \n\n ', 'goblet-drum')).toBe('There is nothing in it.');
    expect(read('playD', 'goblet-drum')).toMatch(/^“playD” is not a stroke/);
  });
});
