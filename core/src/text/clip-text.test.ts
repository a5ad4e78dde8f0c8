import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cycleFromSpans } from '../cycle/index.ts';
import { GOBLET_DRUM, HAND_BELL, instrumentOf } from '../instrument/index.ts';
import { arbitraryRhythm } from '../rhythm/arbitrary.testkit.ts';
import { copyRange, copyTurn, slotCount } from '../rhythm/index.ts';
import { readClips, readRhythm, writeClips } from './index.ts';

const cycle = cycleFromSpans('4+4');

describe('copied strokes as text', () => {
  it('any stretch of any layer is read as it was written', () => {
    fc.assert(
      fc.property(arbitraryRhythm, fc.nat(), fc.nat(), (rhythm, from, to) => {
        for (const layer of rhythm.layers) {
          const slots = slotCount(layer);
          const [a, b] = [from % slots, to % slots].sort((x, y) => x - y) as [number, number];
          const turn = copyTurn(rhythm, layer, a);
          for (const clip of [copyRange(layer, a, b), ...(turn ? [turn] : [])]) {
            const text = writeClips([{ clip, instrument: layer.instrument }], rhythm.cycle);
            const read = readClips(text, [instrumentOf(layer)], rhythm.cycle);
            expect(read).toEqual({ ok: true, clips: [clip] });
          }
        }
      }),
      { numRuns: 60 },
    );
  });

  it('keeps layers apart, and leaves out those that find no layer', () => {
    const { rhythm } = readRhythm(
      'rhythm A\ncycle 4+4\nlayer D : goblet drum\nplay D . t . / T . . .\nlayer B : hand bell\nplay X . . X / . . X .',
    );
    const clips = rhythm.layers.map((layer) => ({
      clip: copyRange(layer, 2, 5),
      instrument: layer.instrument,
    }));
    const text = writeClips(clips, cycle);
    expect(text).toBe('play  <1/2> t . / <1/2> T .\n\nplay  <1/2> . X / <1/2> . .');
    const both = readClips(text, [GOBLET_DRUM, HAND_BELL], cycle);
    expect(both).toEqual({ ok: true, clips: clips.map((one) => one.clip) });
    const one = readClips(text, [GOBLET_DRUM], cycle);
    expect(one.ok && one.clips).toHaveLength(1);
  });

  it('reads a line that someone typed, and knows a whole turn by its bar line', () => {
    const line = readClips('D . t . / T . . .', [GOBLET_DRUM], cycle);
    expect(line.ok && line.clips[0]?.strokes.map((stroke) => stroke.kind)).toEqual(['D', 't', 'T']);
    expect(line.ok && line.clips[0]?.turn).toBeUndefined();
    const turn = readClips('play D . t . / T . . . |', [GOBLET_DRUM], cycle);
    expect(turn.ok && turn.clips[0]?.turn).toBe(true);
    const half = readClips('play D . t . |', [GOBLET_DRUM], cycle);
    expect(half.ok && half.clips[0]?.turn).toBeUndefined();
  });

  it.each([
    ['Meet at eight by the ferry.', 'not a stroke'],
    ['', 'nothing in it'],
    ['play Q . .', 'not a stroke of the darbuka'],
  ])('says of “%s” that %s', (text, reason) => {
    const read = readClips(text, [GOBLET_DRUM], cycle);
    expect(read.ok ? '' : read.message).toMatch(
      new RegExp(reason === 'not a stroke' ? 'stroke' : reason),
    );
  });
});
