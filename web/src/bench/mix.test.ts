import { CLICK_LAYER, SECOND_LAYER } from '@stride/core/sound';
import { describe, expect, it } from 'vitest';
import { PLAIN_MIX } from '../store/db.ts';
import { DEMO_RHYTHMS } from '../store/demo.ts';
import { levelsOf, silentLayers } from './mix.ts';

const layers = DEMO_RHYTHMS[2]?.layers ?? [];
const [lamp = '', cobbles = '', ground = ''] = layers.map((layer) => layer.id);

describe('the mix', () => {
  it('lets everything sound, and the click only when asked', () => {
    const levels = levelsOf(PLAIN_MIX, layers);
    expect([lamp, cobbles, ground].map((id) => levels.get(id))).toEqual([1, 1, 1]);
    expect(levels.get(CLICK_LAYER)).toBe(0);
    expect(levelsOf({ ...PLAIN_MIX, click: true }, layers).get(CLICK_LAYER)).toBe(1);
    expect(levels.get(SECOND_LAYER)).toBe(0);
    expect(levelsOf({ ...PLAIN_MIX, second: true }, layers).get(SECOND_LAYER)).toBe(1);
  });

  it('mutes, sets levels, and leaves one alone', () => {
    const mix = { ...PLAIN_MIX, muted: [lamp], levels: { [cobbles]: 0.5 } };
    const levels = levelsOf(mix, layers);
    expect([lamp, cobbles, ground].map((id) => levels.get(id))).toEqual([0, 0.5, 1]);
    expect([...silentLayers({ ...mix, solo: [ground] }, layers)]).toEqual([lamp, cobbles]);
  });

  it('forgets a solo layer that was taken out', () => {
    expect(silentLayers({ ...PLAIN_MIX, solo: ['gone'] }, layers).size).toBe(0);
  });
});
