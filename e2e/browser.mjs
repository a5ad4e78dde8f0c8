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

/** The same where pages of a context are in one process: the next one finds the program compiled there. */
export const FOR_TESTS = { ...CHROMIUM, args: [...CHROMIUM.args, '--process-per-site'] };

/** Room for what is cast away, and a compiler only for what runs again and again. */
const JS_ASIDE =
  '--js-flags=--no-turbofan --invocation-count-for-maglev=3000 --min-semi-space-size=32';

/**
 * The same browser where it gives way to whatever else runs on the machine, with what it has to find in its surroundings:
 * for tests that run beside music. It is set for pages that live for seconds: 80 s of the machine for 25 tests that took 86 to 96
 * as it usually is, and again a tenth less since its middle compiler waits longer too (29 tests, by turns: 131, 96 and 113 s, 149, 134 and 99).
 * @returns {typeof FOR_TESTS & { env: Record<string, string> }} launch options
 */
export function aside() {
  const env = { ...process.env, ASIDE: CHROMIUM.executablePath };
  return {
    ...FOR_TESTS,
    args: [...FOR_TESTS.args, JS_ASIDE],
    executablePath: fileURLToPath(new URL('../scripts/aside.sh', import.meta.url)),
    env,
  };
}
