import type { Rhythm } from '@stride/core/rhythm';
import { writeRhythm } from '@stride/core/text';

/** Gives the rhythm to the player as a `.stride` file. */
export function takeAway(rhythm: Rhythm): void {
  const blob = new Blob([writeRhythm(rhythm)], { type: 'text/plain;charset=utf-8' });
  const url = URL.createObjectURL(blob);
  const link = document.createElement('a');
  link.href = url;
  link.download = `${fileName(rhythm.name)}.stride`;
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}

/** A name that every file system takes. `Lantern steps` gives `lantern-steps`. */
export function fileName(name: string): string {
  const safe = name
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-+|-+$/g, '');
  return safe.slice(0, 60) || 'rhythm';
}
