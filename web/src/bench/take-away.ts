import { writeJson } from '@stride/core/formats';
import type { Rhythm } from '@stride/core/rhythm';
import { writeRhythm } from '@stride/core/text';
import { fileName, saveFile } from '../ui/save-file.ts';

/** Gives the rhythm to the player as a file: the written form, or JSON with everything in it. */
export function takeAway(rhythm: Rhythm, format: 'stride' | 'json'): void {
  const name = `${fileName(rhythm.name)}.${format}`;
  if (format === 'stride') saveFile(writeRhythm(rhythm), name, 'text/plain;charset=utf-8');
  else saveFile(writeJson(rhythm), name, 'application/json');
}
