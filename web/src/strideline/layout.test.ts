import { beatTicks, type Rhythm, timeRhythm } from '@stride/core/rhythm';
import { readRhythm } from '@stride/core/text';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DEMO_RHYTHMS } from '../store/demo.ts';
import {
  drawnTurns,
  FOOT_LIFT,
  FORCE_HEIGHT,
  forceAt,
  layOut,
  pointAt,
  turnsIn,
  xIn,
} from './geometry.ts';

const options = fc.record({
  width: fc.integer({ min: 300, max: 1900 }),
  labels: fc.constantFrom(0, 142),
  scale: fc.constantFrom(1, 1.3, 1.4),
  turnNames: fc.boolean(),
});
const demo = fc.constantFrom(...DEMO_RHYTHMS);

function timingOf(rhythm: Rhythm) {
  const timed = timeRhythm(rhythm);
  if (!timed.ok) throw new Error(timed.message);
  return timed.timing;
}

describe('laying out the demo in any width', () => {
  it('shows every turn once, in order, within the width', () => {
    fc.assert(
      fc.property(demo, options, (rhythm, given) => {
        const timing = timingOf(rhythm);
        const geometry = layOut(rhythm, timing, given);
        let shown = 0;
        for (const { from, to } of geometry.systems) {
          expect(from).toBe(shown);
          shown = to;
        }
        expect(shown).toBe(drawnTurns(timing) * timing.turnTicks);
        for (const system of geometry.systems) {
          expect(xIn(geometry, system, system.to)).toBeLessThanOrEqual(Math.max(given.width, 200));
        }
        expect(geometry.height).toBe(geometry.systems.length * geometry.systemHeight);
      }),
    );
  });

  it('finds every tick where it is drawn, later ones further on', () => {
    fc.assert(
      fc.property(demo, options, (rhythm, given) => {
        const timing = timingOf(rhythm);
        const geometry = layOut(rhythm, timing, given);
        let before: { top: number; x: number } | undefined;
        for (let tick = 0; tick < drawnTurns(timing) * timing.turnTicks; tick += 1) {
          const point = pointAt(geometry, tick);
          if (!point) throw new Error(`tick ${tick} is nowhere`);
          const here = { top: point.system.top, x: point.x };
          if (before && before.top === here.top) expect(here.x).toBeGreaterThan(before.x);
          else if (before) expect(here.top).toBeGreaterThan(before.top);
          before = here;
        }
        expect(pointAt(geometry, -1)).toBeUndefined();
      }),
      { numRuns: 20 },
    );
  });

  it('keeps layers apart, each with its line between its top and its bottom', () => {
    fc.assert(
      fc.property(demo, options, (rhythm, given) => {
        const { bands, countHeight, systemHeight } = layOut(rhythm, timingOf(rhythm), given);
        expect(bands).toHaveLength(rhythm.layers.length);
        let end = countHeight;
        for (const band of bands) {
          expect(band.top).toBeGreaterThanOrEqual(end - 1e-9);
          expect(band.ground).toBeGreaterThan(band.strokesTop);
          expect(band.bottom).toBeGreaterThan(band.ground);
          if (band.say !== undefined) expect(band.say).toBeLessThan(band.bottom);
          end = band.bottom;
        }
        expect(systemHeight).toBeGreaterThan(end);
      }),
    );
  });

  it('leaves folded turns out, and room for what is said of turns', () => {
    const stairs = DEMO_RHYTHMS.find((rhythm) => rhythm.turns);
    if (!stairs) throw new Error('no named turns');
    const timing = timingOf(stairs);
    const plain = layOut(stairs, timing, { width: 900, labels: 0, turnNames: false });
    const named = layOut(stairs, timing, { width: 900, labels: 0 });
    expect(named.countHeight).toBeGreaterThan(plain.countHeight);
    const folded = layOut(stairs, timing, { width: 900, labels: 0, folded: new Set([0, 2]) });
    const turns = folded.systems.flatMap((system) => turnsIn(folded, system));
    expect(turns).not.toContain(0);
    expect(turns).not.toContain(2);
    expect(turns).toContain(1);
    expect(pointAt(folded, 0)).toBeUndefined();
  });
});

describe('beats and forces', () => {
  it('the beats of uneven cycles lie where they are', () => {
    const { rhythm } = readRhythm('rhythm A\ncycle 2+2+3\nlayer D : goblet drum\nplay D*4 / D / D');
    const timing = timingOf(rhythm);
    expect(timing.ticksPerPulse).toBe(2);
    expect(beatTicks(rhythm.cycle, timing)).toEqual([0, 4, 8]);
  });

  it('the force nearest to a distance is found, and never jumps back', () => {
    let before = 1;
    for (let distance = 0; distance < 90; distance += 1) {
      const force = forceAt(distance);
      expect(force).toBeGreaterThanOrEqual(before);
      before = force;
    }
    expect([forceAt(0), forceAt(25), forceAt(37), forceAt(80)]).toEqual([1, 2, 3, 4]);
  });
});

describe('the line of the feet', () => {
  const bandOf = (play: string) => {
    const { rhythm } = readRhythm(`rhythm A\ncycle 4x1\nlayer K : drum kit\nplay ${play}`);
    const [band] = layOut(rhythm, timingOf(rhythm), { width: 900, labels: 0 }).bands;
    if (!band) throw new Error('no layer');
    return band;
  };

  it('stands under the ground, clear of what hangs from it, only where a foot plays', () => {
    expect(bandOf('S / x / S / x').foot).toBeUndefined();
    const { ground, foot = 0, bottom } = bandOf('B / S! / B / S');
    expect(bottom).toBeGreaterThan(foot);
    // A left-hand accent hangs down and a foot's accent stands up: both have room.
    expect(foot - ground).toBeGreaterThan(FORCE_HEIGHT[4] + 10 + FORCE_HEIGHT[4] * FOOT_LIFT);
  });

  it('needs less room where nothing hangs from the ground', () => {
    const room = (play: string) => {
      const { ground, foot = 0 } = bandOf(play);
      return foot - ground;
    };
    expect(room('B / x / B / x')).toBeLessThan(room('B / S / B / S'));
  });
});
