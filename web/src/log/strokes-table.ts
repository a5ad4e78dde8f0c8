import type { Cell } from '../ui/save-table.ts';
import type { RunAgain } from './run-again.ts';

/** What stands in the columns of a table of strokes. */
export const STROKE_COLUMNS = [
  'seconds',
  'asked at',
  'off ms',
  'slot',
  'stroke asked',
  'stroke heard',
  'hand',
  'loud',
  'what',
] as const;

type Met = RunAgain['result']['judgement']['match']['met'][number];

const placeOf = ({ slot, kinds }: Met['asked']): readonly Cell[] => [slot + 1, kinds.join('+')];
const loudOf = ({ loud }: Met['hit']): Cell =>
  loud === undefined ? undefined : Math.round(loud * 1000) / 1000;
const seconds = (time: number) => Math.round(time * 10_000) / 10_000;

/** Every stroke of a run in order: met with how far off it was, missed, or more than was asked for. */
export function strokeRows({
  result,
  played,
}: Pick<RunAgain, 'result' | 'played'>): readonly (readonly Cell[])[] {
  const { match } = result.judgement;
  const [first = 0] = played.starts;
  const rows = [
    ...match.met.map(({ asked, hit, error }) => ({
      at: hit.time,
      row: [
        seconds(hit.time - first),
        seconds(asked.time - first),
        Math.round(error * 10_000) / 10,
        ...placeOf(asked),
        hit.kind,
        hit.hand ?? asked.hand,
        loudOf(hit),
        'met',
      ] satisfies readonly Cell[],
    })),
    ...match.missed.map((asked) => ({
      at: asked.time,
      row: [
        undefined,
        seconds(asked.time - first),
        undefined,
        ...placeOf(asked),
        undefined,
        asked.hand,
        undefined,
        'missed',
      ] satisfies readonly Cell[],
    })),
    ...match.extra.map((hit) => ({
      at: hit.time,
      row: [
        seconds(hit.time - first),
        ...[undefined, undefined, undefined, undefined],
        hit.kind,
        hit.hand,
        loudOf(hit),
        'extra',
      ] satisfies readonly Cell[],
    })),
  ];
  return rows.sort((a, b) => a.at - b.at).map(({ row }) => row);
}
