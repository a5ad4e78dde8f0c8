import type { PlayedOn } from '../instrument/index.ts';
import type { Ticks } from '../time/index.ts';
import { type After, findVoice, type Strike } from '../voice/index.ts';

/** What is looked at of an event of a score. */
interface Ringing {
  readonly ticks: Ticks;
  readonly offset: number;
  readonly layer: string;
  readonly sound: PlayedOn & { readonly kind: string };
  readonly optional?: number;
  readonly dampTicks?: Ticks;
}

/** What a hand may do after it has struck that holds what rang there before. */
const HOLDS: ReadonlySet<After> = new Set(['stays', 'presses']);
/** A hand that rests lightly holds a skin too, but hardly from its edge: fingers that keep time on the rim let it ring. */
const LIES_WITHIN = 0.6;

function holds({ after, place }: Strike): boolean {
  return HOLDS.has(after) || (after === 'rests' && place <= LIES_WITHIN);
}

/** Where a stroke is heard: its layer's own drum, bell or head. */
function skinOf({ layer, sound }: Ringing): { readonly skin: string; readonly holds: boolean } {
  const voice = findVoice(sound.instrument, sound.kind, sound.own);
  return {
    skin: `${layer} ${voice?.on ?? sound.kind}`,
    holds: voice !== undefined && holds(voice.strike),
  };
}

/**
 * The events of a loop with each ring ended where the next stroke on the same skin holds it: a hand that stays or presses
 * there, or rests on it away from the edge. Strokes that leave let what was before ring on under them.
 * Events of one layer are of one instrument.
 * @param lengthTicks the loop's, over whose seam a stroke is held too
 */
export function heldOnSkins<Event extends Ringing>(
  events: readonly Event[],
  lengthTicks: Ticks,
): readonly Event[] {
  const known = new Map<string, Map<string, ReturnType<typeof skinOf>>>();
  const skinOfEvent = (event: Ringing) => {
    const ofLayer = known.get(event.layer) ?? new Map<string, ReturnType<typeof skinOf>>();
    if (ofLayer.size === 0) known.set(event.layer, ofLayer);
    const { kind } = event.sound;
    const skin = ofLayer.get(kind) ?? skinOf(event);
    ofLayer.set(kind, skin);
    return skin;
  };
  const holders = new Map<string, Ticks[]>();
  for (const event of events) {
    // One that may be left out holds nothing when it is.
    if (event.optional !== undefined || event.offset < 0) continue;
    const { skin, holds } = skinOfEvent(event);
    if (!holds) continue;
    const all = holders.get(skin) ?? [];
    holders.set(skin, all);
    all.push(event.ticks);
  }
  if (holders.size === 0) return events;
  for (const all of holders.values()) all.sort((a, b) => a - b);
  return events.map((event) => {
    const all = holders.get(skinOfEvent(event).skin);
    const first = all?.[0];
    if (!all || first === undefined) return event;
    const until = (all[after(all, event.ticks)] ?? first + lengthTicks) - event.ticks;
    return event.dampTicks !== undefined && event.dampTicks <= until
      ? event
      : { ...event, dampTicks: until };
  });
}

/** The place of the first that lies after, among ascending ones. */
function after(all: readonly Ticks[], ticks: Ticks): number {
  let low = 0;
  let high = all.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((all[middle] as number) > ticks) high = middle;
    else low = middle + 1;
  }
  return low;
}
