import {
  type ClimbState,
  isUnderWay,
  type Ladder,
  type Path,
  STUBBORN,
  stoneAt,
} from '@stride/core/climb';
import { capital, counted, times } from '@stride/core/wording';
import type { RunResult } from './run-log.ts';

/** What a player two metres away should read. */
export interface Said {
  readonly title: string;
  readonly detail: string;
}

export interface ToSay {
  readonly state: ClimbState;
  readonly path: Path;
  readonly ladder: Ladder;
  readonly firstRung: number;
  readonly result: RunResult | undefined;
  /** Beat of the count-in that sounds now, as it is counted. */
  readonly word: string | undefined;
}

/** What is practised at a rung, where it is not simply the whole. */
export function sayStone(path: Path, rung: number): string | undefined {
  const stone = stoneAt(path, rung);
  return stone && (path.stones.length > 1 || stone.size !== 'whole') ? stone.name : undefined;
}

/** What the one large button does now. */
export function sayGo(state: ClimbState): string {
  if (state.status === 'judged') return state.verdict === 'up' ? 'Go on' : 'Again';
  if (isUnderWay(state)) return 'Stop';
  return state.status === 'ready' ? 'Climb' : 'From the start';
}

export function say(to: ToSay): Said {
  const { state, path, firstRung, result, word } = to;
  const { rungs } = path;
  const at = (rung: number) => String(rungs[rung]?.bpm ?? '');
  const of = (rung: number, sentence: string) => {
    const stone = sayStone(path, rung);
    return stone ? `${capital(stone)}. ${sentence}` : sentence;
  };
  switch (state.status) {
    case 'ready':
      return {
        title: `${at(firstRung)} to ${rungs.at(-1)?.bpm}`,
        detail: sayPlan(to),
      };
    case 'counting-in':
      return {
        title: `${at(state.rung)} in ${word ?? 1}`,
        detail: of(state.rung, 'Listen to the beat.'),
      };
    case 'playing': {
      const passes = rungs[state.rung]?.passes ?? 1;
      return {
        title: state.staying ? `Stay at ${at(state.rung)}` : at(state.rung),
        detail: of(
          state.rung,
          state.staying
            ? `Pass ${state.pass}. S lets it go up again.`
            : `Pass ${state.pass} of ${passes}.`,
        ),
      };
    }
    case 'listening':
      return { title: at(state.rung), detail: 'Listening to what you played.' };
    case 'judged':
      return { title: sayVerdict(state, at), detail: helpOf(result, state.tries >= STUBBORN) };
    case 'reached':
      return {
        title: `${rungs.at(-1)?.bpm} reached`,
        detail: 'Shake out your hands before you go on.',
      };
    case 'stopped':
      return {
        title: `Stopped at ${at(state.rung)}`,
        detail: 'Let your hands rest a moment.',
      };
  }
}

function sayPlan({ path, ladder }: ToSay): string {
  const { stones, rungs } = path;
  if (stones.length > 1) {
    return `${counted(rungs.length, 'stone')}: ${stones[0]?.name}, then on to all of it.`;
  }
  const passes = rungs[0]?.passes ?? ladder.passes;
  return `${counted(rungs.length, 'tempo')}, each ${times(passes)}, with a bar counted in.`;
}

function sayVerdict(
  { verdict, rung }: Extract<ClimbState, { readonly status: 'judged' }>,
  at: (rung: number) => string,
): string {
  if (verdict === 'stay' || (verdict === 'down' && rung === 0)) return `Stay at ${at(rung)}`;
  if (verdict === 'down') return `Down to ${at(rung - 1)}`;
  return at(rung + 1) === '' ? `${at(rung)} is clean` : `Up to ${at(rung + 1)}`;
}

function helpOf(result: RunResult | undefined, isStubborn: boolean): string {
  if (!result) return '';
  if (result.trouble) return result.trouble;
  const [help, more] = result.findings;
  const all = more?.text.startsWith('All else') ? `${help?.text} ${more.text}` : (help?.text ?? '');
  return isStubborn ? `${all} A stubborn one: take the piece that fails by itself.` : all;
}
