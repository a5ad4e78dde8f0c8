import { describe, expect, it } from 'vitest';
import { CATALOGUE, entryNamed } from '../catalogue/index.ts';
import { readRhythm, writeLayerRows } from '../text/index.ts';
import {
  addSkeletonLayer,
  checkRhythm,
  clapLayer,
  LIMITS,
  type Rhythm,
  skeletonLayer,
} from './index.ts';

const rhythmIn = (cycle: string): Rhythm =>
  readRhythm(
    `rhythm A\ncycle ${cycle}\nlayer D : goblet drum\nplay ${cycle === '3+3+2' ? 'D / D / D' : 'D / D / D / D'}`,
    'a',
  ).rhythm;

function added(cycle: string, name: string): string {
  const entry = entryNamed(name);
  if (!entry) throw new Error(name);
  const result = addSkeletonLayer(rhythmIn(cycle), entry);
  if (!result.ok) throw new Error(result.message);
  const layer = result.rhythm.layers.at(-1);
  return layer ? writeLayerRows(layer, result.rhythm.cycle) : '';
}

describe('a catalogue entry as a layer', () => {
  it('keeps its pulses in a cycle that they fill, with the side it starts from', () => {
    expect(added('4x4', 'son clave')).toBe(
      'play  X . . X / . . X . / . . X . / X . . .\nas    3-2\nrole  timeline',
    );
    expect(added('3+3+2', 'tresillo')).toContain('play  X . . / X . . / X .');
  });

  it('plays low and high strokes on the drum', () => {
    expect(added('3+3+2', 'malfuf')).toBe('play  D . . / T . . / T .');
  });

  it('comes round at its own length over even beats, each pulse as long as the others’', () => {
    const rows = added('4x4', 'seven-stroke bell');
    expect(rows).toContain('loop  own');
    expect(rows).toContain('play  <3/4> X . X / <3/4> . X X / <3/4> . X . / <3/4> X . X');
  });

  it('is refused over uneven beats that it does not fill', () => {
    const bell = entryNamed('seven-stroke bell');
    if (!bell) throw new Error('no bell');
    expect(addSkeletonLayer(rhythmIn('3+3+2'), bell)).toEqual({
      ok: false,
      message: expect.stringContaining('Use its cycle instead'),
    });
  });

  it('is a rhythm that keeps every rule, for every entry that has strokes', () => {
    const ids = new Set<string>();
    for (const entry of CATALOGUE) {
      if (!entry.skeleton) continue;
      const result = addSkeletonLayer(rhythmIn('4x4'), entry);
      if (!result.ok) throw new Error(`${entry.name}: ${result.message}`);
      expect(checkRhythm(result.rhythm), entry.name).toMatchObject({ ok: true });
      const layer = result.rhythm.layers.at(-1);
      const strokes = entry.skeleton.flatMap(({ kinds = ['one'] }) => kinds);
      expect(layer?.strokes.length, entry.name).toBe(strokes.length);
      ids.add(entry.tradition);
    }
    expect(ids).toEqual(new Set(['north-indian', 'compas', 'usul', 'timeline', 'part']));
  });

  it('is played on its own instrument, with beats cut as their strokes need', () => {
    const layerOf = (name: string) => {
      const entry = entryNamed(name);
      const layer = entry && skeletonLayer(entry);
      if (!entry || !layer) throw new Error(name);
      return { layer, rows: writeLayerRows(layer, entry.cycle).split('\n') };
    };
    const ektal = layerOf('ektal');
    expect(ektal.layer.instrument).toBe('north-indian-pair');
    expect(ektal.rows[0]).toBe(
      'play  W / W / H G / T R k T / U / N / K / N / H G / T R k T / W / N',
    );
    expect(ektal.rows.at(-1)).toBe(
      'say   dhin / dhin / dha ge / ti ra ki ta / tu / na / kat / ta / dha ge / ti ra ki ta / dhin / na',
    );
    // The second half of a beat, and two bars.
    expect(layerOf('jhumra').rows[0]).toMatch(/^play {2}W \/ \. H \/ T R k T \//);
    expect(layerOf('chautal').layer.instrument).toBe('pakhawaj');
    expect(layerOf('conga tumbao').rows[0]).toBe('play  H T / C! t / H T / O! O!');
    expect(layerOf('solea').rows[0]).toBe(
      'play  x / x / X! / x / x / X! / x / X! / x / X! / x / X!',
    );
    expect(layerOf('son clave in two bars').rows[0]).toBe(
      'play  X . / . X / . . / X . | . . / X . / X . / . .',
    );
  });

  it('is refused where there is no room or nothing to add', () => {
    const rhythm = rhythmIn('4x4');
    const [layer] = rhythm.layers;
    if (!layer) throw new Error('no layer');
    const full = {
      ...rhythm,
      layers: Array.from({ length: LIMITS.layers }, (_, index) => ({ ...layer, id: `l${index}` })),
    };
    const clave = entryNamed('son clave');
    const plain = entryNamed('four fours');
    if (!clave || !plain) throw new Error('no entry');
    expect(addSkeletonLayer(full, clave).ok).toBe(false);
    expect(addSkeletonLayer(rhythm, plain).ok).toBe(false);
  });
});

describe('the gestures of a cycle as a layer', () => {
  const claps = (name: string) => {
    const entry = entryNamed(name);
    if (!entry) throw new Error(name);
    return writeLayerRows(clapLayer(entry.cycle), entry.cycle);
  };

  it('are claps, softer waves and fingers of a ghost; the first clap is louder, a wave there is not', () => {
    expect(claps('adi')).toMatchInlineSnapshot(`"play  X! / (x) / (x) / (x) / X / x- / X / x-"`);
    expect(claps('rupak')).toMatchInlineSnapshot(`"play  x- / (x) / (x) / X / (x) / X / (x)"`);
  });

  it('are claps where a cycle has none', () => {
    expect(
      writeLayerRows(clapLayer(rhythmIn('4x4').cycle), rhythmIn('4x4').cycle),
    ).toMatchInlineSnapshot(`"play  X! / X / X / X"`);
  });
});
