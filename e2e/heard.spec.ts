import type { Page } from '@playwright/test';
import {
  expect,
  fromNow,
  gains,
  midiDevice,
  rows,
  type Scheduled,
  scheduled,
  slot,
  test,
} from './kit.ts';

/** Twice as quick as it is written, since whole turns are waited for: a turn of eight pulses lasts 1.11 s. */
const TEMPO = 144;
const PULSE = 60 / TEMPO / 3;
const TURN = 8 * PULSE;
/** As it is written, 72 for three. */
const WRITTEN = 60 / 72 / 3;

/** The gain of each layer of Lantern steps, told by how many sounds of a round go through it. */
async function layerGains(page: Page) {
  const [first = { at: 0 }] = await scheduled(page);
  await expect
    .poll(async () => Math.max(...(await scheduled(page)).map(({ at }) => at)))
    .toBeGreaterThan(first.at + 2 * TURN);
  const byGain = new Map<number, Scheduled[]>();
  for (const one of await scheduled(page)) {
    if (one.at < first.at + 2 * TURN - 1e-6)
      byGain.set(one.gain, [...(byGain.get(one.gain) ?? []), one]);
  }
  // Two turns: the bell strikes six times, the drum sixteen, and the click is put on the clock too.
  const of = (count: number) =>
    [...byGain].find(([, sounds]) => sounds.length === count)?.[0] ?? -1;
  const bell = [...byGain].find(
    ([, sounds]) => sounds.length === 6 && new Set(sounds.map(({ sound }) => sound)).size === 2,
  );
  return { bell: bell?.[0] ?? of(6), drum: of(16), byGain };
}

async function play(page: Page, tempo = TEMPO): Promise<void> {
  await page.goto('/bench/lantern-steps/write');
  await page.getByLabel('Tempo', { exact: true }).fill(String(tempo));
  await page.getByRole('button', { name: 'Play' }).click();
  await expect.poll(async () => (await scheduled(page)).length).toBeGreaterThan(4);
}

test('a mute, a solo and a level are heard, and the click is when it is wanted', async ({
  page,
}) => {
  await play(page);
  const { bell, drum, byGain } = await layerGains(page);
  expect(bell).not.toBe(drum);
  const click = [...byGain.keys()].find((one) => one !== bell && one !== drum) ?? -1;
  const loud = async (...of: number[]) => {
    const all = await gains(page);
    return of.map((one) => Number((all[one] ?? -1).toFixed(2)));
  };
  await expect.poll(() => loud(bell, drum, click)).toEqual([1, 1, 0]);
  await page.getByRole('button', { name: 'Mute Bell' }).click();
  await expect.poll(() => loud(bell, drum, click)).toEqual([0, 1, 0]);
  await page.getByRole('button', { name: 'Mute Bell' }).click();
  await expect.poll(() => loud(bell, drum, click)).toEqual([1, 1, 0]);
  await page.getByRole('button', { name: 'Click', exact: true }).click();
  await expect.poll(() => loud(bell, drum, click)).toEqual([1, 1, 1]);
  await page.getByRole('button', { name: 'Click', exact: true }).click();
  await expect.poll(() => loud(bell, drum, click)).toEqual([1, 1, 0]);
  await page.getByRole('button', { name: 'Layer Bell' }).click();
  await page.getByRole('slider').fill('0.4');
  await expect.poll(() => loud(bell, drum)).toEqual([0.4, 1]);
  await page.getByRole('button', { name: 'Solo' }).click();
  await expect.poll(() => loud(bell, drum)).toEqual([0.4, 0]);
});

test('an edit while it plays is heard in the next round, at its place', async ({ page }) => {
  await play(page);
  const { bell } = await layerGains(page);
  const [first = { at: 0 }] = await scheduled(page);
  const placesOf = (all: readonly Scheduled[]) =>
    new Set(
      all
        .filter(({ gain }) => gain === bell)
        .map(({ at }) => Math.round(((at - first.at) / PULSE) * 100) / 100)
        .map((pulse) => Math.round(pulse) % 8),
    );
  expect([...placesOf(await scheduled(page))].sort()).toEqual([0, 3, 6]);
  await slot(page, 'Bell', 2).click();
  await page.keyboard.press('X');
  await expect(rows(page, 'Bell')).toContainText('X! . X / X . . / X . | X! . . / X . .');
  // The new stroke comes every second turn: what is looked at begins when the edit is certainly heard.
  await page.waitForTimeout(3 * TURN * 1000);
  const later = await fromNow(page, 1);
  expect(later.length).toBeGreaterThan(0);
  const now = await page.evaluate(() => window.clock.currentTime);
  const round = (await scheduled(page)).filter(({ at }) => at > now - 2 * TURN && at < now);
  expect([...placesOf(round)].sort()).toEqual([0, 2, 3, 6]);
  // Every stroke of it lies on the grid that the first one began.
  for (const { at, gain } of round.filter((one) => one.gain === bell)) {
    const pulses = (at - first.at) / PULSE;
    expect(Math.abs(pulses - Math.round(pulses)), String(gain)).toBeLessThan(1e-6);
  }
  await page.keyboard.press('Control+z');
  await page.waitForTimeout(3 * TURN * 1000);
  const then = await page.evaluate(() => window.clock.currentTime);
  const after = (await scheduled(page)).filter(({ at }) => at > then - 1.9 * TURN && at < then);
  expect([...placesOf(after)].sort()).toEqual([0, 3, 6]);
});

test('it goes on for as long as it is let, without a stroke too few or too many', async ({
  page,
}) => {
  await play(page);
  const { bell, drum } = await layerGains(page);
  const [first = { at: 0 }] = await scheduled(page);
  await expect
    .poll(async () => Math.max(...(await scheduled(page)).map(({ at }) => at)))
    .toBeGreaterThan(first.at + 6 * TURN);
  const all = (await scheduled(page)).filter(({ at }) => at < first.at + 6 * TURN - 1e-6);
  expect(all.filter(({ gain }) => gain === bell)).toHaveLength(18);
  expect(all.filter(({ gain }) => gain === drum)).toHaveLength(48);
  for (const { at, now } of all) expect(at).toBeGreaterThan(now);
});

test('the count is lit at the pulse that is heard', async ({ page }) => {
  await play(page, 72);
  await page.waitForTimeout(500);
  const seen = await page.evaluate(
    ([pulse, turn]) =>
      new Promise<{ lit: number; heard: number }[]>((resolve) => {
        const [first] = window.scheduled;
        const found: { lit: number; heard: number }[] = [];
        const look = () => {
          const { contextTime = 0, performanceTime = 0 } = window.clock.getOutputTimestamp();
          const heard = contextTime + (performance.now() - performanceTime) / 1000;
          const lit = [...document.querySelectorAll<SVGElement>('.count-now')].map((one) =>
            Number(one.dataset.count),
          );
          const at = ((heard - (first?.at ?? 0)) / (pulse ?? 1)) % (2 * (turn ?? 1));
          if (lit.length > 0) found.push({ lit: lit[0] ?? -1, heard: at });
          if (found.length < 60) requestAnimationFrame(look);
          else resolve(found);
        };
        look();
      }),
    [WRITTEN, 8],
  );
  // A frame or two may lie between what is heard and what is drawn.
  const apart = seen.map(({ lit, heard }) =>
    Math.min(Math.abs(lit + 0.5 - heard), 16 - Math.abs(lit + 0.5 - heard)),
  );
  const near = apart.filter((pulses) => pulses < 1);
  expect(near.length).toBeGreaterThan(seen.length * 0.9);
  expect(new Set(seen.map(({ lit }) => lit)).size).toBeGreaterThan(2);
});

test('tapping along says by how many milliseconds', async ({ page }) => {
  await page.goto('/bench/lantern-steps/frame');
  await page.getByRole('button', { name: 'Hear it' }).click();
  await expect.poll(async () => (await scheduled(page)).length).toBeGreaterThan(5);
  /**
   * Touches the key so many seconds after a beat that is still to come.
   * @returns after how many it was, where the machine let it wait longer
   */
  const tapAt = (off: number) =>
    page.evaluate(
      (after) =>
        new Promise<number>((resolve) => {
          const heard = () => {
            const { contextTime = 0, performanceTime = 0 } = window.clock.getOutputTimestamp();
            return contextTime + (performance.now() - performanceTime) / 1000;
          };
          let target: number | undefined;
          const wait = () => {
            // The next beat is put on the clock half a second before it is heard.
            target ??= window.scheduled.find(({ at }) => at + after > heard() + 0.1)?.at;
            if (target === undefined || heard() < target + after) {
              setTimeout(wait, 0);
              return;
            }
            const key = { key: 't', code: 'KeyT', bubbles: true };
            const touched = heard() - target;
            document.dispatchEvent(new KeyboardEvent('keydown', key));
            document.dispatchEvent(new KeyboardEvent('keyup', key));
            resolve(touched);
          };
          wait();
        }),
      off,
    );
  const told = async () => {
    const text = (await page.getByText(/^Beat \d: /).textContent()) ?? '';
    if (/: on it/.test(text)) return 0;
    const [, ms = 'NaN', way = ''] = /: (\d+) ms (early|late)/.exec(text) ?? [];
    return Number(ms) * (way === 'early' ? -1 : 1);
  };
  for (const off of [0.08, -0.08, 0.12]) {
    const touched = await tapAt(off);
    await page.waitForTimeout(80);
    expect(Math.abs((await told()) - touched * 1000)).toBeLessThan(12);
  }
});

test('the clock of a device gives the tempo, and without it the written one holds again', async ({
  page,
}) => {
  const send = await midiDevice(page, 'Drum box');
  let at = 1000;
  const tickAt = (bpm: number) =>
    send(
      ...Array.from({ length: 480 }, () => {
        at += 60_000 / bpm / 24;
        return { bytes: [0xf8], at };
      }),
    );
  await page.goto('/bench/lantern-steps/write');
  await page.getByRole('button', { name: 'Sound', exact: true }).click();
  await page.getByRole('button', { name: 'Look for clocks' }).click();
  const from = page.getByLabel('Tempo from');
  await from.selectOption('Drum box');
  await expect(page.getByText('It does not tick yet')).toBeVisible();
  await tickAt(150);
  await expect(page.getByText('It gives 150 a minute.')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByText('a minute from Drum box')).toBeAttached();
  await page.getByRole('button', { name: 'Play' }).click();
  // The drum strikes on every pulse, three to the beat that is counted.
  const pulse = async () => {
    const times = [...new Set((await fromNow(page, 16)).map(({ at }) => at.toFixed(4)))];
    const all = times.map(Number).sort((a, b) => a - b);
    const gaps = all.slice(1).map((at, index) => at - (all[index] ?? 0));
    // The usual one: a busy machine may put a single stroke late.
    return gaps.sort((a, b) => a - b)[Math.floor(gaps.length / 2)];
  };
  expect(await pulse()).toBeCloseTo(60 / 150 / 3, 3);
  await tickAt(100);
  await expect.poll(pulse).toBeCloseTo(60 / 100 / 3, 3);
  await page.getByRole('button', { name: 'Sound', exact: true }).click();
  await from.selectOption('none');
  await expect.poll(pulse).toBeCloseTo(WRITTEN, 3);
});
