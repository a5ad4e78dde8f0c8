import { compareLayers, type LayerComparison } from '../read/index.ts';
import type { Layer, LayerGrid } from '../rhythm/index.ts';
import {
  layerOfLine,
  onlyTurns,
  type Rhythm,
  timeRhythm,
  turnsOfVariation,
  type Variation,
} from '../rhythm/index.ts';

/** A line of a variation beside what home plays in its place. */
export interface VariedChange {
  /** The layer as the variation plays it. */
  readonly layer: Layer;
  readonly grid: LayerGrid;
  /** Slots of the varied layer that home does not have, or has with another stroke, force or hand. */
  readonly marked: ReadonlySet<number>;
  /** “2 moved, 1 came”, or that nothing changed. */
  readonly said: string;
}

/** The turns of home whose place a variation takes: where it may begin, from the first turn on where that is not said. */
export function homeTurns(
  rhythm: Pick<Rhythm, 'cycle'>,
  variation: Pick<Variation, 'lines' | 'place'>,
): readonly number[] {
  const first = variation.place?.kind === 'turn' ? variation.place.turn : 0;
  return Array.from({ length: turnsOfVariation(rhythm, variation) }, (_, turn) => first + turn);
}

/** What each line of a variation changes. */
export function changesOf(rhythm: Rhythm, variation: Variation): readonly VariedChange[] {
  const home = onlyTurns(rhythm, homeTurns(rhythm, variation)).rhythm;
  return variation.lines.flatMap((line): VariedChange[] => {
    const own = home.layers.find(({ id }) => id === line.layer);
    if (!own) return [];
    const layer = layerOfLine(own, line);
    const timed = timeRhythm({ cycle: rhythm.cycle, layers: [layer] });
    const grid = timed.ok ? timed.timing.layers[0] : undefined;
    if (!timed.ok || !grid) return [];
    const result = compareLayers(
      { name: 'home', cycle: rhythm.cycle, layer: own },
      { name: variation.name, cycle: rhythm.cycle, layer },
    );
    if (!result.ok)
      return [{ layer, grid, marked: new Set(), said: 'of another length than home' }];
    const { comparison } = result;
    const by = comparison.ticksPerPulse / timed.timing.ticksPerPulse;
    const places = [
      ...comparison.moved.map(({ to }) => to),
      ...comparison.came,
      ...comparison.changed.map(({ at }) => at),
    ].map((at) => (at / by) % grid.lengthTicks);
    const bySlot = new Map(grid.startTicks.map((ticks, slot) => [ticks, slot]));
    return [
      {
        layer,
        grid,
        marked: new Set(places.flatMap((at) => bySlot.get(at) ?? [])),
        said: sayChanges(comparison),
      },
    ];
  });
}

function sayChanges({ moved, came, went, changed }: LayerComparison): string {
  const other = (['stroke', 'hand', 'force'] as const).map((what) => {
    const count = changed.filter((one) => one.what === what).length;
    return count > 0 ? `${count} with another ${what}` : '';
  });
  const said = [
    moved.length > 0 ? `${moved.length} moved` : '',
    came.length > 0 ? `${came.length} new` : '',
    went.length > 0 ? `${went.length} left out` : '',
    ...other,
  ].filter(Boolean);
  return said.length > 0 ? said.join(', ') : 'as home';
}
