import { describeCycle } from '@stride/core/cycle';
import {
  copyRange,
  type Layer,
  layerOfLine,
  type Rhythm,
  sayTurn,
  slotCount,
  turnRange,
} from '@stride/core/rhythm';
import { writeClips } from '@stride/core/text';
import type { RhythmRecord } from '../store/db.ts';

/** A turn of one’s own that can take the place of another. */
export interface OwnPhrase {
  readonly name: string;
  /** As it is typed, in one row. */
  readonly rows: string;
}

const MOST = 80;

/** The turns a player has written for an instrument in the same cycle: in this rhythm, its variations, and on the Shelf. */
export function ownPhrases(
  rhythm: Rhythm,
  layer: Layer,
  shelf: readonly RhythmRecord[],
): readonly OwnPhrase[] {
  const others = shelf.map((record) => record.rhythm).filter(({ id }) => id !== rhythm.id);
  const cycle = describeCycle(rhythm.cycle);
  const found = [rhythm, ...others.filter((one) => describeCycle(one.cycle) === cycle)].flatMap(
    (one) => {
      const where = one === rhythm ? '' : ` of ${one.name}`;
      const lines = one.layers.filter(({ instrument }) => instrument === layer.instrument);
      const varied = (one.variations ?? []).flatMap(({ name, lines: all }) =>
        all.flatMap((line) => {
          const home = lines.find(({ id }) => id === line.layer);
          return home ? turnsOf(one, layerOfLine(home, line), `${name}${where}`) : [];
        }),
      );
      return [...lines.flatMap((own) => turnsOf(one, own, `${own.name}${where}`)), ...varied];
    },
  );
  return found.slice(0, MOST);
}

function turnsOf(rhythm: Rhythm, layer: Layer, name: string): readonly OwnPhrase[] {
  const phrases: OwnPhrase[] = [];
  for (let slot = 0, turn = 0; slot < slotCount(layer); turn += 1) {
    const range = turnRange(rhythm, layer, slot);
    if (!range) break;
    const clip = copyRange(layer, range.firstSlot, range.firstSlot + range.slots - 1);
    const [play = ''] = writeClips(
      [{ clip, instrument: layer.instrument, own: layer.own }],
      rhythm.cycle,
    ).split('\n');
    phrases.push({
      name: `${name}, ${sayTurn(rhythm, turn)}`,
      rows: play.replace(/^play\s+/, ''),
    });
    slot = range.firstSlot + range.slots;
  }
  return phrases;
}
