// `npm test`: installs what is missing, then builds and runs the browser tests that listen to the clock, and beside
// them, giving way to them, types, lint, unit tests and the other browser tests. The last line is `N passed, N failed`.
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join, relative } from 'node:path';
import { CHROMIUM, hasShell } from '../e2e/browser.mjs';
import { ensurePackages, ROOT, runAside, runBeside } from './setup.mjs';

const REPORTS = join(ROOT, '.reports');

/** Debian's Chromium, its shell without windows from apt where there is none yet. @returns {Promise<boolean>} whether it is there */
async function ensureChromium() {
  if (hasShell() || existsSync(CHROMIUM.executablePath)) return true;
  console.log('Installing Chromium …');
  const install =
    'apt-get update && apt-get install -y --no-install-recommends chromium-headless-shell';
  // In one command, which goes on by itself while packages are installed.
  const done = await runBeside('sh', ['-c', install], {
    stdio: ['ignore', 'ignore', 'inherit'],
    env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
  });
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
/** Said once more at the end, where it is looked for. */
const failures = [];

/** How long something takes. @returns {() => string} asked when it is over */
function clock() {
  const since = performance.now();
  return () => `${((performance.now() - since) / 1000).toFixed(0)} s`;
}

/** A check that holds or does not. @param {() => boolean | Promise<boolean>} check */
async function step(name, check) {
  const taken = clock();
  const ok = await check();
  console.log(`${ok ? '✓' : '✗'} ${name} (${taken()})`);
  if (ok) passed += 1;
  else {
    failed += 1;
    failures.push(name);
  }
  return ok;
}

/** Tests that are counted by their report. @param {() => { passed: number, failed: number }} count */
async function tests(name, tried, count) {
  const taken = clock();
  await tried();
  const result = count();
  const mark = result.failed === 0 ? '✓' : '✗';
  console.log(`${mark} ${name}: ${result.passed} passed, ${result.failed} failed (${taken()})`);
  passed += result.passed;
  failed += result.failed;
}

const E2E = join(ROOT, 'e2e');
/** A program of the packages; npx would take half a second to find it. */
const installed = (name) => join(ROOT, 'node_modules', '.bin', name);

/** Browser tests of a project, run so; two runs at a time have a port each. */
const browserTests = (project, port, runner) =>
  tests(
    `browser tests, ${project}`,
    () =>
      runner(installed('playwright'), ['test', `--project=${project}`], {
        cwd: E2E,
        env: { ...process.env, E2E_REPORT: project, E2E_PORT: port },
      }),
    () =>
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

const unitTests = () =>
  tests(
    'unit tests',
    () =>
      runAside(installed('vitest'), [
        'run',
        // One beside the other tests: two would each read all modules, and take a third more of the machine for it.
        '--maxWorkers=1',
        '--pool=threads',
        '--reporter=dot',
        '--reporter=json',
        `--outputFile.json=${join(REPORTS, 'unit.json')}`,
      ]),
    () =>
      counts('unit.json', (report) => {
        failures.push(...failedUnits(report));
        return {
          passed: report.numPassedTests,
          failed:
            report.numFailedTests +
            report.numFailedTestSuites * (report.numFailedTests === 0 ? 1 : 0),
        };
      }),
  );

// What gives way is a group of its own, and is stopped with this.
for (const signal of ['SIGINT', 'SIGTERM']) process.once(signal, () => process.exit(1));

const taken = clock();
const chromium = ensureChromium();
await ensurePackages();
console.log(`packages (${taken()})`);
rmSync(REPORTS, { recursive: true, force: true });
mkdirSync(REPORTS);

/** What can be opened in a browser, and the browser. */
async function prepare() {
  const built = await step('build', () => runBeside('npm', ['run', '--silent', 'build']));
  if (!built) return false;
  await step('size of the first page', () => runBeside(process.execPath, ['scripts/size.mjs']));
  return step('Chromium', () => chromium);
}
const prepared = prepare();

/** What listens to the clock of sound or of the wall goes first, alone on it as far as it needs the machine. */
async function inTime() {
  if (!(await prepared)) return;
  for (const project of ['with-music', 'in-time']) await browserTests(project, '4391', runBeside);
  await step('the browser killed in the middle of edits', () =>
    runBeside(process.execPath, ['kills.mjs', '--untimed'], {
      cwd: E2E,
      env: { ...process.env, KILLS: '3' },
    }),
  );
}

/** What only has to come to its end takes what the others leave. */
async function aside() {
  const checks = [
    ['types', process.execPath, ['scripts/types.mjs']],
    ['format and lint', installed('biome'), ['ci', '.']],
    [
      'the core as a package, with an example of each room',
      process.execPath,
      ['scripts/library.mjs'],
    ],
    ['arrows', 'npm', ['run', '--silent', 'arrows']],
  ];
  for (const [name, command, args] of checks) await step(name, () => runAside(command, args));
  await unitTests();
  if (await prepared) await browserTests('at-ease', '4392', runAside);
}

await Promise.all([inTime(), aside()]);

for (const failure of failures) console.log(`✗ ${failure.slice(0, 3000)}`);
console.log(`${passed} passed, ${failed} failed`);
process.exitCode = failed > 0 ? 1 : 0;
