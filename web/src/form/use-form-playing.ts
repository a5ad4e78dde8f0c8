import {
  CUE_LAYER,
  type FormPlace,
  type FormWay,
  givenSign,
  type Laid,
  scoreTurn,
  timeTo,
} from '@stride/core/form';
import { CLICK_LAYER, type Score } from '@stride/core/sound';
import { useEffect, useRef, useState } from 'react';
import { usePlays } from '../audio/loop.ts';
import { usePlaces } from '../audio/placing.ts';
import { player } from '../audio/the-player.ts';
import { usePlayhead } from '../audio/use-player.ts';
import { announce } from '../ui/live.tsx';
import { toast } from '../ui/toasts.ts';
import { useLatest } from '../ui/use-latest.ts';
import { useSeldom } from '../ui/use-seldom.ts';
import { type PlayedForm, playForm } from './play-form.ts';
import type { SignWay } from './sign-input.ts';

export interface FormHearing {
  /** Players who are not heard, by id. */
  readonly without: ReadonlySet<string>;
  /** What every tempo is multiplied by. */
  readonly slower: number;
  readonly click: boolean;
  /** A soft click tells the last turn before a change. */
  readonly cue: boolean;
  /** From the end it goes on at the beginning. */
  readonly loop: boolean;
  /** By what the sign is given besides the key. */
  readonly sign: SignWay;
}

/** Where a form is heard now. */
export interface HeardPlace {
  readonly place: FormPlace;
  /** Seconds from the beginning of the form, as it is drawn. */
  readonly at: number;
}

export interface FormPlaying {
  readonly mine: boolean;
  readonly way: FormWay | undefined;
  /** The turn that is heard; changes as turns do. */
  readonly place: FormPlace | undefined;
  play(way: FormWay): void;
  stop(): void;
  /** Gives the sign for which a section waits. */
  sign(): void;
}

/**
 * Plays a form. Edits, players who are left out and another tempo are heard from the next turn on.
 * @param draw called before every painted frame with where the ear is
 */
export function useFormPlaying(
  laid: Laid,
  hearing: FormHearing,
  draw: (heard: HeardPlace | undefined) => void = () => undefined,
): FormPlaying {
  const owner = `form:${laid.form.id}`;
  const mine = usePlays(owner);
  const [way, setWay] = useState<FormWay>();
  const [place, setPlace] = useSeldom<FormPlace | undefined>(undefined, isSamePlaceOrNone);
  const latest = useLatest({ laid, hearing });
  const playing = useRef<PlayedForm>(undefined);
  /** The turn in which the sign was given last: what the player was told of it is older. */
  const signed = useRef<FormPlace>(undefined);
  useEffect(() => {
    if (mine) player.setLevels(levelsOf(hearing));
  }, [mine, hearing]);
  usePlaces(
    laid.form.players.map(({ id }) => id),
    mine,
  );
  // What follows each turn is asked of this page; another one begins anew.
  useEffect(
    () => () => {
      const state = player.getState();
      if ('owner' in state && state.owner === owner) player.stop();
    },
    [owner],
  );
  usePlayhead(mine, (heard) => {
    const tag = heard?.segment.tag;
    if (!heard || !isPlace(tag)) {
      draw(undefined);
      setPlace(undefined);
      return;
    }
    const shown = withSign(tag, signed.current);
    // The same object as long as the same turn is heard, so that nothing is drawn anew in between.
    setPlace(shown);
    draw(
      tag.kind === 'turn'
        ? { place: tag, at: drawnAt(latest.current.laid, tag, heard.pulses) }
        : undefined,
    );
  });
  const play = (asked: FormWay) => {
    const played = playForm(() => ({
      laid: latest.current.laid,
      way: asked,
      slower: latest.current.hearing.slower,
    }));
    const { first } = played;
    if (!first) {
      toast('There is nothing to play here yet. Add a section, and a line for a player.');
      return;
    }
    playing.current = played;
    signed.current = undefined;
    setWay(asked);
    player.setLevels(levelsOf(latest.current.hearing));
    const { entered } = first.tag;
    announce(`Playing from ${entered.section.name}, a turn is counted in`);
    void player.play<FormPlace>({
      owner,
      first,
      later: soundsOfForm(latest.current.laid),
      next: played.next,
    });
  };
  const sign = () => {
    const tag = player.position()?.segment.tag;
    if (!mine || !isPlace(tag)) return;
    const given = giveSign(playing.current, tag);
    if (!given) {
      announce('No sign is waited for here');
      return;
    }
    announce(`The sign: it goes on when ${given === tag ? 'this' : 'the next'} turn ends`);
    signed.current = given;
  };
  const stop = () => {
    player.stop();
    announce('Stopped');
  };
  return { mine, way, place: mine ? place : undefined, play, stop, sign };
}

/**
 * Gives the sign in the turn that is heard, or, at its very end, in the one that is on the clock already.
 * @returns the turn that became the section’s last; nothing where no sign is waited for
 */
function giveSign(playing: PlayedForm | undefined, heard: FormPlace): FormPlace | undefined {
  const answer = playing?.sign(heard);
  if (!answer || answer.do === 'nothing') return undefined;
  if (answer.do === 'change') player.change({ score: answer.score });
  else if (!player.putNext(answer.next)) return giveSign(playing, answer.coming);
  return heard;
}

/** A turn as it is since the sign was given in it. */
function withSign(place: FormPlace, signed: FormPlace | undefined): FormPlace {
  return signed?.at === place.at && signed.turn === place.turn ? givenSign(place) : place;
}

function isSamePlaceOrNone(a: FormPlace | undefined, b: FormPlace | undefined): boolean {
  return a && b ? isSamePlace(a, b) : a === b;
}

function isSamePlace(a: FormPlace, b: FormPlace): boolean {
  return a.at === b.at && a.turn === b.turn && a.kind === b.kind && a.isWaiting === b.isWaiting;
}

/** Where a moment of a turn stands in the form as it is drawn: an open section that goes on stays at its end. */
function drawnAt(laid: Laid, { at, turn }: FormPlace, pulses: number): number {
  const span = laid.spans[at];
  if (!span) return 0;
  const drawn = Math.min(turn, span.turns - 1);
  return span.start + timeTo(span, drawn, pulses);
}

function levelsOf({ without, click, cue }: FormHearing): ReadonlyMap<string, number> {
  return new Map([
    ...[...without].map((id) => [id, 0] as const),
    [CLICK_LAYER, click ? 0.7 : 0],
    [CUE_LAYER, cue ? 1 : 0],
  ]);
}

/** Every section once, for the sounds it needs. */
function soundsOfForm({ spans, source }: Laid): readonly Score[] {
  const seen = new Set<string>();
  return spans.flatMap((span) => {
    if (seen.has(span.section.id)) return [];
    seen.add(span.section.id);
    // Mixed lines and stand-ins bring other sounds in other turns.
    const turns = Math.min(8, span.turns);
    const next = spans[span.index + 1];
    return Array.from({ length: turns }, (_, turn) =>
      scoreTurn(span, source, {
        turn: span.turns - 1 - turn,
        turns: span.turns,
        ...(next && { next }),
      }),
    );
  });
}

export function isPlace(tag: unknown): tag is FormPlace {
  return typeof tag === 'object' && tag !== null && 'entered' in tag && 'isWaiting' in tag;
}
