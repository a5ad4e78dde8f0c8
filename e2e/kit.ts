import { test as base, expect, type Locator, type Page } from '@playwright/test';

/** A sound as the page put it on the audio clock, and did not take back before it began. */
export interface Scheduled {
  /** When it is to be heard, and the clock at the moment it was scheduled, in seconds. */
  readonly at: number;
  readonly now: number;
}

declare global {
  interface Window {
    scheduled: Scheduled[];
    /** The audio clock that sounds were put on. */
    clock: AudioContext;
  }
}

/**
 * A page that notes every sound it schedules, and that fails its test where anything reaches the
 * console as an error.
 */
export const test = base.extend<{ page: Page }>({
  page: async ({ page }, use) => {
    const errors: string[] = [];
    page.on('pageerror', (error) => errors.push(String(error)));
    page.on('console', (message) => {
      if (message.type() === 'error') errors.push(message.text());
    });
    await page.addInitScript(() => {
      window.scheduled = [];
      const sounds = new WeakMap<AudioNode, Scheduled>();
      const start = AudioBufferSourceNode.prototype.start;
      AudioBufferSourceNode.prototype.start = function (at = 0, ...rest) {
        window.clock = this.context as AudioContext;
        const sound = { at, now: this.context.currentTime };
        window.scheduled.push(sound);
        sounds.set(this, sound);
        start.call(this, at, ...rest);
      };
      const stop = AudioBufferSourceNode.prototype.stop;
      AudioBufferSourceNode.prototype.stop = function (...rest) {
        const sound = sounds.get(this);
        if (sound && sound.at > this.context.currentTime) {
          window.scheduled = window.scheduled.filter((one) => one !== sound);
        }
        stop.call(this, ...rest);
      };
    });
    await use(page);
    expect(errors).toEqual([]);
  },
});

export { expect };

export const scheduled = (page: Page): Promise<Scheduled[]> =>
  page.evaluate(() => window.scheduled);

/** The slot of a layer, as the keyboard and a screen reader reach it. */
export function slot(page: Page, layer: string, index: number): Locator {
  return page
    .getByRole('listbox', { name: `${layer}, strokes` })
    .getByRole('option')
    .nth(index);
}

/** The typed rows of a layer. */
export function rows(page: Page, layer: string): Locator {
  return page.getByRole('textbox', { name: `Typed rows of ${layer}` });
}

/** Notes every text an element shows from now on, so that short-lived ones are not missed. */
export async function watchText(locator: Locator): Promise<() => Promise<string[]>> {
  await locator.evaluate((element) => {
    const shown = [element.textContent ?? ''];
    (element as HTMLElement & { shown?: string[] }).shown = shown;
    new MutationObserver(() => {
      const text = element.textContent ?? '';
      if (text !== shown.at(-1)) shown.push(text);
    }).observe(element, { childList: true, characterData: true, subtree: true });
  });
  return () =>
    locator.evaluate((element) => (element as HTMLElement & { shown?: string[] }).shown ?? []);
}

/** Waits until everything is kept; the browser's storage is asked, not the screen. */
export async function kept(page: Page, id: string, text: string): Promise<void> {
  await expect
    .poll(() =>
      page.evaluate(
        (key) =>
          new Promise<string>((resolve) => {
            const open = indexedDB.open('humble-stride');
            open.onsuccess = () => {
              const get = open.result.transaction('rhythms').objectStore('rhythms').get(key);
              get.onsuccess = () => {
                open.result.close();
                resolve(JSON.stringify(get.result ?? {}));
              };
            };
          }),
        id,
      ),
    )
    .toContain(text);
}
