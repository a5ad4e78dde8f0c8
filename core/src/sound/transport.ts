import {
  type Pace,
  type Seconds,
  type Tempo,
  type Ticks,
  tempoInto,
  ticksInto,
  timeInto,
} from '../time/index.ts';
import type { Score, ScoreEvent } from './score.ts';

/**
 * A stretch of playing at one tempo, or at one that rises evenly. Times inside it are `startTime` plus one
 * product, never a sum of steps, so they do not drift however long it lasts.
 */
export interface Segment<Tag> {
  readonly score: Score;
  /** At its beginning. */
  readonly tempo: Tempo;
  /** How the tempo rises from pulse to pulse: see {@link Pace}. Nothing where it is steady. */
  readonly rise?: number;
  /** It rises straight, not evenly: see {@link Pace}. */
  readonly straight?: boolean;
  /** When `startTicks` is heard, on the audio clock. */
  readonly startTime: Seconds;
  /** Place in the loop, unwrapped; need not be whole where a tempo changed between two ticks. */
  readonly startTicks: number;
  /** Where it ends; Infinity for a loop without end. */
  readonly endTicks: number;
  /** What the player was told about this stretch: the rung, the pass, a count-in. */
  readonly tag: Tag;
}

/** Segments that follow one another without a gap, and how far they have been handed out. */
export interface Transport<Tag> {
  readonly segments: readonly Segment<Tag>[];
  /** Everything before this time has been handed out. */
  readonly until: Seconds;
  /** Graces before this time have been heard with what stood there before a change. */
  readonly since?: Seconds;
  /** True when the last segment has ended and nothing follows. */
  readonly ended: boolean;
}

/** A sound and the moment it is to be heard. */
export interface DueEvent {
  readonly time: Seconds;
  readonly event: ScoreEvent;
  /** Where the stroke is choked, if it is. */
  readonly until?: Seconds;
}

/** What a new segment needs; it begins where the one before it ends. */
export type NextSegment<Tag> = Omit<Segment<Tag>, 'startTime'>;

/** Segments kept for looking up where the ear is. */
const KEPT = 8;

/** How long a tick of a segment's score lasts at its tempo. */
export function secondsPerTick(segment: Pick<Segment<unknown>, 'score' | 'tempo'>): Seconds {
  const { bpm, per } = segment.tempo;
  return 60 / (bpm * per * segment.score.ticksPerPulse);
}

/** How quickly the ticks of a segment go by. */
export function paceOf(
  segment: Pick<Segment<unknown>, 'score' | 'tempo' | 'rise' | 'straight'>,
): Pace {
  const { rise, straight, score } = segment;
  return {
    secondsPerTick: secondsPerTick(segment),
    ...(rise === undefined ? {} : { rise: rise / score.ticksPerPulse }),
    ...(straight && { straight }),
  };
}

/** When an unwrapped tick of a segment is heard. */
export function timeOf(segment: Segment<unknown>, ticks: number): Seconds {
  return segment.startTime + timeInto(paceOf(segment), ticks - segment.startTicks);
}

/** A transport that begins with one segment. */
export function startTransport<Tag>(segment: Segment<Tag>): Transport<Tag> {
  return { segments: [segment], until: segment.startTime, ended: false };
}

/**
 * Hands out everything due before `until`. When a segment ends, `next` gives the one that follows,
 * or undefined to end; it is asked in playing order, each end once.
 */
export function collect<Tag>(
  transport: Transport<Tag>,
  until: Seconds,
  next: (ended: Segment<Tag>) => NextSegment<Tag> | undefined,
): { readonly transport: Transport<Tag>; readonly due: readonly DueEvent[] } {
  if (transport.ended || until <= transport.until) return { transport, due: [] };
  const due: DueEvent[] = [];
  const segments = [...transport.segments];
  let from = transport.until;
  let ended = false;
  for (;;) {
    const segment = segments.at(-1);
    if (!segment) break;
    const end = timeOf(segment, segment.endTicks);
    pushDue(due, segment, from, Math.min(until, end));
    if (end > until) break;
    from = end;
    const following = next(segment);
    if (!following) {
      ended = true;
      break;
    }
    segments.push({ ...following, startTime: end });
  }
  const { since } = transport;
  return {
    transport: { ...transport, segments: segments.slice(-KEPT), until, ended },
    due: since === undefined ? due : due.filter(({ time }) => time >= since),
  };
}

/** Events of one segment whose own tick falls in [from, to); graces go out with their stroke. */
function pushDue(due: DueEvent[], segment: Segment<unknown>, from: Seconds, to: Seconds): void {
  const { score, startTicks, endTicks, startTime } = segment;
  const { events, lengthTicks } = score;
  const pace = paceOf(segment);
  const fromTicks = startTicks + ticksInto(pace, from - startTime);
  const toTicks = startTicks + ticksInto(pace, to - startTime);
  const firstRound = Math.floor(fromTicks / lengthTicks) - 1;
  const lastRound = Math.floor(toTicks / lengthTicks);
  for (let round = Math.max(0, firstRound); round <= lastRound; round += 1) {
    for (const event of events) {
      const ticks = round * lengthTicks + event.ticks;
      if (ticks >= endTicks || ticks < startTicks) continue;
      const time = startTime + timeInto(pace, ticks - startTicks);
      if (time < from || time >= to) continue;
      const { dampTicks } = event;
      const until =
        dampTicks === undefined
          ? {}
          : { until: startTime + timeInto(pace, ticks + dampTicks - startTicks) };
      due.push({ time: time + event.offset, event, ...until });
    }
  }
}

/** A place that is this near to a whole tick is held to be on it. */
const WHOLE = 1e-6;

/**
 * Goes on with another tempo or another score, at the same place in the music: from `time` on, or
 * from the beginning of the last segment where that is later, since an end is passed only once.
 * @param time where the change may be heard at the earliest; what was handed out from there on has
 * to be taken back. Without it everything that was handed out stays.
 * @returns the transport, and from when on strokes are handed out anew
 */
export function change<Tag>(
  transport: Transport<Tag>,
  to: { readonly tempo?: Tempo; readonly score?: Score },
  time: Seconds = transport.until,
): { readonly transport: Transport<Tag>; readonly from: Seconds } {
  const last = transport.segments.at(-1);
  if (!last || transport.ended) return { transport, from: transport.until };
  const from = Math.min(transport.until, Math.max(time, last.startTime));
  const score = to.score ?? last.score;
  const scale = score.ticksPerPulse / last.score.ticksPerPulse;
  const place = placeAt(last, from);
  const tempo = to.tempo ?? tempoThere(last, place);
  const next: Segment<Tag> = {
    ...last,
    score,
    tempo,
    // What is added each pulse stays the same; as a part of the tempo that was reached it is another part.
    ...(last.straight && last.rise !== undefined
      ? { rise: (last.rise * last.tempo.bpm) / tempo.bpm }
      : {}),
    startTime: from,
    startTicks: place * scale,
    endTicks: last.endTicks * scale,
  };
  const segments = [...transport.segments, next].slice(-KEPT);
  return { transport: { ...transport, segments, until: from, since: from }, from };
}

/** The tempo to which a segment has risen at a place. */
function tempoThere(segment: Segment<unknown>, place: number): Tempo {
  const { tempo, rise, startTicks } = segment;
  if (!rise) return tempo;
  return { ...tempo, bpm: tempo.bpm * tempoInto(paceOf(segment), place - startTicks) };
}

/** The place at a time, on the same side of a tick that is very near as the time is, so that no stroke is lost or doubled. */
function placeAt(segment: Segment<unknown>, time: Seconds): number {
  const place = ticksAt(segment, time);
  const whole = Math.round(place);
  if (Math.abs(place - whole) >= WHOLE) return place;
  return timeOf(segment, whole) < time ? whole + WHOLE : whole;
}

/** Breaks off at `time` and begins another segment there; what was to come after is dropped. */
export function cut<Tag>(
  transport: Transport<Tag>,
  time: Seconds,
  next: NextSegment<Tag>,
): Transport<Tag> {
  const before = transport.segments.filter((segment) => segment.startTime < time);
  return {
    segments: [...before, { ...next, startTime: time }].slice(-KEPT),
    until: time,
    ended: false,
  };
}

/**
 * Lets the last segment end with the turn that is heard then, at the first end of a turn that has not been
 * handed out, so that something else can follow it there. As it is where it ends before that anyway.
 * @param time the earliest moment at which something else may be heard
 */
export function endWithTurn<Tag>(
  transport: Transport<Tag>,
  time: Seconds = transport.until,
): Transport<Tag> {
  const last = transport.segments.at(-1);
  if (!last || transport.ended) return transport;
  const { turnTicks } = last.score;
  const from = ticksAt(last, Math.max(time, transport.until, last.startTime));
  const endTicks = Math.ceil((from - WHOLE) / turnTicks) * turnTicks;
  if (endTicks >= last.endTicks) return transport;
  return { ...transport, segments: [...transport.segments.slice(0, -1), { ...last, endTicks }] };
}

function ticksAt(segment: Segment<unknown>, time: Seconds): number {
  return segment.startTicks + ticksInto(paceOf(segment), time - segment.startTime);
}

/**
 * When each part of the counted beats comes, from a time up to another: what a clock for other devices ticks by.
 * @param parts of each beat; devices take 24
 * @param until not included
 */
export function clockTimes(
  { segments }: Pick<Transport<unknown>, 'segments'>,
  from: Seconds,
  until: Seconds,
  parts = 24,
): readonly Seconds[] {
  return segments.flatMap((segment, index) => {
    const begins = Math.max(from, segment.startTime);
    const ends = Math.min(
      until,
      segments[index + 1]?.startTime ?? timeOf(segment, segment.endTicks),
    );
    if (begins >= ends) return [];
    const step = (segment.tempo.per * segment.score.ticksPerPulse) / parts;
    const times: Seconds[] = [];
    for (let tick = Math.ceil((ticksAt(segment, begins) - WHOLE) / step); ; tick += 1) {
      const time = timeOf(segment, tick * step);
      if (time >= ends - CLOCK_NEAR) return times;
      if (time >= begins - CLOCK_NEAR) times.push(time);
    }
  });
}

/** Nearer than this two moments are one: what rounding leaves over. */
const CLOCK_NEAR: Seconds = 1e-9;

/** Where the ear is at a time: the segment that sounds and the place in its loop, in pulses. */
export interface Position<Tag> {
  readonly segment: Segment<Tag>;
  readonly pulses: number;
  /** Times the loop has come round since the segment began at its start; from 0. */
  readonly round: number;
}

/** Looks up where the ear is. Before the first segment it is at its start; after the end, nowhere. */
export function positionAt<Tag>(
  transport: Transport<Tag>,
  time: Seconds,
): Position<Tag> | undefined {
  const { segments } = transport;
  const segment = segments.findLast((one) => one.startTime <= time) ?? segments[0];
  if (!segment) return undefined;
  const ticks: Ticks = Math.max(segment.startTicks, ticksAt(segment, time));
  if (ticks >= segment.endTicks && segment === segments.at(-1) && transport.ended) return undefined;
  const round = Math.floor(ticks / segment.score.lengthTicks);
  return {
    segment,
    round,
    pulses: (ticks - round * segment.score.lengthTicks) / segment.score.ticksPerPulse,
  };
}
