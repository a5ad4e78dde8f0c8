import { describe, expect, it } from 'vitest';
import { once } from './index.ts';

describe('what is worked out once', () => {
  it('is worked out when it is asked for, and is the same from then on, nothing too', () => {
    let worked = 0;
    const list = once(() => {
      worked += 1;
      return [worked];
    });
    expect(worked).toBe(0);
    expect(list()).toBe(list());
    const nothing = once(() => {
      worked += 1;
      return undefined;
    });
    expect([nothing(), nothing(), worked]).toEqual([undefined, undefined, 2]);
  });
});
