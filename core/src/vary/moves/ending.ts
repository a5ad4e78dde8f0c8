import { numberAt } from '../../bounds/index.ts';
import { instrumentOf } from '../../instrument/index.ts';
import { codesUsed, type Force, isFootKind } from '../../rhythm/index.ts';
import { counted } from '../../wording/index.ts';
import { eachIn, type Line, retraced, struckIn, type Traced } from '../line.ts';
import type { Move } from '../move.ts';

/** Ends on a stroke and leaves silence after it. */
export const CUT: Move = {
  name: 'End and leave silence',
  about: 'The last strokes are left out, so that it ends on one and there is silence.',
  fields: [
    { kind: 'number', key: 'strokes', label: 'Strokes left out', min: 1, max: 32, usual: 2 },
  ],
  apply(line, asked) {
    const last = new Set(struckIn(line).slice(-asked.number('strokes')));
    return {
      layer: eachIn(line, (stroke) => (last.has(stroke.slot) ? undefined : stroke)),
      told: [],
    };
  },
  say: (asked) => `End ${counted(asked.number('strokes'), 'stroke')} earlier`,
};

/** Forces of a pickup, by how much of it is over. */
interface Rise {
  readonly name: string;
  readonly force: (share: number) => Force;
}
const RISES = {
  rising: { name: 'rising', force: (share) => (share < 0.34 ? 1 : share < 0.67 ? 2 : 3) },
  even: { name: 'even', force: () => 3 },
  accented: { name: 'to an accent', force: (share) => (share >= 1 ? 4 : 2) },
} as const satisfies Readonly<Record<string, Rise>>;

/** Fills the last beat into the next round. */
export const BRIDGE: Move = {
  name: 'Bridge into the one',
  about: 'The empty parts of the last beat are filled, as a pickup into the next one.',
  fields: [
    {
      kind: 'choice',
      key: 'how',
      label: 'How',
      choices: Object.fromEntries(Object.entries(RISES).map(([key, { name }]) => [key, name])),
    },
    { kind: 'stroke', key: 'kind', label: 'With' },
  ],
  apply(line, asked) {
    const { layer, grid, from, to } = line;
    const kind = asked.stroke('kind') ?? commonest(line);
    if (kind === undefined || to <= from) return { layer, told: [] };
    const first = Math.max(from, numberAt(grid.firstSlot, numberAt(grid.cellOf, to - 1)));
    const taken = new Set(layer.strokes.map(({ slot }) => slot));
    const empty = Array.from({ length: to - first }, (_, at) => first + at).filter(
      (slot) => !taken.has(slot),
    );
    const { force } = RISES[asked.choice('how') as keyof typeof RISES];
    const byHand = instrumentOf(layer)?.byHand !== false && !isFootKind(layer, kind);
    const came = empty.map(
      (slot, at): Traced => ({
        slot,
        kind,
        force: force((at + 1) / empty.length),
        ...(byHand ? { hand: (slot - first) % 2 === 0 ? 'R' : 'L' } : {}),
      }),
    );
    const strokes = [...layer.strokes, ...came].sort((a, b) => a.slot - b.slot);
    return {
      layer: retraced(layer, strokes),
      told: empty.length === 0 ? ['The last beat is full already.'] : [],
    };
  },
  say: (asked) => `Bridge into the one, ${RISES[asked.choice('how') as keyof typeof RISES].name}`,
};

/** The kind that is played most, by hand where one is. */
function commonest({ layer }: Line): string | undefined {
  const count = (code: string) => layer.strokes.filter(({ kind }) => kind === code).length;
  return codesUsed(layer)
    .filter((code) => !isFootKind(layer, code))
    .toSorted((a, b) => count(b) - count(a))[0];
}
