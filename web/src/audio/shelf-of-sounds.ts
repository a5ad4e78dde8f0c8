import type { TakeOf } from '@stride/core/sound';

interface ShelfParts<S, B> {
  readonly nameOf: (sound: S) => string;
  /** How many takes there are of each. */
  readonly takes: number;
  /** Computes some, each in a take. @throws where it cannot */
  readonly make: (asked: readonly (readonly [S, number])[]) => Promise<readonly B[]>;
  readonly sizeOf: (made: B) => number;
  /** Bytes that are kept at most. */
  readonly most?: number;
}

/** Eight minutes of sound. */
const MOST = 96 * 1024 * 1024;
/** So many are computed at a time when nobody waits for them, so that who does is soon served. */
const AT_ONCE = 8;

/**
 * Sounds that have been computed. The first take of each is there when it is prepared; the others are computed when they are
 * first wanted, and until they are there one of those that are is heard. What has not been heard for longest goes when there
 * are too many.
 */
export function createShelfOfSounds<S, B>(parts: ShelfParts<S, B>) {
  const { nameOf, takes, make, sizeOf, most = MOST } = parts;
  /** By name and take; the order is that in which they were wanted last. */
  const ready = new Map<string, B>();
  const coming = new Map<string, Promise<void>>();
  let size = 0;
  /** What is to be computed when nobody waits, by name and take. */
  const later = new Map<string, readonly [S, number]>();
  let isMaking = false;
  const keyOf = (name: string, take: number) => `${name} ${take}`;

  function keep(key: string, made: B): void {
    drop(key);
    ready.set(key, made);
    size += sizeOf(made);
    for (const oldest of ready.keys()) {
      if (size <= most || oldest === key) return;
      drop(oldest);
    }
  }

  function drop(key: string): void {
    const made = ready.get(key);
    if (made === undefined) return;
    size -= sizeOf(made);
    ready.delete(key);
  }

  /** A failed computation is tried again the next time it is wanted. */
  function request(asked: readonly (readonly [S, number])[]): Promise<void> {
    const made = make(asked);
    asked.forEach(([sound, take], index) => {
      const key = keyOf(nameOf(sound), take);
      const mine = made.then(
        (all) => {
          const one = all[index];
          if (coming.get(key) === mine && one !== undefined) keep(key, one);
          if (coming.get(key) === mine) coming.delete(key);
        },
        (error: unknown) => {
          if (coming.get(key) === mine) coming.delete(key);
          throw error;
        },
      );
      mine.catch(() => undefined);
      coming.set(key, mine);
    });
    return made.then(() => undefined);
  }

  async function makeLater(): Promise<void> {
    if (isMaking) return;
    isMaking = true;
    try {
      while (later.size > 0) {
        const now = [...later].slice(0, AT_ONCE);
        for (const [key] of now) later.delete(key);
        await request(now.map(([, one]) => one));
      }
    } catch {
      // What is there is heard instead.
      later.clear();
    } finally {
      isMaking = false;
    }
  }

  function want(sound: S, name: string): void {
    for (let take = 1; take < takes; take += 1) {
      const key = keyOf(name, take);
      if (!ready.has(key) && !coming.has(key)) later.set(key, [sound, take]);
    }
    if (later.size > 0) void makeLater();
  }

  return {
    /** Resolves when the first take of all of them is there. @throws where one cannot be computed */
    async prepare(sounds: readonly S[]): Promise<void> {
      const missing = new Map<string, S>();
      for (const sound of sounds) {
        const key = keyOf(nameOf(sound), 0);
        if (!ready.has(key) && !coming.has(key)) missing.set(key, sound);
      }
      if (missing.size > 0)
        void request([...missing.values()].map((sound) => [sound, 0])).catch(() => undefined);
      await Promise.all(sounds.map((sound) => coming.get(keyOf(nameOf(sound), 0))));
    },
    /** A sound in the take that is chosen among those that are there; its first where nobody chooses. */
    take(sound: S, takeOf?: TakeOf): B | undefined {
      const name = nameOf(sound);
      if (!takeOf) return ready.get(keyOf(name, 0));
      const key = keyOf(
        name,
        takeOf(name, (take) => ready.has(keyOf(name, take))),
      );
      const made = ready.get(key);
      if (made !== undefined) {
        ready.delete(key);
        ready.set(key, made);
      }
      want(sound, name);
      return made;
    },
    /** Bytes that are kept. */
    size: () => size,
  };
}
