import { nth } from '../../bounds/index.ts';
import { timeRhythm } from '../../rhythm/index.ts';
import type { Ticks } from '../../time/index.ts';
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
        line: 'another line',
      },
    },
    { kind: 'number', key: 'every', label: 'Every', min: 2, max: 16, usual: 3 },
    { kind: 'number', key: 'from', label: 'From', min: 1, max: 16, usual: 1 },
    { kind: 'number', key: 'line', label: 'Line', min: 1, max: 32, usual: 1 },
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
      isOn = (slot) => sounding.has(nth(grid.startTicks, slot));
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
    const unit = asked.choice('by') === 'parts' ? 'part' : 'stroke';
    return `Accents on every ${ordinal(asked.number('every'))} ${unit}`;
  },
};

/** When another line sounds, as long as this one lasts; it comes round in it. Undefined where there is none. */
function soundsOf({ rhythm, grid }: Line, index: number): ReadonlySet<Ticks> | undefined {
  const layer = rhythm.layers[index];
  const timed = timeRhythm(rhythm);
  const other = timed.ok ? timed.timing.layers[index] : undefined;
  if (!layer || !other) return undefined;
  const found = new Set<Ticks>();
  for (let round = 0; round < grid.lengthTicks; round += other.lengthTicks) {
    for (const { slot } of layer.strokes) found.add(round + nth(other.startTicks, slot));
  }
  return found;
}
