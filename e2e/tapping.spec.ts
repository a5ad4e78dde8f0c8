import { expect, kept, rows, test } from './kit.ts';

test('taps a pattern in with 15 ms of jitter, and gets it back', async ({ page }) => {
  await page.goto('/bench/ferry-bell/write');
  await page.getByTitle('Type in Water').click();
  await page.getByRole('button', { name: 'Tap it in' }).click();
  await page.getByRole('button', { name: 'Start' }).click();
  const playhead = page.getByTestId('gesture-playhead');
  await expect(playhead).toHaveAttribute('data-tag', 'loop');
  // A beat in four, a beat in three, a beat in two, an empty one; hands in turn, a little unsteady.
  await page.evaluate(async () => {
    const pulse = 60 / (60 * 4);
    const places = [0, 1, 3, 4, 4 + 4 / 3, 4 + 8 / 3, 8, 10];
    const jitter = [9, -12, 15, -7, 11, -15, 6, -10];
    // The one plays to what is heard, as a player does, and not to the clock on the wall.
    const heard = () => {
      const { contextTime = 0, performanceTime = 0 } = window.clock.getOutputTimestamp();
      return contextTime + (performance.now() - performanceTime) / 1000;
    };
    const begun = Math.min(...window.scheduled.map(({ at }) => at));
    const turns = Math.ceil((heard() - begun) / (16 * pulse) + 0.05);
    for (const [index, place] of places.entries()) {
      const meant = begun + (turns * 16 + place) * pulse + (jitter[index] ?? 0) / 1000;
      while (heard() < meant) await new Promise((resolve) => setTimeout(resolve, 2));
      const key = new KeyboardEvent('keydown', { key: index % 2 === 0 ? 'j' : 'f' });
      // The key went down when it was meant to, however late this loop looked.
      const since = (heard() - meant) * 1000;
      Object.defineProperty(key, 'timeStamp', { value: performance.now() - since });
      window.dispatchEvent(key);
    }
  });
  const slots = (beat: number) => page.getByLabel(`Slots in beat ${beat}`);
  await expect(slots(1)).toHaveValue('4');
  await expect(slots(2)).toHaveValue('3');
  await expect(slots(3)).toHaveValue('2');
  await expect(page.getByText('nothing tapped')).toBeVisible();
  await page.getByRole('button', { name: 'Write it into Water' }).click();
  await expect(rows(page, 'Water')).toContainText('play D K . D / K D K / D K / . . . .');
  await kept(page, 'ferry-bell', '"slots":3');

  // The taps are still there, so that one can change one's mind; another turn stays as it is.
  await page.getByRole('button', { name: 'Layer Water' }).click();
  await page.getByRole('button', { name: 'Repeat the last turn' }).click();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Tap it in' }).click();
  await slots(3).selectOption('4');
  await page.getByLabel('as turn').selectOption('2');
  await page.getByRole('button', { name: 'Write it into Water' }).click();
  await expect(rows(page, 'Water')).toContainText('/ D K / . . . . | D K . D / K D K / D . K . /');
});

test('taps on the pads, at a slower tempo, with both hands at once', async ({ page }) => {
  await page.goto('/bench/ferry-bell/write');
  await page.getByTitle('Type in Water').click();
  await page.getByRole('button', { name: 'Tap it in' }).click();
  const pad = (side: string) => page.getByRole('button', { name: `${side} pad` });
  await expect(pad('Left')).toBeDisabled();
  await page.getByRole('combobox', { name: 'Tempo' }).selectOption('slower: 45');
  await page.getByRole('button', { name: 'Start' }).click();
  const playhead = page.getByTestId('gesture-playhead');
  await expect(playhead).toHaveAttribute('data-tag', 'loop');
  const pulse = () => playhead.evaluate((line: SVGElement) => Number(line.dataset.pulse) % 16);
  // The third beat, which begins on pulse 8: the hands together, close enough to its beginning.
  await expect.poll(pulse, { intervals: [20] }).toBeGreaterThan(7.95);
  await Promise.all([
    pad('Left').dispatchEvent('pointerdown'),
    pad('Right').dispatchEvent('pointerdown'),
  ]);
  await expect(page.getByText('2 taps.')).toBeVisible();
  await page.getByLabel('Slots in beat 3').selectOption('1');
  await page.getByRole('button', { name: 'Stop' }).click();
  await page.getByRole('button', { name: 'Write it into Water' }).click();
  await expect(rows(page, 'Water')).toContainText('play . . . . / . . . . / D+K / . . . .');
  await expect(rows(page, 'Water')).toContainText('/ R+L /');
});
