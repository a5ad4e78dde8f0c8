import { describe, expect, it } from 'vitest';
import { type Card, cardOf } from '../store/cards.ts';
import { DEMO_RHYTHMS } from '../store/demo.ts';
import { newRecord } from '../store/rhythms.ts';
import { type Descent, descentOf } from './descent.ts';

const [demo] = DEMO_RHYTHMS;
if (!demo) throw new Error('no demo');
const card = (id: string, from?: string, at = 1): Card =>
  cardOf(
    newRecord(
      { ...demo, id, name: id, ...(from ? { origin: { rhythm: from, by: 'Shift' } } : {}) },
      at,
    ),
  );
const said = ({ card: { id }, children }: Descent): string =>
  children.length > 0 ? `${id}(${children.map(said).join(' ')})` : id;
const tree = (cards: readonly Card[], id: string) => {
  const found = descentOf(cards, id);
  return found ? said(found) : 'alone';
};

describe('the tree a rhythm stands in', () => {
  const cards = [
    card('steps'),
    card('b', 'steps', 3),
    card('a', 'steps', 2),
    card('a1', 'a'),
    card('other'),
    card('orphan', 'gone'),
    card('its', 'orphan'),
  ];

  it('is the same from each of its rhythms, from the first ancestor on, the older child first', () => {
    for (const id of ['steps', 'a', 'b', 'a1']) expect(tree(cards, id)).toBe('steps(a(a1) b)');
  });

  it('begins where the ancestor is gone, and is none where a rhythm stands alone', () => {
    expect(tree(cards, 'its')).toBe('orphan(its)');
    expect(tree(cards, 'other')).toBe('alone');
    expect(tree(cards, 'nowhere')).toBe('alone');
  });

  it('names each once where rhythms say they came from one another', () => {
    const circle = [card('x', 'y'), card('y', 'x'), card('self', 'self')];
    expect(tree(circle, 'x').match(/[xy]/g)?.sort()).toEqual(['x', 'y']);
    expect(tree(circle, 'self')).toBe('self');
  });
});
