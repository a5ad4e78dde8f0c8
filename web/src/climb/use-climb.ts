import {
  type ClimbEvent,
  type ClimbState,
  type Ladder,
  nextClimb,
  rungs as rungsOf,
} from '@stride/core/climb';
import { type Rhythm, type TimingResult, tempoAt } from '@stride/core/rhythm';
import { type NextSegment, type Score, scoreCountIn, scoreRhythm } from '@stride/core/sound';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { Player } from '../audio/player.ts';
import { player as thePlayer } from '../audio/the-player.ts';
import { usePlayer, usePlayhead } from '../audio/use-player.ts';

export interface Climbing {
  readonly state: ClimbState;
  readonly rungs: readonly number[];
  readonly running: boolean;
  /** Beat of the count-in that sounds now, from 1. */
  readonly counted: number | undefined;
  readonly send: (event: ClimbEvent) => void;
}

/** Whether a segment belongs to the music of a climb, and not to its count-in. */
export function isPassPlaying(tag: unknown): boolean {
  return (tag as ClimbState).status === 'playing';
}

/**
 * Runs a climb: the state machine decides, the player follows. What is heard leads the screen: each
 * stretch of sound carries the state it was planned with.
 */
export function useClimb(
  rhythm: Rhythm,
  timed: TimingResult,
  ladder: Ladder,
  player: Player = thePlayer,
): Climbing {
  const playerState = usePlayer(player);
  const owner = `climb:${rhythm.id}`;
  const running =
    (playerState.status === 'playing' || playerState.status === 'waking') &&
    playerState.owner === owner;
  const [state, setState] = useState<ClimbState>({ status: 'ready' });
  const [counted, setCounted] = useState<number>();
  const rungs = useMemo(() => rungsOf(ladder), [ladder]);
  const score = useMemo(
    () => (timed.ok ? scoreRhythm(rhythm, timed.timing, rhythm) : undefined),
    [rhythm, timed],
  );
  const countIn = useMemo(() => scoreCountIn(rhythm.cycle), [rhythm.cycle]);
  const plan = { rungCount: rungs.length, passes: ladder.passes };

  /** The newest planned state, which may not be heard yet, and whether the player asked to stay. */
  const planned = useRef<ClimbState>(state);
  const staying = useRef(false);

  function segment(of: ClimbState): NextSegment<ClimbState> | undefined {
    if (of.status !== 'counting-in' && of.status !== 'playing') return undefined;
    const chosen: Score | undefined = of.status === 'counting-in' ? countIn : score;
    if (!chosen) return undefined;
    const tempo = { bpm: rungs[of.rung] ?? ladder.to, per: tempoAt(rhythm).per };
    return { score: chosen, tempo, startTicks: 0, endTicks: chosen.lengthTicks, tag: of };
  }

  function follow(ended: ClimbState): NextSegment<ClimbState> | undefined {
    const live = 'staying' in ended ? { ...ended, staying: staying.current } : ended;
    const type = ended.status === 'counting-in' ? 'counted-in' : 'pass-ended';
    planned.current = nextClimb(live, { type }, plan);
    return segment(planned.current);
  }

  function send(event: ClimbEvent): void {
    const next = nextClimb(state, event, plan);
    if (event.type === 'stop') {
      player.stop();
      setState(next);
      return;
    }
    if (next === state) return;
    staying.current = 'staying' in next && next.staying;
    setState(next);
    if (event.type === 'stay') return;
    planned.current = next;
    const first = segment(next);
    if (!first) return;
    if (running) player.cutTo(first);
    else {
      void player.play<ClimbState>({ owner, first, next: (ended) => follow(ended.tag) });
    }
  }

  // When the sound ends by itself the last planned state is the one that was reached.
  useEffect(() => {
    if (running || planned.current.status !== 'reached') return;
    setState(planned.current);
    planned.current = { status: 'ready' };
  }, [running]);

  const heard = useRef<ClimbState>(undefined);
  usePlayhead(
    running,
    (at) => {
      if (!at) {
        setCounted(undefined);
        return;
      }
      const tag = at.segment.tag as ClimbState;
      if (tag !== heard.current) {
        heard.current = tag;
        setState('staying' in tag ? { ...tag, staying: staying.current } : tag);
      }
      const beat =
        tag.status === 'counting-in'
          ? at.segment.score.events.findLastIndex((event) => event.ticks <= at.pulses + 1e-6) + 1
          : undefined;
      setCounted(beat);
    },
    player,
  );

  return { state, rungs, running, counted, send };
}
