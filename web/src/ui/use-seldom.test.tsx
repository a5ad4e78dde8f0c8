// @vitest-environment happy-dom
import { act } from 'react';
import { createRoot } from 'react-dom/client';
import { describe, expect, it } from 'vitest';
import { useSeldom } from './use-seldom.ts';

interface FollowsProps {
  readonly onDrawn: (value: number, tell: (next: number) => void) => void;
}

const isSameWhole = (a: number, b: number) => Math.floor(a) === Math.floor(b);

function Follows({ onDrawn }: FollowsProps) {
  const [value, tell] = useSeldom<number>(0, isSameWhole);
  onDrawn(value, tell);
  return null;
}

describe('a state that is told with every frame', () => {
  it('is drawn anew only where it has changed', async () => {
    Object.assign(globalThis, { IS_REACT_ACT_ENVIRONMENT: true });
    const drawn: number[] = [];
    let tell: (next: number) => void = () => undefined;
    const onDrawn = (value: number, set: typeof tell) => {
      drawn.push(value);
      tell = set;
    };
    const root = createRoot(document.createElement('div'));
    await act(async () => root.render(<Follows onDrawn={onDrawn} />));
    await act(async () => {
      for (let frame = 0; frame < 1000; frame += 1) tell(0.5);
    });
    expect(drawn).toEqual([0]);
    await act(async () => {
      for (const at of [1, 1.2, 1.9, 2, 2.5]) tell(at);
    });
    expect(drawn.at(-1)).toBe(2);
    expect(drawn.length).toBeLessThan(4);
    await act(async () => root.unmount());
  });
});
