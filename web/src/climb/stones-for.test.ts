import type { Stone } from '@stride/core/passage';
import { describe, expect, it } from 'vitest';
import { DEMO_RHYTHMS } from '../store/demo.ts';
import { stonesFor } from './use-practice.ts';

const [corner] = DEMO_RHYTHMS.find(({ id }) => id === 'wet-cobbles')?.variations ?? [];
if (!corner) throw new Error('no variation');
const whole: Stone = {
  name: 'all of it',
  pieces: [0],
  size: 'whole',
  passage: { from: { num: 0, den: 1 }, to: { num: 7, den: 1 }, times: 1 },
};

describe('the stones of a line', () => {
  it('are as they are where nothing else is set up', () => {
    expect(stonesFor([whole], undefined, undefined)).toEqual([whole]);
  });

  it('are a part, and named, beside a variation; a hand that rests stays out of it too', () => {
    const [beside] = stonesFor([whole], corner, undefined);
    expect(beside).toMatchObject({ name: 'all of it, home and Round the corner', size: 'part' });
    expect(beside?.passage.hands).toBeUndefined();
    const [alone] = stonesFor([whole], corner, 'L');
    expect(alone?.name).toContain('home and Round the corner, the left hand alone');
    expect(alone?.passage.hands).toEqual(['L']);
  });
});
