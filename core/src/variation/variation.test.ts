import { describe, expect, it } from 'vitest';
import { nth } from '../bounds/index.ts';
import { cycleFromSpans } from '../cycle/index.ts';
import { instrumentNamed } from '../instrument/index.ts';
import {
  addVariation,
  changeVariation,
  checkRhythm,
  freeKey,
  handsOf,
  layerOfLine,
  lineOfLayer,
  mirrorHands,
  moveVariation,
  nameTurn,
  playOn,
  type Rhythm,
  recast,
  removeLayer,
  removeVariation,
  repairRhythm,
  startFromOtherSide,
  type Variation,
} from '../rhythm/index.ts';
import { writeRhythm } from '../text/index.ts';
import { changesOf, homeAndVariation, keepLine, keepTurns } from './index.ts';
import { CALL, LIFT, names, read, STEPS, TEXT, WALK } from './steps.testkit.ts';

describe('variations of a rhythm', () => {
  it('get a free name, the next key and an id of their own', () => {
    const more = addVariation(STEPS, { name: 'Lift', lines: CALL.lines });
    expect(more.variations?.at(-1)).toMatchObject({ id: 'variation-4', name: 'Lift 2', key: 4 });
    expect(freeKey(more)).toBe(5);
    const full = [5, 6, 7, 8, 9, 9].reduce(
      (all) => addVariation(all, { name: 'x', lines: CALL.lines }),
      more,
    );
    expect(full.variations?.at(-1)?.key).toBeUndefined();
    expect(checkRhythm(full)).toEqual({ ok: true, rhythm: full });
    const many = Array.from({ length: 40 }).reduce<Rhythm>(
      (all) => addVariation(all, { name: 'x', lines: CALL.lines }),
      STEPS,
    );
    expect(many.variations?.length).toBe(32);
  });

  it('give up a key that another one is given', () => {
    const changed = changeVariation(STEPS, CALL.id, (one) => ({ ...one, key: 1 }));
    expect(changed.variations?.map(({ key }) => key)).toEqual([undefined, 2, 1]);
  });

  it('are ordered, taken out, and go with the layer they change', () => {
    const ordered = moveVariation(STEPS, CALL.id, -1).variations?.map(({ name }) => name);
    expect(ordered).toEqual(['Lift', 'Call', 'Walk']);
    expect(moveVariation(STEPS, LIFT.id, -1)).toBe(STEPS);
    const without = removeLayer(STEPS, 'layer-2').variations;
    expect(without?.map(({ name, lines }) => [name, lines.length])).toEqual([['Walk', 1]]);
    const none = [LIFT, WALK, CALL].reduce((all, { id }) => removeVariation(all, id), STEPS);
    expect(none.variations).toBeUndefined();
  });

  it('are refused with a sentence where they break a rule', () => {
    const wrong = (change: Partial<Variation>) => {
      const checked = checkRhythm({ ...STEPS, variations: [{ ...LIFT, ...change }, WALK] });
      return checked.ok ? '' : checked.messages.join(' ');
    };
    const [line] = LIFT.lines;
    if (!line) throw new Error('no line');
    expect(wrong({ name: 'Walk' })).toContain('same name');
    expect(wrong({ id: WALK.id })).toContain('same id');
    expect(wrong({ key: 2 })).toContain('same key');
    expect(wrong({ key: 10 })).not.toBe('');
    expect(wrong({ share: { num: 2, den: 16 } })).toContain('lowest terms');
    expect(wrong({ share: { num: 3, den: 2 } })).toContain('up to 1/1');
    expect(wrong({ place: { kind: 'turn', turn: 4, of: 4 } })).toContain('no turn 5 of 4');
    expect(wrong({ lines: [{ ...line, layer: 'layer-9' }] })).toContain('not there');
    expect(wrong({ lines: [line, line] })).toContain('two lines');
    expect(wrong({ lines: [{ ...line, cells: line.cells.slice(1), strokes: [] }] })).toContain(
      'not made of whole turns',
    );
    expect(wrong({ lines: [line, nth(WALK.lines, 1)] })).toContain('same number of turns');
    expect(wrong({ lines: [{ ...line, strokes: [{ slot: 0, kind: 'Q', force: 3 }] }] })).toContain(
      'no stroke “Q”',
    );
    expect(wrong({ lines: [] })).toContain('at least one layer');
  });
});

describe('what a variation changes', () => {
  it('is told by its strokes: moved, new, left out, other strokes, hands and forces', () => {
    const [lift] = changesOf(STEPS, LIFT);
    expect(lift?.said).toBe('6 new, 4 with another stroke');
    expect([...(lift?.marked ?? [])].sort((a, b) => a - b)).toEqual([
      0, 2, 4, 6, 8, 10, 12, 13, 14, 15,
    ]);
    const [drum, bell] = changesOf(STEPS, WALK);
    expect(drum?.grid.startTicks.length).toBe(32);
    expect(bell?.layer.name).toBe('Bell');
    const late = read(`rhythm A
cycle 4
layer D : goblet drum
play D . T .
variation Late
in D
play D . . T`);
    const [moved] = changesOf(late, nth(late.variations ?? [], 0));
    expect([moved?.said, ...(moved?.marked ?? [])]).toEqual(['1 moved', 3]);
    // A line that comes round by itself has no turns to be compared with.
    const own = read(`rhythm A
cycle 1x4
layer D : goblet drum
play D / . / T
loop own
variation Whole
in D
play D / . / . / T`);
    expect(changesOf(own, nth(own.variations ?? [], 0))).toMatchObject([
      { said: 'of another length than home', marked: new Set() },
    ]);
    const same = changesOf(STEPS, {
      ...LIFT,
      lines: STEPS.layers.filter(({ id }) => id === 'layer-2').map(lineOfLayer),
    });
    expect(same[0]?.said).toBe('as home');
    expect(same[0]?.marked.size).toBe(0);
  });
});

describe('made of what is written', () => {
  it('is a turn of a longer line, in its place among the turns', () => {
    const kept = keepTurns(STEPS, ['layer-1'], 1);
    expect(kept.ok && kept.rhythm.variations?.at(-1)).toMatchObject({
      name: 'Turn 2',
      key: 4,
      place: { kind: 'turn', turn: 1, of: 2 },
    });
  });

  it('is as many turns as were chosen, of a line of one turn as often', () => {
    const kept = keepTurns(nameTurn(STEPS, 0, 'call', 'Up'), ['layer-1', 'layer-2'], 0, 2);
    const made = kept.ok ? kept.rhythm.variations?.at(-1) : undefined;
    expect(made?.name).toBe('call: Up');
    expect(made?.lines.map(({ cells }) => cells.length)).toEqual([8, 8]);
    expect(kept.ok && checkRhythm(kept.rhythm).ok).toBe(true);
  });

  it('is a line that moves made, or one turn of it; not one that comes round at its own length', () => {
    const [clave] = STEPS.layers;
    if (!clave) throw new Error('no clave');
    const made = { ...clave, strokes: clave.strokes.slice(1) };
    const whole = keepLine(STEPS, made, 'without the one');
    expect(whole.ok && whole.rhythm.variations?.at(-1)).toMatchObject({
      name: 'without the one',
      lines: [{ layer: 'layer-1', strokes: made.strokes }],
    });
    const turn = keepLine(STEPS, made, 'without the one', { from: 0, count: 1 });
    const line = turn.ok ? turn.rhythm.variations?.at(-1) : undefined;
    expect(line?.place).toEqual({ kind: 'turn', turn: 0, of: 2 });
    expect(line?.lines[0]?.cells.length).toBe(4);
    expect(line?.lines[0]?.strokes.map(({ slot }) => slot)).toEqual([3, 6, 10, 12]);
    expect(keepLine(STEPS, { ...made, instrument: 'hand-bell' }, 'x')).toMatchObject({
      ok: false,
      message: expect.stringContaining('Keep this one as a new rhythm'),
    });
    // What the other layers play is no part of it.
    expect(whole.ok && whole.rhythm.variations?.at(-1)?.lines).toHaveLength(1);
    const free = { ...STEPS, layers: STEPS.layers.map((one) => ({ ...one, free: true as const })) };
    const [own] = free.layers;
    expect(own && keepLine(free, own, 'x')).toMatchObject({
      ok: false,
      message: expect.stringContaining('whole turns'),
    });
    const full = Array.from({ length: 40 }).reduce<Rhythm>(
      (all) => addVariation(all, { name: 'x', lines: CALL.lines }),
      STEPS,
    );
    expect(keepTurns(full, ['layer-2'], 0)).toMatchObject({
      ok: false,
      message: expect.stringContaining('at most 32'),
    });
  });

  it('repeats what a line of one turn says and rings on through, in each of its turns', () => {
    const ringing = read(
      'rhythm A\ncycle 4\nlayer D : goblet drum\nplay D _ . .\nlayer C : claves\nplay X . . . | . X . .',
    );
    const kept = keepTurns(ringing, ['layer-1', 'layer-2'], 0, 2);
    const [drum, clave] = (kept.ok && kept.rhythm.variations?.[0]?.lines) || [];
    expect(drum?.strokes.map(({ slot }) => slot)).toEqual([0, 4]);
    expect(drum?.rings).toEqual([1, 5]);
    expect(clave?.strokes.map(({ slot }) => slot)).toEqual([0, 5]);
  });

  it('is practised after home: where it may begin, until its place comes round', () => {
    expect(names(homeAndVariation(STEPS, LIFT))).toEqual(['-', '-', '-', 'Lift 1']);
    expect(names(homeAndVariation(STEPS, WALK))).toEqual(['-', 'Walk 1', 'Walk 2']);
    const early = { ...WALK, place: { kind: 'turn', turn: 1, of: 4 } } as const;
    expect(names(homeAndVariation(STEPS, early))).toEqual(['-', 'Walk 1', 'Walk 2', '-']);
  });
});

describe('a rhythm with variations', () => {
  it('goes into another cycle with them, and says in which strokes move', () => {
    const { rhythm, variations } = recast(STEPS, cycleFromSpans('3x5'));
    expect(checkRhythm(rhythm)).toEqual({ ok: true, rhythm });
    expect(rhythm.variations?.map(({ name }) => name)).toEqual(['Lift', 'Walk', 'Call']);
    expect(variations).toEqual([]);
    expect(recast(STEPS, cycleFromSpans('2+2+3')).rhythm.variations).toHaveLength(3);
  });

  it('is mirrored and played on other instruments with them', () => {
    const mirrored = mirrorHands(STEPS).variations?.[0]?.lines[0]?.strokes[0]?.hand;
    const hand = handsOf(layerOfLine(nth(STEPS.layers, 1), nth(LIFT.lines, 0)))[0];
    expect(mirrored).toBe(hand === 'R' ? 'L' : 'R');
    const congas = instrumentNamed('congas');
    if (!congas) throw new Error('no congas');
    const changed = playOn(
      STEPS,
      'layer-2',
      congas,
      new Map([
        ['T', 'S'],
        ['D', 'B'],
      ]),
    );
    expect(changed.variations?.[0]?.lines[0]?.strokes.every(({ kind }) => kind === 'S')).toBe(true);
    expect(checkRhythm(changed).ok).toBe(true);
  });

  it('begins from the other side with them', () => {
    const sided = {
      ...STEPS,
      layers: STEPS.layers.with(0, { ...nth(STEPS.layers, 0), side: '3-2' as const }),
    };
    const turned = startFromOtherSide(sided, 'layer-1', true);
    expect(turned.ok && checkRhythm(turned.rhythm).ok).toBe(true);
    expect(turned.ok && turned.rhythm.variations?.length).toBe(3);
  });

  it('is repaired with those that fit, and names the others', () => {
    const broken = {
      ...STEPS,
      target: 0,
      variations: [LIFT, { ...WALK, lines: [{ ...nth(WALK.lines, 0), layer: 'gone' }] }, 7],
    };
    const { rhythm, said } = repairRhythm(broken, 'b');
    expect(rhythm.variations?.map(({ name }) => name)).toEqual(['Lift']);
    expect(said.join(' ')).toContain('Variation Walk does not fit');
    expect(said.join(' ')).toContain('Variation 3 does not fit');
  });

  it('tells apart two layers of one name where it is written', () => {
    const twice = read(
      TEXT.replace('layer Bell : hand bell', 'layer Drum : hand bell').replace(
        'in    Bell',
        'in    Drum : 2',
      ),
    );
    expect(twice.variations?.[1]?.lines.map(({ layer }) => layer)).toEqual(['layer-2', 'layer-3']);
    expect(writeRhythm(twice)).toContain('in    Drum : 2');
  });
});
