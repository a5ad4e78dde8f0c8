import { compareLayers } from '@stride/core/read';
import { placeStroke } from '@stride/core/rhythm';
import { describe, expect, it } from 'vitest';
import { DEMO_RHYTHMS } from '../store/demo.ts';
import { newRecord } from '../store/rhythms.ts';
import { sourcesFor, turnSides } from './compare-sources.ts';

const [steps, ferry] = DEMO_RHYTHMS;
if (!steps || !ferry) throw new Error('no demo');
const shelf = DEMO_RHYTHMS.map((rhythm) => newRecord(rhythm, 1));

describe('what a layer can be compared with', () => {
  it('is the other layers, the timelines, and every layer of the other rhythms', () => {
    const sources = sourcesFor(steps, 0, steps, shelf);
    const under = (heading: string) =>
      sources.filter((one) => one.heading === heading).map((one) => one.name);
    expect(under('This rhythm')).toEqual(['Walker', 'Bell, turn 1', 'Bell, turn 2']);
    expect(under('Before')).toEqual([]);
    expect(under('Timelines')).toContain('son clave');
    expect(under('The Shelf')).toContain('Ferry of Ferry bell');
    expect(under('The Shelf').join()).not.toContain('Lantern steps');
    expect(new Set(sources.map((one) => one.id)).size).toBe(sources.length);
  });

  it('is itself as it was when it was opened, once it was changed', () => {
    const [bell] = steps.layers;
    if (!bell) throw new Error('no bell');
    const changed = {
      ...steps,
      layers: steps.layers.with(0, placeStroke(bell, { slot: 1, kind: 'X', force: 3 })),
    };
    const before = sourcesFor(changed, 0, steps, []).find((one) => one.id === 'opened');
    expect(before?.name).toBe('Bell as it was when you opened it');
    const [now] = changed.layers;
    if (!before || !now) throw new Error('nothing to compare');
    const result = compareLayers(before.side, { name: 'Bell', cycle: changed.cycle, layer: now });
    expect(result.ok && result.comparison.came.length).toBe(1);
    expect(result.ok && result.comparison.moved).toEqual([]);
  });

  it('is a variation of it, beside the turns of home whose place it takes', () => {
    const cobbles = DEMO_RHYTHMS.find(({ id }) => id === 'wet-cobbles');
    if (!cobbles) throw new Error('no cobbles');
    const sources = sourcesFor(cobbles, 1, cobbles, []).filter(({ id }) => id.startsWith('var'));
    expect(sources.map(({ name }) => name)).toEqual([
      'Cobbles in Round the corner',
      'Cobbles in Stones held',
    ]);
    const [corner] = sources;
    if (!corner?.against) throw new Error('no home beside it');
    // It begins on turn 4 of 4, which is the second of home's two.
    expect(corner.against.layer.strokes).toEqual(turnSides(cobbles, 1)[1]?.layer.strokes);
    const result = compareLayers(corner.against, corner.side);
    expect(result.ok && result.comparison.changed.length).toBe(7);
    expect(turnSides(cobbles, 0)).toHaveLength(2);
    expect(turnSides(ferry, 0)).toEqual([]);
  });

  it('can each be laid over the layer, or say why not', () => {
    const [ferryLine] = ferry.layers;
    if (!ferryLine) throw new Error('no ferry');
    const mine = { name: 'Ferry', cycle: ferry.cycle, layer: ferryLine };
    for (const { name, side } of sourcesFor(ferry, 0, ferry, shelf)) {
      const result = compareLayers(mine, side);
      if (!result.ok) expect(result.message, name).toContain('pulses');
      else expect(result.comparison.span, name).toBeGreaterThan(0);
    }
  });
});
