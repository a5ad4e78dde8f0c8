import { describe, expect, it } from 'vitest';
import { crossing } from '../crossing/index.ts';
import { cycleFromSpans } from '../cycle/index.ts';
import { timeRhythm } from '../rhythm/index.ts';
import { readRhythm } from '../text/index.ts';
import {
  renderSound,
  SPOKEN_LAYER,
  scoreCountIn,
  scoreCrossing,
  scoreRhythm,
  spokenCount,
  spokenPhrase,
  spokenRhythm,
  withVoice,
} from './index.ts';

function voiced(text: string) {
  const { rhythm, problems } = readRhythm(text);
  expect(problems).toEqual([]);
  const timed = timeRhythm(rhythm);
  if (!timed.ok) throw new Error(timed.message);
  const { timing } = timed;
  const score = withVoice(scoreRhythm(rhythm, timing), spokenRhythm(rhythm, timing), 'low');
  const perPulse = score.ticksPerPulse;
  return score.events
    .filter(({ layer }) => layer === SPOKEN_LAYER)
    .map(({ ticks, sound, dampTicks = 0 }) => [ticks / perPulse, sound.kind, dampTicks / perPulse]);
}

describe('a voice', () => {
  it('says the syllables where they are played, each until the next', () => {
    const said = voiced(
      'rhythm A\ncycle 2+2\nlayer B : hand bell\nplay X . / X .\nlayer D : tabla\nplay G N / . k\nsay dha na / . ke\n',
    );
    expect(said).toEqual([
      [0, 'dha', 1],
      [1, 'na', 2],
      [3, 'ke', 1],
    ]);
  });

  it('counts where there are no syllables, and holds its breath where a word is held', () => {
    expect(voiced('rhythm A\ncycle 2+2\nlayer B : hand bell\nplay X . / X .\n')).toEqual([
      [0, '1', 1],
      [1, '&', 1],
      [2, '2', 1],
      [3, '&', 1],
    ]);
    const held = spokenCount(cycleFromSpans('3+2'), 'quick-slow', 1);
    const score = withVoice(scoreCountIn(cycleFromSpans('3+2')), held, 'high');
    const words = score.events.filter(({ layer }) => layer === SPOKEN_LAYER);
    expect(words.map(({ sound, dampTicks }) => `${sound.kind} ${dampTicks}`)).toEqual([
      'slow 3',
      'quick 2',
    ]);
  });

  it('counts turn after turn, on the pulses of each', () => {
    const words = spokenCount(cycleFromSpans('3+2'), 'plain', 4, 3);
    const ones = words.filter(({ word }) => word === '1');
    expect(ones.map(({ ticks, strong }) => [ticks, strong])).toEqual([
      [0, true],
      [20, true],
      [40, true],
    ]);
    expect(words.map(({ ticks }) => ticks)).toEqual(words.map((_, at) => at * 4));
    const two = voiced('rhythm A\ncycle 2\nlayer B : hand bell\nplay X . | . X\n');
    expect(two.map(([pulse, word]) => [pulse, word])).toEqual([
      [0, '1'],
      [1, '&'],
      [2, '1'],
      [3, '&'],
    ]);
  });

  it('says what is written under some strokes only, leant on where the first of those together is accented', () => {
    const some =
      'rhythm A\ncycle 4\nlayer B : hand bell\nplay X X X X\nlayer D : tabla\nplay G+N! k G! N\nsay dha . ta .\n';
    expect(voiced(some)).toEqual([
      [0, 'dha', 2],
      [2, 'ta', 2],
    ]);
    const { rhythm } = readRhythm(some);
    const timed = timeRhythm(rhythm);
    if (!timed.ok) throw new Error(timed.message);
    expect(spokenRhythm(rhythm, timed.timing).map(({ strong }) => strong)).toEqual([false, true]);
  });

  it('says a phrase to a crossing, leaning where it is stressed', () => {
    const crossed = crossing([3, 2]);
    const sound = { instrument: 'claves', kind: 'X', force: 3 } as const;
    const score = scoreCrossing(crossed, [sound, sound], 0);
    const words = spokenPhrase('NOT dif-fi-cult', crossed, score);
    expect(words.map(({ word, strong }) => [word, strong])).toEqual([
      ['NOT', true],
      ['dif', false],
      ['fi', false],
      ['cult', false],
    ]);
    expect(words.map(({ ticks }) => ticks / (score.lengthTicks / crossed.grid))).toEqual([
      0, 2, 3, 4,
    ]);
    for (const { sound: said } of withVoice(score, words, 'high').events)
      expect(renderSound(said, 8000).length).toBeGreaterThan(0);
  });
});
