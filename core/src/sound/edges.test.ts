import { describe, expect, it } from 'vitest';
import { timed } from '../text/timed.testkit.ts';
import {
  CLICK_LAYER,
  change,
  collect,
  endWithTurn,
  renderSound,
  type Score,
  scoreRhythm,
  soundsOf,
  spokenRhythm,
  startTransport,
  timeOf,
  withClick,
  wordsOf,
} from './index.ts';

const sound = { instrument: 'hand-bell', kind: 'X', force: 3 } as const;
const score: Score = {
  ticksPerPulse: 2,
  lengthTicks: 8,
  turnTicks: 4,
  events: [0, 2, 4, 6].map((ticks) => ({ ticks, offset: 0, layer: 'a', sound })),
};
const segment = { score, tempo: { bpm: 120, per: 1 }, startTicks: 0, tag: 'first' };

describe('a stretch that is to end with its turn', () => {
  const begun = startTransport({ ...segment, startTime: 0, endTicks: 40 });

  it('ends at the first end of a turn that has not been handed out', () => {
    // Two pulses a second: a turn lasts a second.
    const { transport } = collect(begun, 1.3, () => undefined);
    const ended = endWithTurn(transport);
    expect(ended.segments.map(({ endTicks }) => endTicks)).toEqual([8]);
    expect(endWithTurn(transport, 2).segments[0]?.endTicks).toBe(8);
    expect(endWithTurn(transport, 2.01).segments[0]?.endTicks).toBe(12);
    // What ends before that anyway stays as it is.
    const short = startTransport({ ...segment, startTime: 0, endTicks: 4 });
    expect(endWithTurn(short, 0.5)).toBe(short);
    expect(endWithTurn(short, 3)).toBe(short);
  });

  it('leaves what was before it, and hands out what comes after it there', () => {
    const { transport } = collect(begun, 0.5, () => undefined);
    const { transport: changed } = change(transport, { tempo: { bpm: 60, per: 1 } }, 0.5);
    const ended = endWithTurn(changed);
    expect(ended.segments).toHaveLength(changed.segments.length);
    expect(ended.segments[0]).toBe(changed.segments[0]);
    const next = { ...segment, endTicks: 4, tag: 'next' };
    const { due } = collect(ended, 9, ({ tag }) => (tag === 'first' ? next : undefined));
    // Half of the turn at 120, half of it at 60: the next one begins after a second and a half.
    expect(due.map(({ time }) => Number(time.toFixed(6)))).toEqual([0.5, 1.5, 2]);
  });
});

describe('a change while it plays', () => {
  it('takes a finer score on at the same place, up to the same end', () => {
    const begun = startTransport({ ...segment, startTime: 0, endTicks: 16 });
    const { transport } = collect(begun, 1, () => undefined);
    const finer: Score = {
      ticksPerPulse: 6,
      lengthTicks: 24,
      turnTicks: 12,
      events: [0, 6, 12, 18].map((ticks) => ({ ticks, offset: 0, layer: 'a', sound })),
    };
    const { transport: changed, from } = change(transport, { score: finer }, 1);
    const last = changed.segments.at(-1);
    expect(from).toBe(1);
    expect(last).toMatchObject({ startTicks: 12, endTicks: 48 });
    expect(last && timeOf(last, last.endTicks)).toBeCloseTo(4, 9);
    expect(last && timeOf(last, 24)).toBeCloseTo(2, 9);
  });
});

describe('a sound', () => {
  it('is another one of the weaker hand, and at another tuning', () => {
    const drum = { instrument: 'tall-hand-drum', kind: 'O', force: 3 } as const;
    const plain = renderSound(drum, 24_000);
    expect(renderSound(drum, 24_000)).toEqual(plain);
    expect(renderSound({ ...drum, weak: true }, 24_000)).not.toEqual(plain);
    expect(renderSound({ ...drum, tuned: 1 }, 24_000)).toEqual(plain);
    expect(renderSound({ ...drum, tuned: 1.2 }, 24_000)).not.toEqual(plain);
    expect(renderSound(drum, 24_000, 1)).not.toEqual(plain);
  });

  it('says of itself only what is otherwise than usual', () => {
    const { rhythm, timing } = timed(
      'rhythm A\ncycle 4\nlayer D : congas\nplay O! O . .\nhand R L . .',
    );
    const all = soundsOf(scoreRhythm(rhythm, timing)).filter(({ kind }) => kind === 'O');
    expect(all.map((one) => Object.keys(one).sort())).toEqual([
      ['force', 'instrument', 'kind'],
      ['force', 'instrument', 'kind', 'weak'],
    ]);
    const clicked = withClick(scoreRhythm(rhythm, timing), rhythm.cycle, { on: 'off', level: 1 });
    const clicks = clicked.events.filter(({ layer }) => layer === CLICK_LAYER);
    expect(clicks.every((one) => !('gain' in one))).toBe(true);
    // Between the beats there is neither the one nor a beat.
    expect(clicks.map((one) => one.sound.kind)).toEqual(['second']);
  });

  it('of a roll is struck by hands in turn', () => {
    const { rhythm, timing } = timed(
      'rhythm A\ncycle 4\nlayer D : goblet drum\nplay ~D . . .\nhand R . . .',
    );
    const roll = scoreRhythm(rhythm, timing).events.filter(({ layer }) => layer === 'layer-1');
    expect(roll.length).toBeGreaterThan(3);
    expect(roll.map((one) => one.sound.weak === true)).toEqual(roll.map((_, at) => at % 2 === 1));
  });
});

describe('words that are said with strokes', () => {
  const { rhythm, timing } = timed(
    'rhythm A\ncycle 2\nlayer D : goblet drum\nplay D T | D T\nsay dum tek | dum ka\nlayer B : goblet drum\nplay D T\nsay ta ki\nlayer C : claves\nplay X X',
  );

  it('come in every round of their layer until all comes round', () => {
    const words = wordsOf(rhythm, timing);
    const of = (layer: string) =>
      words.filter((one) => one.layer === layer).map(({ ticks, text }) => `${ticks} ${text}`);
    expect(of('layer-1')).toEqual(['0 dum', '1 tek', '2 dum', '3 ka']);
    expect(of('layer-2')).toEqual(['0 ta', '1 ki', '2 ta', '3 ki']);
    expect(of('layer-3')).toEqual([]);
  });

  it('are those of the first line that has some', () => {
    expect(spokenRhythm(rhythm, timing).map(({ word }) => word)).toEqual([
      'dum',
      'tek',
      'dum',
      'ka',
    ]);
  });
});
