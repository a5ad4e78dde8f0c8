import { nearest } from '../bounds/index.ts';
import { CATALOGUE, entryNamed } from '../catalogue/index.ts';
import { INSTRUMENTS, type Instrument, instrumentNamed } from '../instrument/index.ts';
import { quote } from './problem.ts';

/** What was probably meant by a word that begins a row: the sentence to type it, or none. */
export function rowHint(key: string, keys: readonly string[]): string | undefined {
  const bare = key.replace(/:+$/, '').toLowerCase();
  if (keys.includes(bare)) {
    return key.endsWith(':')
      ? `The row begins with ${bare} alone, without a colon.`
      : `Rows begin in small letters: write ${bare}.`;
  }
  if (/^[.(~'<]|^[A-Za-z][A-Za-z0-9]?[!?^-]*$/.test(key)) {
    return 'Strokes stand after the word play: play D . t / T.';
  }
  const near = nearest(bare, keys);
  return near && `${quote(key)} is not a row. Did you mean ${near}?`;
}

/** What to write where no instrument is called as the text says. */
export function instrumentHint(name: string, wanted: string, own: readonly Instrument[]): string {
  const names = [...INSTRUMENTS, ...own].flatMap((known) => [known.name, ...(known.also ?? [])]);
  const near = nearest(wanted, names);
  if (near) return `No instrument is called ${quote(wanted)}. Did you mean ${near}?`;
  const examples = ['conga', 'darbuka', 'frame drum', 'hand bell'].filter((one) =>
    instrumentNamed(one),
  );
  return wanted === ''
    ? `Write the instrument after the name and a colon: layer ${name || 'Bell'} : hand bell.`
    : `No instrument is called ${quote(wanted)}. Write one the Guide lists, such as ${examples.join(', ')}.`;
}

/** `B - hand bell`, `B, hand bell` or `hand bell`: the same with the colon that is missing. */
export function missingColon(text: string, own: readonly Instrument[]): string | undefined {
  const parted = /^(\S.*?)\s*[-–—,=]\s*(\S.*)$/su.exec(text.slice(0, 300));
  const [, name = '', wanted = ''] = parted ?? [];
  if (parted && instrumentNamed(wanted, own)) {
    return `Write a colon before the instrument: layer ${name} : ${wanted}.`;
  }
  return instrumentNamed(text, own)
    ? `Write a name and a colon before the instrument: layer Bell : ${text.trim()}.`
    : undefined;
}

/** A cycle of the catalogue that is written nearly so. */
export function nearCycle(text: string): string | undefined {
  const [, name = '', speed = ''] = /^(.*?)(\s+\d)?$/su.exec(text.slice(0, 100).trim()) ?? [];
  const names = CATALOGUE.flatMap((entry) => [entry.name, ...entry.also]);
  const near = nearest(name, names);
  if (near === undefined) return undefined;
  return entryNamed(`${near}${speed}`) ? `${near}${speed}` : near;
}

/** What stands in the way of a tempo that is nearly right. */
export function tempoHint(text: string): string | undefined {
  const [now = '', ...others] = text.match(/\d+(?:\.\d+)?/g) ?? [];
  if (now === '' || text.length > 60) return undefined;
  const [to, per] = others;
  if (/bpm/i.test(text) && to === undefined) return `Write the number alone: tempo ${now}.`;
  if (/^[\d.]+\s*(?:-|–|—|→|->|\.\.|,|bis|a)\s*[\d.]+$/i.test(text.trim()) && to !== undefined) {
    return `Write “to” before the tempo to reach: tempo ${now} to ${to}.`;
  }
  return per === undefined ? undefined : `Write it as tempo ${now} to ${to} per ${per}.`;
}
