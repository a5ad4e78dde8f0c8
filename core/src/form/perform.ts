import type { PlayedOn } from '../instrument/index.ts';
import type { Performance, Performed } from '../sound/index.ts';
import type { Laid } from './lay-out.ts';
import { beginForm, type FormPlace, followingTurn, segmentOf } from './play.ts';

/** More turns than these are not taken down: a day of music at most. */
const MOST_TURNS = 20_000;

/** A form as it is played through once, its sections as they are entered, for a file of sounds or of notes. */
export function performForm(laid: Laid): Performance | undefined {
  const way = { kind: 'all', from: 0, loop: false } as const;
  const segments: Performed[] = [];
  let place: FormPlace | undefined = beginForm(laid, way);
  let at = -1;
  for (let turn = 0; place && turn < MOST_TURNS; turn += 1) {
    // Where it waits for a sign, it waits as long as it is written to.
    const given: FormPlace = {
      ...place,
      isWaiting: false,
      turns: Math.min(place.turns, place.entered.section.turns),
    };
    const { tag: _tag, ...segment } = segmentOf(laid, way, given);
    const name =
      given.kind === 'lead-in'
        ? 'count-in'
        : given.at === at
          ? undefined
          : given.entered.section.name;
    if (given.kind === 'turn') at = given.at;
    segments.push({
      ...segment,
      cycle: given.entered.section.cycle,
      ...(name === undefined ? {} : { name }),
    });
    place = followingTurn(laid, way, given);
  }
  if (segments.length === 0) return undefined;
  const players = laid.form.players.map(({ id, name }) => ({
    id,
    name,
    ...playedBy(segments, id),
  }));
  return { name: laid.form.name, players, segments };
}

/** What a player plays: the instrument of the first sound that is theirs. */
function playedBy(segments: readonly Performed[], player: string): PlayedOn {
  for (const { score } of segments) {
    const event = score.events.find(({ layer }) => layer === player);
    if (!event) continue;
    const { instrument, own } = event.sound;
    return { instrument, ...(own && { own }) };
  }
  return { instrument: '' };
}
