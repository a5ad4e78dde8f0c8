import type { Page } from '@playwright/test';

declare global {
  interface Window {
    /** The time at which the next frame begins, told when it has been painted. */
    painted: () => Promise<number>;
  }
}

/**
 * Lets what is measured in a page wait for the next frame: a task of the first rank that is queued in a frame runs when it has
 * been painted, before whatever else waits for that.
 */
export async function tellPainted(page: Page): Promise<void> {
  await page.addInitScript(() => {
    window.painted = () =>
      new Promise((resolve) =>
        requestAnimationFrame(() => {
          const began = performance.now();
          scheduler.postTask(() => resolve(began), { priority: 'user-blocking' });
        }),
      );
  });
}
