import { describe, expect, it } from 'vitest';
import { cycleFromSpans } from '../cycle/index.ts';
import { findInstrument, GOBLET_DRUM, HAND_BELL } from '../instrument/index.ts';
import { writeRhythm } from '../text/index.ts';
import { timed } from '../text/timed.testkit.ts';
import {
  addLayer,
  appendLayer,
  breaches,
  divideCell,
  editLayer,
  LIMITS,
  moveLayer,
  placeStroke,
  plainCells,
  recast,
  recount,
  removeLayer,
  removeStrokes,
  renameLayer,
  renameRhythm,
  repairRhythm,
  setForce,
  setHand,
  setNotes,
  setTags,
  setTempo,
  stepForce,
  toggleAccent,
} from './index.ts';
import { BASE, cells, DRUM, stroke } from './refused.testkit.ts';

describe('a damaged rhythm', () => {
  const repaired = (data: unknown) => {
    const { rhythm, said } = repairRhythm(data, 'new');
    expect(breaches(rhythm)).toEqual([]);
    expect(rhythm.id).toBe('new');
    return [...said, ...writeRhythm(rhythm).trimEnd().split('\n')];
  };

  it('keeps what there is of it, and says what was left out', async () => {
    const cases: Readonly<Record<string, unknown>> = {
      nothing: undefined,
      'a list': [],
      'a sound one': BASE,
      'no cycle': { ...BASE, cycle: { groups: 3 } },
      'fields of another shape': {
        ...BASE,
        name: 7,
        tempo: 'quick',
        target: 9999,
        counting: 'hum',
        turns: 'some',
        notes: 12,
        tags: ['a b'],
      },
      'fields that can be read': {
        ...BASE,
        counting: 'la-li',
        turns: [{ turn: 0, mark: 'call' }],
        notes: 'one\ntwo',
        tags: ['street'],
      },
      'turns out of order': {
        ...BASE,
        turns: [
          { turn: 2, mark: 'call' },
          { turn: 1, mark: 'call' },
        ],
      },
      'turns with two names': {
        ...BASE,
        turns: [
          { turn: 1, mark: 'call' },
          { turn: 0, mark: 'answer' },
          { turn: 1, mark: 'break' },
        ],
      },
      'layers of another shape': {
        ...BASE,
        layers: [7, { ...DRUM, name: '', instrument: 'zither' }],
      },
      'an instrument that is no word': {
        ...BASE,
        layers: [{ ...DRUM, instrument: 'a\nb'.repeat(30) }],
      },
      'no cells': { ...BASE, layers: [{ ...DRUM, cells: 'x' }] },
      'some cells': { ...BASE, layers: [{ ...DRUM, cells: [...cells(3), { slots: 2 }] }] },
      'a stroke too much': {
        ...BASE,
        layers: [{ ...DRUM, strokes: [...DRUM.strokes, stroke(9), 'x'] }],
      },
      'one stroke too much': {
        ...BASE,
        layers: [{ ...DRUM, strokes: [...DRUM.strokes, stroke(5)] }],
      },
      'strokes out of order': {
        ...BASE,
        layers: [{ ...DRUM, strokes: [...DRUM.strokes].reverse() }],
      },
      'hands that clash': {
        ...BASE,
        layers: [
          {
            ...DRUM,
            strokes: [
              stroke(0, { hand: 'R' }),
              stroke(0, { hand: 'R', kind: 'T' }),
              stroke(2, { hand: 'L' }),
            ],
          },
        ],
      },
      'too many together': { ...BASE, layers: [{ ...DRUM, strokes: Array(10).fill(stroke(1)) }] },
      'rings that are none': { ...BASE, layers: [{ ...DRUM, rings: [1, 'x', 99, 0] }] },
      'too many slots': { ...BASE, layers: [{ ...DRUM, cells: Array(90).fill(cells(64)[0]) }] },
      'no grid': {
        ...BASE,
        layers: [61, 59, 53, 47].map((many, at) => ({
          ...DRUM,
          id: `l${at}`,
          cells: cells(many, 3),
        })),
      },
      'layers of one id': { ...BASE, layers: [DRUM, DRUM] },
      'a free one': { ...BASE, layers: [{ ...DRUM, free: true }] },
    };
    const told = Object.entries(cases).map(([title, data]) =>
      [`== ${title}`, ...repaired(data)]
        .map((line) => (line.length > 160 ? `${line.slice(0, 159)}…` : line))
        .join('\n'),
    );
    await expect(`${told.join('\n\n')}\n`).toMatchFileSnapshot('repaired.txt');
  });
});

describe('another cycle', () => {
  const into = (text: string, spans: string) => {
    const { rhythm: from } = timed(text);
    const { rhythm, by, kept, moved, lost } = recast(from, cycleFromSpans(spans));
    const places = (list: typeof moved) =>
      list.map(({ layer, slot }) => `${layer}:${slot}`).join(' ');
    return `${by}, ${kept} kept, moved ${places(moved) || 'none'}, lost ${places(lost) || 'none'}\n${writeRhythm(rhythm)}`;
  };
  const head = (cycle: string, tempo: string) =>
    `rhythm A\ncycle ${cycle}\ntempo ${tempo}\nlayer Drum : goblet drum\n`;

  it('keeps the beats where there are as many, else the pulses', async () => {
    const told = [
      into(`${head('4x4', '90 to 120 per 4')}play D . T . / D . . . / . . K . / D`, '3x4'),
      into(`${head('4x4', '90 to 120 per 1')}play D . T . / D . . . / . . K . / D`, '3x4'),
      into(`${head('3+2', '90 to 120 per 2')}play D . T / K .`, '2+3'),
      into(`${head('3+2', '350 to 390 per 1')}play D . T / K .`, '9+9'),
      into(`${head('3+2', '11 to 12 per 1')}play D . T / K .`, '1+1'),
      into(`${head('4x4', '90 to 120 per 4')}play D . T . / D . . . / . . K . / D`, '4x3'),
      into(`${head('4x2', '90 to 120 per 4')}play D . T . / D D D`, '3+3+2'),
      into(`${head('4x2', '90 to 120 per 4')}play D*5 / D*7`, '3+3+2'),
      into(`${head('4x2', '90 to 120 per 4')}play D*17 / D+T K*3`, '8'),
      into(
        `${head('4x2', '90 to 120 per 4')}play D _ _ _ / D . _ _\nlayer Own : hand bell\nplay X X\nloop own`,
        '2x4',
      ),
      into(`${head('4x2', '95 to 121 per 4')}play D . T . / D . . .`, '6+2+2'),
      into(`${head('1', '60 per 1')}play D*64`, '1+1'),
      into(`${head('64', '60 per 1')}play <1> D . | T | K | T`, '1x2'),
      into(
        `${head('64x16', '60 per 64')}play ${Array(16).fill('D').join(' / ')} | ${Array(16).fill('D').join(' / ')} | ${Array(16).fill('D').join(' / ')} | ${Array(16).fill('D').join(' / ')} | ${Array(16).fill('D').join(' / ')}`,
        '64x15',
      ),
    ];
    await expect(`${told.join('\n')}\n`).toMatchFileSnapshot('recast.txt');
  });

  it('counts in other beats without another speed, as far as tempos go', () => {
    expect(recount(BASE, 3)).toBe(BASE);
    expect(recount(BASE, 1)).toMatchObject({ tempo: { bpm: 180, per: 1 }, target: 270 });
    expect(recount(BASE, 6)).toMatchObject({ tempo: { bpm: 30, per: 6 }, target: 45 });
    expect(recount({ ...BASE, target: 200 }, 1)).toMatchObject({ target: 400 });
    expect(recount({ ...BASE, tempo: { bpm: 12, per: 3 } }, 9)).toMatchObject({
      tempo: { bpm: 10 },
    });
  });
});

describe('edits that change nothing', () => {
  it('give the same rhythm or layer back', () => {
    expect(editLayer(BASE, 'gone', () => DRUM)).toBe(BASE);
    expect(editLayer(BASE, DRUM.id, (layer) => layer)).toBe(BASE);
    expect(placeStroke(DRUM, stroke(-1))).toBe(DRUM);
    expect(placeStroke(DRUM, stroke(5))).toBe(DRUM);
    expect(placeStroke(DRUM, stroke(4)).strokes.at(-1)).toEqual(stroke(4));
    expect(removeStrokes(DRUM, 1)).toBe(DRUM);
    expect(setForce(DRUM, 1, 4)).toBe(DRUM);
    expect(toggleAccent(toggleAccent(DRUM, 0), 0)).toEqual(DRUM);
    expect(stepForce(setForce(DRUM, 0, 4), 0, 1).strokes[0]?.force).toBe(4);
    expect(stepForce(setForce(DRUM, 0, 1), 0, -1).strokes[0]?.force).toBe(1);
    expect(stepForce(DRUM, 0, 1).strokes[0]?.force).toBe(4);
    expect(stepForce(DRUM, 0, -1).strokes[0]?.force).toBe(2);
    expect(setHand(DRUM, 1, 'L')).toBe(DRUM);
    for (const slots of [0, 65, 3]) {
      expect(divideCell(DRUM, 0, slots)).toEqual({ layer: DRUM, moved: [], lost: [] });
    }
    expect(divideCell(DRUM, 7, 4)).toEqual({ layer: DRUM, moved: [], lost: [] });
    expect(setTempo(BASE, 60)).toBe(BASE);
    expect(setTempo(BASE, 60.0004)).toBe(BASE);
    expect(setTempo(BASE, 5).tempo).toEqual({ bpm: 10, per: 3 });
    expect(setTempo(BASE, 500).tempo.bpm).toBe(400);
    expect(setTempo(BASE, 61.23456).tempo.bpm).toBe(61.235);
    expect(renameRhythm(BASE, ' \n')).toBe(BASE);
    expect(renameRhythm(BASE, ' A ')).toBe(BASE);
    expect(renameRhythm(BASE, 'B\tC').name).toBe('B C');
    expect(renameLayer(DRUM, '')).toBe(DRUM);
    expect(renameLayer(DRUM, 'Drum')).toBe(DRUM);
    expect(renameLayer(DRUM, 'Low').name).toBe('Low');
    expect(setNotes(BASE, ' \n ')).toBe(BASE);
    expect(setNotes({ ...BASE, notes: 'a' }, ' ').notes).toBeUndefined();
    expect(setNotes(BASE, 'a\r\nb').notes).toBe('a\nb');
    expect(setNotes(BASE, 'x'.repeat(20_001)).notes).toHaveLength(20_000);
    const noted = { ...BASE, notes: 'a' };
    expect(setNotes(noted, 'a')).toBe(noted);
    const tagged = setTags(BASE, 'street, "lamp" #walk street');
    expect(tagged.tags).toEqual(['street', 'lamp', 'walk']);
    expect(setTags(tagged, 'street lamp walk')).toBe(tagged);
    expect(setTags(BASE, 'x'.repeat(60)).tags).toEqual(['x'.repeat(40)]);
    expect(
      setTags(BASE, Array.from({ length: 120 }, (_, at) => `t${at}`).join(' ')).tags,
    ).toHaveLength(100);
    expect(removeLayer(BASE, 'gone')).toBe(BASE);
    expect(moveLayer(BASE, DRUM.id, 1)).toBe(BASE);
    expect(moveLayer(BASE, DRUM.id, -1)).toBe(BASE);
    expect(moveLayer(BASE, 'gone', 1)).toBe(BASE);
  });

  it('number new layers freely, up to as many as there may be', () => {
    const two = addLayer(BASE, HAND_BELL);
    expect(two.layers.map(({ id, name }) => [id, name])).toEqual([
      ['layer-1', 'Drum'],
      ['layer-2', 'Hand bell'],
    ]);
    expect(addLayer(BASE, HAND_BELL, 'Tin').layers[1]).toMatchObject({
      name: 'Tin',
      cells: cells(3, 2),
    });
    const swapped = { ...two, layers: [{ ...DRUM, id: 'layer-2' }] };
    expect(addLayer(swapped, HAND_BELL).layers[1]?.id).toBe('layer-3');
    let full = BASE;
    for (let at = 0; at < 40; at += 1) full = appendLayer(full, DRUM);
    expect(full.layers).toHaveLength(LIMITS.layers);
    expect(moveLayer(two, 'layer-1', 1).layers.map(({ id }) => id)).toEqual(['layer-2', 'layer-1']);
    expect(findInstrument(DRUM.instrument)).toBe(GOBLET_DRUM);
  });

  it('begin with a slot a pulse, or a slot a beat where there would be too many', () => {
    expect(plainCells([3, 2])).toEqual(cells(3, 2));
    expect(plainCells([2], 3)).toEqual(cells(2, 2, 2));
    expect(plainCells(Array(16).fill(64))).toEqual(cells(...Array(16).fill(64)));
    expect(plainCells(Array(17).fill(64))).toEqual(cells(...Array(17).fill(1)));
  });
});
