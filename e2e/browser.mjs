import { existsSync } from 'node:fs';
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
