import { cycleFromSpans } from '@stride/core/cycle';
import { findInstrument } from '@stride/core/instrument';
import { cadenceAsLayer, sayUnits, USUAL_WORDS, usualTable } from '@stride/core/landing';
import { checkRhythm } from '@stride/core/rhythm';
import { describe, expect, it } from 'vitest';
import { cadenceRhythm, cadenceToClimb } from './cadence-rhythm.ts';

const cycle = cycleFromSpans('4c+4fx3, 4c+4w, 4s+4w');
const cadence = { sizes: [5, 5, 5], gaps: [1, 1], parts: 4, landing: 'on-last' as const };
const instrument = findInstrument('goblet-drum');
if (!instrument) throw new Error('no drum');
const said = sayUnits(cadence, USUAL_WORDS);
const syllables = said.flatMap((one) => (one.text === undefined ? [] : [one.text]));
const made = cadenceAsLayer({
  cycle,
  cadence,
  said,
  instrument,
  table: usualTable(syllables, instrument),
  name: 'Cadence',
  before: 2,
});
if (!made.ok) throw new Error(made.message);
const sent = { cycle, cadence, layer: made.layer, silentTurns: 2, tempo: { bpm: 90, per: 4 } };

describe('a cadence that is sent on', () => {
  it('to the Bench is a rhythm as it stands, at its tempo', () => {
    const rhythm = cadenceRhythm(sent, 'a');
    expect(checkRhythm(rhythm)).toMatchObject({ ok: true });
    expect(rhythm).toMatchObject({ tempo: { bpm: 90 }, target: 90, layers: [made.layer] });
    expect(rhythm.notes).toContain('Three times 5 = 15');
  });

  it('to Climb begins at half its tempo, over the claps, without the empty turns', () => {
    const rhythm = cadenceToClimb(sent, 'a');
    expect(checkRhythm(rhythm)).toMatchObject({ ok: true });
    expect(rhythm.tempo).toEqual({ bpm: 45, per: 4 });
    expect(rhythm.target).toBe(90);
    const [claps, line] = rhythm.layers;
    expect(claps?.strokes.map(({ slot, kind, force }) => [slot, kind, force])).toEqual([
      [0, 'X', 4],
      [1, 'x', 1],
      [2, 'x', 1],
      [3, 'x', 1],
      [4, 'X', 3],
      [5, 'x', 2],
      [7, 'x', 2],
    ]);
    expect(line?.cells).toHaveLength(made.layer.cells.length - 16);
    expect(line?.strokes).toHaveLength(made.layer.strokes.length);
    expect(line?.strokes[0]?.slot).toBe((made.layer.strokes[0]?.slot ?? 0) - 64);
  });
});
