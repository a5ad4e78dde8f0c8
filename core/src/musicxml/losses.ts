import { graceCount, type Layer, type Rhythm } from '../rhythm/index.ts';
import { counted } from '../wording/index.ts';
import { type Stretch, turnsOfLayer } from './line.ts';

/** What of lines no bars of notes can hold, in sentences. */
export function lostOfLines(
  { cycle, layers }: Pick<Rhythm, 'cycle' | 'layers'>,
  stretches: readonly Pick<Stretch, 'lines' | 'mark'>[],
): readonly string[] {
  const lost: string[] = [];
  const free = layers.filter((layer) => !Number.isInteger(turnsOfLayer(cycle, layer)));
  if (free.length > 0) {
    lost.push(
      `${named(free)}: written out in whole turns, since in a score no part has bars of its own.`,
    );
  }
  for (const { lines, mark } of stretches) {
    for (const { layer, ringsLost, unwritten } of lines) {
      const where = mark === undefined ? layer.name : `${layer.name}, ${mark}`;
      if (ringsLost > 0) {
        lost.push(`${where}: ${counted(ringsLost, 'slot')} of ringing on that is not written.`);
      }
      if (unwritten > 0) {
        lost.push(`${where}: ${counted(unwritten, 'stroke')} that no note value can write.`);
      }
      const small = layer.strokes.filter(
        (stroke, at) =>
          graceCount(stroke.ornament) > 0 && layer.strokes[at - 1]?.slot === stroke.slot,
      ).length;
      if (small > 0) {
        lost.push(`${where}: the graces of ${counted(small, 'stroke')} that sound with another.`);
      }
    }
  }
  return lost;
}

/** What of a rhythm is not in the file, in sentences. */
export function lostOf(rhythm: Rhythm, stretches: readonly Stretch[]): readonly string[] {
  const { cycle, layers, turns = [] } = rhythm;
  const lost = [...lostOfLines(rhythm, stretches)];
  const of = (what: string, has: (layer: Layer) => boolean) => {
    const found = layers.filter(has);
    if (found.length > 0) lost.push(`${named(found)}: ${what}.`);
  };
  of('the side of the timeline', ({ side }) => side !== undefined);
  of('what the layer is for', ({ role }) => role !== undefined);
  of('what is counted under the line', ({ sayCounting }) => sayCounting !== undefined);
  of('what the drums are tuned to', ({ tuning }) => tuning !== undefined);
  if (cycle.groups.some(({ beats }) => beats.some(({ gesture }) => gesture))) {
    lost.push('The gestures of the beats stand in it as a text that other programs do not draw.');
  }
  if (rhythm.counting) lost.push('How it is counted.');
  if (rhythm.second) lost.push('The second counting.');
  if (rhythm.eduppu) lost.push('Where it begins after the one (eduppu).');
  if (turns.some(({ level, mark }) => level !== undefined || mark !== 'plain')) {
    lost.push('What turns are in the phrase, and how loud; their names are there.');
  }
  if (rhythm.variations?.some(({ place, share }) => place ?? share)) {
    lost.push('Where variations may stand, and how often.');
  }
  return lost;
}

const named = (layers: readonly Layer[]) => layers.map(({ name }) => name).join(', ');
