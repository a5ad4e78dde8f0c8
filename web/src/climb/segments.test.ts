import type { ClimbState, Path } from '@stride/core/climb';
import type { Stone } from '@stride/core/passage';
import { timeRhythm } from '@stride/core/rhythm';
import { SPOKEN_LAYER } from '@stride/core/sound';
import { describe, expect, it } from 'vitest';
import { DEMO_RHYTHMS } from '../store/demo.ts';
import { type ClimbParts, segmentOf } from './segments.ts';

const rhythm = DEMO_RHYTHMS.find(({ id }) => id === 'lantern-steps');
const timed = rhythm && timeRhythm(rhythm);
if (!rhythm || !timed?.ok) throw new Error('no rhythm');
const { timing } = timed;

function partsOf(as: 'said' | undefined, speaker?: 'low'): ClimbParts {
  const passage = { from: { num: 0, den: 1 }, to: { num: 16, den: 1 }, times: 1 } as const;
  const stone: Stone = {
    name: 'all of it',
    pieces: [0],
    size: 'whole',
    passage: as ? { ...passage, as } : passage,
  };
  const path = { stones: [stone], rungs: [{ stone: 0, bpm: 72, passes: 1 }] } as unknown as Path;
  return {
    rhythm: rhythm as ClimbParts['rhythm'],
    timing,
    path,
    per: 3,
    click: { on: 'beats', level: 1 },
    company: {},
    speaker,
  };
}

const said = (parts: ClimbParts, status: 'counting-in' | 'playing') =>
  segmentOf(parts, { status, rung: 0, pass: 1 } as ClimbState)
    ?.score.events.filter(({ layer }) => layer === SPOKEN_LAYER)
    .map(({ sound }) => sound.kind)
    .join(' ');

describe('who speaks in a climb', () => {
  it('counts in, in the counting of the rhythm', () => {
    expect(said(partsOf(undefined, 'low'), 'counting-in')).toBe('1 & a 2 & a 3 &');
    expect(said(partsOf(undefined), 'counting-in')).toBe('');
  });

  it('says the syllables where they are said first, and nothing where they are played', () => {
    expect(said(partsOf('said', 'low'), 'playing')).toMatch(/^dum ka ta tek ta ka dun da dum/);
    expect(said(partsOf('said'), 'playing')).toBe('');
    expect(said(partsOf(undefined, 'low'), 'playing')).toBe('');
  });
});
