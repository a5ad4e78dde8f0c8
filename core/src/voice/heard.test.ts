import { describe, expect, it } from 'vitest';
import { INSTRUMENTS, TIMBRES } from '../instrument/index.ts';
import { drumsToTune, renderStroke, renderTimbre, spectrogram } from './index.ts';
import { voiceOfTimbre } from './kits/by-timbre.ts';
import { measure } from './measured.testkit.ts';

const RATE = 16_000;

/** The three leading digits of a number. */
const rough = (value: number) => Number(value.toPrecision(3));

function sayMeasured(samples: Float32Array): string {
  const { centroid, decay, peak } = measure(samples, RATE);
  return `${rough(centroid)} Hz, ${rough(decay * 1000)} ms, peak ${rough(peak)}`;
}

describe('every stroke', () => {
  it('is as bright, long and loud as it is written here, plain and soft, for whoever compares them by ear', async () => {
    const lines = INSTRUMENTS.flatMap((instrument) => [
      instrument.name,
      ...instrument.strokes.map(({ code, name }) => {
        const [plain, soft] = ([3, 1] as const).map((force) =>
          sayMeasured(renderStroke(instrument.id, code, { force, take: 0 }, RATE)),
        );
        return `  ${code}  ${name}: ${plain}; soft ${soft}`;
      }),
      ...drumsToTune(instrument).map(
        ({ drum, on, pitch, stroke, tonic }) =>
          `  drum ${drum} on ${on}: ${rough(pitch)} Hz by ${stroke.code}${tonic ? ', on the tonic' : ''}`,
      ),
    ]);
    await expect(`${lines.join('\n')}\n`).toMatchFileSnapshot('heard.txt');
  });

  it('of an instrument of one’s own is as its timbre is written here, low and high', async () => {
    const lines = TIMBRES.map((timbre) => {
      const [low, high] = [110, 440].map((pitch) =>
        sayMeasured(renderTimbre(timbre, pitch, { force: 3, take: 0 }, RATE)),
      );
      return `${timbre}: ${low}; high ${high}`;
    });
    await expect(`${lines.join('\n')}\n`).toMatchFileSnapshot('timbres.txt');
    expect(voiceOfTimbre('bell', 300)).toBe(voiceOfTimbre('bell', 300));
  });
});

describe('a sound as a picture', () => {
  const drawn = { columns: 10, rows: 24, lasts: 1, lowest: 100, highest: 6400 };
  /** A tone that begins and ends, in a rest. */
  const tone = (pitch: number, from: number, to: number) =>
    Float32Array.from({ length: RATE }, (_, i) =>
      i >= from * RATE && i < to * RATE ? Math.sin((2 * Math.PI * pitch * i) / RATE) : 0,
    );

  it('is darkest where the tone is: four rows an octave, a column a tenth of a second', () => {
    for (const [pitch, row] of [
      [850, 12],
      [1700, 16],
      [3400, 20],
    ] as const) {
      const levels = spectrogram(tone(pitch, 0.3, 0.7), RATE, drawn);
      const at = (column: number, one: number) => levels[column * drawn.rows + one] ?? Number.NaN;
      for (const column of [4, 5, 6]) {
        expect(at(column, row)).toBeGreaterThan(0.95);
        expect(at(column, row - 4)).toBeLessThan(0.4);
        expect(at(column, row + 3)).toBeLessThan(0.4);
      }
      for (const column of [0, 1, 8, 9]) expect(at(column, row)).toBe(0);
    }
  });

  it('is white where nothing is heard, and goes down by its decibels', () => {
    expect(spectrogram(new Float32Array(RATE), RATE, drawn).every((one) => one === 0)).toBe(true);
    const high = tone(3400, 0, 1);
    const both = tone(850, 0, 1).map((value, i) => value + 0.01 * (high[i] ?? 0));
    const levels = spectrogram(both, RATE, drawn);
    // Forty decibels of the sixty-six that are drawn.
    expect(levels[5 * drawn.rows + 20]).toBeCloseTo(1 - 40 / 66, 1);
    expect(levels[5 * drawn.rows + 12]).toBeCloseTo(1, 2);
  });
});
