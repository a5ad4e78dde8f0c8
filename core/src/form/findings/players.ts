import { turnPulses } from '../../cycle/index.ts';
import { instrumentOf } from '../../instrument/index.ts';
import { readHands } from '../../read/index.ts';
import { timeRhythm } from '../../rhythm/index.ts';
import { toNumber } from '../../time/index.ts';
import { inWords } from '../../wording/index.ts';
import { type Doing, isSameLine } from '../doing.ts';
import { type Laid, phaseOf, type Span, sourceOf, speedOf } from '../lay-out.ts';
import type { Line } from '../model.ts';
import type { Source } from '../sources.ts';
import { pickupsInto, soundsBetween } from '../turn-score.ts';
import { about, type FormFinding, type Look, type LookedAt, type Mend } from './finding.ts';

/** Entries that have a pickup elsewhere, and none here. */
export const noPickup: Look = ({ laid }) => {
  const pickups = new Map<
    string,
    { readonly line: Line; readonly in: Span; readonly doing: Doing }
  >();
  for (const span of laid.spans)
    for (const doing of span.doings)
      if (doing.part?.pickup && doing.line)
        pickups.set(doing.player.id, { line: doing.line, in: span, doing });
  return laid.spans.flatMap((span) =>
    span.doings.flatMap((doing) => {
      const { player, part, line } = doing;
      const other = pickups.get(player.id);
      const before = laid.spans[span.index - 1]?.doings.find((one) => one.player.id === player.id);
      if (!other || part?.pickup || part?.from || span.section.id === other.in.section.id)
        return [];
      if (!isSameLine(line, other.line) || isSameLine(before?.line, line)) return [];
      return about(span, {
        kind: 'no-pickup',
        weight: 'look',
        player: player.id,
        text: `${player.name} enters ${span.section.name} without the pickup that leads into ${other.in.section.name}.`,
        mends: [
          {
            label: 'Give it the pickup',
            edit: { kind: 'pickup', player: player.id, pickup: other.doing.part?.pickup },
          },
        ],
      });
    }),
  );
};

/** A player who has to be on another instrument sooner than in this many beats is told. */
const BEATS_TO_CHANGE = 2;

/** Where a player last sounds before the end of a section, in pulses before the end; nothing where there is no sound. */
function lastBefore(laid: Laid, span: Span, doing: Doing): number | undefined {
  const next = laid.spans[span.index + 1];
  const found = sourceOf(laid.source, doing.line);
  if (!found) return undefined;
  const end = span.turns * turnPulses(span.section.cycle);
  const { from, to } = soundsBetween(span.section, doing, span.turns);
  const pickup = pickupsInto(next, span.section, span.turns).find(
    (one) => one.doing.player.id === doing.player.id,
  );
  const until = pickup ? Math.min(to, end - pickup.pulses) : to;
  const events = eventsIn(found, phaseOf(span, doing), speedOf(span.section), from, until);
  const last = events.at(-1);
  return last === undefined ? undefined : end - last;
}

/** Where a player first sounds in a section, in pulses after its beginning; before it with a pickup. */
function firstAfter(laid: Laid, span: Span, doing: Doing): number | undefined {
  const found = sourceOf(laid.source, doing.line);
  const before = laid.spans[span.index - 1];
  if (!found) return undefined;
  const pickup =
    before &&
    pickupsInto(span, before.section, before.turns).find(
      (one) => one.doing.player.id === doing.player.id,
    );
  if (pickup) {
    const source = sourceOf(laid.source, pickup.line);
    const speed = speedOf(span.section);
    const [first] = source ? eventsIn(source, pickup.phase, speed, -pickup.pulses, 0) : [];
    if (first !== undefined) return first;
  }
  const { from, to } = soundsBetween(span.section, doing, span.turns);
  return eventsIn(found, phaseOf(span, doing), speedOf(span.section), from, to)[0];
}

/** Places of the strokes of a line in a stretch of a section, in its pulses. At most one time through it at either end. */
function eventsIn(source: Source, phase: number, speed: number, from: number, to: number) {
  if (to <= from) return [];
  const round = toNumber(source.length) / speed;
  const stretches =
    to - from <= round * 2
      ? [[from, to] as const]
      : [[from, from + round] as const, [to - round, to] as const];
  const at = (pulses: number) => (phase + pulses * speed) * source.ticksPerPulse;
  return stretches.flatMap(([begin, end]) =>
    source
      .events(at(begin) - 1e-6, at(end) - 1e-6)
      .map(({ ticks }) => (ticks / source.ticksPerPulse - phase) / speed),
  );
}

/** Players who have to change instruments in too little time. */
export const instrumentChanges: Look = ({ laid }) =>
  laid.spans.flatMap((span) => {
    const next = laid.spans[span.index + 1];
    if (!next) return [];
    return span.doings.flatMap((doing): FormFinding[] => {
      const then = next.doings.find((one) => one.player.id === doing.player.id);
      const [from, to] = [sourceOf(laid.source, doing.line), sourceOf(laid.source, then?.line)];
      if (!from || !to || !then || from.layer.instrument === to.layer.instrument) return [];
      const [last, first] = [lastBefore(laid, span, doing), firstAfter(laid, next, then)];
      if (last === undefined || first === undefined) return [];
      const pulses = last + first;
      if (pulses > BEATS_TO_CHANGE * next.tempo.per) return [];
      const seconds = last * toNumber(span.tempo.pulse) + first * toNumber(next.tempo.pulse);
      const name = (source: Source) => instrumentOf(source.layer)?.name ?? source.layer.instrument;
      return [
        about(next, {
          kind: 'instrument',
          weight: 'look',
          player: doing.player.id,
          text: `${doing.player.name} has ${seconds.toFixed(1)} seconds from the ${name(from)} at the end of ${span.section.name} to the ${name(to)} in ${next.section.name}: the hands are still on the other drum.`,
          mends: [
            {
              label: 'Enter a turn later',
              edit: {
                kind: 'from',
                player: doing.player.id,
                from: { turn: 1, beats: { num: 0, den: 1 } },
              },
            },
          ],
        }),
      ];
    });
  });

/** The quiet line as a way out, where the player has one and does not play it. */
function quieter({ id, quiet }: Doing['player'], line: Line | undefined): readonly Mend[] {
  if (!quiet || isSameLine(quiet, line)) return [];
  return [{ label: 'Play the quiet line', edit: { kind: 'quiet', player: id } }];
}

const HANDS = { R: 'right hand', L: 'left hand', F: 'foot' } as const;

/** What the closest strokes of one hand in a line are, in pulses. */
function closestIn(
  source: Source,
): { readonly hand: keyof typeof HANDS; readonly gap: number } | undefined {
  const timed = timeRhythm(source.rhythm);
  const at = source.rhythm.layers.findIndex(({ id }) => id === source.layer.id);
  if (!timed.ok) return undefined;
  const { closest } = readHands(source.layer, timed.timing, at);
  return closest && { hand: closest.hand, gap: toNumber(closest.gap) };
}

/** Hands that are asked for more than the player’s ceiling at a section’s tempo. */
export const handsOver: Look = ({ laid, ceiling }: LookedAt) => {
  const known = new Map<Source, ReturnType<typeof closestIn>>();
  return laid.spans.flatMap((span) => {
    const quickest = Math.min(
      toNumber(span.tempo.pulse),
      span.section.over === undefined ? Number.POSITIVE_INFINITY : toNumber(span.before.pulse),
    );
    return span.doings.flatMap(({ player, line }): FormFinding[] => {
      const found = sourceOf(laid.source, line);
      if (!found) return [];
      if (!known.has(found)) known.set(found, closestIn(found));
      const closest = known.get(found);
      if (!closest) return [];
      const rate = speedOf(span.section) / (closest.gap * quickest);
      if (rate <= ceiling + 1e-9) return [];
      const bpm = Math.floor(
        (60 * ceiling * closest.gap) / (span.tempo.per * speedOf(span.section)),
      );
      return [
        about(span, {
          kind: 'hands',
          weight: 'look',
          player: player.id,
          text: `In ${span.section.name} ${player.name}’s ${HANDS[closest.hand]} strikes ${rate.toFixed(1)} times a second in ${found.layer.name}; the ceiling is ${ceiling}. It is reached at ${bpm}.`,
          mends: quieter(player, line),
        }),
      ];
    });
  });
};

/** Strokes a counted beat from which a line is busy, where little is asked for. */
const BUSY = 3;

/** Busy lines where the level is soft or someone sings. */
export const busyLines: Look = ({ laid }) =>
  laid.spans.flatMap((span) => {
    const { section, tempo } = span;
    if (section.level !== 'soft' && !section.sung) return [];
    return span.doings.flatMap(({ player, line, isQuiet }): FormFinding[] => {
      const found = sourceOf(laid.source, line);
      if (!found || isQuiet) return [];
      const heard = found.layer.strokes.filter(({ force }) => force > 1).length;
      const each = (heard * speedOf(section) * tempo.per) / toNumber(found.length);
      if (each < BUSY) return [];
      const said = Number.isInteger(each) ? inWords(each) : each.toFixed(1);
      return [
        about(span, {
          kind: 'busy',
          weight: 'look',
          player: player.id,
          text: `${player.name} plays ${said} strokes a beat in ${section.name}, where ${section.sung ? 'someone sings' : 'it is soft'}.`,
          mends: quieter(player, line),
        }),
      ];
    });
  });

/** Players who have no quiet line while someone else leads. */
export const noQuiet: Look = ({ laid }) =>
  laid.spans.flatMap((span) => {
    const lead = span.doings.find(({ solo }) => solo)?.player;
    if (!lead) return [];
    const silent = span.doings.filter(({ player, line }) => player.id !== lead.id && !line);
    if (silent.length < span.doings.length - 1 || silent.length === 0) return [];
    return [
      about(span, {
        kind: 'no-quiet',
        weight: 'look',
        player: lead.id,
        text: `Nobody plays under ${lead.name}’s solo in ${span.section.name}: give a player a quiet line.`,
      }),
    ];
  });
