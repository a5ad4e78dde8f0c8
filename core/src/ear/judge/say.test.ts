import { describe, expect, it } from 'vitest';
import {
  comingsOut,
  type Habits,
  type Hit,
  judge,
  type KeptRun,
  keepRun,
  STRICTNESS,
  sayChange,
  sayComingOut,
  sayRun,
  sayTrouble,
  type Trouble,
  troubleOf,
} from './../index.ts';
import { asking, FOURS } from '../run.testkit.ts';

const fours = asking(FOURS, 6);

function said(habits: Partial<Habits>, of = fours, calibrated?: number): readonly string[] {
  const hits = of.play({ seed: 4, ...habits });
  return sayRun(judge(of.run(hits, calibrated)), STRICTNESS.usual, of.named).map(
    ({ text }) => text,
  );
}

describe('what is said of a run', () => {
  it('is that it was clean, with its figures', () => {
    expect(said({ spread: 0.009 })).toEqual(['Clean: spread 10 ms, nothing missed.']);
  });

  it('is that nothing was heard, and nothing else, where no stroke was', () => {
    const silent = sayRun(judge(fours.run([])), STRICTNESS.usual, fours.named);
    expect(silent.map(({ text }) => text)).toEqual(['Nothing was heard of this line.']);
  });

  it('says nothing of how hard it was struck where the input does not tell', () => {
    const hits = fours.play({ seed: 4, spread: 0.009, leftWeaker: 6 });
    const deaf = hits.map(({ loud: _loud, ...hit }) => hit);
    const judged = judge(fours.run(deaf));
    expect(judged.loudness).toBeUndefined();
    expect(sayRun(judged, STRICTNESS.usual, fours.named).map(({ text }) => text)).toEqual([
      'Clean: spread 10 ms, nothing missed.',
    ]);
  });

  it('says of one pass what is off, and not how often', () => {
    const once = asking(FOURS, 1);
    const [first] = said({ spread: 0.001, off: [{ slot: 4, by: -0.03 }] }, once);
    expect(first).toMatch(/^The tek on 2 comes \d\d ms early\.$/);
  });

  it('names the stroke that is off, how far and how often, and that all else is clean', () => {
    const [first, second, ...more] = said({ spread: 0.004, off: [{ slot: 4, by: -0.024 }] });
    expect(first).toMatch(/^The tek on 2 comes 2\d ms early, six times out of six\.$/);
    expect(more).toEqual([]);
    expect(second).toBe('All else is clean: spread 4 ms, nothing missed.');
    const loose = said({ spread: 0.011, off: [{ slot: 4, by: 0.045 }] });
    expect(loose[0]).toMatch(/^The tek on 2 comes 4\d ms late/);
    expect(loose[1]).toMatch(/^All else is clean: spread 1\d ms, nothing missed\.$/);
  });

  it('puts what was missed first, then what is too many and what was another stroke', () => {
    const hits = fours
      .play({ seed: 1, wrong: [{ slot: 8, kind: 'T' }] })
      .filter((_, index) => index % 16 !== 10 || index > 60);
    const all = sayRun(
      judge(fours.run([...hits, { time: 3.1 }])),
      STRICTNESS.usual,
      fours.named,
    ).map(({ text, slots }) => [text, slots]);
    expect(all).toEqual([
      ['The open tone on & of 3 is missing, four times out of six.', [10]],
      ['1 stroke more than is written.', []],
      ['The open tone on 3 comes out as a tek, six times out of six.', [8]],
    ]);
  });

  it('names the strokes that came as others by how often they did, the most often first', () => {
    const wrong = [
      { slot: 4, kind: 'O' },
      { slot: 8, kind: 'T' },
    ];
    const half = (slot: number) => {
      let count = 0;
      return fours.play({ seed: 1, spread: 0.002, wrong }).map((hit, at) => {
        if (at % 16 !== slot) return hit;
        count += 1;
        return count > 3 ? hit : { ...hit, kind: slot === 4 ? 'T' : 'O' };
      });
    };
    const kindsSaid = (slot: number) =>
      sayRun(judge(fours.run(half(slot))), STRICTNESS.usual, fours.named)
        .map(({ text }) => text)
        .filter((text) => text.includes('comes out as'));
    const [tek, open] = [
      'The tek on 2 comes out as an open tone',
      'The open tone on 3 comes out as a tek',
    ];
    expect(kindsSaid(4)).toEqual([
      `${open}, six times out of six.`,
      `${tek}, three times out of six.`,
    ]);
    expect(kindsSaid(8)).toEqual([
      `${tek}, six times out of six.`,
      `${open}, three times out of six.`,
    ]);
  });

  it('names the stroke that was missed most, and how many others beside it', () => {
    const hits = fours
      .play({ seed: 1 })
      .filter((_, at) => !(at % 16 === 10 && at < 60) && at % 16 !== 3 + (at < 20 ? 0 : 99));
    const [first] = sayRun(judge(fours.run(hits, 0)), STRICTNESS.usual, fours.named);
    expect(first?.text).toMatch(
      /^The open tone on & of 3 is missing, four times out of six, and (one|two|1|2) others? beside it\.$/,
    );
    expect(first?.slots).toEqual([10, 3]);
  });

  it('says that the whole hurries or drags, by how much', () => {
    const once = asking(FOURS, 1);
    expect(said({ drift: 3 }, once)[0]).toMatch(
      /^The whole hurries: 3\.\d % quicker than the click\.$/,
    );
    expect(said({ drift: -3 }, once)[0]).toMatch(
      /^The whole drags: (2\.9|3\.\d) % slower than the click\.$/,
    );
  });

  it('says how many strokes came with the other hand, and where', () => {
    const hits = fours
      .play({ seed: 1 })
      .map((hit, at): Hit => (at % 16 === 1 ? { ...hit, hand: 'R' } : hit));
    const found = sayRun(judge(fours.run(hits)), STRICTNESS.usual, fours.named);
    const other = found.find(({ text }) => text.includes('other hand'));
    expect(other?.text).toBe(
      '6 strokes of 96 came with the other hand; the light ka on e of 1 is written left.',
    );
    expect(other?.slots).toEqual([1]);
    expect(said({}).join(' ')).not.toContain('other hand');
  });

  it('says that a six swings, with the ratio, and not that each of its strokes is late', () => {
    const sixes = asking(
      'rhythm A\ncycle 1x2\ntempo 60 per 1\nlayer D : goblet drum\nplay D k t k t k / D k t k t k',
      5,
    );
    expect(said({ spread: 0.004, swing: { parts: 6, ratio: 1.4 } }, sixes)[0]).toBe(
      'The sixes swing: long short, 1.4 to 1. Written they are even.',
    );
    expect(said({ spread: 0.004, swing: { parts: 6, ratio: 0.7 } }, sixes)[0]).toBe(
      'The sixes swing: short long, 1 to 1.4. Written they are even.',
    );
  });

  it('does not take one stroke that is off for a swing', () => {
    const twos = asking(
      'rhythm A\ncycle 1x4\ntempo 60 per 1\nlayer D : goblet drum\nplay D k / T k / O k / T k',
      4,
    );
    expect(said({ off: [{ slot: 4, by: -0.09 }] }, twos)[0]).toBe(
      'The open tone on 3 comes 90 ms early, four times out of four.',
    );
    expect(said({ swing: { parts: 2, ratio: 1.6 } }, twos)[0]).toMatch(
      /^The twos swing: long short, 1\.6/,
    );
  });

  it('is no swing where one cell stays even, nor where there are fewer than six strokes of it', () => {
    const played = (beats: number, late: readonly number[]) => {
      const twos = asking(
        `rhythm A\ncycle 1x${beats}\ntempo 60 per 1\nlayer D : goblet drum\nplay ${Array(beats).fill('D k').join(' / ')}`,
        4,
      );
      return said({ off: late.map((slot) => ({ slot, by: 0.1 })) }, twos).join(' ');
    };
    const swings = 'The twos swing: long short';
    expect(played(4, [1, 3, 5, 7])).toContain(swings);
    expect(played(4, [1, 3, 5])).not.toContain('swing');
    expect(played(3, [1, 3, 5])).toContain(swings);
    expect(played(2, [1, 3])).not.toContain('swing');
  });

  it('names a stroke that is off by three quarters of what is clean, and none that is nearer', () => {
    const off = (by: number) => said({ off: [{ slot: 4, by }] }, fours).join(' ');
    // Fifteen milliseconds are clean; 11.25 of them are off.
    expect(off(0.016)).toContain('The tek on 2 comes');
    expect(off(0.008)).not.toContain('comes');
    // Where less is clean, nine are: nobody hears how much less it is.
    const strict = (by: number) =>
      sayRun(
        judge(fours.run(fours.play({ seed: 4, off: [{ slot: 4, by }] }))),
        { ...STRICTNESS.usual, spread: 1, share: 0 },
        fours.named,
      )
        .map(({ text }) => text)
        .join(' ');
    expect(strict(0.0075)).not.toContain('The tek on 2');
    expect(strict(0.012)).toContain('The tek on 2 comes');
  });

  it('says a hurry, a drag, a wide spread, a weak hand, and where one lies', () => {
    const long = asking(FOURS, 3);
    expect(said({ drift: 3 }, asking(FOURS, 1))[0]).toMatch(/^The whole hurries: 3\.0 % quicker/);
    expect(said({ drift: -3 }, asking(FOURS, 1))[0]).toMatch(/^The whole drags: 3\.0 % slower/);
    expect(said({ spread: 0.022 })[0]).toMatch(
      /^The strokes spread by 2\d ms; 15 ms would be clean\.$/,
    );
    expect(said({ leftWeaker: 6 }, long)).toContain('The left hand is the weaker by 6 dB.');
    expect(said({ bias: 0.02 }, fours, 0)).toContain('As a whole you lie 20 ms behind the click.');
    expect(said({ bias: 0.02 }, fours, 0.04)).toContain(
      'As a whole you lie 20 ms before the click.',
    );
    expect(said({ bias: 0.02 }).join()).not.toContain('As a whole');
  });

  it('names the turn where there are several', () => {
    const turns = asking(
      'rhythm A\ncycle 2x2\ntempo 60 per 2\nlayer D : goblet drum\nplay D k / T k | D k / T k',
      2,
    );
    expect(said({ off: [{ slot: 6, by: -0.05 }] }, turns)[0]).toBe(
      'The tek on 2 in turn 2 comes 50 ms early, both times.',
    );
  });
});

describe('what is wrong with a run as a whole', () => {
  const trouble = (
    hits: readonly Hit[],
    others?: Parameters<typeof troubleOf>[3],
  ): Trouble | undefined => troubleOf(judge(fours.run(hits)), fours.asked, hits, others);

  it('is told where there is something', () => {
    const good = fours.play({ seed: 2, spread: 0.01 });
    expect(trouble(good)).toBeUndefined();
    expect(trouble([])).toEqual({ kind: 'silent' });
    expect(trouble([...good, ...good.map((one) => ({ ...one, time: one.time + 0.05 }))])).toEqual({
      kind: 'twice',
    });
    // In six of ten that is most of them; a second sound that comes later is a stroke too many, and nothing else.
    const exact = fours.play({ seed: 2 });
    const twice = (after: number, share: number) => {
      const again = exact.slice(0, Math.ceil(exact.length * share));
      return trouble([...exact, ...again.map((one) => ({ ...one, time: one.time + after }))]);
    };
    expect([twice(0.05, 0.61), twice(0.05, 0.55)]).toEqual([{ kind: 'twice' }, undefined]);
    expect(twice(0.0936, 1)).toBeUndefined();
    expect(trouble(good.slice(0, 50))).toMatchObject({
      kind: 'hands off',
      after: { slot: 1, pass: 3 },
    });
    expect(trouble(good.slice(0, 94))).toBeUndefined();
    const say = (of: Trouble) => sayTrouble(of, fours.named, () => 'Bell');
    const off = trouble(good.slice(0, 50));
    expect(off && say(off)).toBe(
      'The hands came off after the light ka on e of 1, pass 4. What came before it is judged.',
    );
    expect(say({ kind: 'silent' })).toMatch(/^Nothing was heard\./);
    expect(say({ kind: 'twice' })).toMatch(/heard twice/);
    expect(say({ kind: 'other line', layer: 1 })).toMatch(/^That fits Bell better than D\./);
  });

  it('is that another line was played', () => {
    const bell = asking(
      `${FOURS}\nlayer B : claves\nplay X . . X / . . X . / . . X . / X . . .`,
      6,
      1,
    );
    const hits = bell.play({ seed: 2, spread: 0.01 });
    const others = [{ layer: 1, asked: bell.asked }];
    expect(trouble(hits, others)).toEqual({ kind: 'other line', layer: 1 });
    expect(trouble(fours.play({ seed: 2 }), others)).toBeUndefined();
  });
});

describe('coming out of silent turns', () => {
  const turn = 12 / 4;
  const silences = [1, 3].map((at) => ({ from: 1 + at * turn, to: 1 + (at + 1) * turn }));
  const out = (drift: number) => {
    const { met } = judge(fours.run(fours.play({ seed: 2, drift }))).match;
    return comingsOut(met, silences);
  };

  it('is told by the strokes on either side', () => {
    const [first, second] = out(1);
    // A hundredth of the turn and of the strokes from which it is told.
    expect(first?.error).toBeLessThan(-0.03);
    expect(first?.error).toBeGreaterThan(-0.045);
    expect(second?.time).toBeCloseTo(1 + 4 * turn, 9);
    expect(sayComingOut(out(1), 0.02)).toMatch(
      /^You come out of the silence 3\d ms early; 0 of 2 times with the click\.$/,
    );
    expect(sayComingOut(out(-1).slice(0, 1), 0.02)).toMatch(/silence 3\d ms late\.$/);
    expect(sayComingOut(out(0), 0.02)).toBe(
      'You come out of the silence where the click does, within 0 ms.',
    );
    // The farthest of several, wherever it comes.
    const far = [0.03, -0.09, 0.05].map((error, time) => ({ time, error }));
    expect(sayComingOut(far, 0.02)).toMatch(/silence 90 ms early; 0 of 3 times/);
    expect(sayComingOut(far.toReversed(), 0.02)).toMatch(/silence 90 ms early; 0 of 3 times/);
    expect(
      sayComingOut(
        [far[1], far[0]].flatMap((one) => one ?? []),
        0.02,
      ),
    ).toMatch(/90 ms early/);
    expect(sayComingOut([], 0.02)).toBeUndefined();
    expect(comingsOut([], silences)).toEqual([]);
  });
});

describe('what changed against last time', () => {
  const kept = (habits: Partial<Habits>, bpm = 80): KeptRun =>
    keepRun(judge(fours.run(fours.play({ seed: 4, ...habits }))), bpm, true);

  it('is told where one could feel it', () => {
    const loose = kept({ spread: 0.02 });
    const close = kept({ spread: 0.01 });
    expect(loose).toMatchObject({ bpm: 80, asked: 96, missed: 0, extra: 0, clean: true });
    expect(sayChange(loose, close)).toMatch(/^Last time: spread \d+ ms, then \d+\.$/);
    expect(sayChange(close, close)).toBeUndefined();
    expect(sayChange(kept({ spread: 0.01 }, 70), close)).toBe(
      'Last time, at 70 instead of 80: as now.',
    );
    expect(sayChange(kept({ spread: 0.01, misses: 0.1 }), close)).toMatch(
      /^Last time: missed or too many 0 in 100, then \d+ in 100/,
    );
  });
});
