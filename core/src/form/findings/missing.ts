import { turnPulses } from '../../cycle/index.ts';
import { formatRational, rational, TEMPO_RANGE } from '../../time/index.ts';
import { counted } from '../../wording/index.ts';
import type { Line } from '../model.ts';
import type { Missing } from '../sources.ts';
import { pulsesAt } from '../turn-score.ts';
import { about, type Look } from './finding.ts';

const WHY: Readonly<Record<Missing['what'], string>> = {
  rhythm: 'its rhythm is not on the Shelf any more',
  layer: 'its rhythm has no such line any more',
  variation: 'its rhythm has no such variation any more',
  grid: 'its rhythm cannot be put on a grid',
};

/** What is played and is not there. */
export const missing: Look = ({ laid }) =>
  laid.spans.flatMap((span) =>
    span.doings.flatMap(({ player, part, line, solo = [], isQuiet }) => {
      const gone = (one: Line | undefined) => {
        const found = one && laid.source(one);
        return found && !found.ok ? found : undefined;
      };
      const all: readonly [string, Line | undefined][] = [
        [isQuiet ? 'has a quiet line that' : 'has a line that', line],
        ['has a pickup that', part?.pickup?.line],
        ...solo.map((one): [string, Line] => ['has something to play in the solo that', one]),
      ];
      return all.flatMap(([said, one]) => {
        const why = gone(one);
        if (!why) return [];
        return about(span, {
          kind: 'missing',
          weight: 'wrong',
          player: player.id,
          text: `In ${span.section.name} ${player.name} ${said} cannot be played: ${WHY[why.what]}. It is silent there. Choose another line, or bring the rhythm back.`,
          mends:
            isQuiet || one !== line
              ? []
              : [{ label: `${player.name} rests`, edit: { kind: 'nothing', player: player.id } }],
        });
      });
    }),
  );

/** Tempos that come out beyond what can be played. */
export const tempoRange: Look = ({ laid }) =>
  laid.spans.flatMap((span) => {
    const { beyond, section } = span;
    if (beyond === undefined) return [];
    const { min, max } = TEMPO_RANGE;
    const near = beyond > max ? max : min;
    return about(span, {
      kind: 'tempo-range',
      weight: 'wrong',
      text: `${section.name} would have a tempo of ${Math.round(beyond)}; ${min} to ${max} can be played, so it is played at ${near}. Choose another relation.`,
      mends: [
        { label: `Say ${near}`, edit: { kind: 'change', change: { kind: 'at', bpm: near } } },
      ],
    });
  });

/** Pickups that begin before there is anything. */
export const pickupLong: Look = ({ laid }) =>
  laid.spans.flatMap((span) => {
    const before = laid.spans[span.index - 1];
    // Before the first section a turn is counted in.
    const room = before
      ? before.turns * before.section.cycle.groups.flatMap(({ beats }) => beats).length
      : span.section.cycle.groups.flatMap(({ beats }) => beats).length;
    return span.doings.flatMap(({ player, part }) => {
      const pickup = part?.pickup;
      if (!pickup || pickup.beats.num <= room * pickup.beats.den) return [];
      const beats = formatRational(rational(pickup.beats.num, pickup.beats.den));
      const has = before
        ? `${before.section.name} before it has`
        : 'the turn that is counted in has';
      return about(span, {
        kind: 'pickup-long',
        weight: 'wrong',
        player: player.id,
        text: `${player.name}’s pickup into ${span.section.name} is ${beats} beats long, and ${has} ${counted(room, 'beat')}. What does not fit is left out.`,
        mends: [
          {
            label: `Make it ${counted(room, 'beat')}`,
            edit: {
              kind: 'pickup',
              player: player.id,
              pickup: { ...pickup, beats: { num: room, den: 1 } },
            },
          },
        ],
      });
    });
  });

/** Entries after the end, and stops before the entry. */
export const neverSounds: Look = ({ laid }) =>
  laid.spans.flatMap((span) => {
    const { section, turns } = span;
    const end = turns * turnPulses(section.cycle);
    return span.doings.flatMap(({ player, part, line, solo }) => {
      if (!(line ?? solo) || (!part?.from && !part?.until)) return [];
      const from = part.from ? pulsesAt(section, part.from) : 0;
      const until = Math.min(end, part.until ? pulsesAt(section, part.until) : end);
      if (from < until) return [];
      const late = from >= end;
      return about(span, {
        kind: 'never-sounds',
        weight: 'wrong',
        player: player.id,
        text: late
          ? `${player.name} enters ${section.name} in turn ${(part.from?.turn ?? 0) + 1}, and it has ${counted(turns, 'turn')}, so nothing sounds.`
          : `${player.name} stops in ${section.name} before the entry, so nothing sounds.`,
        mends: [{ label: 'Play it whole', edit: { kind: 'whole', player: player.id } }],
      });
    });
  });
