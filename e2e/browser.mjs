import { existsSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import settings from './chromium.json' with { type: 'json' };

const SHELL = '/usr/bin/chromium-headless-shell';

/** @returns {boolean} whether Chromium's shell without windows is there, or the program was named */
export function hasShell() {
  return process.env.CHROMIUM !== undefined || existsSync(SHELL);
}

/**
 * Debian's Chromium, quiet on the network, allowed to sound without a gesture: the shell without windows where it is there,
 * since that takes a quarter less of the machine; else the whole of it. `CHROMIUM` names another one.
 */
export const CHROMIUM = {
  ...settings,
  executablePath: process.env.CHROMIUM ?? (existsSync(SHELL) ? SHELL : settings.executablePath),
};

/**
 * For pages that live for seconds: room for what is cast away, a compiler only for what runs again and again. Scripts are
 * compiled as they begin, not while they arrive, since only so the next page of a process finds them compiled. Of the switches for
 * features the last one holds, so those that Playwright turns off for the sake of tests stand here again.
 */
const SHORT_LIVED = [
  '--js-flags=--no-turbofan --invocation-count-for-maglev=3000 --min-semi-space-size=32',
  '--disable-features=ScriptStreaming,BackgroundResourceFetch,PaintHolding,HttpsUpgrades,HttpsFirstBalancedModeAutoEnable,AvoidUnnecessaryBeforeUnloadCheckSync,ThirdPartyStoragePartitioning,MediaRouter,OptimizationHints,NetworkTimeServiceQuerying',
];

/** The same where pages of a context are in one process: the next one finds the program compiled there. */
export const FOR_TESTS = { ...CHROMIUM, args: [...CHROMIUM.args, '--process-per-site'] };

/**
 * The same where nothing is timed, set for pages that live for seconds: 71 s of the machine for 15 tests with music that took 81.
 */
export const UNTIMED = { ...FOR_TESTS, args: [...FOR_TESTS.args, ...SHORT_LIVED] };

/**
 * That browser where it gives way to whatever else runs on the machine, with what it has to find in its surroundings: for tests
 * that run beside music.
 * @returns {typeof UNTIMED & { env: Record<string, string> }} launch options
 */
export function aside() {
  const env = { ...process.env, ASIDE: CHROMIUM.executablePath };
  return {
    ...UNTIMED,
    executablePath: fileURLToPath(new URL('../scripts/aside.sh', import.meta.url)),
    env,
  };
}
