import { readFile } from 'node:fs/promises';
import { renderStruck } from '@stride/core/ear';
import { wavFile } from '@stride/core/sound';
import { bringIn, expect, goTo, rows, slot, test } from './kit.ts';
import { DRUM, RATE } from './microphone.ts';

const part = (bars: string) =>
  `<?xml version="1.0"?><score-partwise><part-list><score-part id="P"><part-name>Congas</part-name></score-part></part-list><part id="P">${bars}</part></score-partwise>`;
const note = (place: string, more = '') =>
  `<note><unpitched><display-step>${place[0]}</display-step><display-octave>${place[1]}</display-octave></unpitched><duration>1</duration>${more}</note>`;
const SCORE = part(
  `<measure number="1"><attributes><divisions>1</divisions><time><beats>4</beats><beat-type>4</beat-type></time></attributes>${note('C5')}${note('A4', '<notations><slur type="start"/></notations>')}${note('C5')}${note('E5')}</measure>`,
);

test('a score that is dropped on any screen is looked at, its strokes are mapped, and it goes again by undo', async ({
  page,
}) => {
  await page.goto('/guide');
  await expect(page.getByText('Care', { exact: true }).first()).toBeVisible();
  const drop = async (name: string) => {
    const files = await page.evaluateHandle(
      ([text, called]) => {
        const data = new DataTransfer();
        data.items.add(new File([text ?? ''], called ?? ''));
        return data;
      },
      [SCORE, name],
    );
    await page.dispatchEvent('body', 'dragover', { dataTransfer: files });
    await page.dispatchEvent('body', 'drop', { dataTransfer: files });
  };
  await expect(async () => {
    await drop('street.musicxml');
    await expect(page).toHaveURL(/bring/, { timeout: 1000 });
  }).toPass();
  const item = page.getByRole('region', { name: 'street.musicxml' }).first();
  // What it becomes is drawn; what it cannot be is said.
  await expect(item.getByRole('img').or(item.locator('svg')).first()).toBeVisible();
  await expect(item).toContainText('1 × slurs.');
  await expect(item.getByLabel('Stroke for C5')).toHaveValue('O');
  await item.getByLabel('Stroke for C5').selectOption('S');
  await item.getByLabel('Stroke for E5').selectOption('left out');
  await expect(item).toContainText('Congas: 1 note of “E5” left out.');
  // The second note is the one; what stands before it comes at the end.
  await item.getByRole('button', { name: 'Pulses before the one: more' }).click();
  await item.getByRole('button', { name: 'Put it on the Shelf' }).click();
  await expect(page).toHaveURL(/bench/);
  await expect(rows(page, 'Congas')).toContainText('B / S / . / S');
  await page.getByRole('button', { name: 'Undo' }).last().click();
  await page.getByRole('link', { name: 'Shelf' }).click();
  await expect(page.getByRole('link', { name: 'Wet cobbles' }).first()).toBeVisible();
  await expect(page.getByRole('link', { name: 'street' })).toHaveCount(0);

  // What was chosen for these sounds is remembered.
  await page.getByTestId('bring-in').setInputFiles({
    name: 'again.musicxml',
    mimeType: 'application/xml',
    buffer: Buffer.from(SCORE),
  });
  await expect(page.getByLabel('Stroke for C5')).toHaveValue('S');
  await expect(page.getByLabel('Stroke for E5')).toHaveValue('');
});

test('what goes out as notes says what it cannot hold, and comes back with its strokes', async ({
  page,
}) => {
  await page.goto('/bench/wet-cobbles/write');
  const before = await rows(page, 'Ground').textContent();
  const takeAway = async (name: RegExp) => {
    await page.getByRole('button', { name: 'Take away as a file' }).click();
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('menuitem', { name }).click(),
    ]);
    return readFile(await download.path());
  };
  const midi = await takeAway(/^Notes/);
  const lost = page.getByRole('dialog', { name: 'Taken away as .mid' });
  await expect(lost).toContainText('Which hand plays is not in it');
  await lost.getByRole('button', { name: 'Good' }).click();
  expect(midi.subarray(0, 4).toString()).toBe('MThd');
  await bringIn(page, 'notes.mid', midi);
  await expect(page.getByLabel('Name of the rhythm')).toHaveValue('Wet cobbles');
  const strokes = (text: string | null) =>
    /play(.*?)(hand|say|$)/.exec(text ?? '')?.[1]?.replace(/[^A-Za-z]/g, '');
  await expect(rows(page, 'Ground')).toBeVisible();
  expect(strokes(await rows(page, 'Ground').textContent())).toBe(strokes(before));
});

test('a text that is pasted is looked at; the same rhythm twice is named', async ({ page }) => {
  await page.goto('/bench/lantern-steps/write');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    (async () => {
      await page.getByRole('button', { name: 'Take away as a file' }).click();
      await page.getByRole('menuitem', { name: '.stride' }).click();
    })(),
  ]);
  const text = await readFile(await download.path(), 'utf8');
  await goTo(page, '/guide');
  await expect(page.getByText('Care', { exact: true }).first()).toBeVisible();
  await expect(async () => {
    await page.evaluate((pasted) => {
      const clipboardData = new DataTransfer();
      clipboardData.setData('text/plain', pasted);
      document.body.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true }));
    }, text);
    await expect(page).toHaveURL(/bring/, { timeout: 1000 });
  }).toPass();
  await expect(page.getByText('The same rhythm is on the Shelf already').first()).toBeVisible();
});

test('what is chosen on the line becomes sound in a file, as often as it is asked for', async ({
  page,
}) => {
  await page.goto('/bench/lantern-steps/write');
  await slot(page, 'Bell', 2).click();
  for (let i = 0; i < 3; i += 1) await page.keyboard.press('Shift+ArrowRight');
  await page.getByRole('button', { name: 'Take away as a file' }).click();
  await page.getByRole('menuitem', { name: 'As sound or notes' }).click();
  const dialog = page.getByRole('dialog', { name: 'As sound or notes' });
  await dialog
    .getByLabel('What is taken down')
    .selectOption({ label: 'pulses 3 to 6, again and again' });
  await dialog.getByLabel('Times', { exact: true }).fill('5');
  await dialog.getByLabel('count-in', { exact: true }).fill('0');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    dialog.getByRole('button', { name: 'Take it away' }).click(),
  ]);
  const wav = await readFile(await download.path());
  // Five times four pulses at 72 of three a minute, and two seconds to ring on.
  const seconds = (5 * 4 * 60) / (72 * 3) + 2;
  expect(wav.length).toBe(44 + Math.ceil(seconds * 48_000) * 4);
});

test('turns become sound in a file, with the click and without a player', async ({ page }) => {
  await page.goto('/bench/lantern-steps/write');
  await page.getByRole('button', { name: 'Take away as a file' }).click();
  await page.getByRole('menuitem', { name: 'As sound or notes' }).click();
  const dialog = page.getByRole('dialog', { name: 'As sound or notes' });
  await dialog.getByLabel('the click').check();
  await dialog.getByLabel('Walker').uncheck();
  await dialog.getByLabel('Bits a sample').selectOption('24 bits');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    dialog.getByRole('button', { name: 'Take it away' }).click(),
  ]);
  const wav = await readFile(await download.path());
  expect(wav.subarray(0, 4).toString()).toBe('RIFF');
  expect([wav.readUInt16LE(22), wav.readUInt32LE(24), wav.readUInt16LE(34)]).toEqual([
    2, 48_000, 24,
  ]);
  // Eight turns after one that is counted in, 8 pulses at 72 of three a minute, and two seconds to ring on.
  const seconds = (9 * 8 * 60) / (72 * 3) + 2;
  expect(wav.length).toBe(44 + Math.ceil(seconds * 48_000) * 6);
  // The first click is there at the very beginning, and nothing is louder than it may be.
  const loudest = (from: number, to: number) => {
    let most = 0;
    for (let at = from; at < to; at += 1) {
      most = Math.max(most, Math.abs(wav.readIntLE(44 + at * 6, 3)) / 2 ** 23);
    }
    return most;
  };
  expect(loudest(0, 2400)).toBeGreaterThan(0.05);
  expect(loudest(0, 400_000)).toBeLessThan(0.9);
  // On the last pulse only Walker plays, who is left out: the bell dies away there, and nothing begins.
  const last = Math.round(((8 + 7) * 60 * 48_000) / (72 * 3));
  expect(loudest(last, last + 2400)).toBeLessThanOrEqual(loudest(last - 2400, last - 200) * 1.05);
});

test('where the device hands files on, a rhythm is shared as its text', async ({ page }) => {
  await page.addInitScript(() => {
    Object.assign(navigator, {
      canShare: ({ files }: { files: File[] }) => files.length === 1,
      share: async ({ files }: { files: File[] }) => {
        document.title = (await files[0]?.text())?.split('\n')[0] ?? '';
      },
    });
  });
  await page.goto('/bench/lantern-steps/write');
  await page.getByRole('button', { name: 'Take away as a file' }).click();
  await page.getByRole('menuitem', { name: 'Share it' }).click();
  await expect(page).toHaveTitle('rhythm Lantern steps');
});

test('a file that the system opens with the program comes to the same look', async ({ page }) => {
  await page.addInitScript((score) => {
    const handle = { getFile: async () => new File([score], 'opened.musicxml') };
    Object.defineProperty(window, 'launchQueue', {
      value: {
        setConsumer(take: (given: { files: unknown[] }) => void) {
          setTimeout(() => take({ files: [handle] }), 200);
        },
      },
    });
  }, SCORE);
  await page.goto('/');
  await expect(page).toHaveURL(/bring/);
  await expect(page.getByRole('region', { name: 'opened.musicxml' })).toContainText('Congas');
});

test('a recording is heard: strokes, tempo and turn are proposed, and can be written down', async ({
  page,
}) => {
  // Six turns at 96: strokes on 1, & of 2, 3 and 4.
  const places = [0, 1.5, 2, 3];
  const strokes = Array.from({ length: 6 }, (_, turn) =>
    places.map((beat, at) => ({
      time: 0.5 + ((turn * 4 + beat) * 60) / 96,
      kind: at === 0 ? 'D' : 'T',
      force: 3 as const,
    })),
  ).flat();
  const sound = renderStruck(
    strokes.map((one) => ({ ...one, instrument: DRUM })),
    RATE,
    16,
    { seed: 5, noiseBelow: 40, echo: 0.1 },
  );
  await page.goto('/bring');
  await page.getByTestId('bring-files').setInputFiles({
    name: 'street.wav',
    mimeType: 'audio/wav',
    buffer: Buffer.from(wavFile(sound, RATE)),
  });
  const item = page.getByRole('region', { name: 'street.wav' });
  await expect(item).toContainText(/Heard: 2[3-5] strokes at about 9[567] a minute/, {
    timeout: 30_000,
  });
  await item.getByRole('button', { name: 'Put it on the Shelf' }).click();
  await expect(page).toHaveURL(/bench/);
  await expect(page.getByLabel('Tempo', { exact: true })).toHaveValue(/^9[567]/);
});
