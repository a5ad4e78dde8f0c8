import type { Timbre } from '../../instrument/index.ts';
import type { Hertz } from '../../time/index.ts';
import type { Voice } from '../model.ts';
import { kitFrom } from './table.ts';

/** What each timbre of an instrument of one's own is made of and how it is struck, at a pitch. */
const ROWS: Readonly<Record<Timbre, (pitch: Hertz) => readonly [string, string]>> = {
  'skin-bass': (p) => [`membrane ${p * 2.3} ring 0.4 tight 0.05 air ${p} 0.4 1`, 'palm 0 leaves'],
  'skin-open': (p) => [`membrane ${p} ring 0.46 tight 0.03`, 'fingers 0.75 leaves'],
  'skin-slap': (p) => [`membrane ${p * 0.6} ring 0.4`, 'tips 0.85 stays'],
  'skin-crack': (p) => [`membrane ${p * 0.6} ring 0.4`, 'tips 0.94 leaves'],
  'skin-muffled': (p) => [`membrane ${p} ring 0.46`, 'fingers 0.75 stays'],
  'skin-touch': (p) => [`membrane ${p * 0.7} ring 0.4`, 'tip 0.8 rests'],
  'stick-open': (p) => [`membrane ${p} ring 0.42 tight 0.04`, 'stick 0.5 leaves'],
  'stick-muffled': (p) => [`membrane ${p} ring 0.42`, 'stick 0.45 presses'],
  rim: (p) => [`membrane ${p / 4.5} ring 0.3`, 'shaft 0.97 leaves'],
  shell: (p) => [`shell ${p} ring 0.14`, 'stick 0.3 leaves'],
  bell: (p) => [`bell ${p} ring 0.6`, 'shaft 0.1 leaves'],
  'bell-damped': (p) => [`bell ${p} ring 0.6`, 'shaft 0.1 stays'],
  wood: (p) => [`bar ${p} ring 0.07`, 'shaft 0.1 leaves'],
  scrape: (p) => [`ribs ${p} 64 0.28 0 1 1.7 2.6`, 'stick 0.5 leaves'],
  'scrape-short': (p) => [`ribs ${p} 22 0.09 0 1 1.8`, 'stick 0.5 leaves'],
  shake: (p) => [`grains ${p} 200 0.09 0.6 1 1.5`, 'palm 0.5 leaves'],
  'shake-accent': (p) => [`grains ${p} 240 0.12 0.9 1 1.5 2.1`, 'palm 0.5 leaves'],
  jingle: (p) => [`membrane 900 ring 0.03 jingles ${p} 1.2 0.34`, 'tip 0.95 leaves'],
  'jingle-short': (p) => [`membrane 420 ring 0.05 jingles ${p} 1 0.12`, 'tip 0.95 stays'],
  palm: (p) => [`palms ${p} 0.05`, 'palm 0 leaves'],
  stamp: (p) => [`plate ${p} ring 0.14`, 'heel 0.1 leaves'],
  'clay-bass': (p) => [`clay ${p * 2.2} ring 0.05 air ${p} 0.34 3`, 'palm 0 leaves'],
  'clay-ring': (p) => [`clay ${p} ring 0.3`, 'fingers 0.2 leaves'],
  'clay-touch': (p) => [`clay ${p} ring 0.3`, 'tip 0.3 rests'],
  wires: (p) => [`membrane 182 ring 0.2 back 1.81 wires ${p} 0.7 0.15`, 'stick 0.3 leaves'],
  cymbal: (p) => [`cymbal ${p} ring 1`, 'stick 0.6 leaves'],
  'cymbal-damped': (p) => [`cymbal ${p} ring 1`, 'stick 0.7 stays'],
};

const made = new Map<string, Voice>();
/** So many are kept at hand; a slider of pitch makes many. */
const KEPT = 400;

/** The voice of a timbre at a pitch, for an instrument of one's own. */
export function voiceOfTimbre(timbre: Timbre, pitch: Hertz): Voice {
  const name = `${timbre} ${pitch}`;
  const known = made.get(name);
  if (known) return known;
  const [body, strike] = ROWS[timbre](pitch);
  const voice = kitFrom(`body = ${body}\nX ${strike}`).get('X');
  if (!voice) throw new RangeError(`no voice for ${timbre}`);
  if (made.size >= KEPT) made.clear();
  made.set(name, voice);
  return voice;
}
