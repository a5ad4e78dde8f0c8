/** MusicXML: rhythms as scores for unpitched percussion, and scores of other programs as notations. */
export { packXml } from './decode.ts';
export { readMusicXml } from './read.ts';
export { type WrittenXml, writeMusicXml } from './write.ts';
export { type Folded, foldTurns, writeFormXml, writtenTurns } from './write-form.ts';
