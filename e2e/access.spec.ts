import type { Page } from '@playwright/test';
import { violations } from './axe.ts';
import { expect, goTo, slot, test } from './kit.ts';

type Open = (page: Page) => Promise<void>;
const press =
  (name: string | RegExp, role: 'button' | 'textbox' = 'button'): Open =>
  async (page) => {
    await page.getByRole(role, { name }).first().click();
  };

/** What opens comes in a part of its own. */
const openDialog =
  (name: string): Open =>
  async (page) => {
    await press(name)(page);
    await expect(page.getByRole('dialog')).toBeVisible();
  };

const WIDE = { width: 1280, height: 800 };
const NARROWEST = { width: 320, height: 640 };

/** What is opened by what only a wide screen has beside it, and stays when it grows narrow. */
const whereWide =
  (open: Open): Open =>
  async (page) => {
    await page.setViewportSize(WIDE);
    await open(page);
    await page.setViewportSize(NARROWEST);
  };

/** A view, and what opens over it: how one comes there, and what is seen then. */
interface View {
  readonly name: string;
  readonly path: string;
  readonly sight: string;
  /** What is done before it is looked at. */
  readonly first?: Open;
  /** What opens over it, each with what is pressed. */
  readonly over?: Readonly<Record<string, Open>>;
}

const SHELF: readonly View[] = [
  {
    name: 'Shelf',
    path: '/',
    sight: 'Lantern steps',
    over: {
      'a new rhythm': press('New rhythm'),
      'what was deleted': whereWide(async (page) => {
        await page.getByRole('button', { name: 'Delete Quay call' }).click();
        await page.getByRole('button', { name: '1 deleted' }).click();
      }),
      'a refused file': async (page) => {
        await page.getByTestId('bring-in').setInputFiles({
          name: 'odd.stride',
          mimeType: 'text/plain',
          buffer: Buffer.from('rhythm A'),
        });
        await expect(page.getByRole('alert')).toBeVisible();
      },
    },
  },
];

const BENCH: readonly View[] = [
  {
    name: 'Write',
    path: '/bench/lantern-steps/write',
    sight: 'Fit',
    over: {
      'tap it in': press('Tap it in'),
      'a layer': press('Layer Walker'),
      'a turn': press('2'),
      'the tempo': press('of 104 per 3 pulses'),
      instruments: press('Add a layer'),
      'more on the line': press('More to do on the line'),
    },
  },
  {
    name: 'Read',
    path: '/bench/lantern-steps/read',
    sight: 'Families',
    over: { 'what I want': press('What I want'), 'a sum': press(/^How is this worked out/) },
  },
  { name: 'Compare', path: '/bench/lantern-steps/read?view=compare', sight: 'over' },
  { name: 'Vary', path: '/bench/lantern-steps/vary', sight: 'Moves' },
  {
    name: 'Climb',
    path: '/bench/lantern-steps/climb',
    sight: 'Passes',
    // What opens over every stage is looked at over the one where least is drawn.
    over: {
      'notes and tags': press('Notes and tags'),
      'take away': press('Take away as a file'),
      'earlier versions': whereWide(openDialog('Earlier versions')),
    },
  },
  { name: 'Frame', path: '/bench/lantern-steps/frame', sight: 'Counting' },
  { name: 'Sheet', path: '/bench/lantern-steps/sheet', sight: 'What it says' },
  {
    name: 'No rhythm',
    path: '/bench/nowhere/write',
    sight: 'There is no rhythm at this address in this browser.',
  },
];

const LOG: readonly View[] = [
  {
    name: 'Today',
    path: '/log',
    sight: 'What each hand had to do',
    over: {
      'how long I have': press('I have 10 minutes'),
      'it hurts': press('It hurts'),
      'take away': press('Take away, bring in'),
    },
  },
  { name: 'Runs', path: '/log/runs', sight: 'Minutes by week' },
  {
    name: 'Goals',
    path: '/log/goals',
    sight: 'Set a goal',
    over: { 'a goal': press('Set a goal'), 'the calendar': press('Calendar') },
  },
  { name: 'Load', path: '/log/load', sight: 'Ears' },
];

const OTHERS: readonly View[] = [
  { name: 'Guide', path: '/guide', sight: 'Care' },
  { name: 'Crossing', path: '/crossing', sight: 'Hear it from' },
  { name: 'Landing', path: '/landing', sight: '30 land.' },
  {
    name: 'Safekeeping',
    path: '/safe',
    sight: 'Deleted',
    over: {
      'find anything': press('Find anything'),
      sound: openDialog('Sound'),
      'keys and words': openDialog('Keys and words'),
    },
  },
  { name: 'A link', path: '/link#1.x', sight: 'To the Shelf' },
  {
    name: 'Bring in',
    path: '/bring',
    sight: 'Bring in',
    first: async (page) => {
      await page.getByTestId('bring-files').setInputFiles('street-call.musicxml');
      await expect(page.getByText('What does not come along')).toBeVisible();
    },
  },
  { name: 'All forms', path: '/form', sight: 'Bring in' },
  {
    name: 'Form',
    path: '/form',
    sight: 'Look at the set of the Lantern Street Players',
    first: async (page) => {
      await press('Look at the set of the Lantern Street Players')(page);
      await page
        .getByRole('button', { name: /^Stairs, \d/ })
        .first()
        .click();
      await press('Drums: entry and pickup')(page);
      await press('Turn 2 stroke by stroke')(page);
      await expect(page.getByText('2 found')).toBeVisible();
    },
    over: {
      'the tempo': press('72 per 3'),
      'take away': press('Take away'),
    },
  },
  {
    name: 'Cue sheet',
    path: '/form',
    sight: 'Bring in',
    first: async (page) => {
      await press('Look at the set of the Lantern Street Players')(page);
      await press('Cue sheet')(page);
      await page.getByRole('menuitem', { name: 'Drums' }).click();
      await press('Play and follow')(page);
      await expect(page.getByRole('region', { name: 'What to play now' })).toBeVisible();
    },
  },
];

/** Views that are gone through one after another in one page, as links do. */
const WALKS: Readonly<Record<string, readonly View[]>> = {
  'The Bench': BENCH,
  'The Log': LOG,
  'The Shelf and what lies beside it': [...SHELF, ...OTHERS.filter(({ first }) => !first)],
  'What comes in, and Form': OTHERS.filter(({ first, name }) => first && name !== 'Cue sheet'),
  'A cue sheet': OTHERS.filter(({ name }) => name === 'Cue sheet'),
};

async function come(page: Page, path: string, sight: string): Promise<void> {
  await page.goto(path);
  await expect(page.getByText(sight, { exact: true }).first()).toBeVisible();
}

const OVER = '[role="dialog"], [role="menu"], form, [role="alert"], ol';

/** What a small screen may break: size to touch, reach of the keyboard. */
const WHERE_NARROW = ['target-size', 'scrollable-region-focusable'];
const SMALLER = [{ width: 390, height: 844 }, { width: 640, height: 400 }, NARROWEST];

/** Nothing is wider than the screen, once what is drawn follows the size of its place. */
async function fits(page: Page, what: string): Promise<void> {
  await expect.poll(() => widthOver(page), what).toBeLessThanOrEqual(0);
}

/** Nothing is wider than the screen at the smaller sizes, the last and narrowest of which stays. */
async function smaller(page: Page, what: string): Promise<void> {
  for (const size of SMALLER) {
    await page.setViewportSize(size);
    await fits(page, `${what} at ${size.width}`);
  }
}

async function widthOver(page: Page): Promise<number> {
  return page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
}

/** Goes to another view without loading the page anew. */
async function goOn(page: Page, path: string, sight: string): Promise<void> {
  await page.setViewportSize(WIDE);
  const seen = page.getByText(sight, { exact: true }).first();
  // What is seen on the view before says nothing of this one.
  expect(await seen.isVisible(), `“${sight}” before ${path}`).toBe(false);
  await goTo(page, path);
  await expect(seen).toBeVisible();
}

for (const [walk, views] of Object.entries(WALKS)) {
  test(`${walk} can be used by everyone, at four sizes`, async ({ page }) => {
    test.slow();
    const found: Record<string, unknown> = {};
    const note = (state: string, what: readonly string[]) => {
      if (what.length > 0) found[state] = what;
    };
    // Each view is looked at in one theme, by turns, and what opens over it likewise: all are made of the same tokens.
    const theme = (at: number) => ({ colorScheme: at % 2 === 0 ? 'light' : 'dark' }) as const;
    for (const [index, { name, path, sight, first, over = {} }] of views.entries()) {
      await page.emulateMedia(theme(index));
      await (index === 0 ? come : goOn)(page, path, sight);
      await first?.(page);
      // What is large enough where it is narrow is so everywhere.
      note(name, await violations(page, { without: ['target-size'] }));
      await smaller(page, name);
      note(`${name} at 320`, await violations(page, { rules: WHERE_NARROW }));
      // What opens over it is opened where it is narrowest: what is not too wide there is so nowhere.
      for (const [at, [state, open]] of Object.entries(over).entries()) {
        await page.emulateMedia(theme(index + at));
        await open(page);
        await fits(page, `${name} ${state}`);
        note(`${name} ${state}`, await violations(page, { within: OVER }));
        await page.keyboard.press('Escape');
      }
    }
    expect(found).toEqual({});
  });
}

test('the tab key makes few stops on the Bench, and arrows go on from there', async ({ page }) => {
  await come(page, '/bench/ten-stairs/write', 'Fit');
  await page.locator('body').press('Home');
  const stops: string[] = [];
  for (let count = 0; count < 80; count += 1) {
    await page.keyboard.press('Tab');
    const name = await page.evaluate(() => {
      const at = document.activeElement;
      if (!at || at === document.body) return '';
      return at.getAttribute('aria-label') ?? at.textContent?.slice(0, 30) ?? at.tagName;
    });
    if (name === '' || (stops.length > 3 && name === stops[0])) break;
    stops.push(name);
  }
  expect(stops.length, stops.join(' | ')).toBeLessThan(45);
  // One stop a toolbar; the arrows go through it and come round.
  const strokes = page.getByRole('toolbar', { name: 'Strokes' });
  const first = strokes.getByRole('button').first();
  await first.focus();
  await page.keyboard.press('ArrowRight');
  await expect(strokes.getByRole('button').nth(1)).toBeFocused();
  await page.keyboard.press('End');
  await expect(strokes.getByRole('button').last()).toBeFocused();
});

test('what happens is said: playing, placing, undoing; where the system chooses the colours, what is pressed is seen', async ({
  page,
}) => {
  await come(page, '/bench/lantern-steps/write', 'Fit');
  const said = page.getByTestId('said');
  await slot(page, 'Bell', 1).click();
  await page.keyboard.press('C');
  await expect(said).toHaveText(/placed/);
  await page.keyboard.press('Control+z');
  await expect(said).toHaveText(/Undone/);
  await page.keyboard.press('Space');
  await expect(said).toHaveText(/Playing at 72/);
  await page.keyboard.press('Space');
  await expect(said).toHaveText(/Stopped/);

  await page.emulateMedia({ forcedColors: 'active' });
  const click = page.getByRole('button', { name: 'Click', exact: true });
  const outline = () => click.evaluate((one) => getComputedStyle(one).outlineStyle);
  expect(await outline()).toBe('none');
  await click.click();
  await page.getByLabel('Tempo', { exact: true }).focus();
  expect(await outline()).toBe('solid');
});

test('the page is served under a strict policy and asks for nothing elsewhere', async ({
  page,
}) => {
  const hosts = new Set<string>();
  page.on('request', (request) => hosts.add(new URL(request.url()).host));
  const response = await page.goto('/bench/lantern-steps/write');
  const policy = response?.headers()['content-security-policy'] ?? '';
  expect(policy).toContain("default-src 'self'");
  expect(policy).not.toContain('unsafe');
  await expect(page.getByRole('heading', { name: 'Fit' })).toBeVisible();
  expect([...hosts].every((host) => host.startsWith('localhost:') || host === '')).toBe(true);
});
