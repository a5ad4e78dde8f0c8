import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cycleFromSpans } from '../cycle/index.ts';
import { instrumentOf } from '../instrument/index.ts';
import { timed } from '../text/timed.testkit.ts';
import { compare, rational } from '../time/index.ts';
import { arbitraryRhythm } from './arbitrary.testkit.ts';
import {
  beatTicks,
  checkRhythm,
  divideCell,
  editLayer,
  handClashes,
  handOf,
  type Layer,
  mirrorHands,
  onsets,
  onsetsOnce,
  placeStroke,
  plainCells,
  type Rhythm,
  record,
  redo,
  removeStrokes,
  renameRhythm,
  setForce,
  setHand,
  setTempo,
  slotCount,
  startHistory,
  stepForce,
  strokesAt,
  timeLayer,
  timeRhythm,
  toggleAccent,
  undo,
} from './index.ts';

function layer(cells: readonly [beats: [number, number], slots: number][], slots: number[]): Layer {
  return {
    id: 'layer-1',
    name: 'Bell',
    instrument: 'hand-bell',
    cells: cells.map(([[num, den], count]) => ({ beats: { num, den }, slots: count })),
    strokes: slots.map((slot) => ({ slot, kind: 'X', force: 3 })),
  };
}

function rhythmOf(cycle: string, ...layers: Layer[]): Rhythm {
  return {
    id: 'a',
    name: 'A',
    cycle: cycleFromSpans(cycle),
    layers: layers.map((one, index) => ({ ...one, id: `layer-${index + 1}` })),
    tempo: { bpm: 60, per: 1 },
    target: 80,
    tags: [],
  };
}

function timing(rhythm: Rhythm) {
  const result = timeRhythm(rhythm);
  if (!result.ok) throw new Error(result.message);
  return result.timing;
}

describe('timing', () => {
  it('divides each cell by itself, in uneven beats too', () => {
    const timed = timeLayer(
      cycleFromSpans('3+3+2'),
      layer(
        [
          [[1, 1], 3],
          [[1, 1], 4],
          [[1, 1], 1],
        ],
        [],
      ),
    );
    expect(timed.starts).toEqual([
      rational(0),
      rational(1),
      rational(2),
      rational(3),
      rational(15, 4),
      rational(9, 2),
      rational(21, 4),
      rational(6),
    ]);
    expect(timed.length).toEqual(rational(8));
  });

  it('lays five in four beats, and two in half a beat', () => {
    const timed = timeLayer(cycleFromSpans('4x4'), layer([[[4, 1], 5]], []));
    expect(timed.starts).toEqual([0, 16, 32, 48, 64].map((num) => rational(num, 5)));
    const half = timeLayer(
      cycleFromSpans('3'),
      layer(
        [
          [[1, 2], 2],
          [[1, 2], 1],
        ],
        [],
      ),
    );
    expect(half.starts).toEqual([rational(0), rational(3, 4), rational(3, 2)]);
  });

  it('lets a layer of its own length come round against the cycle', () => {
    const three = {
      ...layer(
        [
          [[1, 1], 1],
          [[1, 1], 1],
          [[1, 1], 1],
        ],
        [0],
      ),
      free: true as const,
    };
    const rhythm = rhythmOf('1x4', three);
    const timed = timing(rhythm);
    expect(timed.full).toEqual(rational(12));
    expect(onsetsOnce(rhythm, timed).map((onset) => onset.ticks)).toEqual([0, 3, 6, 9]);
    expect(onsets(rhythm, timed, 1).map((onset) => onset.ticks)).toEqual([0, 3]);
    // What falls on the end belongs to the next turn.
    const second = rhythmOf('1x4', { ...three, strokes: [{ slot: 1, kind: 'D', force: 3 }] });
    expect(onsets(second, timing(second), 1).map((onset) => onset.ticks)).toEqual([1]);
    expect(onsets(second, timing(second), 2).map((onset) => onset.ticks)).toEqual([1, 4, 7]);
  });

  it('says on which ticks the beats of some turns begin', () => {
    const rhythm = rhythmOf('3+2', layer([[[2, 1], 4]], []));
    const timed = timing(rhythm);
    const per = timed.ticksPerPulse;
    expect(beatTicks(rhythm.cycle, timed)).toEqual([0, 3 * per]);
    expect(beatTicks(rhythm.cycle, timed, 2)).toEqual([0, 3 * per, 5 * per, 8 * per]);
  });

  it('refuses a grid of more than ten million parts', () => {
    const lines = [31, 29, 27, 25, 23].map((slots) => layer([[[4, 1], slots]], []));
    const result = timeRhythm(rhythmOf('1x4', ...lines));
    expect(result.ok === false && result.message).toContain('29 in 4 beats');
  });

  it('puts every slot in order within its layer', () => {
    fc.assert(
      fc.property(arbitraryRhythm, (rhythm) => {
        for (const one of rhythm.layers) {
          const { starts, length } = timeLayer(rhythm.cycle, one);
          starts.forEach((start, slot) => {
            expect(compare(start, starts[slot + 1] ?? length)).toBeLessThan(0);
          });
          expect(starts).toHaveLength(slotCount(one));
        }
      }),
    );
  });
});

describe('checkRhythm', () => {
  const good = rhythmOf(
    '1x2',
    layer(
      [
        [[1, 1], 2],
        [[1, 1], 2],
      ],
      [0, 2],
    ),
  );

  it('takes a good rhythm and nothing of another shape', () => {
    expect(checkRhythm(good)).toEqual({ ok: true, rhythm: good });
    for (const bad of [null, 7, [], {}, { ...good, tempo: { bpm: 0, per: 1 } }]) {
      const result = checkRhythm(bad);
      expect(result.ok === false && result.messages.length).toBeGreaterThan(0);
    }
  });

  it('names what breaks a rule', () => {
    const [bell] = good.layers;
    if (!bell) throw new Error('no layer');
    const with_ = (change: Partial<Layer>) =>
      checkRhythm({ ...good, layers: [{ ...bell, ...change }] });
    const says = (result: ReturnType<typeof with_>) => (result.ok ? '' : result.messages.join(' '));
    expect(says(with_({ instrument: 'tuba' }))).toContain('no instrument is called “tuba”');
    expect(says(with_({ strokes: [{ slot: 9, kind: 'X', force: 3 }] }))).toContain('slot 10 of 4');
    expect(says(with_({ strokes: [{ slot: 0, kind: 'Q', force: 3 }] }))).toContain('no stroke “Q”');
    expect(says(with_({ cells: bell.cells.slice(1) }))).toContain('not made of whole turns');
    expect(says(with_({ rings: [0] }))).toContain('rings on');
    const twice = [0, 0].map((slot) => ({
      slot,
      kind: 'X',
      force: 3 as const,
      hand: 'R' as const,
    }));
    expect(says(with_({ strokes: twice }))).toContain('one hand twice in slot 1');
  });

  it('knows that both hands leave none free', () => {
    const strokes = [
      { slot: 0, kind: 'X', force: 3 as const, hand: 'B' as const },
      { slot: 0, kind: 'Y', force: 3 as const, hand: 'L' as const },
      { slot: 0, kind: 'Y', force: 3 as const, hand: 'F' as const },
    ];
    expect(handClashes({ strokes })).toEqual([0]);
  });
});

describe('edits', () => {
  const start = layer(
    [
      [[1, 1], 4],
      [[1, 1], 4],
    ],
    [0, 3, 6],
  );

  it('place, accent, weigh, hand over and remove', () => {
    const placed = placeStroke(start, { slot: 1, kind: 'Y', force: 2 });
    expect(placed.strokes.map((stroke) => stroke.slot)).toEqual([0, 1, 3, 6]);
    expect(strokesAt(toggleAccent(placed, 1), 1)[0]?.force).toBe(4);
    expect(strokesAt(toggleAccent(toggleAccent(placed, 1), 1), 1)[0]?.force).toBe(3);
    expect(strokesAt(stepForce(setForce(placed, 1, 1), 1, -1), 1)[0]?.force).toBe(1);
    expect(strokesAt(setHand(placed, 1, 'L'), 1)[0]?.hand).toBe('L');
    expect(removeStrokes(placed, 1)).toEqual(start);
    expect(placeStroke(start, { slot: 99, kind: 'X', force: 3 })).toBe(start);
    expect(removeStrokes(start, 1)).toBe(start);
  });

  it('take the place of what rang on', () => {
    const ringing = { ...start, rings: [1, 2] };
    expect(placeStroke(ringing, { slot: 1, kind: 'X', force: 3 }).rings).toEqual([2]);
  });

  it('cut a cell anew with the strokes where they are nearest', () => {
    const { layer: cut, moved, lost } = divideCell(start, 0, 3);
    expect(cut.cells.map((cell) => cell.slots)).toEqual([3, 4]);
    expect(cut.strokes.map((stroke) => stroke.slot)).toEqual([0, 2, 5]);
    expect(moved).toEqual([3]);
    expect(lost).toEqual([]);
    const full = layer([[[1, 1], 4]], [0, 1, 2, 3]);
    expect(divideCell(full, 0, 2)).toMatchObject({ moved: [], lost: [1, 3] });
    expect(divideCell(full, 0, 8).moved).toEqual([]);
    expect(divideCell(full, 0, 999).layer).toBe(full);
  });

  it('leave every rhythm valid, and undo brings it back', () => {
    const edit = fc.oneof(
      fc.record({ type: fc.constant('place' as const), slot: fc.nat({ max: 40 }) }),
      fc.record({ type: fc.constant('remove' as const), slot: fc.nat({ max: 40 }) }),
      fc.record({ type: fc.constant('accent' as const), slot: fc.nat({ max: 40 }) }),
      fc.record({ type: fc.constant('hand' as const), slot: fc.nat({ max: 40 }) }),
      fc.record({
        type: fc.constant('divide' as const),
        slot: fc.nat({ max: 12 }),
        slots: fc.integer({ min: 0, max: 9 }),
      }),
    );
    fc.assert(
      fc.property(
        arbitraryRhythm.filter((rhythm) => checkRhythm(rhythm).ok),
        fc.array(edit, { maxLength: 12 }),
        (rhythm, edits) => {
          let history = startHistory(rhythm);
          for (const one of edits) {
            const next = editLayer(history.present, 'layer-1', (before) => {
              const kind = instrumentOf(before)?.strokes[0]?.code ?? '';
              switch (one.type) {
                case 'place':
                  return placeStroke(before, { slot: one.slot, kind, force: 3 });
                case 'remove':
                  return removeStrokes(before, one.slot);
                case 'accent':
                  return toggleAccent(before, one.slot);
                case 'hand':
                  return setHand(before, one.slot, 'L');
                case 'divide':
                  return divideCell(before, one.slot, one.slots).layer;
              }
            });
            const checked = checkRhythm(next);
            expect(checked.ok ? [] : checked.messages).toEqual([]);
            history = record(history, next);
          }
          let back = history;
          while (back.past.length > 0) back = undo(back);
          expect(back.present).toBe(rhythm);
          let again = back;
          while (again.future.length > 0) again = redo(again);
          expect(again.present).toBe(history.present);
        },
      ),
    );
  });

  it('keep tempo and name within what is allowed', () => {
    const rhythm = rhythmOf('1x2', start);
    expect(setTempo(rhythm, 0).tempo.bpm).toBe(10);
    expect(setTempo(rhythm, 10_000).tempo.bpm).toBe(400);
    expect(setTempo(rhythm, 60)).toBe(rhythm);
    expect(renameRhythm(rhythm, '  ')).toBe(rhythm);
    expect(renameRhythm(rhythm, ' Wet\n cobbles ').name).toBe('Wet cobbles');
    expect(editLayer(rhythm, 'nowhere', () => start)).toBe(rhythm);
    expect(plainCells([3, 2], 2).map((cell) => cell.slots)).toEqual([3, 2, 3, 2]);
  });
});

/** Whether one hand has to play twice at once somewhere, written or by use. */
const asksTooMuch = (one: Layer) =>
  handClashes({ strokes: one.strokes.map((stroke) => ({ ...stroke, hand: handOf(one, stroke) })) })
    .length > 0;

describe('mirrorHands', () => {
  it('leaves a hand unwritten where it would play twice at once', () => {
    const { rhythm } = timed('rhythm A\ncycle 1\nlayer D : tall hand drums\nplay B+O\nhand R+.');
    expect(mirrorHands(rhythm).layers[0]?.strokes.map((stroke) => stroke.hand)).toEqual([
      'L',
      undefined,
    ]);
  });

  it('gives every stroke to the other hand, and twice gives each back', () => {
    fc.assert(
      fc.property(arbitraryRhythm, (rhythm) => {
        const hands = (one: Rhythm) =>
          one.layers.map((layer) => layer.strokes.map((stroke) => handOf(layer, stroke)));
        const once = mirrorHands(rhythm);
        expect(checkRhythm(once).ok).toBe(checkRhythm(rhythm).ok);
        if (rhythm.layers.some(asksTooMuch)) return;
        expect(hands(mirrorHands(once))).toEqual(hands(rhythm));
        rhythm.layers.forEach((layer, index) => {
          if (instrumentOf(layer)?.byHand === false) return;
          layer.strokes.forEach((stroke, at) => {
            if (handOf(layer, stroke) === 'R') expect(hands(once)[index]?.[at]).toBe('L');
          });
        });
      }),
    );
  });
});
