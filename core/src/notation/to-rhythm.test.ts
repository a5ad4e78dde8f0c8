import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { nth } from '../bounds/index.ts';
import { cycleFromSpans } from '../cycle/index.ts';
import { checkRhythm, LIMITS, onsets, type Stroke, timeRhythm } from '../rhythm/index.ts';
import { rational, ZERO } from '../time/index.ts';
import { proposeBringIn, withCycle } from './index.ts';
import { barsOf, conga, made, notationOf, partOf, quarters } from './written.testkit.ts';

const strokes = (all: readonly Stroke[] | undefined) =>
  all?.map(({ slot, kind, force, hand, say }) =>
    [slot, kind, force, hand, say].filter((one) => one !== undefined).join(' '),
  );
describe('notes as a rhythm', () => {
  it('have their name, tempo, target, tags and notes, and the id that is given', () => {
    const notation = notationOf(
      barsOf('4/4'),
      [
        conga([
          ['0', 'O'],
          ['1/4', 'O'],
        ]),
      ],
      {
        tempos: [{ at: ZERO, quarters: 90, beat: rational(2) }],
        hints: { target: 60, tags: ['street', 'slow'], notes: 'Softly.' },
      },
    );
    const { rhythm, lost, unsure } = made(notation);
    expect(rhythm).toMatchObject({
      id: 'new',
      name: 'Street',
      tempo: { bpm: 45, per: 8 },
      target: 60,
      tags: ['street', 'slow'],
      notes: 'Softly.',
    });
    expect([lost, unsure]).toEqual([[], []]);
    expect(checkRhythm(rhythm).ok).toBe(true);
    const slower = made({ ...notation, hints: { target: 20 } }).rhythm;
    expect(slower.target).toBe(45);
  });

  it('without a tempo go at 120 quarters, counted by the beats of their cycle', () => {
    const tempo = (bar: string) =>
      made(notationOf(barsOf(bar), [conga([['0', 'O']])], { tempos: [] })).rhythm.tempo;
    expect(tempo('4/4')).toEqual({ bpm: 120, per: 1 });
    expect(tempo('3+3/8')).toEqual({ bpm: 80, per: 3 });
    // A beat that is no whole number of pulses is counted so as well.
    const tempos = [{ at: ZERO, quarters: 90, beat: quarters('3/4') }];
    const notation = notationOf(barsOf('3+3/8'), [conga([['0', 'O']])], { tempos });
    expect(made(notation).rhythm.tempo).toEqual({ bpm: 60, per: 3 });
  });

  it('come round from a later one: what stands before it ends the last turn, and nothing is lost', () => {
    const places = fc.uniqueArray(fc.nat({ max: 31 }), { minLength: 1, maxLength: 12 });
    fc.assert(
      fc.property(places, fc.nat({ max: 15 }), (all, later) => {
        const notes = all.toSorted((a, b) => a - b).map((at) => [`${at}/4`, 'O'] as const);
        const notation = notationOf(barsOf('4/4', '4/4'), [conga(notes)]);
        const pulsed = withCycle(notation, nth(proposeBringIn(notation), 0).stretch, {
          cycle: cycleFromSpans('4x4'),
          pulse: quarters('1/4'),
        });
        const { rhythm, lost } = made(notation, () => ({ later, stretch: pulsed }));
        expect(lost).toEqual([]);
        const timed = timeRhythm(rhythm);
        if (!timed.ok) throw new Error(timed.message);
        const { ticksPerPulse } = timed.timing;
        const heard = onsets(rhythm, timed.timing, 2).map(({ ticks }) => ticks / ticksPerPulse);
        expect(heard).toEqual(all.map((at) => (at - later + 32) % 32).toSorted((a, b) => a - b));
      }),
    );
  });

  it('of several stretches are named by their bars, and have the tempo that holds there', () => {
    const notation = notationOf(
      barsOf('4/4', '3/4', '3/4'),
      [
        conga([
          ['0', 'O'],
          ['5', 'S'],
        ]),
      ],
      {
        tempos: [
          { at: ZERO, quarters: 90 },
          { at: quarters('4'), quarters: 120 },
        ],
      },
    );
    expect(proposeBringIn(notation).map(({ name }) => name)).toEqual([
      'Street, bar 1',
      'Street, bars 2 to 3',
    ]);
    expect(made(notation).rhythm.tempo).toEqual({ bpm: 90, per: 1 });
    expect(made(notation, undefined, 1).rhythm.tempo).toEqual({ bpm: 120, per: 1 });
    // Inside one stretch a change is told.
    const [first, second] = [0, 8].map((at) => ({ at: quarters(`${at}`), quarters: 90 + at }));
    const changing = notationOf(barsOf('4/4', '4/4', '4/4', '4/4'), [conga([['0', 'O']])], {
      tempos: [nth([first], 0) ?? { at: ZERO, quarters: 1 }, second ?? { at: ZERO, quarters: 1 }],
    });
    expect(made(changing).lost).toEqual([
      'The tempo changes once on the way; the rhythm has the one it begins with.',
    ]);
    const twice = [4, 8].map((at) => ({ at: quarters(`${at}`), quarters: 60 + at }));
    expect(made({ ...changing, tempos: [...changing.tempos.slice(0, 1), ...twice] }).lost).toEqual([
      'The tempo changes 2 times on the way; the rhythm has the one it begins with.',
    ]);
    // Where it ends, and after that, is not on the way.
    for (const at of ['16', '17']) {
      const later = [...changing.tempos.slice(0, 1), { at: quarters(at), quarters: 60 }];
      expect(made({ ...changing, tempos: later }).lost).toEqual([]);
    }
  });

  it('become strokes with what is said of them; a pickup stands at the end of the first turn', () => {
    const { rhythm } = made(
      notationOf(barsOf('4/4~1', '4/4'), [
        conga([
          ['0', 'O', { force: 4, hand: 'R' }],
          ['1', 'S', { say: 'ta' }],
          ['7/2', 'O', { optional: true, damp: true }],
        ]),
      ]),
    );
    expect(strokes(rhythm.layers[0]?.strokes)).toEqual(['12 O 4 R', '16 S 3 ta', '26 O 3']);
    expect(rhythm.layers[0]?.strokes[2]).toMatchObject({ optional: true, damp: true });
  });

  it('that cannot all stand in a slot leave what is told', () => {
    const { rhythm, lost } = made(
      notationOf(barsOf('1/4'), [
        conga([
          ['0', 'O', { force: 2 }],
          ['0', 'O', { force: 4 }],
          ['0', 'S', { hand: 'R', say: 'no way' }],
          ['0', 'B', { hand: 'R' }],
        ]),
      ]),
    );
    expect(strokes(rhythm.layers[0]?.strokes)).toEqual(['0 O 4', '0 S 3 R', '0 B 3']);
    for (const stroke of rhythm.layers[0]?.strokes ?? []) expect(stroke).not.toHaveProperty('say');
    expect(lost).toEqual([
      'Congas: 1 note on one place with the same stroke.',
      'Congas: the hand of 1 stroke, busy with another.',
      'Congas: 1 word that cannot stand under a stroke.',
    ]);
  });

  it('more than can sound together, left out by choice, or between all parts, are told', () => {
    const many = partOf(
      'Congas',
      ['H', 'T', 't', 'O', 'M', 'C', 'S', 'B', 'o'].map((kind) => ['0', kind] as const),
    );
    const crowded = made(notationOf(barsOf('1/4'), [many]));
    expect(crowded.rhythm.layers[0]?.strokes).toHaveLength(LIMITS.strokesPerSlot);
    expect(crowded.lost).toEqual([
      `Congas: 1 note beyond the ${LIMITS.strokesPerSlot} that can sound together.`,
    ]);
    const two = notationOf(barsOf('4/4'), [
      conga([
        ['0', 'O'],
        ['1', 'S'],
        ['2', 'S'],
      ]),
    ]);
    const without = made(two, ({ parts }) => ({
      parts: parts.map((part) => ({ ...part, strokes: { ...part.strokes, S: null } })),
    }));
    expect(without.lost).toEqual(['Congas: 2 notes of “S” left out.']);
    const between = made(
      notationOf(barsOf('4/4'), [
        conga([
          ['0', 'O'],
          ['1/997', 'O'],
        ]),
      ]),
      () => ({ grid: 'exact' }),
    );
    expect(between.lost).toEqual([
      'Congas: 1 note between all parts that a beat can have, left out.',
    ]);
    const none = made(two, ({ parts }) => ({
      parts: parts.map((part) => ({ ...part, isIn: false })),
    }));
    expect(none.rhythm.layers).toEqual([]);
  });

  it('that come again and again are written once; names of bars become names of turns', () => {
    const bars = barsOf('2/4', '2/4', '2/4', '2/4').map((bar, at) =>
      at === 2 ? { ...bar, label: 'Bridge' } : bar,
    );
    const { rhythm } = made(
      notationOf(bars, [
        partOf(
          'Bell',
          [0, 2, 4, 6].map((at) => [`${at}`, 'X'] as const),
        ),
        conga([
          ['0', 'O'],
          ['5', 'S'],
        ]),
      ]),
    );
    expect(rhythm.layers.map(({ cells }) => cells.length)).toEqual([2, 8]);
    expect(rhythm.turns).toEqual([{ turn: 2, mark: 'plain', name: 'Bridge' }]);
    // A bar without a name names none, and leaves the turns without names.
    expect(made(notationOf(barsOf('2/4', '2/4'), [conga([['0', 'O']])])).rhythm).not.toHaveProperty(
      'turns',
    );
    // A bar in the middle of a turn names none.
    const halves = barsOf('1/4', '1/4', '1/4', '1/4').map((bar, at) =>
      at === 1 ? { ...bar, label: 'Half' } : bar,
    );
    const notation = notationOf(halves, [
      conga([
        ['0', 'O'],
        ['3', 'S'],
      ]),
    ]);
    const longer = withCycle(notation, nth(proposeBringIn(notation), 0).stretch, {
      cycle: cycleFromSpans('1x2'),
      pulse: quarters('1'),
    });
    expect(made(notation, () => ({ stretch: longer })).rhythm.turns).toBeUndefined();
  });

  it('ring on as long as is written, up to the next stroke', () => {
    const { rhythm } = made(
      notationOf(barsOf('2/4'), [
        conga([
          ['0', 'O', { rings: quarters('1/2') }],
          ['1', 'O', { rings: quarters('9') }],
          ['7/4', 'S'],
        ]),
      ]),
    );
    expect(rhythm.layers[0]?.rings).toEqual([1, 5, 6]);
    const short = notationOf(barsOf('4/4'), [
      conga([
        ['0', 'O', { rings: rational(3) }],
        ['1', 'S'],
      ]),
    ]);
    expect(made(short).rhythm.layers[0]?.rings ?? []).toEqual([]);
    // Nothing rings, once through or again and again.
    for (const bars of [['2/4'], ['2/4', '2/4', '2/4']]) {
      const notes = bars.flatMap((_, at) => [
        [`${at * 2}`, 'O'] as const,
        [`${at * 4 + 1}/2`, 'S'] as const,
      ]);
      const [layer] = made(notationOf(barsOf(...bars), [conga(notes)])).rhythm.layers;
      expect(layer?.cells).toHaveLength(2);
      expect(layer).not.toHaveProperty('rings');
    }
    // What comes again is written once, and rings in that one turn.
    const again = (turns: number) =>
      made(
        notationOf(barsOf(...Array.from({ length: turns }, () => '2/4')), [
          conga(
            Array.from({ length: turns }, (_, at) => [
              [`${at * 2}`, 'O', { rings: quarters('1/2') }] as const,
              [`${at * 2 + 1}`, 'S', { ornament: 'flam' as const }] as const,
              [`${at * 4 + 3}/2`, 'S'] as const,
            ]).flat(),
          ),
        ]),
      ).rhythm.layers[0];
    expect(again(3)).toEqual(again(1));
    // Beats that are cut into several cells, too.
    const cut = [0, 1, 2].flatMap((at) => [
      [`${at}`, 'O'] as const,
      [`${at * 13 + 1}/13`, 'O'] as const,
      [`${at * 2 + 1}/2`, 'S'] as const,
      [`${at * 11 + 6}/11`, 'S'] as const,
    ]);
    const [thirteenths] = made(notationOf(barsOf('1/4', '1/4', '1/4'), [conga(cut)]), () => ({
      grid: 'exact',
    })).rhythm.layers;
    expect(
      thirteenths?.cells.map(({ beats, slots }) => `${slots} in ${beats.num}/${beats.den}`),
    ).toEqual(['13 in 1/2', '11 in 1/2']);
    expect(strokes(thirteenths?.strokes)).toEqual(['0 O 3', '2 O 3', '13 S 3', '14 S 3']);
    expect(again(1)?.rings).toEqual([1]);
    expect(again(1)?.strokes.map(({ ornament }) => ornament)).toEqual([
      undefined,
      'flam',
      undefined,
    ]);
  });

  it('have a name of a length that can be kept, and one where they have none', () => {
    const notes = conga([['0', 'O']]);
    const named = (name: string, ...bars: readonly string[]) =>
      proposeBringIn({ ...notationOf(barsOf(...bars), [notes]), name }).map((one) => one.name);
    expect(named('   ', '2/4')).toEqual(['Brought in']);
    expect(made(notationOf(barsOf('2/4'), [{ ...notes, name: ' ' }])).rhythm.layers[0]?.name).toBe(
      'hand bell',
    );
    const long = 'x'.repeat(200);
    expect(named(long, '2/4')).toEqual(['x'.repeat(100)]);
    expect(named(long, '2/4', '3/4')).toEqual([
      `${'x'.repeat(100)}, bar 1`,
      `${'x'.repeat(100)}, bar 2`,
    ]);
  });

  it('after the end are variations, where they are whole turns and differ', () => {
    const home = [
      ['0', 'O'],
      ['1', 'S'],
    ] as const;
    const notation = notationOf(
      barsOf('2/4', '2/4', '2/4'),
      [
        conga([...home, ['2', 'S'], ['3', 'S'], ['4', 'O'], ['5', 'S']]),
        partOf('Bell', [
          ['0', 'X'],
          ['2', 'X'],
          ['4', 'X'],
        ]),
      ],
      {
        variations: [
          { name: 'Turn', from: 1, bars: 1 },
          { name: 'As home', from: 2, bars: 1 },
        ],
      },
    );
    const { rhythm } = made(notation);
    expect(rhythm.layers[0]?.cells).toHaveLength(2);
    expect(
      rhythm.variations?.map(({ name, lines }) => [name, lines.map(({ layer }) => layer)]),
    ).toEqual([['Turn', ['layer-1']]]);
  });

  it('more than a rhythm holds are taken as far as it goes', () => {
    const notes = Array.from(
      { length: 9000 },
      (_, at) => [`${at}/4`, Math.imul(at, 2_654_435_761) % 7 < 3 ? 'S' : 'O'] as const,
    );
    const bars = barsOf(...Array.from({ length: 563 }, () => '4/4'));
    const { rhythm, lost } = made(notationOf(bars, [conga(notes)]));
    expect(checkRhythm(rhythm).ok).toBe(true);
    // Of 16 slots each as many as a layer can have.
    expect(lost[0]).toMatch(/^Only the first 256 of 563 turns are taken/);
    expect(timeRhythm(rhythm)).toMatchObject({ ok: true, timing: { full: rational(4096) } });
    expect(rhythm.layers[0]?.strokes).toHaveLength(4096);
  });
});
