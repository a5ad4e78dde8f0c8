import { OWN_FORMAT, type RhythmFormat } from '@stride/core/formats';
import type { Rhythm } from '@stride/core/rhythm';
import { fileName, saveFile } from '../ui/save-file.ts';

/** Gives the rhythm to the player as a file, in the program's own form where no other is asked for. */
export function takeAway(rhythm: Rhythm, format: RhythmFormat = OWN_FORMAT): void {
  const { suffix, mediaType, write } = format;
  const { content } = write(rhythm);
  saveFile(new Blob([content], { type: mediaType }), `${fileName(rhythm.name)}.${suffix}`);
}
