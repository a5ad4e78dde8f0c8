import { beatsOf, type Cycle, describeCycle, turnPulses } from '@stride/core/cycle';
import { instrumentOf } from '@stride/core/instrument';
import { type Rhythm, tempoAt } from '@stride/core/rhythm';
import type { RhythmRecord } from './records.ts';

/**
 * What the Shelf and Find anything say of a rhythm, kept apart from it: thousands of them are read at
 * once, and a rhythm only when it is in sight.
 */
export interface Card {
  readonly id: string;
  /** Of the rhythm it was made from. */
  readonly revision: number;
  readonly updated: number;
  readonly name: string;
  /** Everything it is found by, in small letters. */
  readonly find: string;
  readonly cycle: string;
  readonly pulses: number;
  /** Pulses of each beat: `3 3 2`. */
  readonly beats: string;
  readonly bpm: number;
  readonly target: number;
  readonly tags: readonly string[];
  readonly layers: string;
  /** Which rhythm it was made from, and by which moves. */
  readonly origin?: Rhythm['origin'];
  /** Whether a typed line does not read yet. */
  readonly unfinished: boolean;
}

/** The card of a rhythm; of one that cannot be read, what it says at least. Never throws. */
export function cardOf(record: RhythmRecord): Card {
  try {
    const { rhythm } = record;
    const names = rhythm.layers.map((layer) => layer.name);
    const instruments = rhythm.layers.flatMap((layer) => {
      const instrument = instrumentOf(layer);
      return instrument ? [instrument.name, ...(instrument.also ?? [])] : [];
    });
    const words = [rhythm.name, rhythm.cycle.name, ...rhythm.tags, ...names, ...instruments];
    return {
      ...whenOf(record),
      name: rhythm.name,
      find: words.join(' ').toLowerCase(),
      cycle: describeCycle(rhythm.cycle),
      pulses: turnPulses(rhythm.cycle),
      beats: beatsSaid(rhythm.cycle),
      bpm: tempoAt(rhythm).bpm,
      target: rhythm.target,
      tags: [...rhythm.tags],
      layers: names.join(', '),
      ...(rhythm.origin ? { origin: rhythm.origin } : {}),
      unfinished: Object.keys(record.drafts).length > 0,
    };
  } catch {
    const named: unknown = (record as { rhythm?: { name?: unknown } }).rhythm?.name;
    const name = typeof named === 'string' && named !== '' ? named : 'A rhythm that cannot be read';
    return {
      ...whenOf(record),
      name,
      find: name.toLowerCase(),
      cycle: '',
      pulses: 0,
      beats: '',
      bpm: 0,
      target: 0,
      tags: [],
      layers: '',
      unfinished: false,
    };
  }
}

/** The pulses of each beat, by which cycles of the same beats are known. */
export function beatsSaid(cycle: Cycle): string {
  return beatsOf(cycle)
    .map((beat) => beat.span)
    .join(' ');
}

function whenOf({
  id,
  revision,
  updated,
}: RhythmRecord): Pick<Card, 'id' | 'revision' | 'updated'> {
  const time = Number.isFinite(updated) ? updated : 0;
  return { id, revision: Number.isFinite(revision) ? revision : 0, updated: time };
}
