import type { Page } from '@playwright/test';
import type { Rhythm } from '@stride/core/rhythm';
import type { Figure } from './figure.ts';
import { largeRhythm } from './large.ts';
import { store } from './stages.ts';

/** Milliseconds until something is done and the frame after it is painted. */
async function until(page: Page, act: () => Promise<unknown>, seen: () => Promise<unknown>) {
  const began = Date.now();
  await act();
  await seen();
  await page.evaluate(
    () => new Promise((resolve) => requestAnimationFrame(() => setTimeout(resolve))),
  );
  return Date.now() - began;
}

/** Milliseconds from each of some texts in the focused field to the frame that shows what it finds. */
async function letters(page: Page, texts: readonly string[]): Promise<readonly number[]> {
  const times = await page.evaluate(async (all) => {
    const field = document.activeElement as HTMLInputElement;
    const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')?.set;
    const found: number[] = [];
    for (const text of all) {
      const start = performance.now();
      set?.call(field, text);
      field.dispatchEvent(new Event('input', { bubbles: true }));
      await window.painted();
      found.push(performance.now() - start);
      await new Promise((resolve) => setTimeout(resolve, 300));
    }
    return found;
  }, texts);
  return times.sort((a, b) => a - b);
}

/**
 * Milliseconds from the key to the frame in which Find anything stands there for the first time since the program was loaded;
 * told in the page, since asking for it from outside takes a fifth of that.
 */
async function findAnything(page: Page): Promise<number> {
  await page.waitForTimeout(1500);
  return page.evaluate(async () => {
    const there = () => document.querySelector('[role=dialog] [role=option]');
    const start = performance.now();
    const shown = new Promise<void>((resolve) => {
      const watch = new MutationObserver(() => {
        if (!there()) return;
        watch.disconnect();
        resolve();
      });
      watch.observe(document.body, { childList: true, subtree: true });
    });
    const key = { key: 'k', code: 'KeyK', ctrlKey: true, bubbles: true, cancelable: true };
    document.activeElement?.dispatchEvent(new KeyboardEvent('keydown', key));
    await shown;
    await window.painted();
    return performance.now() - start;
  });
}

const middle = (times: readonly number[]) => times[Math.floor(times.length / 2)] ?? Number.NaN;

/** A rhythm at the limit, and a Shelf of five thousand. */
export async function limitFigures(page: Page, address: string): Promise<Figure[]> {
  const figures: Figure[] = [];
  for (const [layers, slots] of [
    [32, 256],
    [2, 4096],
  ] as const) {
    const id = `limit-${layers}`;
    const rhythm: Rhythm = largeRhythm(layers, slots);
    await store(page, id, rhythm);
    await page.goto(`${address}/guide`);
    await page.waitForTimeout(500);
    const slot = page.getByRole('option').first();
    const open = await until(
      page,
      () => page.goto(`${address}/bench/${id}/write`),
      () => slot.waitFor(),
    );
    await slot.click();
    await page.waitForTimeout(1000);
    const keys: number[] = [];
    for (let i = 0; i < 20; i += 1) {
      keys.push(
        await page.evaluate(
          async (key) => {
            const start = performance.now();
            document.activeElement?.dispatchEvent(
              new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }),
            );
            await window.painted();
            return performance.now() - start;
          },
          i % 2 === 0 ? 'D' : 't',
        ),
      );
      await page.waitForTimeout(150);
    }
    const slowest = Math.max(...keys);
    figures.push({
      what: `${layers} layers of ${slots} slots, at the limit: opened, and the slowest of twenty keys to its frame`,
      value: `${open} ms, ${slowest.toFixed(0)} ms`,
      limit: '2000 ms, 100 ms',
      ok: open < 2000 && slowest < 100,
    });
  }

  const toShelf = async (often = 3) => {
    const times: number[] = [];
    for (let i = 0; i < often; i += 1) {
      await page.goto(`${address}/guide`);
      await page.waitForTimeout(2500);
      times.push(
        await until(
          page,
          () => page.getByRole('link', { name: 'Shelf' }).click(),
          () => page.getByRole('article').first().waitFor(),
        ),
      );
    }
    return middle(times.sort((a, b) => a - b));
  };
  const few = await toShelf();
  await fillShelf(page, 5000);
  const many = await toShelf();
  await page.getByLabel('Search the Shelf').click();
  const letter = middle(await letters(page, ['q', 'qu', 'qua', 'quay', 'quay 1', 'quay 12', '']));
  const palettes: number[] = [];
  for (let i = 0; i < 3; i += 1) {
    await toShelf(1);
    palettes.push(await findAnything(page));
  }
  const palette = middle(palettes.sort((a, b) => a - b));
  figures.push(
    {
      what: 'a Shelf of 5,000 rhythms opened from another place',
      value: `${many} ms (${(many / few).toFixed(1)} × a Shelf of a few)`,
      limit: '500 ms',
      ok: many < 500,
    },
    {
      what: 'a letter of the search there, median',
      value: `${letter.toFixed(0)} ms`,
      limit: '50 ms',
      ok: letter < 50,
    },
    {
      what: 'Find anything opened there',
      value: `${palette.toFixed(0)} ms`,
      limit: '150 ms',
      ok: palette < 150,
    },
  );
  return figures;
}

/** Copies of what is on the Shelf, under other names. */
async function fillShelf(page: Page, count: number): Promise<void> {
  await page.evaluate(
    (wanted) =>
      new Promise<void>((resolve, reject) => {
        const open = indexedDB.open('humble-stride');
        open.onsuccess = () => {
          const tx = open.result.transaction(['rhythms', 'cards'], 'readwrite');
          const [rhythms, cards] = [tx.objectStore('rhythms'), tx.objectStore('cards')];
          const all = cards.getAll();
          all.onsuccess = () => {
            const words = ['lamp', 'quay', 'ferry', 'stone', 'river', 'door', 'stair', 'rope'];
            for (const card of all.result.slice(0, 5)) {
              const get = rhythms.get(card.id);
              get.onsuccess = () => {
                for (let i = 0; i < wanted / 5; i += 1) {
                  const id = `${card.id}-${i}`;
                  const name = `${words[i % 8]} ${words[(i * 5) % 8]} ${i}`;
                  const when = { id, updated: 1e12 + i };
                  const { rhythm } = get.result;
                  rhythms.put({ ...get.result, ...when, rhythm: { ...rhythm, id, name } });
                  cards.put({ ...card, ...when, name, find: `${name} ${card.find}` });
                }
              };
            }
          };
          tx.oncomplete = () => {
            open.result.close();
            resolve();
          };
          tx.onerror = () => reject(tx.error);
        };
      }),
    count,
  );
}
