import { describe, expect, it } from 'vitest';
import { parsed, textStorage } from './browser-storage.ts';

/** A storage of a browser, with room for so many letters. */
function storage(room = Number.POSITIVE_INFINITY): Storage {
  const all = new Map<string, string>();
  return {
    get length() {
      return all.size;
    },
    clear: () => all.clear(),
    key: (at) => [...all.keys()][at] ?? null,
    getItem: (key) => all.get(key) ?? null,
    removeItem: (key) => void all.delete(key),
    setItem(key, text) {
      if (text.length > room) throw new DOMException('full', 'QuotaExceededError');
      all.set(key, text);
    },
  };
}

describe('texts that a browser keeps', () => {
  it('are there until they are let go', () => {
    const own = storage();
    const texts = textStorage(() => own);
    expect([texts.isOpen(), texts.get('a')]).toEqual([true, undefined]);
    texts.set('a', 'drum');
    texts.set('b', '');
    expect([texts.get('a'), texts.get('b'), own.getItem('a')]).toEqual(['drum', '', 'drum']);
    texts.set('a', undefined);
    expect([texts.get('a'), own.length]).toEqual([undefined, 1]);
  });

  it('stay as they were where there is no room', () => {
    const own = storage(4);
    const texts = textStorage(() => own);
    texts.set('a', 'drum');
    texts.set('a', 'conga');
    expect(texts.get('a')).toBe('drum');
  });

  it('are none where the storage is closed', () => {
    const texts = textStorage(() => {
      throw new DOMException('closed', 'SecurityError');
    });
    texts.set('a', 'drum');
    expect([texts.isOpen(), texts.get('a')]).toEqual([false, undefined]);
  });
});

it('takes data out of text, and nothing out of what holds none', () => {
  expect(['{"a":[1]}', 'null', '"x"'].map(parsed)).toEqual([{ a: [1] }, null, 'x']);
  expect([undefined, '', '{', 'dark'].map(parsed)).toEqual([
    undefined,
    undefined,
    undefined,
    undefined,
  ]);
});
