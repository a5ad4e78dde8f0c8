import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createEar, EXAMPLES, type Features, renderStruck, type Struck } from '@stride/core/ear';
import { wavFile } from '@stride/core/sound';
import { FOR_TESTS } from './browser.mjs';

export const RATE = 48_000;
export const DRUM = 'goblet-drum';
const ROOM = { seed: 5, noiseBelow: 34, echo: 0.15 } as const;
/** How loud the drum is in the microphone. */
const LEVEL = 0.6;

/** A file that the browser takes for the microphone, round and round. */
function soundFile(strokes: readonly Struck[], seconds: number): string {
  const path = join(mkdtempSync(join(tmpdir(), 'microphone-')), 'strokes.wav');
  const sound = renderStruck(strokes, RATE, seconds, ROOM);
  writeFileSync(
    path,
    wavFile(
      sound.map((value) => value * LEVEL),
      RATE,
    ),
  );
  return path;
}

/** A browser that hears these strokes through its microphone, from when that is opened on. */
export function hearing(strokes: readonly Struck[], seconds: number) {
  return {
    executablePath: FOR_TESTS.executablePath,
    args: [
      ...FOR_TESTS.args,
      '--use-fake-ui-for-media-stream',
      '--use-fake-device-for-media-stream',
      `--use-file-for-fake-audio-capture=${soundFile(strokes, seconds)}`,
    ],
  };
}

/** Three examples of each kind, as the program would have learnt them from the same drum in the same room. */
export function examplesOf(kinds: readonly string[]): Record<string, Features[]> {
  const strokes = kinds.flatMap((kind, at) =>
    Array.from(
      { length: EXAMPLES },
      (_, example): Struck => ({
        instrument: DRUM,
        kind,
        force: 3,
        time: 0.4 + (at * EXAMPLES + example) * 0.5,
      }),
    ),
  );
  const sound = renderStruck(strokes, RATE, 1 + strokes.length * 0.5, { ...ROOM, seed: 8 });
  const ear = createEar(RATE, { threshold: 0.01 });
  const heard = [...ear.push(sound.map((value) => value * LEVEL)), ...ear.end()];
  const learnt: Record<string, Features[]> = {};
  heard.forEach(({ features }, at) => {
    const kind = strokes[at]?.kind;
    if (kind) learnt[kind] = [...(learnt[kind] ?? []), features];
  });
  return learnt;
}
