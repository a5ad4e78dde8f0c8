import { TEMPO_RANGE } from '../../time/index.ts';
import { bpmOf, isByEar, nearestByEar, relationOf } from '../tempo.ts';
import { about, type Look } from './finding.ts';

const TURNS_TO_CHANGE = 4;

/** Changes of tempo at once that no one can count across. */
export const tempoByEar: Look = ({ laid }) =>
  laid.spans.flatMap((span) => {
    const { section, tempo, beyond } = span;
    const before = laid.spans[span.index - 1]?.tempo;
    if (!before || beyond !== undefined || section.over !== undefined) return [];
    if (isByEar(before, tempo)) return [];
    const [from, to] = [bpmOf(before), bpmOf(tempo)].map((bpm) => Math.round(bpm * 10) / 10);
    const { before: a, now: b } = relationOf(before, tempo);
    const near = nearestByEar(before, tempo);
    const over = Math.min(TURNS_TO_CHANGE, span.turns);
    return about(span, {
      kind: 'tempo-by-ear',
      weight: 'look',
      text: `From ${from} to ${to} at once is ${b} beats in the time of ${a}: no one can count that across. The nearest that can be found by ear is ${near.now} in the time of ${near.before}, which is ${Math.round(near.bpm)}.`,
      mends: [
        ...(near.bpm >= TEMPO_RANGE.min && near.bpm <= TEMPO_RANGE.max
          ? [
              {
                label: `${near.before} become ${near.now}`,
                edit: {
                  kind: 'change',
                  change: { kind: 'ratio', before: near.before, now: near.now },
                },
              } as const,
            ]
          : []),
        { label: `Go there over ${over} turns`, edit: { kind: 'over', over } },
      ],
    });
  });
