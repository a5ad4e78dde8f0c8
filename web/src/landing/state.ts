import { beatsToPulses, type Cycle } from '@stride/core/cycle';
import {
  askClosing,
  askOpening,
  type Begun,
  type Cadence,
  doubled,
  eduppuOf,
  joined,
  type Landing,
  QUESTION_LIMITS,
  type Question,
  readSizes,
  type Sections,
  startOf,
  USUAL_QUESTION,
  unitsOf,
  writeSizes,
} from '@stride/core/landing';
import type { Rhythm } from '@stride/core/rhythm';
import { rational } from '@stride/core/time';
import { isSyllables, readPhrase } from './said.ts';
import type { OwnWords } from './use-words.ts';

/** A cadence that was chosen among those of a question in a cycle. */
export interface Picked {
  readonly cadence: Cadence;
  readonly question: Question;
  readonly cycle: Cycle;
}

/** Looking for a cadence. */
export interface Finding {
  readonly mode: 'find';
  readonly picked?: Picked;
}

/** A phrase of one's own, and where it begins. */
export interface Trying {
  readonly mode: 'mine';
  /** Sizes with gaps, or syllables. */
  readonly text: string;
  /** Count and part it begins on, from 0. */
  readonly count: number;
  readonly part: number;
  /** A mend, or another speed, that is drawn and heard in its place. */
  readonly instead?: Begun;
}

/** An opening part and a closing one, of which one stays. */
export interface Joining {
  readonly mode: 'parts';
  readonly fixed: 'closing' | 'opening';
  readonly text: string;
  readonly between: number;
  /** Count the opening begins on, from 0. */
  readonly count: number;
  readonly picked?: Picked;
}

export type Doing = Finding | Trying | Joining;
export type Mode = Doing['mode'];

/** What is asked, and how. */
export type Asking = Pick<LandingState, 'cycle' | 'question' | 'doing'>;

/** Everything the screen knows that is not worked out. */
export interface LandingState {
  readonly cycle: Cycle;
  readonly question: Question;
  readonly doing: Doing;
  /** What was being done in the other modes, so that one can go back to it. */
  readonly left: Readonly<Partial<Record<Mode, Doing>>>;
  readonly twice: boolean;
  /** Counts a minute. */
  readonly bpm: number;
  /** Turns that are heard before it. */
  readonly before: number;
  /** The usual ones where none are given. */
  readonly words?: OwnWords | undefined;
}

export type LandingAction =
  | { readonly type: 'mode'; readonly mode: Mode }
  | { readonly type: 'cycle'; readonly cycle: Cycle }
  | { readonly type: 'ask'; readonly question: Question }
  | { readonly type: 'pick'; readonly cadence: Cadence }
  | { readonly type: 'try'; readonly change: Partial<Pick<Trying, 'text' | 'count' | 'part'>> }
  | { readonly type: 'instead'; readonly begun: Begun }
  /** A mended phrase becomes the phrase, with its place and its parts. */
  | { readonly type: 'take'; readonly begun: Begun }
  | {
      readonly type: 'join';
      readonly change: Partial<Pick<Joining, 'fixed' | 'text' | 'between' | 'count'>>;
    }
  | {
      readonly type: 'hear';
      readonly change: Partial<Pick<LandingState, 'twice' | 'bpm' | 'before'>>;
    };

const BEGINNINGS: { readonly [M in Mode]: Extract<Doing, { mode: M }> } = {
  find: { mode: 'find' },
  mine: { mode: 'mine', text: '5 (1) 5 (2) 5', count: 12, part: 0 },
  parts: { mode: 'parts', fixed: 'closing', text: '5 (1) 5 (1) 5', between: 0, count: 0 },
};

/** @param eduppu beats after the one on which it is to land, where the cycle's composition begins there */
export function beginLanding(cycle: Cycle, eduppu?: Rhythm['eduppu']): LandingState {
  return {
    cycle,
    question: eduppu ? landingOn(cycle, eduppu) : USUAL_QUESTION,
    doing: BEGINNINGS.find,
    left: {},
    twice: false,
    bpm: 66,
    before: 1,
  };
}

/** The usual question, landing on an eduppu, at a speed that has a unit there. */
function landingOn(cycle: Cycle, eduppu: NonNullable<Rhythm['eduppu']>): Question {
  const [usual = 4] = USUAL_QUESTION.parts;
  // Where pulses are counted a place in beats is one in pulses first.
  const place =
    unitsOf(cycle, 1).count === 'beat'
      ? rational(eduppu.num, eduppu.den)
      : beatsToPulses(cycle)(rational(eduppu.num, eduppu.den));
  const parts = usual % place.den === 0 ? usual : Math.min(place.den, QUESTION_LIMITS.parts.most);
  const unit = Math.round((place.num * parts) / place.den);
  return {
    ...USUAL_QUESTION,
    parts: [parts],
    eduppu: { count: Math.floor(unit / parts), part: unit % parts },
  };
}

/** An action that has no meaning in a mode leaves the state as it is. */
export function landingReducer(state: LandingState, action: LandingAction): LandingState {
  const { doing, question, cycle } = state;
  switch (action.type) {
    case 'mode':
      return action.mode === doing.mode
        ? state
        : {
            ...state,
            doing: state.left[action.mode] ?? BEGINNINGS[action.mode],
            left: { ...state.left, [doing.mode]: doing },
          };
    case 'cycle':
      return { ...state, cycle: action.cycle, doing: asTyped(doing) };
    case 'ask': {
      // A phrase of one's own has one speed.
      const parts =
        doing.mode === 'mine' ? action.question.parts.slice(0, 1) : action.question.parts;
      return { ...state, question: { ...action.question, parts }, doing: asTyped(doing) };
    }
    case 'pick':
      return doing.mode === 'mine'
        ? state
        : {
            ...state,
            doing: {
              ...doing,
              picked: { cadence: action.cadence, question: activeQuestion(state), cycle },
            },
          };
    case 'try':
      return doing.mode === 'mine'
        ? { ...state, doing: { ...asTyped(doing), ...action.change } }
        : state;
    case 'instead':
      return doing.mode === 'mine'
        ? { ...state, doing: { ...doing, instead: action.begun } }
        : state;
    case 'take': {
      if (doing.mode !== 'mine') return state;
      const { cadence, at } = action.begun;
      const typed = typedPhrase(doing);
      // A mend that leaves the phrase as it is leaves its syllables, too.
      const same = typed.ok && writeSizes(typed) === writeSizes(cadence);
      return {
        ...state,
        question: { ...question, parts: [cadence.parts] },
        doing: {
          mode: 'mine',
          text: same ? doing.text : writeSizes(cadence),
          count: Math.floor(at / cadence.parts),
          part: at % cadence.parts,
        },
      };
    }
    case 'join':
      return doing.mode === 'parts' ? { ...state, doing: { ...doing, ...action.change } } : state;
    case 'hear':
      return { ...state, ...action.change };
  }
}

/** What is typed is what is drawn and heard; a mend that was drawn belongs to what was typed before. */
function asTyped<One extends Doing>(doing: One): One {
  if (doing.mode !== 'mine') return doing;
  const { instead: _instead, ...typed } = doing;
  return typed as One;
}

export function typedPhrase({ text }: Trying): ReturnType<typeof readSizes> {
  return readPhrase(text);
}

/** Units of one count: the first speed that is asked for. */
export function partsOf({ question }: Asking): number {
  return question.parts[0] ?? 4;
}

/** The phrase that is typed, at the place it begins; undefined where it cannot be read. */
export function typedBegun(state: Asking): Begun | undefined {
  const { doing, cycle, question } = state;
  if (doing.mode !== 'mine') return undefined;
  const read = typedPhrase(doing);
  if (!read.ok) return undefined;
  const parts = partsOf(state);
  const { counts } = unitsOf(cycle, parts);
  const at = Math.min(doing.count, counts - 1) * parts + Math.min(doing.part, parts - 1);
  const eduppu = eduppuOf(question, parts) ?? 0;
  return {
    cadence: {
      sizes: read.sizes,
      gaps: read.gaps,
      parts,
      landing: question.landing,
      ...(eduppu > 0 ? { eduppu } : {}),
    },
    at,
  };
}

/** The part that stays, where it can be read. */
export function keptPart(state: Asking): Cadence | undefined {
  const { doing, question } = state;
  if (doing.mode !== 'parts') return undefined;
  const read = readSizes(doing.text);
  if (!read.ok) return undefined;
  const landing: Landing = doing.fixed === 'closing' ? question.landing : 'after-last';
  const parts = partsOf(state);
  const eduppu = doing.fixed === 'closing' ? (eduppuOf(question, parts) ?? 0) : 0;
  return {
    sizes: read.sizes,
    gaps: read.gaps,
    parts,
    landing,
    ...(eduppu > 0 ? { eduppu } : {}),
  };
}

/** What is asked of the solver: in two parts, for the part that does not stay. */
export function activeQuestion(state: Asking): Question {
  const { doing, question, cycle } = state;
  const kept = keptPart(state);
  if (doing.mode !== 'parts' || !kept) return question;
  const { between, count } = doing;
  return doing.fixed === 'closing'
    ? askOpening(question, { closing: kept, between })
    : askClosing(cycle, question, { opening: kept, between }, count * partsOf(state));
}

/** What was picked answers one question; another question is answered by its simplest solution. */
export function pickedOr(
  { doing, cycle }: Asking,
  active: Question,
  first: Cadence | undefined,
): Cadence | undefined {
  const picked = doing.mode === 'mine' ? undefined : doing.picked;
  return picked && isSame(picked.question, active) && picked.cycle === cycle
    ? picked.cadence
    : first;
}

function isSame(one: Question, other: Question): boolean {
  return one === other || JSON.stringify(one) === JSON.stringify(other);
}

/** Both parts, where one stays and the other was found. */
export function sectionsOf(state: Asking, solved: Cadence | undefined): Sections | undefined {
  const { doing } = state;
  const kept = keptPart(state);
  if (doing.mode !== 'parts' || !kept || !solved) return undefined;
  const { between } = doing;
  return doing.fixed === 'closing'
    ? { opening: solved, closing: kept, between }
    : { opening: kept, closing: solved, between };
}

/** What is drawn, said and heard. */
export interface Shown extends Begun {
  /** The syllables it was typed as, where it was. */
  readonly phrase?: string;
}

/**
 * What is drawn, said and heard: the phrase that was typed or what was put in its place, or the
 * cadence that was found, at double speed where that is wanted.
 */
export function shownIn(
  state: Asking,
  solved: Cadence | undefined,
  twice: boolean,
): Shown | undefined {
  const { doing, cycle } = state;
  if (doing.mode === 'mine') {
    const typed = typedBegun(state);
    const shown = doing.instead ?? typed;
    if (!shown) return undefined;
    const same = typed && writeSizes(typed.cadence) === writeSizes(shown.cadence);
    const spoken = same && shown.cadence.parts === typed.cadence.parts && isSyllables(doing.text);
    return { ...shown, ...(spoken ? { phrase: doing.text } : {}) };
  }
  const sections = sectionsOf(state, solved);
  const one = doing.mode === 'parts' ? sections && joined(sections) : solved;
  if (!one) return undefined;
  const cadence = twice ? doubled(one) : one;
  return { cadence, at: startOf(cadence, unitsOf(cycle, cadence.parts)).unit };
}
