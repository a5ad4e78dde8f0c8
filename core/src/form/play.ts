import { nth } from '../bounds/index.ts';
import type { NextSegment } from '../sound/index.ts';
import { begins, type Entered, enter, type Laid, leave, paceAt } from './lay-out.ts';
import { scoreFinal, scoreLeadIn, scoreTurn } from './turn-score.ts';

/** What of a form is played. */
export type FormWay =
  /** From a place in the order to the end; round and round, or once. */
  | { readonly kind: 'all'; readonly from: number; readonly loop: boolean }
  /** One section round and round. */
  | { readonly kind: 'section'; readonly at: number }
  /** The change into a section: the last turn before it and its first one, round and round. */
  | { readonly kind: 'change'; readonly at: number };

/** Where a form is while it plays: what the player was told of the turn that is heard. */
export interface FormPlace {
  readonly kind: 'lead-in' | 'turn' | 'final';
  /** Which section in the order as it is played, and which of its turns, from 0. */
  readonly at: number;
  readonly turn: number;
  readonly entered: Entered;
  /** How many turns it has: at most, while it waits for the sign. */
  readonly turns: number;
  /** It waits for the sign, and has not been given it. */
  readonly isWaiting: boolean;
}

/** Where playing begins: with a turn of clicks, in which the pickups are heard. */
export function beginForm(laid: Laid, way: FormWay): FormPlace | undefined {
  const at = way.kind === 'all' ? way.from : way.kind === 'change' ? way.at - 1 : way.at;
  const span = laid.spans[at];
  if (!span) return undefined;
  const turn = way.kind === 'change' ? span.turns - 1 : 0;
  const first = inSection(at, span, turn, way);
  return { ...first, kind: 'lead-in', isWaiting: false };
}

function inSection(at: number, entered: Entered, turn: number, way: FormWay): FormPlace {
  const { turns, most } = entered.section;
  const isOpen = way.kind === 'all' && most !== undefined;
  return { kind: 'turn', at, turn, entered, turns: isOpen ? most : turns, isWaiting: isOpen };
}

/** What comes after a turn; nothing after the end. */
export function followingTurn(laid: Laid, way: FormWay, place: FormPlace): FormPlace | undefined {
  const { kind, at, turn, entered, turns } = place;
  if (kind === 'lead-in') return inSection(at, entered, turn, way);
  if (kind === 'final') return undefined;
  if (turn + 1 < turns) return { ...place, turn: turn + 1 };
  if (way.kind === 'section') return inSection(at, entered, 0, way);
  if (way.kind === 'change') {
    const [into, from] = [laid.spans[way.at], laid.spans[way.at - 1]];
    if (at === way.at) return from && inSection(at - 1, from, from.turns - 1, way);
    // Its first turn is the only one that is heard.
    return into && { ...inSection(at + 1, into, 0, way), turns: 1 };
  }
  const next = enteredAfter(laid, way, place);
  if (next) return inSection(next.at, next.entered, 0, way);
  return laid.form.final ? { ...place, kind: 'final', isWaiting: false } : undefined;
}

/** The section that follows, as it is entered after as many turns as the one before really had. */
function enteredAfter(
  laid: Laid,
  way: FormWay,
  { at, entered, turns }: FormPlace,
): { readonly at: number; readonly entered: Entered } | undefined {
  const isLast = at + 1 >= laid.spans.length;
  if (way.kind === 'section') return undefined;
  if (way.kind === 'change') {
    const into = at === way.at - 1 ? laid.spans[way.at] : undefined;
    return into && { at: way.at, entered: into };
  }
  if (isLast && !way.loop) return undefined;
  const next = isLast ? 0 : at + 1;
  const carried = isLast ? begins(laid.form) : leave(entered, turns);
  return { at: next, entered: enter(laid.form, nth(laid.spans, next), carried, laid.source) };
}

/**
 * The same place in a form that was edited meanwhile: what its section is now is heard from the next turn on. As it is
 * where another section stands there.
 */
export function renewed(laid: Laid, place: FormPlace): FormPlace {
  const span = laid.spans[place.at];
  if (!span || span.section.id !== place.entered.section.id) return place;
  if (span.section === place.entered.section) return place;
  const { section, doings } = span;
  const turns = place.isWaiting ? (section.most ?? section.turns) : section.turns;
  const isEnding = !place.isWaiting && place.entered.section.most !== undefined;
  return {
    ...place,
    entered: { ...place.entered, section, doings },
    // After the sign, and in a change that goes round, it is as long as was decided.
    turns:
      isEnding || place.turns !== place.entered.section.turns
        ? place.turns
        : Math.max(turns, place.turn + 1),
  };
}

/** The sign is given: the turn that is heard becomes the section’s last. Where nothing waits, nothing changes. */
export function givenSign(place: FormPlace): FormPlace {
  return place.isWaiting ? { ...place, turns: place.turn + 1, isWaiting: false } : place;
}

/** A turn as the player is given it. */
export function segmentOf(
  laid: Laid,
  way: FormWay,
  place: FormPlace,
  /** What every tempo is multiplied by, for practice. */
  slower = 1,
): NextSegment<FormPlace> {
  const { kind, entered, turn, turns, isWaiting } = place;
  const next = enteredAfter(laid, way, place)?.entered;
  const isOpenEnd = isWaiting && turn + 1 < turns;
  const score =
    kind === 'lead-in'
      ? scoreLeadIn(inPlace(entered, turn), laid.source)
      : kind === 'final'
        ? scoreFinal(entered, laid.source, turns)
        : scoreTurn(entered, laid.source, {
            turn,
            turns: way.kind === 'change' && place.at === way.at ? entered.section.turns : turns,
            ...(next && { next }),
            isEnding: !isOpenEnd,
          });
  const { secondsPerTick, rise, straight } = paceAt(entered, kind === 'final' ? turns : turn);
  const { per } = entered.tempo;
  return {
    score,
    tempo: { bpm: (60 * slower) / (secondsPerTick * per), per },
    ...(rise !== undefined && kind === 'turn' ? { rise } : {}),
    ...(straight && kind === 'turn' ? { straight } : {}),
    startTicks: 0,
    endTicks: score.lengthTicks,
    tag: place,
  };
}

/** A lead-in into a later turn has no pickups: they belong to the first. */
function inPlace(entered: Entered, turn: number): Entered {
  return turn === 0 ? entered : { ...entered, doings: [] };
}
