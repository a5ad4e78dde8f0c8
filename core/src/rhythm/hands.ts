import { numberAt } from '../bounds/index.ts';
import {
  type Instrument,
  instrumentOf,
  type PlayedOn,
  strokeKinds,
  type UsualHand,
} from '../instrument/index.ts';
import { kindsIn } from './kinds.ts';
import type { Hand, Layer, Stroke } from './model.ts';

/** Whether a kind of stroke is played with the foot; it never takes a hand. */
export function isFootKind(on: PlayedOn, kind: string): boolean {
  return footKinds(on).has(kind);
}

const feet = new WeakMap<Instrument, ReadonlySet<string>>();
const NONE: ReadonlySet<string> = new Set();

/** The codes of an instrument that the foot plays. */
export function footKinds(on: PlayedOn): ReadonlySet<string> {
  const instrument = instrumentOf(on);
  if (!instrument) return NONE;
  let known = feet.get(instrument);
  if (!known) {
    const kinds = instrument.strokes.filter((stroke) => stroke.hand === 'foot');
    known = new Set(kinds.map((stroke) => stroke.code));
    feet.set(instrument, known);
  }
  return known;
}

/**
 * The hand that plays a stroke: the foot where its kind is the foot's, the written one, or the usual one of its kind for a right-handed
 * player (the strong hand is the right one).
 */
export function handOf(layer: PlayedOn, stroke: Stroke): Hand {
  const instrument = instrumentOf(layer);
  return playedBy(instrument && strokeKinds(instrument).get(stroke.kind)?.hand, stroke);
}

/** Who plays a stroke. @param usual who usually plays one of its kind */
function playedBy(usual: UsualHand | undefined, stroke: Stroke): Hand {
  if (usual === 'foot') return 'F';
  if (stroke.hand !== undefined) return stroke.hand;
  if (usual === 'weak') return 'L';
  return usual === 'both' ? 'B' : 'R';
}

/** One limb: the right hand, the left one, or the foot. */
export type OneHand = 'R' | 'L' | 'F';

/** Who plays the strokes of a layer. */
interface Played {
  readonly instrument: Instrument | undefined;
  readonly hands: readonly Hand[];
  /** For each limb its strokes, by their places among those of the layer. */
  readonly strokes: Readonly<Record<OneHand, readonly number[]>>;
}

const played = new WeakMap<Layer, Played>();

/** The hand of each stroke of a layer, as {@link handOf} tells it; worked out once. */
export function handsOf(layer: Layer): readonly Hand[] {
  return playedIn(layer).hands;
}

/** The strokes of a layer that a limb plays, alone or with another, by their places among all; worked out once. */
export function strokesOf(layer: Layer, limb: OneHand): readonly number[] {
  return playedIn(layer).strokes[limb];
}

function playedIn(layer: Layer): Played {
  const instrument = instrumentOf(layer);
  const known = played.get(layer);
  if (known && known.instrument === instrument) return known;
  const kinds = instrument && strokeKinds(instrument);
  const { codes, each } = kindsIn(layer);
  const usual = codes.map((code) => kinds?.get(code)?.hand);
  const hands = layer.strokes.map((stroke, at) => playedBy(usual[numberAt(each, at)], stroke));
  const strokes: Record<OneHand, number[]> = { R: [], L: [], F: [] };
  hands.forEach((hand, at) => {
    if (hand === 'R' || hand === 'B') strokes.R.push(at);
    if (hand === 'L' || hand === 'B') strokes.L.push(at);
    if (hand === 'F') strokes.F.push(at);
  });
  const found = { instrument, hands, strokes };
  played.set(layer, found);
  return found;
}

/** Limbs that a hand sign puts to work, as bits: right 1, left 2, foot 4. */
export const LIMBS: Readonly<Record<Hand, number>> = { R: 1, L: 2, B: 3, F: 4 };

/** The limbs of one hand sign. An engine looks words up in a table slowly, and most strokes have one hand. */
export function limbsOf(hand: Hand): number {
  if (hand === 'R') return LIMBS.R;
  return hand === 'L' ? LIMBS.L : LIMBS[hand];
}

/** The other hand; both hands and a foot stay what they are. */
export const OTHER_HAND: Readonly<Record<Hand, Hand>> = { R: 'L', L: 'R', B: 'B', F: 'F' };
