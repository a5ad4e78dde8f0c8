import { describe, expect, it } from 'vitest';
import { type Found, find } from './find.ts';

const one = (group: string, label: string, text = label): Found => ({
  group,
  label,
  find: text,
  run: () => undefined,
});
const RHYTHMS = ['Quay call', 'Old quay', 'Lantern steps'].map((name) =>
  one('Rhythms', name, `${name} goblet drum`),
);
const PLACES = [one('Places', 'Crossing: pulses'), one('Places', 'Guide: strokes')];
const labels = (words: string) =>
  find(words, [RHYTHMS, PLACES]).map(({ group, found }) => [group, ...found.map((f) => f.label)]);

describe('Find anything', () => {
  it('lists everything in the order given where nothing is typed', () => {
    expect(labels('')).toEqual([
      ['Rhythms', 'Quay call', 'Old quay', 'Lantern steps'],
      ['Places', 'Crossing: pulses', 'Guide: strokes'],
    ]);
  });

  it('wants every word, and puts what begins with them first', () => {
    expect(labels('quay')).toEqual([['Rhythms', 'Quay call', 'Old quay']]);
    expect(labels('QUAY goblet')).toEqual([['Rhythms', 'Quay call', 'Old quay']]);
    expect(labels('nothing')).toEqual([]);
  });

  it('puts the group with the best fit first', () => {
    expect(labels('g')[0]).toEqual(['Places', 'Guide: strokes', 'Crossing: pulses']);
  });

  it('lists a dozen and says how many more there are', () => {
    const many = Array.from({ length: 5000 }, (_, index) => one('Rhythms', `Lamp ${index}`));
    const [group] = find('lamp', [many]);
    expect(group?.found).toHaveLength(12);
    expect(group?.more).toBe(4988);
    // Where nothing is typed yet a few of each are enough.
    expect(find(' ', [many])[0]).toMatchObject({ more: 4995 });
  });
});
