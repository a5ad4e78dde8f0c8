/** What the command line is asked in: words, and settings with their values. */
export interface Words {
  readonly words: readonly string[];
  readonly settings: ReadonlyMap<string, string>;
}

/** Settings that say yes by being there. */
const FLAGS: ReadonlySet<string> = new Set(['click', 'help', 'version', 'csv']);

/**
 * Parts what was typed: `--turns 8` and `--turns=8` are the same; after `--` all are words.
 * @throws Error with a sentence where a setting lacks its value
 */
export function wordsOf(typed: readonly string[]): Words {
  const words: string[] = [];
  const settings = new Map<string, string>();
  for (let at = 0; at < typed.length; at += 1) {
    const one = typed[at] ?? '';
    if (one === '--') {
      words.push(...typed.slice(at + 1));
      break;
    }
    if (!one.startsWith('--')) {
      words.push(one);
      continue;
    }
    const [name = '', ...value] = one.slice(2).split('=');
    if (value.length > 0) settings.set(name, value.join('='));
    else if (FLAGS.has(name)) settings.set(name, 'yes');
    else {
      at += 1;
      const next = typed[at];
      if (next === undefined) throw new Error(`--${name} lacks its value.`);
      settings.set(name, next);
    }
  }
  return { words, settings };
}

/**
 * A number of the settings, within its range.
 * @throws Error with a sentence where it is none
 */
export function numberIn(
  { settings }: Words,
  name: string,
  usual: number,
  [least, most]: readonly [number, number],
): number {
  const text = settings.get(name);
  if (text === undefined) return usual;
  const value = Number(text);
  if (!Number.isFinite(value) || value < least || value > most) {
    throw new Error(`--${name} is a number from ${least} to ${most}, not “${text}”.`);
  }
  return value;
}
