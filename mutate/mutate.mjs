// `npm run mutate`: plants small faults in the core and says which of them no test notices.
//
//   npm run mutate                        a sample of every folder by today's seed
//   npm run mutate -- --seed 7            the sample of that seed
//   npm run mutate -- --folder landing    one folder only; more than one with commas
//   npm run mutate -- --folder time --whole   every fault of that folder
//
// All faults would take a day. A sample is lines drawn at random until there are 80 faults on them; a fault
// that spans lines (a whole block taken away) is left to `--whole`. Each folder is held to its own tests.
import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { Stryker } from '@stryker-mutator/core';
import { createInstrumenter } from '@stryker-mutator/instrumenter';
import { createInjector } from 'typed-inject';
import { ROOT } from '../scripts/setup.mjs';
import { tests } from './count-tests.mjs';

const LEAST = 80;
const CORE = 'core/src';
const REPORTS = join(ROOT, '.reports');
/** A fault counts as noticed where a test fails, or never ends. */
const NOTICED = new Set(['Killed', 'Timeout']);
const MISSED = new Set(['Survived', 'NoCoverage']);

const { values } = parseArgs({
  options: {
    seed: { type: 'string', default: new Date().toISOString().slice(0, 10).replaceAll('-', '') },
    folder: { type: 'string' },
    whole: { type: 'boolean', default: false },
  },
});

/** Numbers from 0 to 1, the same for the same seed (mulberry32). */
function randomBy(seed) {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), state | 1);
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 2 ** 32;
  };
}

function shuffled(list, random) {
  const left = [...list];
  for (let at = left.length - 1; at > 0; at--) {
    const other = Math.floor(random() * (at + 1));
    [left[at], left[other]] = [left[other], left[at]];
  }
  return left;
}

function sources(folder) {
  return readdirSync(join(ROOT, CORE, folder), { recursive: true })
    .filter((name) => name.endsWith('.ts') && !/\.(test|testkit)\.ts$/.test(name))
    .sort()
    .map((name) => `${CORE}/${folder}/${name}`);
}

const quiet = Object.fromEntries(
  ['trace', 'debug', 'info', 'warn', 'error', 'fatal'].map((level) => [level, () => {}]),
);
const silent = { ...quiet, isDebugEnabled: () => false };

/** The lines with faults, and how many stand on each. */
async function faultyLines(folder) {
  const injector = createInjector().provideValue('logger', silent);
  const instrumenter = injector.injectFunction(createInstrumenter);
  const files = sources(folder).map((name) => ({
    name,
    mutate: true,
    content: readFileSync(join(ROOT, name), 'utf8'),
  }));
  const { mutants } = await instrumenter.instrument(files, {
    ignorers: [],
    excludedMutations: [],
    plugins: null,
    noHeader: true,
  });
  const lines = new Map();
  for (const { fileName, location } of mutants) {
    if (location.start.line !== location.end.line) continue;
    const line = `${fileName}:${location.start.line + 1}`;
    lines.set(line, (lines.get(line) ?? 0) + 1);
  }
  return lines;
}

async function drawn(folder) {
  const lines = await faultyLines(folder);
  const chosen = [];
  let faults = 0;
  const random = randomBy(
    Number(values.seed) + [...folder].reduce((sum, c) => sum * 31 + c.charCodeAt(0), 7),
  );
  for (const line of shuffled(lines.keys(), random)) {
    if (faults >= LEAST) break;
    faults += lines.get(line);
    chosen.push(`${line}-${line.slice(line.lastIndexOf(':') + 1)}`);
  }
  return chosen;
}

async function run(folder) {
  const mutate = values.whole ? sources(folder) : await drawn(folder);
  const stryker = new Stryker({
    mutate,
    testRunner: 'vitest',
    vitest: { configFile: 'vitest.mutate.config.ts', dir: `${CORE}/${folder}`, related: false },
    plugins: ['@stryker-mutator/vitest-runner', new URL('count-tests.mjs', import.meta.url).href],
    coverageAnalysis: 'perTest',
    ignorePatterns: ['**', '!core/**', '!vitest.*', '!package.json', '!tsconfig.base.json'],
    tempDirName: '.reports/mutate',
    concurrency: 2,
    timeoutMS: 5000,
    timeoutFactor: 2,
    reporters: ['count'],
    logLevel: 'error',
    allowConsoleColors: false,
    disableTypeChecks: false,
  });
  return stryker.runMutationTest();
}

/**
 * Whether a fault keeps a file of tests from being read in, since what the tests look at is made there: Stryker sees no test
 * fail then, and says that it survived.
 */
function breaksTests({ static: isAtOnce, testsCompleted }) {
  return isAtOnce === true && testsCompleted < tests.all;
}

function said({ fileName, location, mutatorName, replacement, status }) {
  const path = fileName.slice(fileName.indexOf(`${CORE}/`) + CORE.length + 1);
  const lines = readFileSync(join(ROOT, CORE, path), 'utf8').split('\n');
  const { start, end } = location;
  const was =
    start.line === end.line
      ? lines[start.line - 1].slice(start.column - 1, end.column - 1)
      : `${lines[start.line - 1].slice(start.column - 1)} …`;
  return `  ${status === 'NoCoverage' ? 'never run' : 'survived'}  ${path}:${start.line}:${start.column}  ${mutatorName}  ${was.slice(0, 90)}  →  ${(replacement ?? '').replace(/\s+/g, ' ').slice(0, 90)}`;
}

const folders =
  values.folder?.split(',') ??
  readdirSync(join(ROOT, CORE), { withFileTypes: true })
    .filter((entry) => entry.isDirectory())
    .map(({ name }) => name);
if (!existsSync(REPORTS)) mkdirSync(REPORTS);

const table = [];
for (const folder of folders) {
  const began = performance.now();
  let found;
  try {
    found = await run(folder);
  } catch (error) {
    console.log(`${folder}: could not be tried. ${error.message}`);
    process.exitCode = 1;
    continue;
  }
  const results = found.filter(({ status }) => NOTICED.has(status) || MISSED.has(status));
  const missed = results.filter((result) => MISSED.has(result.status) && !breaksTests(result));
  table.push({ folder, faults: results.length, noticed: results.length - missed.length });
  const share = Math.round((100 * (results.length - missed.length)) / results.length);
  const text = [
    `${folder}: ${results.length - missed.length} of ${results.length} noticed (${share} %), ${Math.round((performance.now() - began) / 1000)} s`,
    ...missed.map(said),
  ].join('\n');
  console.log(text);
  writeFileSync(join(REPORTS, `mutate-${folder}.txt`), `seed ${values.seed}\n${text}\n`);
}
const faults = table.reduce((sum, row) => sum + row.faults, 0);
const noticed = table.reduce((sum, row) => sum + row.noticed, 0);
console.log(
  `seed ${values.seed}: ${noticed} of ${faults} noticed (${((100 * noticed) / faults).toFixed(1)} %)`,
);
