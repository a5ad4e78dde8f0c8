import type { Counting } from '../../counting/index.ts';
import type { Cycle } from '../../cycle/index.ts';
import { instrumentOf, type PlayedOn, strokeKind } from '../../instrument/index.ts';
import type { Layer, LayerGrid } from '../../rhythm/index.ts';
import { placeOf } from '../places/place.ts';
import { sayPlace } from './place.ts';

/** What is needed to name the strokes of a line. */
export interface NamedLine {
  readonly cycle: Cycle;
  readonly layer: Layer;
  readonly grid: LayerGrid;
  readonly counting: Counting;
}

/** A stroke as a player names it. @example 'open slap on 2', 'open on & of 3 in turn 2' */
export function sayStroke(line: NamedLine, slot: number): string {
  const kind = line.layer.strokes.find((stroke) => stroke.slot === slot)?.kind ?? '';
  return `${sayKind(line.layer, kind)} on ${saySlot(line, slot)}`;
}

/** Where a slot lies. @example '2', '& of 3 in turn 2' */
export function saySlot({ cycle, layer, grid, counting }: NamedLine, slot: number): string {
  const place = placeOf(cycle, layer, grid, slot, counting);
  const beat = place.word === undefined ? String(place.beat) : sayPlace(place);
  return grid.lengthTicks > grid.turnTicks ? `${beat} in turn ${place.turn}` : beat;
}

/** A kind of stroke by its name. */
export function sayKind(layer: PlayedOn, kind: string): string {
  const instrument = instrumentOf(layer);
  return (instrument && strokeKind(instrument, kind)?.name) ?? 'stroke';
}
