import { type Habits, simulate } from '@stride/core/ear';
import type { Layer, LayerGrid } from '@stride/core/rhythm';
import type { Seconds } from '@stride/core/time';
import type { EarClock, EarInput } from './input.ts';
import { HAND_KEYS, keysInput } from './keys-input.ts';

/** Players that the program can play by itself, to see how they are judged. */
export const SIMULATED = {
  steady: 'a steady one',
  learning: 'one who learns',
  rushing: 'one who rushes a stroke',
  swinging: 'one who swings',
  tiring: 'one who tires',
} as const;
export type SimulatedName = keyof typeof SIMULATED;

/** What each of them does in a run, counted from 0. */
export function habitsOf(name: SimulatedName, run: number, layer: Layer): Habits {
  const seed = run * 31 + 7;
  const slots = layer.strokes.map(({ slot }) => slot);
  const middle = slots[Math.floor(slots.length / 2)] ?? 0;
  switch (name) {
    case 'steady':
      return { seed, spread: 0.004, bias: 0.01 };
    case 'learning':
      return { seed, spread: 0.003, off: [{ slot: middle, by: -0.066 * 0.4 ** run }] };
    case 'rushing':
      return { seed, spread: 0.003, off: [{ slot: middle, by: -0.066 }] };
    case 'swinging':
      return { seed, spread: 0.003, swing: { parts: 6, ratio: 1.4 } };
    case 'tiring':
      return { seed, spread: 0.006, tiring: 0.9, misses: 0.02 * run };
  }
}

/** A timer may fire this many milliseconds early. */
const EARLY = 2;

/** A player that presses the keys: it is heard by the same way as a hand on them. */
export function simulatedInput(
  clock: EarClock,
  name: SimulatedName,
  line: { readonly layer: Layer; readonly grid: LayerGrid },
): EarInput {
  const { layer, grid } = line;
  const keys = keysInput(clock, layer);
  const timers = new Set<ReturnType<typeof setTimeout>>();
  const handKeys = new Map(Object.entries(HAND_KEYS).map(([key, hand]) => [hand, key]));

  /** A key that goes down at a moment of the page, however late the page comes to hear of it, as with a real one. */
  function press(key: string, at: number): void {
    const down = new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true });
    Object.defineProperty(down, 'timeStamp', { value: at });
    window.dispatchEvent(down);
    window.dispatchEvent(new KeyboardEvent('keyup', { key, bubbles: true }));
  }

  /** Plays with the sound: where that is held up on a busy machine, the player waits for it too. */
  function pressAt(time: Seconds, key: string): void {
    const page = performance.now();
    const now = clock.heardAt(page);
    if (now === undefined) return;
    const wait = (time - now) * 1000;
    if (wait <= EARLY) {
      press(key, page + wait);
      return;
    }
    const timer = setTimeout(() => {
      timers.delete(timer);
      pressAt(time, key);
    }, wait);
    timers.add(timer);
  }

  return {
    kind: 'simulated',
    device: 'simulated',
    async open(listener) {
      const listening = await keys.open(listener);
      return {
        stop() {
          listening.stop();
          for (const timer of timers) clearTimeout(timer);
          timers.clear();
        },
      };
    },
    expect(asked, { run, secondsPerTick }) {
      const hits = simulate(asked, habitsOf(name, run, layer), layer, grid, secondsPerTick);
      for (const { time, kind, hand } of hits) {
        const key = kind ?? (hand && handKeys.get(hand as 'R' | 'L'));
        if (key) pressAt(time, key);
      }
    },
  };
}
