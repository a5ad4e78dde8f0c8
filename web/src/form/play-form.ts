import {
  beginForm,
  type FormPlace,
  type FormWay,
  followingTurn,
  givenSign,
  type Laid,
  renewed,
  segmentOf,
} from '@stride/core/form';
import type { NextSegment, Score, Segment } from '@stride/core/sound';

/** What is asked for as each turn begins: the form as it is by then. */
export interface FormAsked {
  readonly laid: Laid;
  readonly way: FormWay;
  /** What every tempo is multiplied by. */
  readonly slower: number;
}

/** A form that is being played, turn after turn. */
export interface PlayedForm {
  /** The first stretch: a turn is counted in. */
  readonly first: NextSegment<FormPlace> | undefined;
  readonly next: (ended: Segment<FormPlace>) => NextSegment<FormPlace> | undefined;
  /**
   * The sign is given while a turn is heard, which becomes the section’s last.
   * @returns what has to be done for it to be heard: the turn’s score, with the pickups of what follows, or another
   * stretch in the place of the one that was decided on already
   */
  sign(heard: FormPlace):
    | { readonly do: 'nothing' }
    | { readonly do: 'change'; readonly score: Score }
    | {
        readonly do: 'put next';
        readonly next: () => NextSegment<FormPlace>;
        /** The turn that was decided on: in it the sign is given where it cannot be taken back any more. */
        readonly coming: FormPlace;
      };
}

/** Plays a form: asked for the next turn whenever one is about to end. */
export function playForm(asked: () => FormAsked): PlayedForm {
  let decided: FormPlace | undefined;
  const segment = (place: FormPlace) => {
    const { laid, way, slower } = asked();
    decided = place;
    return segmentOf(laid, way, place, slower);
  };
  const begin = asked();
  const start = beginForm(begin.laid, begin.way);
  return {
    first: start && segment(start),
    next(ended) {
      const { laid, way } = asked();
      // The sign may have changed it meanwhile.
      const last = decided ?? ended.tag;
      const place = followingTurn(laid, way, renewed(laid, last));
      return place && segment(place);
    },
    sign(heard) {
      if (!decided || !heard.isWaiting) return { do: 'nothing' };
      const { laid, way } = asked();
      const signed = givenSign(heard);
      if (decided.at === heard.at && decided.turn === heard.turn)
        return { do: 'change', score: segment(signed).score };
      const following = followingTurn(laid, way, signed);
      return following
        ? { do: 'put next', next: () => segment(following), coming: decided }
        : { do: 'nothing' };
    },
  };
}
