import type { RhythmFormat } from '@stride/core/formats';
import type { StrokeNotes } from '@stride/core/midi';
import type { Rhythm } from '@stride/core/rhythm';
import { writeRhythm } from '@stride/core/text';
import { fileName, saveFile } from '../ui/save-file.ts';

/**
 * Gives the rhythm to the player as a file, in the program's own form where no other is asked for.
 * @returns what of it is not in the file, in sentences
 */
export function takeAway(
  rhythm: Rhythm,
  format?: RhythmFormat,
  notes?: StrokeNotes,
): readonly string[] {
  const name = fileName(rhythm.name);
  if (!format) {
    saveFile(writeRhythm(rhythm), `${name}.stride`, 'text/plain;charset=utf-8');
    return [];
  }
  const { suffix, mediaType, write } = format;
  const { content, lost } = write(rhythm, notes);
  saveFile(new Blob([content], { type: mediaType }), `${name}.${suffix}`);
  return lost;
}
