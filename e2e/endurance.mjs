// A long run: `npm run endurance` after `npm run build`. Playing for thirty minutes (MINUTES), then 500 starts and stops and
// 500 changes of stage (TIMES). What the page holds must stay flat within a tenth, nothing be late.
import { spawn } from 'node:child_process';
import { chromium } from '@playwright/test';
import { CHROMIUM } from './browser.mjs';

const PORT = 4395;
const MINUTES = Number(process.env.MINUTES ?? 30);
const TIMES = Number(process.env.TIMES ?? 500);
const server = spawn(process.execPath, ['../server/dist/main.js'], {
  env: { ...process.env, PORT: String(PORT) },
});
await new Promise((resolve) => server.stdout.once('data', resolve));
const browser = await chromium.launch(CHROMIUM);
const context = await browser.newContext({ serviceWorkers: 'block' });
const page = await context.newPage();
// When each sound begins, and how late it was asked for; nothing of it is held.
await page.addInitScript(() => {
  const told = { sounds: 0, late: 0 };
  Object.assign(window, { told });
  const start = AudioBufferSourceNode.prototype.start;
  AudioBufferSourceNode.prototype.start = function (when = 0, ...rest) {
    told.sounds += 1;
    if (when > 0 && when < this.context.currentTime) told.late += 1;
    return start.call(this, when, ...rest);
  };
});
const devtools = await context.newCDPSession(page);
await devtools.send('Performance.enable');
/** What the engine compiles goes on growing for a while and then stays; it is nothing that the program holds. */
const COMPILED = new Set(['code', 'object shape']);
/** Megabytes of all that the page holds, by a snapshot of its heap. */
async function held() {
  let text = '';
  const add = ({ chunk }) => {
    text += chunk;
  };
  devtools.on('HeapProfiler.addHeapSnapshotChunk', add);
  await devtools.send('HeapProfiler.takeHeapSnapshot', { reportProgress: false });
  devtools.off('HeapProfiler.addHeapSnapshotChunk', add);
  const { snapshot, nodes } = JSON.parse(text);
  const { node_fields: fields, node_types: types } = snapshot.meta;
  const [type, size] = ['type', 'self_size'].map((name) => fields.indexOf(name));
  let sum = 0;
  for (let at = 0; at < nodes.length; at += fields.length) {
    if (!COMPILED.has(types[0][nodes[at + type]])) sum += nodes[at + size];
  }
  return sum / 1e6;
}

async function memory() {
  for (let time = 0; time < 3; time += 1) await devtools.send('HeapProfiler.collectGarbage');
  const { metrics } = await devtools.send('Performance.getMetrics');
  const of = (name) => metrics.find((one) => one.name === name)?.value ?? 0;
  return {
    heap: await held(),
    nodes: of('Nodes'),
    listeners: of('JSEventListeners'),
  };
}
const told = () => page.evaluate(() => window.told);
let ok = true;
/** What was before and is after, and whether that is flat. */
function compare(what, before, after) {
  const share = (name) =>
    `${before[name].toFixed(name === 'heap' ? 1 : 0)} → ${after[name].toFixed(name === 'heap' ? 1 : 0)}`;
  const flat = after.heap < before.heap * 1.1 && after.nodes < before.nodes * 1.1;
  ok &&= flat;
  console.log(
    `${what}: heap ${share('heap')} MB, nodes ${share('nodes')}, listeners ${share('listeners')}${flat ? '' : '  GROWS'}`,
  );
}
const playButton = () => page.getByRole('button', { name: 'Play', exact: true });
const stopButton = () => page.getByRole('button', { name: 'Stop', exact: true });

await page.goto(`http://localhost:${PORT}/bench/lantern-steps/write`);
await playButton().click();
await page.waitForTimeout(20_000);
let before = await memory();
await page.waitForTimeout(MINUTES * 60_000);
const { sounds, late } = await told();
compare(`${MINUTES} minutes of playing, ${sounds} sounds, ${late} late`, before, await memory());
ok &&= late === 0 && sounds > MINUTES * 60;
await stopButton().click();

const startAndStop = async (times) => {
  for (let time = 0; time < times; time += 1) {
    await playButton().click();
    await stopButton().click();
  }
};
await startAndStop(20);
before = await memory();
await startAndStop(TIMES);
compare(`${TIMES} starts and stops`, before, await memory());

const STAGES = ['Read', 'Vary', 'Climb', 'Sheet', 'Frame', 'Write'];
const goRound = async (times) => {
  for (let time = 0; time < times; time += 1) {
    const name = STAGES[time % STAGES.length];
    await page.getByRole('navigation', { name: 'Stages' }).getByRole('link', { name }).click();
    await page.waitForURL(new RegExp(`/${name.toLowerCase()}$`));
  }
};
await goRound(STAGES.length * 4);
before = await memory();
await goRound(Math.ceil(TIMES / STAGES.length) * STAGES.length);
await page.waitForTimeout(500);
compare(`${TIMES} changes of stage`, before, await memory());
await browser.close();
server.kill();
process.exitCode = ok ? 0 : 1;
