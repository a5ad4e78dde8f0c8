import type { Rhythm } from '@stride/core/rhythm';
import { writeRhythm } from '@stride/core/text';
import { fileName } from '../ui/save-file.ts';
import { toast } from '../ui/toasts.ts';

/** A rhythm as a file that other programs of the device take: as text, since few know .stride. */
function fileOf(rhythm: Rhythm): File {
  return new File([writeRhythm(rhythm)], `${fileName(rhythm.name)}.txt`, { type: 'text/plain' });
}

/** Whether the device hands files from one program to another. */
export function canShare(rhythm: Rhythm): boolean {
  return navigator.canShare?.({ files: [fileOf(rhythm)] }) === true;
}

/** Hands the rhythm to another program of the device, which the player chooses. */
export function shareRhythm(rhythm: Rhythm): void {
  navigator.share({ files: [fileOf(rhythm)], title: rhythm.name }).catch((error: unknown) => {
    // Who changes their mind is told nothing.
    if (error instanceof DOMException && error.name === 'AbortError') return;
    toast('The device did not take it. Take it away as a file instead.');
  });
}
