import {
  type ClimbEvent,
  type ClimbPlan,
  type ClimbState,
  isUnderWay,
  nextClimb,
  stoneAt,
} from '@stride/core/climb';
import type { Hit, Strictness } from '@stride/core/ear';
import type { NextSegment, Segment, Sound } from '@stride/core/sound';
import { paceOf, timeOf } from '@stride/core/sound';
import { type Seconds, secondsPerPulse, timeInto, toNumber } from '@stride/core/time';
import { useEffect, useRef, useState } from 'react';
import { playedSamples } from '../audio/play-samples.ts';
import type { Player } from '../audio/player.ts';
import { player as thePlayer } from '../audio/the-player.ts';
import { usePlayer, usePlayhead } from '../audio/use-player.ts';
import { type EarInput, InputError, type Listening } from '../ear/input.ts';
import { isBehindModal } from '../ui/use-keys.ts';
import { useLatest } from '../ui/use-latest.ts';
import { useSeldom } from '../ui/use-seldom.ts';
import { type EndedRun, endedRun } from './ended-run.ts';
import { createGathering, ownSounds } from './gathering.ts';
import {
  askedIn,
  askedOver,
  judgeRun,
  type PassLog,
  type PractisedLine,
  type RunResult,
} from './run-log.ts';
import { type ClimbParts, scoresOf, segmentOf, silencesOf } from './segments.ts';

export interface Climbing {
  readonly state: ClimbState;
  /** Something of the climb sounds, or is about to. */
  readonly running: boolean;
  /** Pulse of the count-in that sounds now, from 0. */
  readonly counted: number | undefined;
  /** The last run that was judged. */
  readonly result: RunResult | undefined;
  /** Why the input is not heard, and what to do. */
  readonly problem: string | undefined;
  readonly send: (event: ClimbEvent) => void;
}

export interface ClimbOptions {
  readonly id: string;
  /** Undefined where the rhythm cannot be played. */
  readonly parts: ClimbParts | undefined;
  readonly line: PractisedLine | undefined;
  /** By what the player is heard; not at all where it is not given. */
  readonly input?: EarInput | undefined;
  readonly calibrated?: Seconds | undefined;
  readonly strictness: Strictness;
  /** Rises with every pass, without counting in between. */
  readonly runsOn?: boolean;
  /** How loud each layer is heard, and a sound's loudest moment, to know the program's own sound again. */
  readonly levels?: ReadonlyMap<string, number>;
  readonly peakOf?: (sound: Sound) => number;
  /** Told of each hit as it comes, with how far the climb is. */
  readonly onHit?: (hit: Hit, passes: readonly PassLog[]) => void;
  readonly onResult?: (result: RunResult, state: ClimbState) => void;
  /** Told of each run that is over, also of one that was broken off or not heard. */
  readonly onRun?: (run: EndedRun) => void;
  readonly player?: Player;
}

/** How long hits of a pass that is over may still come: the way through a microphone and its ear. */
const LAST_HITS_MS = 420;
/** A stroke this soon after the verdict is still the run's. */
const SIGN_MS = 900;

/** Whether a segment belongs to the music of a climb, and not to its count-in. */
export function isPassPlaying(tag: unknown): boolean {
  return (tag as ClimbState).status === 'playing';
}

/** Whether one is reading in a panel or hearing oneself, so that a sound is no sign to go on. */
function isLookedAtClosely(): boolean {
  return (
    playedSamples.now() !== undefined ||
    isBehindModal() ||
    document.querySelector('[data-radix-popper-content-wrapper]') !== null
  );
}

/**
 * Runs a climb: the state machine decides, the player follows, and where there is an input what is played is
 * heard and judged. What is heard leads the screen: each stretch of sound carries the state it was planned
 * with.
 */
export function useClimb(options: ClimbOptions): Climbing {
  const { id, player = thePlayer } = options;
  const latest = useLatest(options);
  const playerState = usePlayer(player);
  const owner = `climb:${id}`;
  const running =
    (playerState.status === 'playing' || playerState.status === 'waking') &&
    playerState.owner === owner;
  const [state, setState] = useState<ClimbState>({ status: 'ready' });
  const [counted, setCounted] = useSeldom<number | undefined>(undefined);
  const [result, setResult] = useState<RunResult>();
  const [problem, setProblem] = useState<string>();

  /** The newest planned state, which may not be heard yet, and whether the player asked to stay. */
  const planned = useRef<ClimbState>(state);
  const staying = useRef(false);
  const now = useLatest(state);
  const listening = useRef<Listening>(undefined);
  const [run] = useState(createGathering);
  /** The stretch that was noted last, so that none is noted twice. */
  const noted = useRef<ClimbState>(undefined);
  const runs = useRef(0);
  const judgedAt = useRef(0);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);

  /** Whether the strokes of a rung are heard: not where nothing is asked, as when it is said. */
  function listensAt(rung: number): boolean {
    const { input, line, parts } = latest.current;
    const stone = parts && stoneAt(parts.path, rung);
    return Boolean(input && line && stone && askedIn(line, stone.passage).length > 0);
  }

  function planOf(rung: number): ClimbPlan {
    const rungs = latest.current.parts?.path.rungs ?? [];
    const { runsOn = false } = latest.current;
    return { passes: rungs.map(({ passes }) => passes), listens: listensAt(rung), runsOn };
  }

  function next(from: ClimbState, event: ClimbEvent): ClimbState {
    return nextClimb(from, event, planOf('rung' in from ? from.rung : 0));
  }

  function segment(of: ClimbState): NextSegment<ClimbState> | undefined {
    const { parts } = latest.current;
    return parts && segmentOf(parts, of);
  }

  /** Notes a stretch as it begins to be heard, and tells an input that plays by itself what is asked. */
  function note(stretch: NextSegment<ClimbState>, startTime: Seconds): void {
    const { parts, line, input, levels, peakOf } = latest.current;
    const { tag, tempo, rise } = stretch;
    if (!parts || !line || !('rung' in tag) || noted.current === tag) return;
    noted.current = tag;
    if (input && peakOf) {
      run.sounded(ownSounds(stretch, startTime, peakOf, levels), tag.status === 'counting-in');
    }
    if (tag.status !== 'playing') return;
    const rung = parts.path.rungs[tag.rung];
    const stone = rung && parts.path.stones[rung.stone];
    if (!stone) return;
    const secondsPerTick = toNumber(secondsPerPulse(tempo)) / line.timing.ticksPerPulse;
    const pass: PassLog = {
      startTime,
      secondsPerTick,
      ...(rise === undefined ? {} : { rise: rise / line.timing.ticksPerPulse }),
      seconds: timeInto(paceOf(stretch), stretch.endTicks - stretch.startTicks),
      silences: silencesOf(parts, stone, tag.pass - 1, startTime, rung.bpm),
    };
    run.passed(pass);
    if (!input?.expect) return;
    const asked = askedOver(askedIn(line, stone.passage), [pass]).map((one) => ({
      ...one,
      pass: tag.pass - 1,
    }));
    input.expect(asked, { run: runs.current, secondsPerTick });
  }

  function follow(ended: Segment<ClimbState>): NextSegment<ClimbState> | undefined {
    const of = ended.tag;
    note(ended, ended.startTime);
    const live = 'staying' in of ? { ...of, staying: staying.current } : of;
    const type = of.status === 'counting-in' ? 'counted-in' : 'pass-ended';
    planned.current = next(live, { type });
    const following = segment(planned.current);
    // Where nothing is heard of a rung, the next one is counted in without a halt, and its run begins.
    const isOver = planned.current.status === 'counting-in' || planned.current.status === 'reached';
    if (isOver && of.status === 'playing') {
      handOver(of.rung, timeOf(ended, ended.endTicks));
      run.begin();
    }
    if (following) note(following, timeOf(ended, ended.endTicks));
    return following;
  }

  /** Hands over what was played at a rung up to a moment, to be kept. */
  function handOver(rung: number, until = player.heardAt(performance.now()), found?: RunResult) {
    const ended = until === undefined ? undefined : endedRun(run.now(), rung, until, found);
    if (ended) latest.current.onRun?.(ended);
  }

  function closeEar(): void {
    listening.current?.stop();
    listening.current = undefined;
  }

  function hear(hit: Hit): void {
    const { onHit } = latest.current;
    const at = now.current.status;
    if (at === 'judged') {
      const usual = run
        .now()
        .hits.map(({ loud }) => loud ?? 0)
        .sort((a, b) => a - b);
      const hard = (usual[Math.floor(usual.length / 2)] ?? 0) * 0.8;
      if (performance.now() - judgedAt.current < SIGN_MS || (hit.loud ?? 1) < hard) return;
      if (isLookedAtClosely()) return;
      latestSend.current({ type: 'go-on' });
      return;
    }
    run.hear(hit);
    onHit?.(hit, run.now().passes);
  }

  function drop(): void {
    if (now.current.status === 'playing') run.droppedOut();
  }

  function isPlaying(): boolean {
    return now.current.status === 'counting-in' || now.current.status === 'playing';
  }

  function fail(message: string): void {
    setProblem(message);
    closeEar();
    const { current } = now;
    // Before anything was played there is nothing to judge.
    if (current.status === 'counting-in') latestSend.current({ type: 'stop' });
    if (current.status !== 'playing') return;
    run.endedAt(player.heardAt(performance.now()));
    planned.current = { status: 'listening', rung: current.rung, tries: current.tries };
    player.stop();
  }

  /** Opens the input where there is one. @returns whether the climb can begin */
  async function openEar(): Promise<boolean> {
    const { input } = latest.current;
    if (!input) setProblem(undefined);
    if (!input || listening.current) return true;
    try {
      listening.current = await input.open({ hear, fail, drop, isPlaying });
      setProblem(undefined);
      return true;
    } catch (error) {
      setProblem(
        error instanceof InputError
          ? error.message
          : 'The input could not be opened. Choose it again, or play without being heard.',
      );
      return false;
    }
  }

  async function play(first: NextSegment<ClimbState>): Promise<void> {
    run.begin();
    const isOpen = await openEar();
    // Somebody may have stopped it while the browser asked for the microphone.
    if (planned.current !== first.tag) {
      if (!isUnderWay(planned.current)) closeEar();
      return;
    }
    if (!isOpen) {
      planned.current = { status: 'ready' };
      setState(planned.current);
      return;
    }
    const { parts } = latest.current;
    const later = parts ? scoresOf(parts) : [];
    await player.play<ClimbState>({ owner, first, later, next: follow });
  }

  function send(event: ClimbEvent): void {
    const from = now.current;
    const to = next(from, event);
    const isBroken =
      from.status === 'playing' && (event.type === 'stop' || to.status === 'counting-in');
    if (isBroken) handOver(from.rung);
    if (event.type === 'stop') {
      clearTimeout(timer.current);
      planned.current = to;
      player.stop();
      closeEar();
      setState(to);
      return;
    }
    if (to === from) return;
    staying.current = 'staying' in to && to.staying;
    setState(to);
    if (event.type === 'stay' && from.status !== 'judged') return;
    planned.current = to;
    if (!isUnderWay(to)) {
      closeEar();
      return;
    }
    const first = segment(to);
    if (!first) return;
    if (running && from.status !== 'judged') {
      player.cutTo(first);
      run.begin();
    } else void play(first);
  }

  function finish(): void {
    const { parts, line, input, calibrated, strictness, onResult } = latest.current;
    const at = planned.current;
    if (at.status !== 'listening') return;
    const rung = parts?.path.rungs[at.rung];
    const stone = rung && parts.path.stones[rung.stone];
    if (!line || !stone || !input) return;
    const { countIn, own, ...gathered } = run.now();
    const found = judgeRun({
      line,
      passage: stone.passage,
      rung: at.rung,
      bpm: rung.bpm,
      ...gathered,
      ...(input.kind === 'microphone' ? { own: { countIn, all: [...countIn, ...own] } } : {}),
      calibrated,
      strictness,
    });
    handOver(at.rung, gathered.until ?? Number.POSITIVE_INFINITY, found);
    runs.current += 1;
    judgedAt.current = performance.now();
    const to = next(at, { type: 'judged', verdict: found.verdict });
    planned.current = to;
    setResult(found);
    setState(to);
    onResult?.(found, to);
  }
  const latestFinish = useLatest(finish);
  const latestSend = useLatest(send);
  const latestHandOver = useLatest(handOver);

  // When the sound ends by itself the last planned state is the one that was reached.
  useEffect(() => {
    if (running) return;
    if (planned.current.status === 'reached') {
      setState(planned.current);
      planned.current = { status: 'ready' };
      listening.current?.stop();
      listening.current = undefined;
    }
    if (planned.current.status !== 'listening') return;
    setState(planned.current);
    timer.current = setTimeout(() => latestFinish.current(), LAST_HITS_MS);
  }, [running, latestFinish]);

  useEffect(
    () => () => {
      if (now.current.status === 'playing') latestHandOver.current(now.current.rung);
      clearTimeout(timer.current);
      listening.current?.stop();
    },
    [now, latestHandOver],
  );

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
      setCounted(tag.status === 'counting-in' ? Math.floor(at.pulses + 1e-6) : undefined);
    },
    player,
  );

  return { state, running, counted, result, problem, send };
}
