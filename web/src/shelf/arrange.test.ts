import { describe, expect, it } from 'vitest';
import { cardOf } from '../store/cards.ts';
import { DEMO_RHYTHMS } from '../store/demo.ts';
import { newRecord } from '../store/rhythms.ts';
import { arrange, tagsOf } from './arrange.ts';

const cards = DEMO_RHYTHMS.map((rhythm, index) => cardOf(newRecord(rhythm, 1000 - index)));
const names = (
  words: string,
  sort: 'edited' | 'name' | 'pulses' | 'target' = 'edited',
  tag?: string,
) => arrange(cards, { words, sort, tag }).map((card) => card.name);

describe('arrange', () => {
  it('finds by name, layer, instrument and tag, all words together', () => {
    expect(names('ferry')).toEqual(['Ferry bell']);
    expect(names('TALL drums cobbles')).toEqual(['Wet cobbles']);
    expect(names('bell walk')).toEqual(['Lantern steps', 'Wet cobbles']);
    expect(names('nothing such')).toEqual([]);
    expect(names('', 'edited', 'slow')).toEqual(['Ferry bell']);
  });

  it('sorts as asked', () => {
    expect(names('')[0]).toBe('Lantern steps');
    expect(names('', 'name')).toEqual([
      'Ferry bell',
      'Lantern steps',
      'Quay call',
      'Ten stairs',
      'Wet cobbles',
    ]);
    expect(names('', 'pulses')[0]).toBe('Wet cobbles');
    expect(names('', 'target')[0]).toBe('Ten stairs');
    expect(tagsOf(cards)).toEqual(['call', 'long', 'seven', 'slow', 'stairs', 'voice', 'walk']);
  });
});
