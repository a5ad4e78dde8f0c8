import { readFile } from 'node:fs/promises';
import { XMLValidator } from 'fast-xml-parser';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { bringIn, expect, goTo, test } from './kit.ts';

async function textOf(pdf: Uint8Array): Promise<{ pages: number; text: string }> {
  const opened = await getDocument({ data: pdf, useSystemFonts: true, verbosity: 0 }).promise;
  const parts: string[] = [];
  for (let number = 1; number <= opened.numPages; number += 1) {
    const { items } = await (await opened.getPage(number)).getTextContent();
    parts.push(items.map((item) => ('str' in item ? item.str : '')).join(' '));
  }
  return { pages: opened.numPages, text: parts.join(' ').replace(/\s+/g, ' ') };
}

test('a rhythm goes onto one page of paper, with its lines, staff, syllables and sentences', async ({
  page,
}) => {
  await page.goto('/bench/lantern-steps/sheet');
  await expect(
    page.getByRole('img', { name: /^Staff notation of Bell and Walker: 8 over 8, 2 measures/ }),
  ).toBeVisible();
  await expect(page.locator('.staff svg').first()).toBeVisible();
  const pdf = await page.pdf({ preferCSSPageSize: true, printBackground: true });
  const { pages, text } = await textOf(new Uint8Array(pdf));
  expect(pages).toBe(1);
  for (const part of [
    'Lantern steps',
    'Walker',
    'dum',
    'tek',
    '16 of 16 pulses, comes round on 1.',
    '72 to 104 a minute',
  ]) {
    expect(text).toContain(part);
  }
  expect(text).not.toContain('Shelf');
  await expect(page.getByText('One page.', { exact: true })).toBeVisible();

  // A little too much for a page is drawn smaller.
  await goTo(page, '/bench/wet-cobbles/sheet');
  await expect(page.locator('.staff svg').first()).toBeVisible();
  await expect(page.getByText(/^One page, at [78]\d %\.$/)).toBeVisible();
  const fitted = await page.pdf({ preferCSSPageSize: true, printBackground: true });
  expect((await textOf(new Uint8Array(fitted))).pages).toBe(1);
  // A poster draws larger, on its own page.
  await page.getByLabel('Paper').selectOption('Poster');
  await expect(page.getByText(/^One page/)).toBeVisible();
  const poster = await page.pdf({ preferCSSPageSize: true, printBackground: true });
  expect((await textOf(new Uint8Array(poster))).pages).toBe(1);
});

test('hands are mirrored on paper, and pictures are taken away', async ({ page }) => {
  await page.goto('/bench/lantern-steps/sheet');
  await expect(page.locator('.staff svg').first()).toBeVisible();
  const hands = () =>
    page
      .locator('.staff text')
      .allTextContents()
      .then((all) =>
        all
          .filter((text) => /^[RL]$/.test(text))
          .slice(0, 3)
          .join(''),
      );
  // One player's part, without the others.
  await page.getByRole('combobox', { name: /^Part/ }).selectOption('Walker');
  const part = page.getByRole('img', { name: /^Staff notation of Walker:/ });
  await expect(part).toBeVisible();
  await expect(page.locator('.sheet-page')).not.toContainText('Bell');
  await expect.poll(hands).toBe('RLR');
  await page.getByLabel('Other-handed').check();
  await expect.poll(hands).toBe('LRL');
  // It is the player's own setting: Climb shows the same hands.
  await page.getByRole('link', { name: 'Climb' }).click();
  await expect(page.getByTestId('climb-status')).toBeVisible();
  await expect(page.getByLabel('Other-handed')).toBeChecked();
  await page.getByRole('link', { name: 'Sheet' }).click();
  await expect(page.locator('.staff svg').first()).toBeVisible();
  await expect(page.locator('.sheet-page')).toContainText('Bell');

  let file = '';
  const take = async (name: string) => {
    const waiting = page.waitForEvent('download');
    await page.getByRole('button', { name, exact: true }).click();
    const download = await waiting;
    file = download.suggestedFilename();
    return readFile(await download.path());
  };
  const svg = (await take('SVG')).toString('utf8');
  expect(svg.startsWith('<svg')).toBe(true);
  expect(svg).toContain('Lantern steps');
  expect(svg).toContain('font-family:Bravura');
  expect(svg).not.toContain('var(--');
  expect(svg).toContain('Bell');
  expect(file).toBe('lantern-steps.svg');
  await expect(page.getByRole('button', { name: 'SVG', exact: true })).toBeFocused();
  await page.getByRole('combobox', { name: /^Part/ }).selectOption('Walker');
  await expect(part).toBeVisible();
  const png = await take('PNG');
  expect(file).toBe('lantern-steps-walker.png');
  expect(png.subarray(1, 4).toString()).toBe('PNG');
  // Twice the A4 page on screen: a picture that is sharp on paper.
  expect(png.readUInt32BE(16)).toBeGreaterThan(1500);

  // A small screen shows the whole page; what is taken away is as large as before.
  await page.setViewportSize({ width: 390, height: 844 });
  await expect
    .poll(async () => (await page.locator('.sheet-page').boundingBox())?.width)
    .toBeLessThan(390);
  const small = await take('PNG');
  expect([small.readUInt32BE(16), small.readUInt32BE(20)]).toEqual([
    png.readUInt32BE(16),
    png.readUInt32BE(20),
  ]);
  expect((await page.locator('.sheet-page').boundingBox())?.width).toBeLessThan(390);
});

test('a turn of sixty-four parts is cut into rows, on screen and on paper', async ({ page }) => {
  const beats = (beat: string) => Array(16).fill(beat).join(' / ');
  const text = [
    'rhythm Long lane\ncycle 4x4, 4x4, 4x4, 4x4\ntempo 60 per 4',
    `layer Plate : drum kit\nplay ${beats('X . X^ .')}`,
    `layer Lane : goblet drum\nplay ${beats('D t k T')} | ${beats('D . T k')}\nhand each R L`,
  ].join('\n\n');
  await bringIn(page, 'long-lane.stride', Buffer.from(text));
  const part = (number: number) =>
    page.getByRole('listbox', { name: `Lane, strokes, turn 1, part ${number} of 2` });
  await expect(part(1).getByRole('option')).toHaveCount(32);
  await expect(part(2).getByRole('option')).toHaveCount(32);
  // The choice goes from row to row, and a stroke is placed where it stands.
  await part(1).getByRole('option').last().click();
  await page.keyboard.press('ArrowRight');
  const first = part(2).getByRole('option').first();
  await expect(first).toBeFocused();
  await page.keyboard.press('O');
  await expect(first).toHaveAttribute('aria-label', /beat 9.*open/i);
  const [above, below] = [await part(1).boundingBox(), await part(2).boundingBox()];
  expect(below?.y ?? 0).toBeGreaterThan((above?.y ?? 0) + (above?.height ?? 0));
  // No slot is too narrow to be told from its neighbours.
  expect((await first.boundingBox())?.width ?? 0).toBeGreaterThan(18);

  await page.getByRole('link', { name: 'Sheet' }).click();
  await expect(page.getByRole('img', { name: /^Staff notation of Plate and Lane:/ })).toBeVisible();
  // Two turns, each cut alike into rows of both staves: two, or three where the page is not drawn smaller.
  await expect(page.locator('.staff svg').nth(3)).toBeVisible();
  const rowsDrawn = async () => (await page.locator('.staff svg').count()) % 2;
  await expect.poll(rowsDrawn).toBe(0);
  await expect(page.getByText('Plate has one turn and comes round again.')).toBeVisible();
  const pdf = await page.pdf({ preferCSSPageSize: true, printBackground: true });
  const printed = (await textOf(new Uint8Array(pdf))).text;
  expect(printed.match(/choke/g)).toHaveLength(32);
});

test('a page for a stand is read from two metres, and the line of a crossing goes out as a picture', async ({
  page,
}) => {
  await page.goto('/bench/lantern-steps/sheet');
  await page.getByLabel('Paper').selectOption('Stand (A4 across)');
  await expect(page.getByText(/^\d+ pages\.$/)).toBeVisible();
  const sheet = page.getByRole('article', { name: 'Sheet of Lantern steps' });
  const syllable = sheet.getByText('dum', { exact: true }).first();
  const [paper, word] = await Promise.all([sheet.boundingBox(), syllable.boundingBox()]);
  // A line of its letters is nine millimetres high, on paper that is 297 wide.
  expect(((word?.height ?? 0) / (paper?.width ?? 1)) * 297).toBeGreaterThan(9);
  await expect(sheet.getByText('Evenness')).toHaveCount(0);

  await goTo(page, '/crossing');
  await page.getByRole('button', { name: 'Take away as a file' }).click();
  const [taken] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('menuitem', { name: 'The line as a picture' }).click(),
  ]);
  expect(taken.suggestedFilename()).toBe('5-3-crossing-line.svg');
  const svg = await readFile(await taken.path(), 'utf8');
  // It stands alone: well formed, both pulses with their names, no colour and no font that only this page knows.
  expect(XMLValidator.validate(svg)).toBe(true);
  expect(svg).toContain('hand bell');
  expect(svg.match(/<path/g)?.length).toBeGreaterThan(8);
  expect(svg).not.toContain('var(--');
  expect(svg).not.toContain('Bravura');
});
