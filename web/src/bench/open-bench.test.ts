import { cycleFromSpans } from '@stride/core/cycle';
import { editLayer, recast, setTempo } from '@stride/core/rhythm';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { StrideDatabase } from '../store/db.ts';
import { openDocument, type RhythmDocument } from '../store/document.ts';
import { loadRhythm, seedOnce } from '../store/rhythms.ts';
import { type OpenBench, openBench } from './open-bench.ts';

let count = 0;
let document: RhythmDocument;
let bench: OpenBench;

beforeEach(async () => {
  count += 1;
  const db = new StrideDatabase(`bench-${count}`);
  await seedOnce(db);
  const result = await loadRhythm(db, 'wet-cobbles');
  if (result.status !== 'found') throw new Error(result.status);
  document = openDocument(db, result.record);
  bench = openBench(document);
});

describe('the open bench', () => {
  it('gives the same state until something in it changes', async () => {
    const before = bench.getState();
    expect(bench.getState()).toBe(before);
    bench.edit((rhythm) => setTempo(rhythm, 99));
    const after = bench.getState();
    expect(after).not.toBe(before);
    expect(after.rhythm.tempo.bpm).toBe(99);
    expect(after.canUndo).toBe(true);
    // Being kept is no change of what is seen.
    await document.settled();
    expect(bench.getState()).toBe(after);
  });

  it('keeps timing and silence while they stand on the same layers', () => {
    const before = bench.getState();
    bench.edit((rhythm) => setTempo(rhythm, 101));
    expect(bench.getState().timed).toBe(before.timed);
    expect(bench.getState().muted).toBe(before.muted);
    const [first] = before.rhythm.layers;
    bench.setMix({ muted: [first?.id ?? ''] });
    const silent = bench.getState().muted;
    expect([...silent]).toEqual([first?.id]);
    // A stroke changes the layer, and not whether it is heard.
    bench.edit((rhythm) =>
      editLayer(rhythm, first?.id ?? '', (layer) => ({ ...layer, strokes: [] })),
    );
    expect(bench.getState().rhythm.layers[0]?.strokes).toEqual([]);
    expect(bench.getState().muted).toBe(silent);
    bench.setMix({ muted: [] });
    expect(bench.getState().muted.size).toBe(0);
  });

  it('tells its listeners of the choice of a layer once, and keeps it in range', () => {
    const heard = vi.fn();
    const leave = bench.subscribe(heard);
    expect(bench.getState().layerIndex).toBe(2);
    bench.chooseLayer(0);
    bench.chooseLayer(0);
    expect(heard).toHaveBeenCalledTimes(1);
    expect(bench.getState().layerIndex).toBe(0);
    bench.chooseLayer(9);
    expect(bench.getState().layerIndex).toBe(2);
    leave();
    bench.chooseLayer(1);
    expect(heard).toHaveBeenCalledTimes(2);
  });

  it('writes typed text anew only for the layers that an edit changes', () => {
    const [first, second] = bench.getState().rhythm.layers.map((layer) => layer.id);
    if (!first || !second) throw new Error('no layers');
    document.type((draft) => ({ ...draft, drafts: { [first]: 'play Q', [second]: 'play W' } }));
    bench.edit((rhythm) => setTempo(rhythm, 88));
    expect(bench.getState().draft.drafts).toEqual({ [first]: 'play Q', [second]: 'play W' });
    bench.edit((rhythm) => editLayer(rhythm, first, (layer) => ({ ...layer, name: 'Other' })));
    expect(bench.getState().draft.drafts).toEqual({ [second]: 'play W' });
    bench.edit((rhythm) => recast(rhythm, cycleFromSpans('4x4')).rhythm);
    expect(bench.getState().draft.drafts).toEqual({});
  });

  it('mutes and unmutes without touching the rhythm', () => {
    const { rhythm } = bench.getState();
    const id = rhythm.layers[0]?.id ?? '';
    bench.setMix({ muted: [id] });
    expect(bench.getState().muted.has(id)).toBe(true);
    expect(bench.getState().rhythm).toBe(rhythm);
    expect(bench.getState().canUndo).toBe(false);
    bench.setMix({ muted: [] });
    expect(bench.getState().muted.size).toBe(0);
  });
});
