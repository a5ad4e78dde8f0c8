import { countTurn, usualCounting } from '@stride/core/counting';
import { readOrder, turnCount } from '@stride/core/passage';
import {
  type Layer,
  type Lines,
  type Rhythm,
  type Timing,
  type TimingResult,
  tempoAt,
  timeRhythm,
  type Variation,
  withVariation,
} from '@stride/core/rhythm';
import { type Score, scoreRhythm, soundsOf, spokenRhythm, withVoice } from '@stride/core/sound';
import type { Speaker } from '@stride/core/speech';
import type { Tempo } from '@stride/core/time';
import { drawOptional, type OptionalPlayed, USUAL_PLAN } from '@stride/core/variation';
import { useDeferredValue, useEffect, useMemo, useRef, useState } from 'react';
import { KEYS } from '../app/keys.ts';
import { countInSaid } from '../audio/count-in.ts';
import { useGivenTempo } from '../audio/given-tempo.ts';
import { usePlays } from '../audio/loop.ts';
import { useSpeaker } from '../audio/sound-settings.ts';
import { player } from '../audio/the-player.ts';
import { usePlayhead } from '../audio/use-player.ts';
import { prepareSounds } from '../audio/voices.ts';
import type { Mix } from '../store/db.ts';
import { announce } from '../ui/live.tsx';
import type { Store } from '../ui/store.ts';
import { toast } from '../ui/toasts.ts';
import { useKeys } from '../ui/use-keys.ts';
import { useLatest } from '../ui/use-latest.ts';
import { useSeldom } from '../ui/use-seldom.ts';
import { type HeardPart, heardOf } from './heard-part.ts';
import type { OpenBench, Varied } from './open-bench.ts';
import { isHome, isTurnTag, type TurnByTurn, turnByTurn } from './play-variations.ts';
import { needsChosen, type PlayWhat, playing, sayWhat } from './play-what.ts';

/** Who owns the player while a rhythm loops on the Bench. */
export function loopOwner(rhythm: Rhythm): string {
  return `loop:${rhythm.id}`;
}

/** How long the hands rest before the sounds of a rhythm are made ready. */
const READY_MS = 200;

type Heard = Lines & Pick<Rhythm, 'second' | 'turns' | 'variations' | 'counting'>;

function scoreOf(lines: Heard, speaker?: Speaker): Score | undefined {
  const timed = timeRhythm(lines);
  return timed.ok ? scoreTimed(lines, timed.timing, speaker) : undefined;
}

/** The score, with what a voice says to it where one speaks. */
function scoreTimed(lines: Heard, timing: Timing, speaker: Speaker | undefined): Score {
  const score = scoreRhythm(lines, timing, lines);
  return speaker ? withVoice(score, spokenRhythm(lines, timing), speaker) : score;
}

/** A layer of which only a part is heard. */
export interface PartHeard {
  readonly layer: string;
  readonly part: HeardPart;
}

export interface PlayingOptions {
  readonly bench: Pick<OpenBench, 'chosen' | 'call' | 'varied'>;
  readonly rhythm: Rhythm;
  readonly timed: TimingResult;
  /** Whether a turn is counted in first. */
  readonly countIn: boolean;
  /** The order in which turns are played, as it is written. */
  readonly order: string | undefined;
  /** By which rules variations come. */
  readonly rules: Mix['variations'];
  /** What is heard of strokes that may be left out. */
  readonly optional: OptionalPlayed;
  readonly heardPart: PartHeard | undefined;
}

/** What is asked for as each stretch begins. */
interface Latest extends Pick<PlayingOptions, 'rules' | 'optional'> {
  readonly tempo: Tempo;
  readonly lines: Heard;
  readonly score?: Score;
  readonly speaker: Speaker | undefined;
}

/** Plays the rhythm of the Bench: edits are heard as they come, variations when their keys call them. */
export function usePlaying(options: PlayingOptions) {
  const { bench, rhythm, timed, countIn, order, rules, optional, heardPart } = options;
  const owner = loopOwner(rhythm);
  const mine = usePlays(owner);
  const { cycle, layers, second, turns, variations, counting } = rhythm;
  const speaker = useSpeaker();
  const tempo = useGivenTempo(tempoAt(rhythm));
  // What is seen comes before what is heard: a running score follows when the edit has been painted,
  // and before playing only the sounds are made ready, when the hands rest.
  const lines = useMemo(
    (): Heard => ({
      cycle,
      layers: certain(heardOf(layers, heardPart?.layer, heardPart?.part ?? 'all'), optional),
      ...(second && { second }),
      ...(turns && { turns }),
      ...(variations && { variations }),
      ...(counting && { counting }),
    }),
    [cycle, layers, heardPart, optional, second, turns, variations, counting],
  );
  const heard = useDeferredValue(lines);
  const score = useMemo(() => (mine ? scoreOf(heard, speaker) : undefined), [mine, heard, speaker]);
  const latest = useLatest<Latest>({
    tempo,
    lines: heard,
    speaker,
    rules,
    optional,
    ...(score && { score }),
  });
  const turnsPlayed = useRef<TurnByTurn>(undefined);
  const [word, setWord] = useSeldom<string | undefined>(undefined);
  const [what, setWhat] = useState<PlayWhat>('all');
  usePlayhead(mine, (at) => {
    const counting = at?.segment.tag === 'count-in';
    setWord(
      counting
        ? countTurn(rhythm.counting ?? usualCounting(cycle), cycle)[Math.floor(at.pulses + 1e-6)]
            ?.word
        : undefined,
    );
    follow(bench.varied, mine ? at?.segment.tag : undefined);
  });

  // Computing the sounds before they are asked for lets the first stroke come at once.
  useEffect(() => {
    const timer = setTimeout(() => {
      // While it plays its score is there already.
      const ready = latest.current.score ?? scoreOf(heard, speaker);
      // What cannot be computed is said when it is to be played.
      if (ready)
        prepareSounds([ready, ...variedScores(rhythm, heard, speaker)].flatMap(soundsOf)).catch(
          () => undefined,
        );
    }, READY_MS);
    return () => clearTimeout(timer);
  }, [heard, rhythm, speaker, latest]);
  useEffect(() => {
    if (score && mine) player.change({ score, where: isHome });
  }, [score, mine]);
  useEffect(() => {
    if (mine) player.change({ tempo });
  }, [tempo, mine]);

  /** The rhythm as it is when each stretch begins, with what was written meanwhile. */
  const nextOf = (what: PlayWhat, begin: Score, first?: Variation) => {
    turnsPlayed.current = undefined;
    if (!timed.ok) return undefined;
    const { timing } = timed;
    const isTurnByTurn = what === 'in order' || what === 'mixed' || what === 'all';
    if (!isTurnByTurn || !(variations || hasOptional(layers))) {
      const chosen = bench.chosen.now();
      const next = playing({ what, rhythm, timing, chosen, order: orderOf(order, timing) }, () => ({
        score: latest.current.score ?? begin,
        tempo: latest.current.tempo,
      }));
      let times = 0;
      return () => {
        const segment = next();
        const { optional: how, rules } = latest.current;
        const seed = rules?.seed ?? USUAL_PLAN.seed;
        // Drawn once for each stretch; where it goes round without end, once for all.
        return segment && { ...segment, ...drawOptional(segment, how, seed, times++) };
      };
    }
    const way = what === 'all' ? 'by key' : what;
    const { variations: _, ...bare } = rhythm;
    const turns = turnByTurn(() => ({
      rhythm: { ...bare, ...latest.current.lines },
      score: latest.current.score ?? begin,
      scoreOf: (varied, timing) => scoreTimed(varied, timing, latest.current.speaker),
      tempo: latest.current.tempo,
      plan: { ...USUAL_PLAN, ...latest.current.rules, way },
      optional: latest.current.optional,
    }));
    turns.call(first);
    turnsPlayed.current = turns;
    return turns.next;
  };
  const play = (what: PlayWhat, first?: Variation) => {
    const begin = scoreOf(lines, speaker);
    if (!begin || !timed.ok) return;
    const chosen = bench.chosen.now();
    if (!chosen && needsChosen(what)) {
      toast('Nothing is chosen here. Choose a slot on the line, in Write or in Read.');
      return;
    }
    const next = nextOf(what, begin, first);
    if (!next) return;
    setWhat(what);
    const said = sayWhat(what, rhythm, timed.timing, chosen);
    if (mine) {
      player.followWith<unknown>(begin, next);
      toast(`${said}: it comes when this turn ends.`);
      return;
    }
    const bar = countInSaid(cycle, counting, speaker);
    const counted = {
      score: bar,
      tempo,
      startTicks: 0,
      endTicks: bar.lengthTicks,
      tag: 'count-in',
    };
    const begun = countIn ? counted : next();
    if (!begun) return;
    announce(`Playing at ${tempo.bpm}. ${said}.`);
    void player.play<unknown>({
      owner,
      first: begun,
      later: [begin, ...variedScores(rhythm, lines, speaker)],
      next,
    });
  };
  /** Plays a variation at the next turn; called once more before it comes, it does not come. */
  const call = (id: string) => {
    const variation = variations?.find((one) => one.id === id);
    const turns = turnsPlayed.current;
    if (!variation) return;
    if (!mine) {
      bench.varied.set({ called: id, gone: [] });
      play('all', variation);
      return;
    }
    if (!turns && what === 'all') {
      // It was begun before there was a variation.
      play('all', variation);
      return;
    }
    if (!turns) {
      toast('Variations come while all of it plays: press Play, then the key.');
      return;
    }
    const isTakenBack = bench.varied.now().called === id;
    turns.call(isTakenBack ? undefined : variation);
    bench.varied.set({
      ...bench.varied.now(),
      called: isTakenBack ? undefined : id,
    });
    announce(isTakenBack ? `${variation.name} does not come` : `${variation.name} comes next`);
    player.putNext(turns.again);
  };
  const stop = () => {
    player.stop();
    announce('Stopped');
  };
  const toggle = () => (mine ? stop() : play('all'));
  const latestCall = useLatest(call);
  useEffect(() => {
    bench.call.now = (id) => latestCall.current(id);
    return () => {
      bench.call.now = () => undefined;
    };
  }, [bench, latestCall]);
  useKeys(
    KEYS.variation.keys,
    ({ code }) => {
      const called = variations?.find(({ key }) => code.endsWith(String(key)));
      if (called) call(called.id);
    },
    { enabled: variations !== undefined },
  );
  return { mine, what, word, play, toggle };
}

/** The layers without what may be left out, where that is never played. */
function certain(layers: readonly Layer[], optional: OptionalPlayed): readonly Layer[] {
  if (optional !== 'never') return layers;
  return layers.map((layer) => ({
    ...layer,
    strokes: layer.strokes.filter((stroke) => !stroke.optional),
  }));
}

/** Whether any stroke may be left out. */
export function hasOptional(layers: readonly Layer[]): boolean {
  return layers.some(({ strokes }) => strokes.some(({ optional }) => optional));
}

/** The scores of variations, for their sounds. */
function variedScores(
  rhythm: Rhythm,
  lines: Heard,
  speaker: Speaker | undefined,
): readonly Score[] {
  return (rhythm.variations ?? []).flatMap(
    (variation) => scoreOf(withVariation({ ...rhythm, ...lines }, variation), speaker) ?? [],
  );
}

/** So many turns that went by are kept. */
const GONE = 64;

/** Keeps what is heard of the variations in step with the ear: one that was called and has begun is no longer called. */
function follow(varied: Store<Varied>, tag: unknown): void {
  const before = varied.now();
  if (!isTurnTag(tag)) {
    if (before.heard ?? (tag === undefined && before.called)) varied.set({ gone: before.gone });
    return;
  }
  const { turn, variation } = tag;
  const last = before.gone.at(-1);
  if (last?.turn === turn && before.heard === variation) return;
  const others = before.gone.filter((one) => one.turn < turn);
  varied.set({
    heard: variation,
    called: before.called === variation ? undefined : before.called,
    gone: [...others, tag].slice(-GONE),
  });
}

/** An order that was written, as long as the rhythm has its turns. */
export function orderOf(written: string | undefined, timing: Timing) {
  const read = readOrder(written ?? '', turnCount(timing));
  return 'order' in read ? read.order : undefined;
}
