import {
  callsOnce,
  followingPlace,
  type OrderedTurn,
  type Passage,
  SEQUENCE_START,
  type Sequence,
  type SequencePlace,
  sayTurns,
  segmentOf,
  stretchPassage,
  turnCount,
  turnsInOrder,
  turnsPassage,
} from '@stride/core/passage';
import type { Rhythm, Timing } from '@stride/core/rhythm';
import type { NextSegment, Score } from '@stride/core/sound';
import type { Tempo, Ticks } from '@stride/core/time';

/** What of a rhythm is played. */
export const PLAY_WHAT = [
  'all',
  'in order',
  'mixed',
  'here',
  'chosen',
  'once',
  'calls once',
  'order',
] as const;
export type PlayWhat = (typeof PLAY_WHAT)[number];

/** Whether it is of what is chosen on the line. */
export function needsChosen(what: PlayWhat): boolean {
  return what === 'here' || what === 'chosen';
}

/** What is chosen on the line, in ticks of the rhythm's grid; over the seam `to` lies in the next round. */
export interface ChosenStretch {
  readonly from: Ticks;
  readonly to: Ticks;
  /** Whether more than one slot is chosen; otherwise it is the turn in which the slot lies that comes round. */
  readonly isStretch: boolean;
}

/** What is to be played, with all it is made from. */
export interface Played {
  readonly what: PlayWhat;
  readonly rhythm: Pick<Rhythm, 'cycle' | 'turns' | 'tempo'>;
  readonly timing: Timing;
  readonly chosen: ChosenStretch | undefined;
  /** Turns in an order of one’s own, where there is one. */
  readonly order: readonly OrderedTurn[] | undefined;
}

/** The passage that comes round where something is chosen: the stretch, or the turn of the one slot. */
export function chosenPassage(
  rhythm: Pick<Rhythm, 'cycle'>,
  timing: Timing,
  chosen: ChosenStretch | undefined,
): Passage {
  if (chosen?.isStretch) return stretchPassage(timing, chosen.from, chosen.to);
  const turn = Math.floor((chosen?.from ?? 0) / timing.turnTicks);
  return turnsPassage(rhythm, turn, turn + 1);
}

/** @returns nothing where it goes round without end from a beginning */
function sequenceOf({ what, rhythm, timing, chosen, order }: Played): Sequence | undefined {
  switch (what) {
    case 'chosen':
      return { passages: [chosenPassage(rhythm, timing, chosen)], again: 0 };
    case 'once':
      return { passages: [turnsPassage(rhythm, 0, turnCount(timing))] };
    case 'calls once':
      return callsOnce(rhythm, timing);
    case 'order':
      return order && turnsInOrder(rhythm, order);
    default:
      return undefined;
  }
}

/** What a segment is tagged with while the rhythm plays, whatever of it. */
export const LOOP_TAG = 'loop';

/** The stretches of what is played, one after another; score and tempo are asked for as each begins. */
export function playing(
  begin: Played,
  now: () => { readonly score: Score; readonly tempo: Tempo },
): () => NextSegment<string> | undefined {
  const sequence = sequenceOf(begin);
  let place: SequencePlace | undefined = SEQUENCE_START;
  return () => {
    if (!place) return undefined;
    const { score, tempo } = now();
    if (!sequence) {
      place = undefined;
      const from = begin.what === 'here' ? (begin.chosen?.from ?? 0) : 0;
      const startTicks = (from * score.ticksPerPulse) / begin.timing.ticksPerPulse;
      return { score, tempo, startTicks, endTicks: Number.POSITIVE_INFINITY, tag: LOOP_TAG };
    }
    const passage = sequence.passages[place.passage];
    if (!passage) throw new RangeError(`There is no passage ${place.passage}.`);
    const segment = segmentOf({ tempo }, score, passage, place);
    place = followingPlace(sequence, place);
    return { ...segment, tag: LOOP_TAG };
  };
}

/** What it is called: “all of it”, “from here”, “turn 2”. */
export function sayWhat(
  what: PlayWhat,
  rhythm: Pick<Rhythm, 'cycle'>,
  timing: Timing,
  chosen: ChosenStretch | undefined,
): string {
  switch (what) {
    case 'all':
      return 'All of it, round and round';
    case 'here':
      return 'From here on';
    case 'once':
      return 'Once, to the end';
    case 'calls once':
      return 'Calls the first time only';
    case 'order':
      return 'Turns in their order';
    case 'in order':
      return 'Variations one after another';
    case 'mixed':
      return 'Variations mixed in';
    case 'chosen': {
      const turns = sayTurns(rhythm, chosenPassage(rhythm, timing, chosen));
      return `${turns && !chosen?.isStretch ? `Only ${turns}` : 'Only what is chosen'}, round and round`;
    }
  }
}
