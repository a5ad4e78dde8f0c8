import type { RoomName } from '@stride/core/mix';
import {
  change,
  clockTimes,
  collect,
  createTakes,
  cut,
  endWithTurn,
  type NextSegment,
  type Position,
  positionAt,
  type Score,
  type ScoreEvent,
  type Segment,
  type Sound,
  soundsOf,
  startTransport,
  type TakeOf,
  type Transport,
} from '@stride/core/sound';
import type { Milliseconds, Seconds, Tempo } from '@stride/core/time';
import type { Output } from './output.ts';

/** How far ahead strokes are put on the audio clock: longer than the page may be busy. */
const LOOK_AHEAD: Seconds = 0.5;
const TICK_MS = 25;
const NOT_HEARD =
  'The new sounds could not be computed; what plays goes on as it was. Stop and play again.';
const NO_OUTPUT =
  'This browser gives the page no sound output. Another browser, or a device with sound, plays it.';
/** From the key to the first sound: enough for the first strokes to be scheduled. */
const LEAD: Seconds = 0.06;

export type PlayerState =
  | { readonly status: 'idle' }
  | { readonly status: 'waking'; readonly owner: string }
  | { readonly status: 'playing'; readonly owner: string }
  | { readonly status: 'blocked'; readonly message: string };

/** What is to be played: the first stretch, and what follows each. */
export interface PlayRequest<Tag> {
  /** Who plays, so that a screen knows its own playing: `write:ID`, `climb:ID`. */
  readonly owner: string;
  readonly first: NextSegment<Tag>;
  /** What comes later in it, so that its sounds are ready when it does. */
  readonly later?: readonly Score[];
  readonly next: (ended: Segment<Tag>) => NextSegment<Tag> | undefined;
}

export interface Player {
  getState(): PlayerState;
  subscribe(listener: () => void): () => void;
  play<Tag>(request: PlayRequest<Tag>): Promise<void>;
  stop(): void;
  /** Opens the output and makes ready what takes a moment, where nothing plays. */
  ready(): Promise<void>;
  /**
   * As soon as it can be heard cleanly, at the same place in the music.
   * @param to what changes; `where` says of the tag of the stretch that was begun last whether it changes
   */
  change(to: {
    readonly tempo?: Tempo;
    readonly score?: Score;
    readonly where?: (tag: unknown) => boolean;
  }): void;
  /**
   * Puts another stretch in the place of the one that comes next, where that is decided and not heard yet. Where it
   * is not decided, it is not asked for: what plays will be asked in its time.
   * @returns whether it was in time
   */
  putNext<Tag>(next: () => NextSegment<Tag>): boolean;
  /**
   * Goes on with something else of the same owner when the turn ends that is heard now.
   * @param score what it sounds as now; `next` is asked for what it is when it begins
   */
  followWith<Tag>(score: Score, next: PlayRequest<Tag>['next']): void;
  /** Breaks off and begins this stretch as soon as it can be heard cleanly. */
  cutTo<Tag>(next: NextSegment<Tag>): void;
  /** How loud each layer is, 0 to 1; one that is not named sounds in full. */
  setLevels(levels: ReadonlyMap<string, number>): void;
  /** Where each layer is heard, and the room: see `Output`. */
  setPlaces: Output['setPlaces'];
  setRoom: Output['setRoom'];
  /** When something that happened at a moment of the page reached the ear, on the clock of what is heard. */
  heardAt(ms: Milliseconds): Seconds | undefined;
  /** Opens the microphone on the same clock: see `Output.listen`. @throws where there is no output */
  listen: Output['listen'];
  /** Where the ear is now, not where the scheduler is. */
  position(): Position<unknown> | undefined;
}

const BLOCKED =
  'The browser holds sound back on this page. Click Play again, and see that the page is allowed to play sound.';

const NO_SOUNDS =
  'The sounds could not be computed. Play again; if that does not help, reload the page. Nothing written is lost.';

/** What a player is made of; all of it is handed in, so that it can be tried without a browser. */
export interface PlayerParts {
  /** Opens the sound output. @throws where there is none */
  readonly openOutput: () => Output;
  /** Calls back every so many milliseconds, also while the page is hidden; 0 stops it. */
  readonly beat: (ms: number, tick: () => void) => void;
  readonly sounds: {
    /** Resolves when all of them can be played. */
    prepare(sounds: readonly Sound[]): Promise<void>;
    /** A sound that was prepared. */
    take(sound: Sound, takeOf: TakeOf): AudioBuffer | undefined;
  };
  /** Told what the player must know. */
  readonly say: (sentence: string) => void;
  /** What plays along with what is heard, where there is one: a device on a cable. */
  readonly beside?: () => Beside | undefined;
}

/** Something that plays the same strokes elsewhere; times are those of the audio clock. */
export interface Beside {
  play(event: ScoreEvent, time: Seconds, until: Seconds | undefined): void;
  /** A clock ticks at this time. */
  beat(time: Seconds): void;
  /** Takes back what has not begun by then. */
  cancelFrom(time: Seconds): void;
  /** Called every few milliseconds while something plays. @param heard the moment that reaches the ear now */
  tick(heard: Seconds): void;
  stop(): void;
}

/** Makes a player; nothing sounds and nothing is loaded until it is asked to play. */
export function createPlayer({ openOutput, beat, sounds, say, beside }: PlayerParts): Player {
  const listeners = new Set<() => void>();
  let state: PlayerState = { status: 'idle' };
  let output: Output | undefined;
  let transport: Transport<unknown> | undefined;
  let next: PlayRequest<unknown>['next'] = () => undefined;
  let levels: ReadonlyMap<string, number> = new Map();
  let places: ReadonlyMap<string, number> = new Map();
  let room: RoomName = 'off';
  let takeOf = createTakes();
  let beating = false;
  /** Counts requests, so that a slow start that was overtaken does not begin after all. */
  let asked = 0;

  function set(to: PlayerState): void {
    state = to;
    for (const listener of listeners) listener();
  }

  function tick(): void {
    if (!output || !transport || state.status !== 'playing') return;
    const along = beside?.();
    const from = transport.until;
    const result = collect(transport, output.now() + LOOK_AHEAD, next);
    transport = result.transport;
    for (const { time, event, until } of result.due) {
      const buffer = sounds.take(event.sound, takeOf);
      if (buffer) output.schedule(buffer, time, event.layer, shapeOf(event.gain, until));
      if (levels.get(event.layer) !== 0) along?.play(event, time, until);
    }
    if (along) {
      for (const time of clockTimes(transport, from, transport.until)) along.beat(time);
      along.tick(output.heard());
    }
    if (transport.ended && !positionAt(transport, output.heard())) halt();
  }

  function takeBack(from: Output, time: Seconds): void {
    from.cancelFrom(time);
    beside?.()?.cancelFrom(time);
  }

  /** Takes back what is on the clock and not heard yet, and hands it out anew as it is now. */
  function goOnWith(to: { readonly tempo?: Tempo; readonly score?: Score }): void {
    const last = transport?.segments.at(-1);
    if (!output || !transport || !last) return;
    const { tempo = last.tempo, score = last.score } = to;
    if (tempo.bpm === last.tempo.bpm && tempo.per === last.tempo.per && score === last.score)
      return;
    const changed = change(transport, to, output.now() + LEAD);
    transport = changed.transport;
    takeBack(output, changed.from);
    tick();
  }

  function halt(): void {
    asked += 1;
    transport = undefined;
    if (beating) beat(0, tick);
    beating = false;
    output?.cancelFrom(output.now());
    beside?.()?.stop();
    if (state.status !== 'idle') set({ status: 'idle' });
  }

  return {
    getState: () => state,
    subscribe(listener) {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    async play(request) {
      halt();
      const mine = asked;
      set({ status: 'waking', owner: request.owner });
      try {
        output ??= openOutput();
        output.setLevels(levels);
        output.setPlaces(places);
        output.setRoom(room);
      } catch {
        set({ status: 'blocked', message: NO_OUTPUT });
        return;
      }
      const [awake, computed] = await Promise.all([
        output.wake().catch(() => false),
        sounds.prepare([request.first.score, ...(request.later ?? [])].flatMap(soundsOf)).then(
          () => true,
          () => false,
        ),
      ]);
      if (mine !== asked) return;
      if (!awake || !computed) {
        set({ status: 'blocked', message: awake ? NO_SOUNDS : BLOCKED });
        return;
      }
      transport = startTransport({ ...request.first, startTime: output.now() + LEAD });
      next = request.next as typeof next;
      takeOf = createTakes();
      set({ status: 'playing', owner: request.owner });
      tick();
      beat(TICK_MS, tick);
      beating = true;
    },
    async ready() {
      if (state.status === 'playing' || state.status === 'waking') return;
      try {
        output ??= openOutput();
        output.setLevels(levels);
        output.setPlaces(places);
        output.setRoom(room);
        await output.ready();
      } catch {
        // It is said when something is to be played.
      }
    },
    stop: halt,
    change({ where = () => true, ...to }) {
      if (!transport) return;
      const isMeant = () => where(transport?.segments.at(-1)?.tag);
      if (!isMeant()) return;
      const { score } = to;
      if (!score) {
        goOnWith(to);
        return;
      }
      const mine = asked;
      sounds.prepare(soundsOf(score)).then(
        () => {
          if (mine === asked && isMeant()) goOnWith(to);
        },
        () => say(NOT_HEARD),
      );
    },
    followWith(score, following) {
      if (!transport) return;
      const mine = asked;
      sounds.prepare(soundsOf(score)).then(
        () => {
          if (!output || !transport || mine !== asked) return;
          transport = endWithTurn(transport, output.now() + LEAD);
          next = following as typeof next;
        },
        () => say(NOT_HEARD),
      );
    },
    putNext(next) {
      const last = transport?.segments.at(-1);
      if (!output || !transport || !last || last.startTime < output.now() + LEAD) return false;
      takeBack(output, last.startTime);
      transport = cut(transport, last.startTime, next());
      tick();
      return true;
    },
    cutTo(segment) {
      if (!output || !transport) return;
      const mine = asked;
      sounds.prepare(soundsOf(segment.score)).then(
        () => {
          if (!output || !transport || mine !== asked) return;
          const at = output.now() + LEAD;
          takeBack(output, at);
          transport = cut(transport, at, segment);
          tick();
        },
        () => say(NOT_HEARD),
      );
    },
    setLevels(next) {
      levels = next;
      output?.setLevels(next);
    },
    setPlaces(next) {
      places = next;
      output?.setPlaces(next);
    },
    setRoom(next) {
      room = next;
      output?.setRoom(next);
    },
    heardAt: (ms) => output && output.heard() - (performance.now() - ms) / 1000,
    async listen(stream, take) {
      output ??= openOutput();
      await output.wake();
      return output.listen(stream, take);
    },
    position() {
      return transport && output ? positionAt(transport, output.heard()) : undefined;
    },
  };
}

function shapeOf(
  gain: number | undefined,
  until: Seconds | undefined,
): { readonly gain?: number; readonly until?: Seconds } {
  return { ...(gain === undefined ? {} : { gain }), ...(until === undefined ? {} : { until }) };
}
