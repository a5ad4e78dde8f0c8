import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { toasts } from '../ui/toasts.ts';
import { takeNewVersion } from './offline.ts';

/** The newer version as the browser has it: what it is told, and what becomes of it. */
class Newer extends EventTarget {
  state = 'installed';
  readonly told: unknown[] = [];
  postMessage(message: unknown) {
    this.told.push(message);
  }
  becomes(state: string) {
    this.state = state;
    this.dispatchEvent(new Event('statechange'));
  }
}

const said = () => toasts.now().map(({ text }) => text);
let tabs: number;
let isQuiet: boolean;
let newer: Newer;
let taken: Promise<void> | undefined;
const reload = vi.fn();

beforeEach(() => {
  vi.useFakeTimers();
  toasts.set([]);
  reload.mockReset();
  tabs = 1;
  isQuiet = true;
  newer = new Newer();
  vi.stubGlobal('location', { reload });
  vi.stubGlobal('navigator', {
    serviceWorker: new EventTarget(),
    locks: {
      query: async () => ({
        held: Array.from({ length: tabs }, () => ({ name: 'humble-stride-tab' })),
      }),
    },
  });
});
afterEach(async () => {
  await vi.runAllTimersAsync();
  await taken;
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

const take = () => {
  taken = takeNewVersion(newer as unknown as ServiceWorker, () => isQuiet);
};

it('a newer version is told to begin, and the page begins again with it', async () => {
  take();
  await vi.advanceTimersByTimeAsync(100);
  expect(newer.told).toEqual([{ type: 'SKIP_WAITING' }]);
  newer.becomes('activating');
  expect(reload).not.toHaveBeenCalled();
  newer.becomes('activated');
  expect(reload).toHaveBeenCalled();
});

it('is left alone where another tab runs the older one; one that is just being closed is waited for', async () => {
  tabs = 2;
  take();
  await vi.advanceTimersByTimeAsync(3000);
  expect(said()).toEqual([]);
  await vi.advanceTimersByTimeAsync(3000);
  expect(said()).toEqual(['Other tabs still run the version that was here: close them first.']);
  expect(newer.told).toEqual([]);

  take();
  await vi.advanceTimersByTimeAsync(3000);
  tabs = 1;
  await vi.advanceTimersByTimeAsync(300);
  expect(newer.told).toHaveLength(1);
});

it('says so where it does not begin', async () => {
  take();
  await vi.advanceTimersByTimeAsync(9000);
  expect(said()).toEqual([]);
  await vi.advanceTimersByTimeAsync(2000);
  expect(said()).toEqual([
    'The new version does not begin yet. It comes by itself soon, or when the program is started again.',
  ]);
  expect(reload).not.toHaveBeenCalled();
});

it('that begins late breaks nothing off: it waits until nothing plays', async () => {
  take();
  await vi.advanceTimersByTimeAsync(11_000);
  isQuiet = false;
  newer.becomes('activated');
  await vi.advanceTimersByTimeAsync(5000);
  expect(reload).not.toHaveBeenCalled();
  isQuiet = true;
  await vi.advanceTimersByTimeAsync(1000);
  expect(reload).toHaveBeenCalled();
});
