import {
  type HeardBy,
  judgedOf,
  type LoggedRun,
  markOf,
  type Played,
  packPlayed,
  passageLoad,
} from '@stride/core/log';
import { layerIn } from '@stride/core/passage';
import { countingOf, tempoAt, withoutOwn } from '@stride/core/rhythm';
import type { Pace } from '@stride/core/time';
import type { EndedRun } from '../climb/ended-run.ts';
import type { Practice } from '../climb/use-practice.ts';
import { dayOf } from './day-of.ts';

/**
 * A run as the log keeps it, and what was played in it.
 * @param ended when it was over, in milliseconds since 1970
 */
export function loggedRun(
  run: EndedRun,
  { line, path, plan }: Pick<Practice, 'line' | 'path' | 'plan'>,
  heardBy: HeardBy,
  ended: number,
): { readonly run: LoggedRun; readonly played: Played | undefined } | undefined {
  const { rhythm, timing, layerIndex: index, layer, grid } = line;
  const rung = path.rungs[run.rung];
  const stone = rung && path.stones[rung.stone];
  if (!rung || !stone) return undefined;
  const { result, seconds } = run;
  const id = crypto.randomUUID();
  const at = Math.round(ended - seconds * 1000);
  const named = {
    cycle: rhythm.cycle,
    layer: layerIn(rhythm.cycle, layer, grid, stone.passage),
    grid,
    counting: countingOf(rhythm, layer),
    passes: run.passes.length,
  };
  const one = passageLoad({ rhythm, timing, index }, stone.passage, 1);
  // Where it was broken off, the strokes of the part that was played are reckoned by its time.
  const times = (count: number) => Math.round(count * run.times);
  const starts = run.passes.map(({ startTime }) => startTime);
  const isHeard = heardBy !== 'none';
  const louds = heardBy === 'microphone' ? run.hits.flatMap(({ loud }) => loud ?? []) : [];
  return {
    run: {
      id,
      at,
      day: dayOf(at),
      rhythm: { id: rhythm.id, name: rhythm.name },
      version: markOf(withoutOwn(rhythm)),
      layer: { id: layer.id, name: layer.name },
      instrument: layer.instrument,
      part: stone.name,
      passage: stone.passage,
      whole: stone.size === 'whole',
      way: plan.way,
      heardBy,
      bpm: rung.bpm,
      per: tempoAt(rhythm).per,
      passes: run.whole,
      seconds: Math.round(seconds * 10) / 10,
      brokenOff: run.brokenOff,
      load: {
        R: times(one.R),
        L: times(one.L),
        loudR: times(one.loudR),
        loudL: times(one.loudL),
        row: one.R === 0 || one.L === 0 ? times(one.row) : one.row,
      },
      ...(louds.length > 0
        ? { level: Math.min(1, louds.reduce((sum, loud) => sum + loud, 0) / louds.length) }
        : {}),
      ...(result
        ? { judged: judgedOf(result.judgement, rung.bpm, result.verdict, result.flaws, named) }
        : {}),
    },
    played:
      isHeard && run.hits.length > 0
        ? packPlayed(id, {
            passage: stone.passage,
            secondsPerTick: run.passes[0].secondsPerTick,
            ...pacesOf(run.passes),
            starts,
            hits: run.hits,
          })
        : undefined,
  };
}

/** The pace of each pass, where they are not all alike: a steady rise. */
function pacesOf(passes: EndedRun['passes']): { readonly paces?: readonly Pace[] } {
  const [{ secondsPerTick }] = passes;
  const isAlike = passes.every(
    (one) => one.rise === undefined && one.secondsPerTick === secondsPerTick,
  );
  return isAlike ? {} : { paces: passes };
}
