import { type Instrument, instrumentOf, type PlayedOn, strokeKind } from '../instrument/index.ts';
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
  return playedBy(instrumentOf(layer), stroke);
}

function playedBy(instrument: Instrument | undefined, { kind, hand }: Stroke): Hand {
  const usual = instrument && strokeKind(instrument, kind)?.hand;
  if (usual === 'foot') return 'F';
  if (hand !== undefined) return hand;
  switch (usual) {
    case 'weak':
      return 'L';
    case 'both':
      return 'B';
    default:
      return 'R';
  }
}

const played = new WeakMap<
  Layer,
  { readonly instrument: Instrument | undefined; readonly hands: readonly Hand[] }
>();

/** The hand of each stroke of a layer, as {@link handOf} tells it; worked out once. */
export function handsOf(layer: Layer): readonly Hand[] {
  const instrument = instrumentOf(layer);
  const known = played.get(layer);
  if (known && known.instrument === instrument) return known.hands;
  const hands = layer.strokes.map((stroke) => playedBy(instrument, stroke));
  played.set(layer, { instrument, hands });
  return hands;
}

/** Limbs that a hand sign puts to work, as bits: right 1, left 2, foot 4. */
export const LIMBS: Readonly<Record<Hand, number>> = { R: 1, L: 2, B: 3, F: 4 };

/** The other hand; both hands and a foot stay what they are. */
export const OTHER_HAND: Readonly<Record<Hand, Hand>> = { R: 'L', L: 'R', B: 'B', F: 'F' };
