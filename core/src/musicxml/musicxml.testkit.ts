import { nth } from '../bounds/index.ts';
import { bringIn, proposeBringIn } from '../notation/index.ts';
import { readRhythm } from '../text/index.ts';
import { readMusicXml } from './index.ts';

/** Two layers with nearly everything a score can hold. */
export const STEPS = readRhythm(
  `rhythm Lantern steps
cycle 3+3+2
tempo 72 to 104 per 3
tags street, lantern
layer Bell : hand bell
play X! . . / X . . / X .
layer Walker : congas
play 'O! _ (t) / <1> S . o- C! / O? ~M | D X X X X X / H T / B
hand R . L / R . L R / R L | R L R L R / R L / B
say dum . ka / tek . dun dun / tek ka`.replace('D X X X X X / H T / B', 'S O M O S / H T t / B _'),
  'lantern-steps',
).rhythm;

/** A score as text or bytes, read. */
export const read = (file: Uint8Array | string) => {
  const bytes = typeof file === 'string' ? new TextEncoder().encode(file) : file;
  return readMusicXml(bytes, 'a score');
};
/** What is read of it. @throws where it is refused */
export function notation(file: Uint8Array | string) {
  const result = read(file);
  if (!result.ok) throw new Error(result.message);
  return result.notation;
}
/** Why it is refused. */
export const messageOf = (file: Uint8Array | string) => {
  const result = read(file);
  return result.ok ? 'read' : result.message;
};
/** The rhythm it comes back as. */
export const back = (file: Uint8Array | string) => {
  const given = notation(file);
  return bringIn(given, { ...nth(proposeBringIn(given), 0), grid: 'exact' }, 'back');
};
