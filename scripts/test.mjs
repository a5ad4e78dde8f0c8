// `npm test`: installs what is missing, then types, lint, unit tests, build, page size and browser
// tests. The last line is `N passed, N failed`.
import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join, relative } from 'node:path';
import { CHROMIUM, hasShell } from '../e2e/browser.mjs';
import { ensurePackages, ROOT, run, runBeside } from './setup.mjs';

const REPORTS = join(ROOT, '.reports');

/** Debian's Chromium, its shell without windows from apt where there is none yet. */
function ensureChromium() {
  if (hasShell() || existsSync(CHROMIUM.executablePath)) return true;
  console.log('Installing Chromium …');
  const quiet = {
    stdio: ['ignore', 'ignore', 'inherit'],
    env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
  };
  const done =
    run('apt-get', ['update'], quiet) &&
    run('apt-get', ['install', '-y', '--no-install-recommends', 'chromium-headless-shell'], quiet);
  if (done && hasShell()) return true;
  console.error(
    'Chromium is missing and may not be installed here: install the Debian package “chromium-headless-shell” or “chromium”, or name its path in CHROMIUM.',
  );
  return false;
}

/** Counts of a report in Vitest's or Playwright's JSON form. */
function counts(file, read) {
  const path = join(REPORTS, file);
  return existsSync(path) ? read(JSON.parse(readFileSync(path, 'utf8'))) : { passed: 0, failed: 1 };
}

/** Titles of browser tests that ended so: `flaky` failed once and then passed. */
function titled(suites, status) {
  return suites.flatMap((suite) => [
    ...titled(suite.suites ?? [], status),
    ...suite.specs
      .filter((spec) => spec.tests.some((one) => one.status === status))
      .map((spec) => spec.title),
  ]);
}

/** What failed in Vitest's report: the title, and what it said. */
function failedUnits({ testResults }) {
  return testResults.flatMap(({ name, message, assertionResults }) => {
    const tests = assertionResults.filter(({ status }) => status === 'failed');
    if (tests.length > 0)
      return tests.map((one) => `${one.fullName}\n${one.failureMessages.join('\n')}`);
    return message ? [`${relative(ROOT, name)}\n${message}`] : [];
  });
}

let passed = 0;
let failed = 0;
let since = performance.now();

/** How long it was since this was asked last. */
function taken() {
  const before = since;
  since = performance.now();
  return `${((since - before) / 1000).toFixed(0)} s`;
}

/** Said once more at the end, where it is looked for. */
const failures = [];

function step(name, ok) {
  console.log(`${ok ? '✓' : '✗'} ${name} (${taken()})`);
  if (ok) passed += 1;
  else {
    failed += 1;
    failures.push(name);
  }
  return ok;
}

function tests(name, result) {
  console.log(
    `${result.failed === 0 ? '✓' : '✗'} ${name}: ${result.passed} passed, ${result.failed} failed (${taken()})`,
  );
  passed += result.passed;
  failed += result.failed;
}

ensurePackages();
console.log(`packages (${taken()})`);
rmSync(REPORTS, { recursive: true, force: true });
mkdirSync(REPORTS);

/** What is checked without being run, in two rows side by side: each takes one core. */
const ROWS = [
  [
    ['types', () => runBeside(process.execPath, ['scripts/types.mjs'])],
    ['format and lint', () => runBeside('npx', ['biome', 'ci', '.'])],
  ],
  [
    [
      'the core as a package, with an example of each room',
      () => runBeside(process.execPath, ['scripts/library.mjs']),
    ],
    ['arrows', () => runBeside('npm', ['run', '--silent', 'arrows'])],
  ],
];
await Promise.all(
  ROWS.map(async (row) => {
    for (const [name, check] of row) step(name, await check());
  }),
);
spawnSync(
  'npx',
  [
    'vitest',
    'run',
    '--reporter=dot',
    '--reporter=json',
    `--outputFile.json=${join(REPORTS, 'unit.json')}`,
  ],
  {
    cwd: ROOT,
    stdio: 'inherit',
  },
);
tests(
  'unit tests',
  counts('unit.json', (report) => {
    failures.push(...failedUnits(report));
    return {
      passed: report.numPassedTests,
      failed:
        report.numFailedTests + report.numFailedTestSuites * (report.numFailedTests === 0 ? 1 : 0),
    };
  }),
);
const built = step(
  'build',
  run('npm', ['run', '--silent', 'build'], { stdio: ['ignore', 'ignore', 'inherit'] }),
);
if (built) step('size of the first page', run(process.execPath, ['scripts/size.mjs']));
if (built && step('Chromium', ensureChromium())) {
  for (const project of ['at-ease', 'with-music', 'in-time']) {
    const env = { ...process.env, E2E_REPORT: project };
    run('npx', ['playwright', 'test', `--project=${project}`], { cwd: join(ROOT, 'e2e'), env });
    tests(
      `browser tests, ${project}`,
      counts(`${project}.json`, ({ stats, suites }) => {
        for (const title of titled(suites, 'flaky'))
          console.log(`! passed on the second try only: ${title}`);
        failures.push(...titled(suites, 'unexpected'));
        const passed = stats.expected + stats.flaky;
        // A run in which nothing was tried has shown nothing.
        if (passed + stats.unexpected > 0) return { passed, failed: stats.unexpected };
        failures.push(`browser tests, ${project}: none was run`);
        return { passed, failed: 1 };
      }),
    );
  }
}

if (built) {
  const env = { ...process.env, KILLS: '4' };
  step(
    'the browser killed in the middle of edits',
    run(process.execPath, ['kills.mjs', '--untimed'], { cwd: join(ROOT, 'e2e'), env }),
  );
}

for (const failure of failures) console.log(`✗ ${failure.slice(0, 3000)}`);
console.log(`${passed} passed, ${failed} failed`);
process.exitCode = failed > 0 ? 1 : 0;
