import { writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { renderStruck, type Struck } from '@stride/core/ear';
import { wavFile } from '@stride/core/sound';
import { expect, test } from './kit.ts';

test('core is here', async ({ page }) => {
  const s: Struck[] = [{ instrument: 'goblet-drum', kind: 'D', force: 3, time: 0.2 }];
  writeFileSync(join(tmpdir(), 'x.wav'), wavFile(renderStruck(s, 48_000, 1, { seed: 1 }), 48_000));
  await page.goto('/');
  expect(1).toBe(1);
});
