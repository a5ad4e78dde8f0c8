import { describe, expect, it } from 'vitest';
import { isSign } from './sign-input.ts';

describe('a sign by MIDI', () => {
  it('is a pad that is struck or a pedal that is pressed, and nothing that is let go', () => {
    const said = (...data: number[]) => isSign(new Uint8Array(data));
    expect([said(0x99, 38, 100), said(0x90, 60, 1), said(0x90, 60, 0), said(0x89, 38, 64)]).toEqual(
      [true, true, false, false],
    );
    expect([
      said(0xb0, 64, 127),
      said(0xb3, 67, 64),
      said(0xb0, 64, 63),
      said(0xb0, 7, 127),
    ]).toEqual([true, true, false, false]);
    expect([isSign(null), isSign(undefined), said(0xf8)]).toEqual([false, false, false]);
  });
});
