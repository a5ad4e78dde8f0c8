import { type Counting, type SecondCount, usualCounting } from '../counting/index.ts';
import { FORCE_WORDS, type Layer, type Rhythm, type Stroke } from './model.ts';

/** How a layer is counted: in its own system, else as its rhythm is, else as its cycle usually is. */
export function countingOf(
  rhythm: Pick<Rhythm, 'cycle' | 'counting'>,
  layer?: Pick<Layer, 'sayCounting'>,
): Counting {
  const said = layer?.sayCounting;
  return (said === 'forces' ? undefined : said) ?? rhythm.counting ?? usualCounting(rhythm.cycle);
}

/**
 * What stands under a stroke: its syllable, or how heavy it is where the layer says its forces. None
 * where the layer is counted, since then every slot has its word.
 */
export function sayOf(
  layer: Pick<Layer, 'sayCounting'>,
  stroke: Pick<Stroke, 'say' | 'force'>,
): string | undefined {
  if (layer.sayCounting === 'forces') return FORCE_WORDS[stroke.force];
  return layer.sayCounting ? undefined : stroke.say;
}

/**
 * The layer counted in a system of its own under its line, or without one. Its syllables stay with
 * its strokes, and are shown again when it is not counted.
 */
export function setLayerCounting(layer: Layer, system: Layer['sayCounting']): Layer {
  const { sayCounting: _before, ...rest } = layer;
  if (!system) return rest;
  return { ...rest, sayCounting: system };
}

/** The rhythm with a second counting, or without one. */
export function withSecond(rhythm: Rhythm, second: SecondCount | undefined): Rhythm {
  const { second: _before, ...rest } = rhythm;
  return second ? { ...rest, second } : rest;
}
