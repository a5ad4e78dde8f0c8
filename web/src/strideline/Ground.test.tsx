import { nth } from '@stride/core/bounds';
import { beatTicks, timeRhythm } from '@stride/core/rhythm';
import { readRhythm } from '@stride/core/text';
import { renderToStaticMarkup } from 'react-dom/server';
import { describe, expect, it } from 'vitest';
import { Ground } from './Ground.tsx';
import { layOut, xIn } from './geometry.ts';

/** The paths and letters on which a layer of a written rhythm stands, in its first row. */
function groundOf(lines: string, given: { sides?: boolean; below?: boolean } = {}) {
  const { rhythm, problems } = readRhythm(`rhythm A\ncycle 2+2\nlayer B : ${lines}`);
  expect(problems).toEqual([]);
  const timed = timeRhythm(rhythm);
  if (!timed.ok) throw new Error(timed.message);
  const geometry = layOut(rhythm, timed.timing, { width: 600, labels: 142 });
  const [system, band] = [nth(geometry.systems, 0), nth(geometry.bands, 0)];
  const drawn = renderToStaticMarkup(
    <svg role="presentation">
      <Ground
        grid={nth(timed.timing.layers, 0)}
        band={band}
        geometry={geometry}
        system={system}
        beats={beatTicks(rhythm.cycle, timed.timing)}
        rings={nth(rhythm.layers, 0).rings}
        sides={given.sides ?? false}
        below={given.below ?? false}
      />
    </svg>,
  );
  const all = (pattern: RegExp) => [...drawn.matchAll(pattern)].map(([, found = '']) => found);
  const x = (share: number) =>
    xIn(geometry, system, system.from + share * (system.to - system.from));
  return {
    band,
    x,
    letters: all(/>([A-Z])</g),
    paths: (colour: string) =>
      all(/<path ([^>]*)>/g)
        .filter((path) => path.includes(`var(--${colour})`))
        .map((path) => ({
          d: /d="([^"]*)"/.exec(path)?.[1] ?? '',
          opacity: Number(/stroke-opacity="([^"]*)"/.exec(path)?.[1]),
        })),
  };
}

/** The places along a path at which its parts begin. */
const begins = (d: string) => [...d.matchAll(/M([\d.]+)/g)].map(([, x]) => Number(x));

describe('the ground of a layer', () => {
  it('has a tick at each slot and a longer one at each beat', () => {
    const { paths, x } = groundOf('hand bell\nplay X . / X .');
    const [slots] = paths('faint');
    expect(begins(slots?.d ?? '')).toEqual([0, 0.25, 0.5, 0.75].map(x));
    expect(begins(paths('ink')[1]?.d ?? '')).toEqual([0, 0.5].map(x));
  });

  it('fades where a layer comes round again, and what rings on with it', () => {
    const { paths, x } = groundOf('hand bell\nplay X _\nloop own');
    expect(paths('faint').map(({ d, opacity }) => [begins(d), opacity])).toEqual([
      [[0, 0.25].map(x), 1],
      [[0.5, 0.75].map(x), 0.5],
    ]);
    const rings = paths('mark');
    expect(rings.map(({ opacity }) => opacity)).toEqual([0.55, 0.275]);
    expect(rings[0]?.d).toMatch(new RegExp(`^M${x(0.25)} .* H${x(0.5)}$`));
    expect(rings[1]?.d).toMatch(new RegExp(`^M${x(0.75)} .* H${x(1)}$`));
  });

  it('has R and L beside it where something hangs below, F where a foot plays, and none where they are not asked for', () => {
    const kit = 'drum kit\nplay B . / S .';
    expect(groundOf(kit, { sides: true, below: true }).letters).toEqual(['R', 'L', 'F']);
    expect(groundOf(kit, { sides: true }).letters).toEqual(['F']);
    expect(groundOf('hand bell\nplay X . / X .', { sides: true }).letters).toEqual([]);
    expect(groundOf(kit, { below: true }).letters).toEqual([]);
  });
});
