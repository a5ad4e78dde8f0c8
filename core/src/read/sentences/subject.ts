import type { Layer, LayerGrid, Rhythm, Timing } from '../../rhythm/index.ts';
import type { SoundingLine } from '../places/sounding.ts';
import type { ReadSettings } from '../settings.ts';
import type { Shared } from '../together/who-sounds.ts';

/** What a group of sentences is read from: a layer on its grid, and who falls with it. */
export interface Subject {
  readonly rhythm: Rhythm;
  readonly timing: Timing;
  readonly index: number;
  readonly layer: Layer;
  readonly grid: LayerGrid;
  readonly line: SoundingLine;
  readonly shared: readonly Shared[];
  readonly settings: ReadSettings;
}
