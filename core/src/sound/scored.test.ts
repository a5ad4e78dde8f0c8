import { describe, expect, it } from 'vitest';
import { CATALOGUE } from '../catalogue/index.ts';
import { timeRhythm } from '../rhythm/index.ts';
import { readRhythm } from '../text/index.ts';
import {
  createTakes,
  renderScore,
  renderSound,
  type Score,
  scoreEntry,
  scoreRhythm,
  spokenRhythm,
  withVoice,
} from './index.ts';

/** A score as it is read: each event at its pulse, with what sounds, how loud, and until when. */
function sayScore({ events, ticksPerPulse, lengthTicks, turnTicks }: Score): readonly string[] {
  const pulses = (ticks: number) => `${Math.round((ticks / ticksPerPulse) * 1000) / 1000}`;
  return [
    `  ${pulses(lengthTicks)} pulses, turns of ${pulses(turnTicks)}, ${ticksPerPulse} ticks a pulse`,
    ...events.map(({ ticks, offset, layer, sound, gain, dampTicks }) =>
      [
        `  ${pulses(ticks)}${offset === 0 ? '' : ` ${Math.round(offset * 1000)} ms`}`,
        layer,
        `${sound.instrument}/${sound.kind} ${sound.force}${sound.weak ? ' weak' : ''}`,
        gain === undefined ? '' : `at ${gain}`,
        dampTicks === undefined ? '' : `for ${pulses(dampTicks)}`,
      ]
        .filter(Boolean)
        .join(' · '),
    ),
  ];
}

function scored(text: string) {
  const { rhythm, problems } = readRhythm(text);
  expect(problems).toEqual([]);
  const timed = timeRhythm(rhythm);
  if (!timed.ok) throw new Error(timed.message);
  return { rhythm, timing: timed.timing, score: scoreRhythm(rhythm, timed.timing, rhythm) };
}

const RHYTHMS = {
  'loud and soft strokes, graces, a choke, two players': `rhythm A
cycle 3+2
tempo 90 per 3

layer Bell : hand bell
play X! . (C) / X^ .

layer Drum : congas
play B . (O) / S! .
hand R . L / R .
say dum . ka / tek .
`,
  'turns that are louder and softer, and a second counting': `rhythm B
cycle 2+2
also in 4
tempo 90 per 2
turn 1 at 60 % plain Out
turn 2 answer Back

layer Bell : hand bell
play X . / X . | X X / X X
`,
};

describe('scores', () => {
  it('are as they are written here, for whoever reads them', async () => {
    const told: string[] = [];
    for (const [name, text] of Object.entries(RHYTHMS)) {
      const { problems } = readRhythm(text);
      expect([name, problems]).toEqual([name, []]);
      const { rhythm, timing, score } = scored(text);
      told.push(name, ...sayScore(score));
      const voiced = withVoice(score, spokenRhythm(rhythm, timing), 'low');
      told.push(`${name}, with a voice`, ...sayScore(voiced));
    }
    for (const entry of CATALOGUE.filter(({ skeleton }) => skeleton).slice(0, 3)) {
      told.push(entry.name, ...sayScore(scoreEntry(entry.cycle, entry)));
    }
    await expect(`${told.join('\n')}\n`).toMatchFileSnapshot('scored.txt');
  });

  it('entries of the catalogue are in order of time, gestures and strokes together', () => {
    for (const entry of CATALOGUE) {
      const ticks = scoreEntry(entry.cycle, entry).events.map((event) => event.ticks);
      expect(ticks).toEqual([...ticks].sort((a, b) => a - b));
    }
  });

  it('are heard the way up they are computed', () => {
    const { score } = scored(RHYTHMS['turns that are louder and softer, and a second counting']);
    const [first] = score.events;
    if (!first) throw new Error('nothing sounds');
    const one = { ...score, events: [first] };
    const rendered = renderScore(one, {
      tempo: { bpm: 60, per: 1 },
      turns: 1,
      sampleRate: 16_000,
    });
    const alone = renderSound(first.sound, 16_000);
    const along = alone
      .subarray(0, 400)
      .reduce((sum, value, at) => sum + value * (rendered[at] ?? 0), 0);
    expect(along).toBeGreaterThan(0);
  });
});

describe('takes', () => {
  it('are drawn as they are written here, so that a recording is the same again', () => {
    const takeOf = createTakes();
    const drawn = (name: string) => Array.from({ length: 12 }, () => takeOf(name)).join(' ');
    expect([drawn('claves/X/3'), drawn('congas/O/2')]).toMatchInlineSnapshot(`
      [
        "2 1 0 4 5 4 2 1 5 3 1 2",
        "4 3 1 2 1 2 3 4 5 3 5 0",
      ]
    `);
  });
});
