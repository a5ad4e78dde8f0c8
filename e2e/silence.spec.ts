import { FOR_TESTS } from './browser.mjs';
import { expect, test } from './kit.ts';

// A browser that lets a page sound only after the player has touched it.
test.use({
  launchOptions: {
    ...FOR_TESTS,
    args: FOR_TESTS.args
      .filter((arg) => !arg.startsWith('--autoplay'))
      .concat('--autoplay-policy=document-user-activation-required'),
  },
});

test('says so where the browser does not let the page sound yet, and plays after a touch', async ({
  page,
}) => {
  // A click made by a script of the page itself is no touch of the player's.
  await page.addInitScript(() => {
    const waiting = setInterval(() => {
      const play = [...document.querySelectorAll('button')].find(
        (one) => one.textContent === 'Play',
      );
      if (!play) return;
      clearInterval(waiting);
      play.click();
    }, 100);
  });
  await page.goto('/bench/lantern-steps/write');
  // Whatever the test asks of the page counts as a touch, so it waits until the page has tried.
  await page.waitForTimeout(4000);
  await expect(page.getByRole('alert')).toContainText('The browser holds sound back on this page.');
  await page.getByRole('button', { name: 'Play' }).click();
  await expect(page.getByRole('button', { name: 'Stop' })).toBeVisible();
  await expect(page.getByTestId('playhead')).toBeVisible();
});
