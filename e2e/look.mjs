// node look.mjs OUT PATH WIDTH HEIGHT SCHEME [steps as JS body using page]
import { readFileSync } from 'node:fs';
import { chromium } from '@playwright/test';

const [out, path, width = '1280', height = '800', scheme = 'light', steps = ''] =
  process.argv.slice(2);
const options = JSON.parse(readFileSync(new URL('./chromium.json', import.meta.url), 'utf8'));
const browser = await chromium.launch({
  executablePath: options.executablePath,
  args: options.args,
});
const page = await browser.newPage({
  viewport: { width: +width, height: +height },
  colorScheme: scheme,
  deviceScaleFactor: +(process.env.DPR ?? 1),
});
page.on('pageerror', (e) => console.log('ERR', e.message));
if (!process.env.FIRST)
  await page.addInitScript(() => localStorage.setItem('humble-stride-tour', 'shown'));
await page.goto(`http://localhost:4399${path}`);
await page.waitForTimeout(1200);
const run = new Function('page', `return (async () => { ${steps} })()`);
await run(page);
await page.waitForTimeout(400);
await page.screenshot({ path: out });
await browser.close();
