import { numberAt } from '../../bounds/index.ts';
import {
  type Instrument,
  instrumentOf,
  playedOn,
  proposeMap,
  type StrokeKind,
  strokeKind,
} from '../../instrument/index.ts';
import { changeInstrument, isFootKind } from '../../rhythm/index.ts';
import { eachIn, isIn, retraced, saySlots, type Traced } from '../line.ts';
import type { Move } from '../move.ts';
import { soundsOf } from './accents.ts';

/** How a table of strokes is written: `D=B T=S k=`; what stands for nothing is left out. */
const TABLE = /^([A-Za-z][A-Za-z0-9]{0,7}=([A-Za-z][A-Za-z0-9]{0,7})?(\s+|$))*$/;

/** The whole line on another instrument. */
export const OTHER_INSTRUMENT: Move = {
  name: 'On another instrument',
  about:
    'The whole line on another instrument: what each stroke becomes is proposed, and can be written.',
  fields: [
    { kind: 'instrument', key: 'on', label: 'Instrument' },
    {
      kind: 'written',
      key: 'table',
      label: 'Where it is to be otherwise',
      usual: '',
      hint: 'Strokes and what they become: D=B T=S; k= leaves k out.',
      fits: (text) => TABLE.test(text),
    },
  ],
  apply(line, asked) {
    const from = instrumentOf(line.layer);
    const to = asked.instrument('on');
    if (!from || !to) return { layer: line.layer, told: ['Choose the instrument it goes to.'] };
    if (line.from > 0 || isIn(line, line.grid.starts.length - 1) === false)
      return { layer: line.layer, told: ['A line has one instrument: choose all of it.'] };
    const map = new Map([...proposeMap(from, to), ...readTable(asked.written('table'))]);
    const strokes = line.layer.strokes.flatMap((stroke): readonly Traced[] => {
      const one = { ...line.layer, strokes: [stroke] };
      const [voiced] = changeInstrument(one, to, map).strokes;
      return voiced
        ? [{ ...voiced, ...(stroke.was === undefined ? {} : { was: stroke.was }) }]
        : [];
    });
    // A tuning is for the drums it was made on.
    const { tuning: _, own: __, ...rest } = line.layer;
    const lost = line.layer.strokes.filter(({ slot }) => !strokes.some((one) => one.slot === slot));
    return {
      layer: retraced({ ...rest, ...playedOn(to) }, strokes),
      told: lost.length > 0 ? [`Left out on ${saySlots(line, slotsOf(lost))}.`] : [],
    };
  },
  say(asked) {
    const to = asked.instrument('on');
    return to ? `On the ${to.name}` : 'On another instrument';
  },
};

function slotsOf(strokes: readonly Traced[]): readonly number[] {
  return [...new Set(strokes.map(({ slot }) => slot))];
}

/** `D=B T=S` as pairs; what is not of that form is left out. */
export function readTable(text: string): readonly (readonly [string, string])[] {
  return text.split(/\s+/u).flatMap((pair) => {
    const [from, to = ''] = pair.split('=');
    return from ? [[from, to] as const] : [];
  });
}

/** What a stand-in would play who has one drum fewer. */
export const FEWER: Move = {
  name: 'One drum fewer',
  about:
    'As a stand-in plays it without the highest or the lowest drum: its strokes go to the drum beside it.',
  fields: [
    {
      kind: 'choice',
      key: 'without',
      label: 'Without',
      choices: { highest: 'the highest', lowest: 'the lowest' },
    },
  ],
  apply(line, asked) {
    const instrument = instrumentOf(line.layer);
    const drumOf = (code: string) => instrument && strokeKind(instrument, code)?.drum;
    const drums = [...new Set(line.layer.strokes.flatMap(({ kind }) => drumOf(kind) ?? []))].sort(
      (a, b) => a - b,
    );
    if (!instrument || drums.length < 2)
      return { layer: line.layer, told: ['The line is played on one drum.'] };
    const isHighest = asked.choice('without') === 'highest';
    const gone = numberAt(drums, isHighest ? drums.length - 1 : 0);
    const beside = numberAt(drums, isHighest ? drums.length - 2 : 1);
    const told = new Set<string>();
    const layer = eachIn(line, (stroke) => {
      if (drumOf(stroke.kind) !== gone) return stroke;
      const kind = onDrum(instrument, stroke.kind, beside);
      if (kind) return { ...stroke, kind: kind.code };
      told.add(stroke.kind);
      return undefined;
    });
    return {
      layer,
      told: [...told].map(
        (code) => `There is nothing like ${code} on the drum beside it: left out.`,
      ),
    };
  },
  say: (asked) => `Without the ${asked.choice('without')} drum`,
};

/** The stroke of another drum that is most like one: of its family first. */
function onDrum(instrument: Instrument, code: string, drum: number): StrokeKind | undefined {
  const was = strokeKind(instrument, code);
  const there = instrument.strokes.filter((one) => one.drum === drum);
  return (
    there.find(({ family }) => family === was?.family) ??
    there.find(({ family }) => family === 'open') ??
    there[0]
  );
}

/** One player takes two lines: the strong hand another line, the weak hand the tones of its own. */
export const DIVIDED: Move = {
  name: 'Hands divided',
  about:
    'One player for two lines: the right hand takes another line (the timeline), the left hand what is muted and open in this one.',
  fields: [
    { kind: 'number', key: 'line', label: 'The right hand takes line', min: 1, max: 32, usual: 1 },
    { kind: 'stroke', key: 'kind', label: 'On' },
  ],
  apply(line, asked) {
    const { layer, grid, index } = line;
    const other = asked.number('line') - 1;
    const sounding = other === index ? undefined : soundsOf(line, other);
    if (!sounding) return { layer, told: ['Choose another line for the right hand.'] };
    const instrument = instrumentOf(layer);
    const kinds = instrument?.strokes.filter(({ code }) => !isFootKind(layer, code)) ?? [];
    const kind = asked.stroke('kind') ?? (kinds.find(isLikeABell) ?? kinds.at(-1))?.code;
    if (kind === undefined || !instrument) return { layer, told: ['It has no stroke for it.'] };
    const weak = layer.strokes.flatMap((stroke): readonly Traced[] => {
      if (!isIn(line, stroke.slot)) return [stroke];
      const family = strokeKind(instrument, stroke.kind)?.family;
      const isKept = family === 'muted' || family === 'open';
      return isKept ? [{ ...stroke, hand: 'L' }] : [];
    });
    const bySlot = new Map(grid.startTicks.map((ticks, slot) => [ticks, slot]));
    const between = [...sounding].filter((ticks) => !bySlot.has(ticks));
    const strong = [...sounding].flatMap((ticks): readonly Traced[] => {
      const slot = bySlot.get(ticks);
      return slot !== undefined && isIn(line, slot) ? [{ slot, kind, hand: 'R', force: 3 }] : [];
    });
    const left = layer.strokes.length - weak.length;
    return {
      layer: retraced(
        layer,
        [...strong, ...weak].sort((a, b) => a.slot - b.slot),
      ),
      told: [
        ...(left > 0 ? [`The left hand leaves out ${left} that are neither muted nor open.`] : []),
        ...(between.length > 0
          ? [
              `${between.length} of the other line fall between the parts of this one, and are left out.`,
            ]
          : []),
      ],
    };
  },
  say: (asked) => `Hands divided, the right with line ${asked.number('line')}`,
};

/** What sounds on the rim or the shell stands for a bell best. */
function isLikeABell({ family }: StrokeKind): boolean {
  return family === 'metal' || family === 'touch';
}

/** Room is left for somebody else to answer, or to call. */
export const CALL: Move = {
  name: 'Call and answer',
  about: 'Every other part of the line stays silent, for somebody else to answer or to call.',
  fields: [
    {
      kind: 'choice',
      key: 'leave',
      label: 'This line is',
      choices: { call: 'the call', answer: 'the answer' },
    },
    { kind: 'number', key: 'parts', label: 'In how many parts', min: 2, max: 16, usual: 2 },
  ],
  apply(line, asked) {
    const { grid, from, to } = line;
    const start = numberAt(grid.startTicks, from);
    const length = (grid.startTicks[to] ?? grid.lengthTicks) - start;
    const parts = asked.number('parts');
    const own = asked.choice('leave') === 'call' ? 0 : 1;
    const partOf = (slot: number) =>
      Math.floor(((numberAt(grid.startTicks, slot) - start) * parts) / length);
    return {
      layer: eachIn(line, (stroke) => (partOf(stroke.slot) % 2 === own ? stroke : undefined)),
      told: [],
    };
  },
  say: (asked) =>
    `${asked.choice('leave') === 'call' ? 'The call' : 'The answer'}, in ${asked.number('parts')} parts`,
};
