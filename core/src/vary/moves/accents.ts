import { numberAt } from '../../bounds/index.ts';
import { timeRhythm } from '../../rhythm/index.ts';
import { type Ticks, wrap } from '../../time/index.ts';
import { ordinal } from '../../wording/index.ts';
import { eachIn, type Line, struckIn } from '../line.ts';
import type { Move } from '../move.ts';

/** Accents on every so many strokes, or where another line sounds. */
export const ACCENTS: Move = {
  name: 'Accents over it',
  about:
    'Accents on every third, every fifth part or stroke, or where another line sounds; strokes and hands stay.',
  fields: [
    {
      kind: 'choice',
      key: 'by',
      label: 'On',
      choices: {
        strokes: 'every so many strokes',
        parts: 'every so many parts',
        rule: 'a rule, as it is said',
        line: 'another line',
      },
    },
    {
      kind: 'number',
      key: 'every',
      label: 'Every',
      min: 2,
      max: 16,
      usual: 3,
      where: ['by', 'strokes', 'parts'],
    },
    {
      kind: 'number',
      key: 'from',
      label: 'From',
      min: 1,
      max: 16,
      usual: 1,
      where: ['by', 'strokes', 'parts', 'rule'],
    },
    {
      kind: 'written',
      key: 'rule',
      label: 'Rule',
      usual: '3+3+2',
      where: ['by', 'rule'],
      hint: 'Parts from accent to accent, joined by +, over and over: 3+3+2.',
      fits: (text) => /^[1-9]\d?(\+[1-9]\d?){0,31}$/.test(text),
    },
    {
      kind: 'number',
      key: 'line',
      label: 'Line',
      min: 1,
      max: 32,
      usual: 1,
      where: ['by', 'line'],
    },
  ],
  apply(line, asked) {
    const { grid, from } = line;
    const [every, first] = [asked.number('every'), asked.number('from') - 1];
    const by = asked.choice('by');
    const struck = struckIn(line);
    let isOn: (slot: number) => boolean;
    if (by === 'line') {
      const sounding = soundsOf(line, asked.number('line') - 1);
      if (!sounding) return { layer: line.layer, told: ['There is no such line.'] };
      isOn = (slot) => sounding.has(numberAt(grid.startTicks, slot));
    } else if (by === 'rule') {
      const lengths = asked.written('rule').split('+').map(Number);
      const starts = lengths.map((_, at) =>
        lengths.slice(0, at).reduce((sum, one) => sum + one, 0),
      );
      const round = lengths.reduce((sum, one) => sum + one, 0);
      isOn = (slot) => starts.includes(wrap(slot - from - first, round));
    } else if (by === 'parts') isOn = (slot) => (slot - from - first) % every === 0;
    else isOn = (slot) => (struck.indexOf(slot) - first) % every === 0;
    return {
      layer: eachIn(line, (stroke) => {
        const force = isOn(stroke.slot) ? 4 : stroke.force === 4 ? 3 : stroke.force;
        return force === stroke.force ? stroke : { ...stroke, force };
      }),
      told: [],
    };
  },
  say(asked) {
    if (asked.choice('by') === 'line') return `Accents where line ${asked.number('line')} sounds`;
    if (asked.choice('by') === 'rule') return `Accents as ${asked.written('rule')}`;
    const unit = asked.choice('by') === 'parts' ? 'part' : 'stroke';
    return `Accents on every ${ordinal(asked.number('every'))} ${unit}`;
  },
};

/** When another line sounds, as long as this one lasts; it comes round in it. Undefined where there is none. */
export function soundsOf({ rhythm, grid }: Line, index: number): ReadonlySet<Ticks> | undefined {
  const layer = rhythm.layers[index];
  const timed = timeRhythm(rhythm);
  const other = timed.ok ? timed.timing.layers[index] : undefined;
  if (!layer || !other) return undefined;
  const found = new Set<Ticks>();
  for (let round = 0; round < grid.lengthTicks; round += other.lengthTicks) {
    for (const { slot } of layer.strokes) found.add(round + numberAt(other.startTicks, slot));
  }
  return found;
}
