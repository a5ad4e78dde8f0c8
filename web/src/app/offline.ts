import { onDevice } from '../ui/browser-storage.ts';
import { createStore, useStore } from '../ui/store.ts';
import { toast } from '../ui/toasts.ts';

/** A newer version that waits to be taken. */
const waiting = createStore<ServiceWorker | undefined>(undefined);

export function useNewVersion(): ServiceWorker | undefined {
  return useStore(waiting);
}

/** Which build this is: the name of this script has a mark of its contents, and so of all that it names. */
const BUILD = new URL(import.meta.url).pathname;
const SEEN = 'humble-stride-build';
/** How often a page that stays open looks for a new version. */
const EVERY = 6 * 3_600_000;

/** Says that this is another version than the one that was here before. */
function sayWhatIsNew(): void {
  const before = onDevice.get(SEEN);
  onDevice.set(SEEN, BUILD);
  // Where there was no room for it, that would be said each time.
  if (before !== undefined && before !== BUILD && onDevice.get(SEEN) === BUILD) {
    toast('This is a new version of the program. Your library is as it was.');
  }
}

/**
 * Makes the program work without network from the next visit on. A new version is fetched beside the one that runs, and
 * taken when the program is started the next time.
 */
export async function workOffline(): Promise<void> {
  sayWhatIsNew();
  void navigator.locks?.request(TAB, { mode: 'shared' }, () => new Promise(() => undefined));
  if (!('serviceWorker' in navigator)) return;
  const registration = await navigator.serviceWorker.register('/sw.js');
  const look = () => {
    // Without one that runs this is the first, which takes nothing from anybody.
    if (registration.waiting && navigator.serviceWorker.controller) {
      waiting.set(registration.waiting);
    }
  };
  look();
  registration.addEventListener('updatefound', () => {
    registration.installing?.addEventListener('statechange', look);
  });
  setInterval(() => registration.update().catch(() => undefined), EVERY);
}

/** Held by every open tab, so that they can be counted. */
const TAB = 'humble-stride-tab';

/** Whether no other tab is open; one that is just being closed is waited for. */
async function isTheOnlyTab(): Promise<boolean> {
  for (let look = 0; look < 20; look += 1) {
    const { held = [] } = (await navigator.locks?.query()) ?? {};
    if (held.filter(({ name }) => name === TAB).length < 2) return true;
    await new Promise((resolve) => setTimeout(resolve, 200));
  }
  return false;
}

/** How long a version that is asked to begin may take, and between looks whether it may begin, in milliseconds. */
const PATIENCE = 10_000;
const LOOK = 1000;

/**
 * Takes the newer version now, and begins again with it; where other tabs run the older one, which would break, or where it does
 * not begin, says so. One that comes later than that waits until it breaks nothing off.
 * @param isQuiet whether nothing plays and nothing is at stake
 */
export async function takeNewVersion(worker: ServiceWorker, isQuiet: () => boolean): Promise<void> {
  if (!(await isTheOnlyTab())) {
    toast('Other tabs still run the version that was here: close them first.');
    return;
  }
  const begin = () => {
    if (isQuiet()) location.reload();
    else setTimeout(begin, LOOK);
  };
  navigator.serviceWorker.addEventListener('controllerchange', begin);
  worker.addEventListener('statechange', () => {
    if (worker.state === 'activated') begin();
  });
  worker.postMessage({ type: 'SKIP_WAITING' });
  await new Promise((resolve) => setTimeout(resolve, PATIENCE));
  toast(
    'The new version does not begin yet. It comes by itself soon, or when the program is started again.',
  );
}
