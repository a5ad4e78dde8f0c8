import { expect, scheduled, test } from './kit.ts';

test('a rhythm travels in a link, is looked at and heard before it is taken in', async ({
  page,
  browser,
}) => {
  await page.goto('/bench/lantern-steps/write');
  await page.getByRole('button', { name: 'Take away as a file' }).click();
  await page.getByRole('menuitem', { name: 'As a link' }).click();
  const dialog = page.getByRole('dialog', { name: 'As a link' });
  await expect(dialog.getByRole('img', { name: /QR code/ })).toBeVisible();
  const link = await dialog.getByRole('textbox').inputValue();
  expect(link).toMatch(/\/link#1\.[\w-]+$/);
  expect(link.length).toBeLessThan(1800);

  const context = await browser.newContext();
  const other = await context.newPage();
  const asked: string[] = [];
  other.on('request', (request) => asked.push(request.url()));
  await other.goto(link);
  await expect(other.getByRole('region', { name: 'Lantern steps' })).toContainText('72 to 104');
  // What the link carries went to no server.
  expect(asked.filter((url) => url.includes('#') || url.length > 300)).toEqual([]);
  await other.getByRole('button', { name: 'Put it on the Shelf' }).click();
  await expect(other).toHaveURL(/bench\/[0-9a-f-]{36}\/write/);
  await expect(other.getByText('16 of 17 slots sound')).toBeVisible();
  await other.goto(link.slice(0, -20));
  await expect(other.getByRole('alert')).toContainText('This link is damaged');
  await context.close();

  await page.goto(link);
  await page.getByRole('button', { name: 'Hear it' }).click();
  await expect.poll(async () => (await scheduled(page)).length).toBeGreaterThan(4);
  await page.getByRole('button', { name: 'Leave it' }).click();
  await expect(page.getByRole('link', { name: 'Lantern steps' })).toHaveCount(1);
});

test('a crossing is kept under a name with its words, stands on the Shelf, and travels in a link', async ({
  page,
}) => {
  await page.addInitScript(() => localStorage.setItem('humble-stride-tour', '1'));
  await page.goto('/crossing');
  await page.getByRole('button', { name: '4 : 3' }).click();
  await page
    .getByRole('region', { name: 'Words' })
    .getByRole('textbox')
    .fill('mend the lamp by the door');
  await page.getByRole('button', { name: 'Set-ups' }).click();
  await page.getByLabel('Keep what is set up here as').fill('The lamp');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'The lamp', exact: true })).toBeVisible();
  await page.getByRole('button', { name: /What is set up here as a link/ }).click();
  const link = await page
    .getByRole('dialog', { name: 'As a link' })
    .getByRole('textbox')
    .inputValue();
  await page.keyboard.press('Escape');
  await page.reload();
  const words = page.getByRole('region', { name: 'Words' }).getByRole('textbox');
  await expect(words).toHaveValue('mend the lamp by the door');
  await page.getByRole('button', { name: '5 : 3', exact: true }).click();
  await expect(words).not.toHaveValue('mend the lamp by the door');
  await page.getByRole('link', { name: 'Shelf' }).click();
  await page.getByRole('link', { name: /The lamp Crossing/ }).click();
  await expect(page.getByRole('heading', { name: 'Crossing 4 : 3' })).toBeVisible();
  await expect(words).toHaveValue('mend the lamp by the door');
  // Undo leads back to what was set up before.
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('heading', { name: 'Crossing 5 : 3' })).toBeVisible();
  await page.goto(link);
  await page.getByRole('link', { name: 'Open it in Crossing' }).click();
  await expect(page.getByRole('heading', { name: 'Crossing 4 : 3' })).toBeVisible();
});

test('a link can mean a variation, which is drawn before it is taken in', async ({ page }) => {
  await page.goto('/bench/wet-cobbles/write');
  const address = () =>
    page.getByRole('dialog', { name: 'As a link' }).getByRole('textbox').inputValue();
  await page.getByRole('button', { name: 'Take away as a file' }).click();
  await page.getByRole('menuitem', { name: 'As a link' }).click();
  const home = await address();
  await page.getByRole('button', { name: 'Close' }).click();
  await page.getByRole('button', { name: 'Set Round the corner' }).click();
  await page.getByRole('button', { name: 'This variation as a link' }).click();
  const varied = await address();
  const drawn = async (link: string) => {
    await page.goto('/guide');
    await page.goto(link);
    const card = page.getByRole('region', { name: 'Wet cobbles' });
    await expect(card.getByRole('group', { name: 'Stride line of Wet cobbles' })).toBeVisible();
    return card.evaluate((one) =>
      [...one.querySelectorAll('svg path')].map((path) => path.getAttribute('d')).join(),
    );
  };
  const plain = await drawn(home);
  await expect(page.getByText('Meant is its variation')).toHaveCount(0);
  expect(await drawn(varied)).not.toBe(plain);
  await expect(page.getByText('Meant is its variation Round the corner')).toBeVisible();
  await page.getByRole('button', { name: 'Put it on the Shelf' }).click();
  await expect(page).toHaveURL(/bench/);
});
