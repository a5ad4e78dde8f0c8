import { writeJson } from '@stride/core/formats';
import type { Rhythm } from '@stride/core/rhythm';
import { writeRhythm } from '@stride/core/text';

/** Gives the rhythm to the player as a file: the written form, or JSON with everything in it. */
export function takeAway(rhythm: Rhythm, format: 'stride' | 'json'): void {
  const [text, type] =
    format === 'stride'
      ? [writeRhythm(rhythm), 'text/plain;charset=utf-8']
      : [writeJson(rhythm), 'application/json'];
  const blob = new Blob([text], { type });
  const url = URL.createObjectURL(blob);
  const link = document.createElement('a');
  link.href = url;
  link.download = `${fileName(rhythm.name)}.${format}`;
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
