import { nth, numberAt } from '../../bounds/index.ts';
import {
  graceCount,
  ORNAMENT_NAMES,
  ORNAMENTS,
  type Ornament,
  rollCount,
  slotsHeld,
} from '../../rhythm/index.ts';
import { type Seconds, secondsPerPulse, toNumber } from '../../time/index.ts';
import { eachIn, type Line, saySlots, struckIn } from '../line.ts';
import type { Move } from '../move.ts';

/** Below this from stroke to stroke no hand plays cleanly. */
const LEAST: Seconds = 0.035;

/** Growing: a roll that is longer stroke by stroke. */
const GROWING: readonly Ornament[] = ['flam', 'drag', 'roll5', 'roll7', 'roll9'];

/** Graces before strokes, or rolls through them. */
export const ORNAMENT: Move = {
  name: 'Ornament',
  about:
    'Flams, drags, ruffs or rolls on the accents, on all strokes, or growing stroke by stroke.',
  fields: [
    {
      kind: 'choice',
      key: 'ornament',
      label: 'What',
      choices: {
        ...Object.fromEntries(ORNAMENTS.map((one) => [one, ORNAMENT_NAMES[one]])),
        growing: 'growing',
        none: 'no ornaments',
      },
    },
    {
      kind: 'choice',
      key: 'on',
      label: 'On',
      choices: { accents: 'the accents', all: 'every stroke', kind: 'strokes of this kind' },
    },
    { kind: 'stroke', key: 'of', label: 'Kind' },
  ],
  apply(line, asked) {
    const wanted = asked.choice('ornament');
    const on = asked.choice('on');
    const of = asked.stroke('of');
    if (on === 'kind' && of === undefined)
      return { layer: line.layer, told: ['Choose the kind that is ornamented.'] };
    let count = 0;
    const tight: number[] = [];
    const gaps = gapsOf(line);
    const layer = eachIn(line, ({ ornament: before, ...stroke }) => {
      const isOn = on === 'all' || (on === 'kind' ? stroke.kind === of : stroke.force === 4);
      if (!isOn) return before ? { ...stroke, ornament: before } : stroke;
      if (wanted === 'none') return stroke;
      const ornament =
        wanted === 'growing'
          ? nth(GROWING, Math.min(count, GROWING.length - 1))
          : (wanted as Ornament);
      count += 1;
      const gap = gaps.get(stroke.slot);
      if (gap && !fits(ornament, gap, slotsHeld(line.layer, stroke.slot))) tight.push(stroke.slot);
      return { ...stroke, ornament };
    });
    return {
      layer,
      told:
        tight.length === 0
          ? []
          : [
              `At ${line.rhythm.target} there is hardly time for it on ${saySlots(line, [...new Set(tight)])}.`,
            ],
    };
  },
  say(asked) {
    const what = asked.choice('ornament');
    const name =
      what === 'growing'
        ? 'Growing ornaments'
        : what === 'none'
          ? 'No ornaments'
          : several(ORNAMENT_NAMES[what as Ornament]);
    const on = { all: 'on every stroke', kind: `on each ${asked.stroke('of') ?? 'stroke'}` }[
      asked.choice('on')
    ];
    return `${name.replace(/^./, (letter) => letter.toUpperCase())} ${on ?? 'on the accents'}`;
  },
};

/** @example 'open roll' // 'open rolls'; 'ruff of four' // 'ruffs of four' */
function several(name: string): string {
  const [noun = name, of] = name.split(' of ');
  return of === undefined ? `${noun}s` : `${noun}s of ${of}`;
}

interface Gap {
  readonly before: Seconds;
  readonly after: Seconds;
}

/** The time before and after each stroke of the line, at the tempo to reach. */
function gapsOf(line: Line): ReadonlyMap<number, Gap> {
  const { rhythm, grid, layer } = line;
  const pulse = toNumber(secondsPerPulse({ ...rhythm.tempo, bpm: rhythm.target }));
  const struck = struckIn({ ...line, from: 0, to: grid.starts.length });
  const at = (index: number) => {
    const round = Math.floor(index / struck.length);
    const slot = numberAt(struck, index - round * struck.length);
    return toNumber(nth(grid.starts, slot)) + round * toNumber(grid.length);
  };
  const ends = (index: number) => {
    const slot = numberAt(struck, index) + slotsHeld(layer, numberAt(struck, index));
    return toNumber(grid.starts[slot] ?? grid.length);
  };
  return new Map(
    struck.map((slot, index) => [
      slot,
      {
        before: (at(index) - at(index - 1)) * pulse,
        after: (ends(index) - at(index)) * pulse,
      },
    ]),
  );
}

function fits(ornament: Ornament, { before, after }: Gap, held: number): boolean {
  const graces = graceCount(ornament);
  if (graces > 0) return before / (graces + 1) >= LEAST;
  const strokes = ornament === 'crush' ? 1 : rollCount(ornament, held);
  return after / Math.max(1, strokes) >= LEAST;
}
