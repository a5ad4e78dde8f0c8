import type { Page } from '@playwright/test';

declare global {
  interface Window {
    /** The time at which the next frame begins, told when it has been painted. */
    painted: () => Promise<number>;
  }
}

/** Lets what is measured in a page wait for the next frame: a task queued in a frame runs when it is painted. */
export async function tellPainted(page: Page): Promise<void> {
  await page.addInitScript(() => {
    window.painted = () =>
      new Promise((resolve) =>
        requestAnimationFrame(() => {
          const began = performance.now();
          const { port1, port2 } = new MessageChannel();
          port1.onmessage = () => resolve(began);
          port2.postMessage(0);
        }),
      );
  });
}
