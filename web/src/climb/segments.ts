import { type ClimbState, type Path, passSeconds } from '@stride/core/climb';
import { type Stone, scorePassage } from '@stride/core/passage';
import type { Rhythm, Timing } from '@stride/core/rhythm';
import {
  type ClickPlan,
  type Coming,
  isHeard,
  type NextSegment,
  type Score,
  spokenRhythm,
  withClick,
  withCompany,
  withVoice,
} from '@stride/core/sound';
import type { Speaker } from '@stride/core/speech';
import type { Seconds } from '@stride/core/time';
import { countInSaid } from '../audio/count-in.ts';

/** What the stretches of a climb are made of. */
export interface ClimbParts {
  readonly rhythm: Rhythm;
  readonly timing: Timing;
  readonly path: Path;
  /** Pulses in the counted beat. */
  readonly per: number;
  readonly click: ClickPlan;
  readonly company: Readonly<Record<string, Coming>>;
  /** Who counts in, and says what is said first; nobody where the voice is off. */
  readonly speaker?: Speaker | undefined;
}

const scores = new WeakMap<Rhythm, Map<Stone, Score>>();

/** A stone's score, kept as long as its rhythm is; where it is said first, a voice says it along with the player. */
function scoreOf(parts: ClimbParts, stone: Stone): Score {
  const score = playedOf(parts, stone);
  const { rhythm, timing, speaker } = parts;
  if (stone.passage.as !== 'said' || !speaker) return score;
  return withVoice(score, spokenRhythm(rhythm, timing), speaker);
}

function playedOf({ rhythm, timing }: ClimbParts, stone: Stone): Score {
  const known = scores.get(rhythm) ?? new Map<Stone, Score>();
  scores.set(rhythm, known);
  let score = known.get(stone);
  if (!score) {
    score = scorePassage(rhythm, timing, stone.passage);
    known.set(stone, score);
  }
  return score;
}

/** What sounds on the way, so that it can be made ready before one begins. */
export function scoresOf(parts: ClimbParts): readonly Score[] {
  return parts.path.stones.map((stone) =>
    withClick(scoreOf(parts, stone), parts.rhythm.cycle, { on: 'parts', count: 2, level: 1 }),
  );
}

/** The turns of a pass: which it begins with in the rhythm, and how many it has. */
function turnsOf({ passage }: Stone, score: Score) {
  const turn = score.turnTicks / score.ticksPerPulse;
  const from = Math.floor(passage.from.num / passage.from.den / turn);
  const to = Math.ceil(passage.to.num / passage.to.den / turn);
  return { from, count: Math.max(1, to - from) };
}

/** What is heard in a state of the climb; nothing where nothing is to be heard. */
export function segmentOf(
  parts: ClimbParts,
  state: ClimbState,
): NextSegment<ClimbState> | undefined {
  if (state.status !== 'counting-in' && state.status !== 'playing') return undefined;
  const rung = parts.path.rungs[state.rung];
  const stone = rung && parts.path.stones[rung.stone];
  if (!rung || !stone) return undefined;
  const tempo = { bpm: rung.bpm, per: parts.per };
  if (state.status === 'counting-in') {
    const score = countInSaid(parts.rhythm.cycle, parts.rhythm.counting, parts.speaker);
    return { score, tempo, startTicks: 0, endTicks: score.lengthTicks, tag: state };
  }
  const plain = scoreOf(parts, stone);
  const { from, count } = turnsOf(stone, plain);
  const firstTurn = (state.pass - 1) * count - from;
  const company = new Map(Object.entries(parts.company));
  const score = withClick(
    withCompany(plain, company, firstTurn),
    parts.rhythm.cycle,
    parts.click,
    firstTurn,
  );
  const ticks = ({ num, den }: { num: number; den: number }) => (num * score.ticksPerPulse) / den;
  return {
    score,
    tempo,
    // Who stays at a rung does not rise with each of its passes again.
    ...(rung.rise === undefined || (state.staying && state.pass > 1)
      ? {}
      : { rise: risePerPulse(rung.rise, stone) }),
    startTicks: ticks(stone.passage.from),
    endTicks: ticks(stone.passage.to),
    tag: state,
  };
}

/** What a pass rises by, from pulse to pulse. */
function risePerPulse(rise: number, { passage: { from, to } }: Stone): number {
  return Math.log(rise) / (to.num / to.den - from.num / from.den);
}

/** Stretches of a pass in which the click is silent and comes again within the pass or at its end. */
export function silencesOf(
  parts: ClimbParts,
  stone: Stone,
  pass: number,
  startTime: Seconds,
  bpm: number,
): readonly { readonly from: Seconds; readonly to: Seconds }[] {
  const { silent } = parts.click;
  if (!silent) return [];
  const { count } = turnsOf(stone, scoreOf(parts, stone));
  const turn = passSeconds(stone.passage, bpm, parts.per) / count;
  const found: { from: Seconds; to: Seconds }[] = [];
  for (let at = 0; at < count; at += 1) {
    if (isHeard(silent, pass * count + at)) continue;
    const from = startTime + at * turn;
    const last = found.at(-1);
    if (last && Math.abs(last.to - from) < 1e-6) last.to = from + turn;
    else found.push({ from, to: from + turn });
  }
  return found;
}
