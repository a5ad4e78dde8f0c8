import type { Page } from '@playwright/test';
import { expect, fromNow, rows, type Scheduled, scheduled, test } from './kit.ts';

declare global {
  interface Window {
    panners: StereoPannerNode[];
    rooms: ConvolverNode[];
    limiters: AudioWorkletNode[];
  }
}

/** Notes where layers stand, which rooms there are, and the limiter. */
async function noteMix(page: Page): Promise<void> {
  await page.addInitScript(() => {
    window.panners = [];
    window.rooms = [];
    window.limiters = [];
    const noting = <T extends new (...rest: never[]) => object>(made: T, list: object[]) =>
      new Proxy(made, {
        construct(target, rest) {
          const node = Reflect.construct(target, rest) as object;
          list.push(node);
          return node;
        },
      });
    window.StereoPannerNode = noting(StereoPannerNode, window.panners);
    window.ConvolverNode = noting(ConvolverNode, window.rooms);
    window.AudioWorkletNode = noting(AudioWorkletNode, window.limiters);
  });
}

async function play(page: Page, at: string): Promise<void> {
  await page.goto(at);
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await expect.poll(async () => (await scheduled(page)).length).toBeGreaterThan(4);
}

/** What is set in the panel Sound; it is closed again. */
async function setSound(page: Page, set: () => Promise<unknown>): Promise<void> {
  await page.getByRole('button', { name: 'Sound', exact: true }).click();
  await set();
  await page.keyboard.press('Escape');
}

test('no stroke is the wave of the one before it', async ({ page }) => {
  await play(page, '/bench/lantern-steps/write');
  await page.getByLabel('Tempo', { exact: true }).fill('200');
  await expect.poll(async () => (await scheduled(page)).length).toBeGreaterThan(120);
  const all = await scheduled(page);
  // In the first moments only one take of each is there.
  const [first = { at: 0 }] = all;
  const later = all.filter(({ at }) => at > first.at + 1.5);
  const bySound = new Map<number, Scheduled[]>();
  for (const one of later) bySound.set(one.sound, [...(bySound.get(one.sound) ?? []), one]);
  const often = [...bySound.values()].filter((some) => some.length >= 8);
  expect(often.length).toBeGreaterThan(1);
  for (const some of often) {
    const again = some.filter(({ take }, at) => at > 0 && take === some[at - 1]?.take);
    expect(again.length / some.length).toBeLessThan(0.05);
    expect(new Set(some.map(({ take }) => take)).size).toBeGreaterThan(2);
  }
});

test('layers stand from left to right in a room, and nothing passes the limit', async ({
  page,
}) => {
  await noteMix(page);
  await play(page, '/bench/lantern-steps/write');
  const places = () =>
    page.evaluate(() =>
      window.panners.map(({ pan }) => Number(pan.value.toFixed(2))).filter((one) => one !== 0),
    );
  await expect.poll(places).toEqual([-0.21, 0.21]);
  await setSound(page, () => page.getByRole('slider', { name: /^Left to right/ }).fill('0'));
  await expect.poll(places).toEqual([]);
  const lasts = () =>
    page.evaluate(() => Number((window.rooms.at(-1)?.buffer?.duration ?? 0).toFixed(2)));
  await expect.poll(lasts).toBeCloseTo(0.24, 1);
  await setSound(page, () => page.getByLabel('Room').selectOption('hall'));
  await expect.poll(lasts).toBeGreaterThan(1.5);
  await page.reload();
  // It is kept on this device.
  await setSound(page, () => expect(page.getByLabel('Room')).toHaveValue('hall'));
  // With the limiter in its place, everything as loud as it can be stays under −1 dBFS.
  await expect.poll(() => page.evaluate(() => window.limiters.length)).toBe(1);
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await fromNow(page, 4);
  const peak = await page.evaluate(async () => {
    const [limiter] = window.limiters;
    if (!limiter) return 0;
    const meter = new AnalyserNode(limiter.context, { fftSize: 2048 });
    limiter.connect(meter);
    for (const gain of window.gains) gain.gain.value = 12;
    const heard = new Float32Array(2048);
    let most = 0;
    for (let times = 0; times < 60; times += 1) {
      await new Promise((resolve) => setTimeout(resolve, 30));
      meter.getFloatTimeDomainData(heard);
      for (const value of heard) most = Math.max(most, Math.abs(value));
    }
    return most;
  });
  expect(peak).toBeGreaterThan(0.5);
  expect(peak).toBeLessThanOrEqual(10 ** (-1 / 20) + 1e-4);
});

test('a voice says the syllables of the line, and the count of a cycle, on their beats', async ({
  page,
}) => {
  await page.goto('/bench/lantern-steps/write');
  await expect(page.getByText('Fit', { exact: true })).toBeVisible();
  await setSound(page, () => page.getByLabel('Voice', { exact: true }).selectOption('low'));
  // Quick, since two turns are waited for.
  await page.getByLabel('Tempo', { exact: true }).fill('160');
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  const pulse = 60 / 160 / 3;
  await expect.poll(async () => (await scheduled(page)).length).toBeGreaterThan(60);
  const all = await scheduled(page);
  const [first = { at: 0 }] = all;
  const turns = all.filter(({ at }) => at < first.at + 16 * pulse - 1e-6);
  const byGain = new Map<number, number[]>();
  for (const { gain, at } of turns)
    byGain.set(gain, [
      ...(byGain.get(gain) ?? []),
      Math.round(((at - first.at) / pulse) * 100) / 100,
    ]);
  // The drum strikes sixteen times, and each of its strokes is said.
  const sixteen = [...byGain.values()].filter((times) => times.length === 16);
  expect(sixteen).toHaveLength(2);
  expect(sixteen[0]).toEqual(sixteen[1]);
  await page.getByRole('button', { name: 'Stop', exact: true }).click();

  await page.getByRole('link', { name: 'Frame' }).click();
  await page.evaluate(() => {
    window.scheduled = [];
  });
  await page.getByRole('button', { name: 'Hear it' }).click();
  await expect.poll(async () => (await scheduled(page)).length).toBeGreaterThan(12);
  // A clap on each beat of 3+3+2, and a word on every pulse.
  const counted = await scheduled(page);
  const [begin = { at: 0 }] = counted;
  const turn = counted.filter(({ at }) => at < begin.at + 8 * pulse - 1e-6);
  expect(turn).toHaveLength(11);
  await page.getByRole('button', { name: 'Stop', exact: true }).click();

  await page.getByRole('link', { name: 'Crossing' }).click();
  await expect(page.getByRole('button', { name: 'Hear it said' })).toBeVisible();
  await page.evaluate(() => {
    window.scheduled = [];
  });
  await page.getByRole('button', { name: 'Hear it said' }).click();
  // Three against two sounds five times in a span; four words are said to it.
  await expect.poll(async () => (await scheduled(page)).length).toBeGreaterThan(20);
  const spoken = await scheduled(page);
  const times = [...new Set(spoken.map(({ at }) => Math.round(at * 1e4)))];
  const inSpan = times
    .slice(0, 4)
    .map((time) => spoken.filter(({ at }) => Math.round(at * 1e4) === time).length);
  expect(inSpan.every((count) => count >= 2)).toBe(true);
});

test('a drum is tuned by ear and by name, heard so, written so, and taken back', async ({
  page,
}) => {
  await page.goto('/bench/lantern-steps/write');
  await page.getByRole('button', { name: 'Layer Walker' }).click();
  const pitch = page.getByLabel('Pitch', { exact: true });
  await expect(pitch).toHaveValue('C#4-45');
  await pitch.fill('H4');
  await expect(page.getByText(/Write a note with its octave/)).toBeVisible();
  await pitch.fill('D4');
  await expect(page.getByText('293.7 Hz')).toBeVisible();
  // It is heard at once, and again when asked for, another wave when it is tuned otherwise.
  const takes = async () => (await scheduled(page)).map(({ take }) => take);
  await expect.poll(async () => (await takes()).length).toBe(1);
  await page.getByRole('button', { name: 'Hear Pitch' }).click();
  await expect.poll(async () => (await takes()).length).toBe(2);
  await page.getByRole('button', { name: 'Pitch: a semitone higher' }).click();
  await expect(pitch).toHaveValue('D#4');
  await expect.poll(async () => new Set(await takes()).size).toBe(3);
  await page.keyboard.press('Escape');
  await expect(rows(page, 'Walker')).toContainText('tune  D#4');
  await page.getByTitle('Type in Walker').focus();
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(rows(page, 'Walker')).not.toContainText('tune');
});

test('in the Guide a stroke is heard at every force, place and hand, and another click is chosen', async ({
  page,
}) => {
  await page.goto('/guide?instrument=tall-hand-drum');
  const sounds = page.getByRole('region', { name: 'Sounds' });
  await sounds
    .getByRole('toolbar', { name: 'Stroke to try' })
    .getByText('open', { exact: true })
    .click();
  const peak = (name: string) => async () => {
    const was = (await scheduled(page)).length;
    await sounds.getByRole('button', { name }).click();
    await expect.poll(async () => (await scheduled(page)).length).toBe(was + 1);
    return (await scheduled(page)).at(-1)?.take;
  };
  const heard = [
    await peak('ghost, strong hand')(),
    await peak('accent, strong hand')(),
    await peak('accent, weak hand')(),
  ];
  expect(new Set(heard).size).toBe(3);
  await sounds.getByLabel(/^Place/).fill('0');
  await expect(sounds.getByText('Place: middle, 0 %')).toBeVisible();
  await sounds.getByLabel('Struck with').selectOption('palm');
  await expect.poll(async () => (await scheduled(page)).length).toBeGreaterThan(3);
  await expect(sounds.getByRole('img')).toHaveAccessibleName(/The sound of open/);
  await sounds.getByRole('button', { name: 'As it is played' }).click();
  await expect(sounds.getByText('Place: 80 % of the way to the edge')).toBeVisible();

  const clickOf = async () => {
    await page.evaluate(() => {
      window.scheduled = [];
    });
    await page.getByRole('button', { name: 'Hear the click' }).click();
    await expect.poll(async () => (await scheduled(page)).length).toBeGreaterThan(1);
    await page.getByRole('dialog').getByRole('button', { name: 'Stop' }).click();
    return (await scheduled(page))[0]?.sound;
  };
  await page.getByRole('button', { name: 'Sound', exact: true }).click();
  const wood = await clickOf();
  await page.getByLabel('Click', { exact: true }).selectOption('bell');
  expect(await clickOf()).not.toBe(wood);
});
