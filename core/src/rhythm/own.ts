import { findInstrument, type Instrument } from '../instrument/index.ts';
import type { Layer, Rhythm } from './model.ts';

/** What has layers: a rhythm, or what is kept of one. */
type WithLayers = { readonly layers: Rhythm['layers'] };

/**
 * A rhythm whose layers have the instruments of one's own that they are played on, as these are now; what is not among them
 * stays as it came. The same rhythm where nothing changes.
 */
export function withOwn<R extends WithLayers>(rhythm: R, own: readonly Instrument[]): R {
  return eachLayer(rhythm, (layer) => {
    const now = own.find(({ id }) => id === layer.instrument);
    if (!now || now === layer.own || findInstrument(layer.instrument)) return layer;
    return { ...layer, own: now };
  });
}

/** A rhythm as it is written, where its layers name their instruments and do not hold them. */
export function withoutOwn<R extends WithLayers>(rhythm: R): R {
  return eachLayer(rhythm, (layer) => {
    if (!layer.own) return layer;
    const { own: _, ...bare } = layer;
    return bare;
  });
}

/** The instruments of one's own that rhythms are played on, each once. */
export function ownOf(rhythms: readonly WithLayers[]): readonly Instrument[] {
  const all = rhythms.flatMap(({ layers }) => layers.flatMap(({ own }) => own ?? []));
  return [...new Map(all.map((one) => [one.id, one])).values()];
}

function eachLayer<R extends WithLayers>(rhythm: R, change: (layer: Layer) => Layer): R {
  const layers = rhythm.layers.map(change);
  return layers.every((layer, at) => layer === rhythm.layers[at]) ? rhythm : { ...rhythm, layers };
}
