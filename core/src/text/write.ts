import { entryOf, entryWords } from '../catalogue/index.ts';
import { writeCounting, writeSecond } from '../counting/index.ts';
import { type Cycle, formatSpans } from '../cycle/index.ts';
import { instrumentOf } from '../instrument/index.ts';
import { type Rhythm, writeEduppu } from '../rhythm/index.ts';
import { writeName } from './names.ts';
import { writeVariation } from './variation-text.ts';
import { writeLayerRows } from './write-layer.ts';

/**
 * Writes a rhythm in the form that `readRhythm` reads; reading it gives the same rhythm with fresh
 * ids of layers and variations. `origin` is not written.
 */
export function writeRhythm(rhythm: Rhythm): string {
  const { bpm, per } = rhythm.tempo;
  const head = [
    `rhythm ${writeName(rhythm.name)}`,
    `cycle ${writeCycle(rhythm.cycle)}`,
    `tempo ${bpm} to ${rhythm.target} per ${per}`,
    ...(rhythm.counting ? [`count ${writeCounting(rhythm.counting)}`] : []),
    ...(rhythm.second ? [`also ${writeSecond(rhythm.second)}`] : []),
    ...(rhythm.eduppu ? [`eduppu ${writeEduppu(rhythm.eduppu)}`] : []),
    ...(rhythm.turns ?? []).map(({ turn, mark, name, level }) =>
      [`turn ${turn + 1}`, level === undefined ? '' : `at ${level} %`, mark, name ?? '']
        .filter(Boolean)
        .join(' '),
    ),
    ...(rhythm.tags.length > 0 ? [`tags ${rhythm.tags.join(' ')}`] : []),
    ...(rhythm.notes === undefined ? [] : rhythm.notes.split('\n').map((line) => `note ${line}`)),
  ];
  const layers = rhythm.layers.map((layer) => {
    const instrument = instrumentOf(layer)?.name ?? layer.instrument;
    return [
      `layer ${writeName(layer.name)} : ${instrument}`,
      writeLayerRows(layer, rhythm.cycle),
    ].join('\n');
  });
  const variations = (rhythm.variations ?? []).map((one) =>
    writeVariation(one, rhythm.layers, rhythm.cycle),
  );
  return `${[head.join('\n'), ...layers, ...variations].join('\n\n')}\n`;
}

/** A cycle of the catalogue by its name; another one by its spans, with its own name where it has one. */
export function writeCycle(cycle: Cycle): string {
  const entry = entryOf(cycle);
  if (entry) return entryWords(entry);
  const spans = formatSpans(cycle);
  return cycle.name === spans ? spans : `${spans} as ${writeName(cycle.name)}`;
}
