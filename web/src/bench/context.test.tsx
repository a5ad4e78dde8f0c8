// @vitest-environment happy-dom
import { renameRhythm, setTempo } from '@stride/core/rhythm';
import { readRhythm } from '@stride/core/text';
import { act } from 'react';
import { createRoot } from 'react-dom/client';
import { describe, expect, it } from 'vitest';
import { StrideDatabase } from '../store/db.ts';
import { openDocument } from '../store/document.ts';
import { useBenchPart } from './context.ts';
import { type BenchState, type OpenBench, openBench } from './open-bench.ts';

const nameOf = ({ rhythm: { name, tags } }: BenchState) => ({ name, tags });

interface FollowsProps {
  readonly bench: OpenBench;
  readonly onDrawn: (name: string) => void;
}

function Follows({ bench, onDrawn }: FollowsProps) {
  onDrawn(useBenchPart(bench, nameOf).name);
  return null;
}

describe('a part of the open rhythm', () => {
  it('is drawn anew only where something in it has changed', async () => {
    Object.assign(globalThis, { IS_REACT_ACT_ENVIRONMENT: true });
    const { rhythm } = readRhythm(
      'rhythm A\ncycle 1x4\nlayer D : goblet drum\nplay D / T / D / T',
      'a',
    );
    const record = { id: 'a', rhythm, drafts: {}, revision: 1, updated: 0 };
    const bench = openBench(openDocument(new StrideDatabase('part'), record));
    const drawn: string[] = [];
    const onDrawn = (name: string) => drawn.push(name);
    const root = createRoot(document.createElement('div'));
    await act(async () => root.render(<Follows bench={bench} onDrawn={onDrawn} />));
    await act(async () => void bench.edit((before) => setTempo(before, 99)));
    await act(async () => bench.chooseLayer(0));
    expect(drawn).toEqual(['A']);
    await act(async () => void bench.edit((before) => renameRhythm(before, 'B')));
    expect(drawn).toEqual(['A', 'B']);
    await act(async () => bench.document.undo());
    expect(drawn).toEqual(['A', 'B', 'A']);
    await act(async () => root.unmount());
  });
});
