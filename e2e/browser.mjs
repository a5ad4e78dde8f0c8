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
 * The same browser where it gives way to whatever else runs on the machine, with what it has to find in its surroundings:
 * for tests that run beside music. It has room for what a page casts away in the minute it lives, and does without the
 * compiler that pays only for pages that live longer: 80 s of the machine for 25 tests that took 86 to 96 without.
 * @returns {typeof CHROMIUM & { env: Record<string, string> }} launch options
 */
export function aside() {
  const env = { ...process.env, ASIDE: CHROMIUM.executablePath };
  return {
    ...CHROMIUM,
    args: [...CHROMIUM.args, '--js-flags=--no-turbofan --min-semi-space-size=32'],
    executablePath: fileURLToPath(new URL('../scripts/aside.sh', import.meta.url)),
    env,
  };
}
