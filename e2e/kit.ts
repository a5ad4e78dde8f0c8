import {
  type BrowserContext,
  test as base,
  type CDPSession,
  expect,
  type Locator,
  type Page,
} from '@playwright/test';

/** A sound as the page put it on the audio clock, and did not take back before it began. */
export interface Scheduled {
  /** When it is to be heard, and the clock at the moment it was scheduled, in seconds. */
  readonly at: number;
  readonly now: number;
  /** Which computed sound it is: two of the same number are the same stroke, in whatever take. */
  readonly sound: number;
  /** Which take of which sound it is: two of the same number are the same wave. */
  readonly take: number;
  /** Which of the page's gains it goes through: one for each layer, and one for the click. */
  readonly gain: number;
}

declare global {
  interface Window {
    scheduled: Scheduled[];
    /** The audio clock that sounds were put on. */
    clock: AudioContext;
    /** The gains that sounds go through, by number. */
    gains: GainNode[];
    /** The simulated MIDI device, where there is one. */
    midiIn: EventTarget;
  }
}

/** What a project or a file may choose for its pages. */
export interface Choices {
  /** Frames a second that a page draws at most, since the machine draws in software; 0 where it draws all. */
  frames: number;
  /**
   * Whether pages are opened in the context of the tests before, emptied: for tests that change no more than a page and what is kept. A
   * file that sets options of the context, or the clock, has one of its own.
   */
  isSharing: boolean;
}

/** Where pages of one test after another are opened. */
interface Home {
  readonly context: BrowserContext;
  /** Stays open, so that the next page finds the program compiled in its process. */
  readonly keeper: Page;
  readonly storage: CDPSession;
}

/** What the tests of a worker have in common. */
interface Held {
  readonly held: { home?: Home };
}

/** Has the page draw with a pause before each frame, in milliseconds, and fetch nothing before it is asked for. */
function drawSeldom(pause: number): void {
  window.requestIdleCallback = () => 0;
  const draw = window.requestAnimationFrame.bind(window);
  const forget = window.cancelAnimationFrame.bind(window);
  const asked = new Map<number, number>();
  window.requestAnimationFrame = (callback) => {
    const number = window.setTimeout(() => {
      const drawn = draw((time) => {
        asked.delete(number);
        callback(time);
      });
      asked.set(number, drawn);
    }, pause);
    return number;
  };
  window.cancelAnimationFrame = (number) => {
    window.clearTimeout(number);
    forget(asked.get(number) ?? 0);
    asked.delete(number);
  };
}

async function settle(context: BrowserContext): Promise<Home> {
  const keeper = await context.newPage();
  await keeper.goto('/stride.svg');
  return { context, keeper, storage: await context.newCDPSession(keeper) };
}

/** As in a browser that has never been here. */
async function empty({ context, keeper, storage }: Home): Promise<void> {
  for (const page of context.pages()) if (page !== keeper) await page.close();
  const { origin } = new URL(keeper.url());
  await storage.send('Storage.clearDataForOrigin', { origin, storageTypes: 'all' });
  await context.clearPermissions();
}

/**
 * A page that notes every sound it schedules, and that fails its test where anything reaches the
 * console as an error.
 */
export const test = base.extend<{ page: Page } & Choices, Held>({
  frames: [0, { option: true }],
  isSharing: [false, { option: true }],
  held: [
    async ({ browser: _ }, use) => {
      const held: Held['held'] = {};
      await use(held);
      await held.home?.context.close();
    },
    { scope: 'worker' },
  ],
  context: async ({ browser, held, isSharing }, use) => {
    if (!isSharing) {
      const context = await browser.newContext();
      await use(context);
      await context.close();
      return;
    }
    held.home ??= await settle(await browser.newContext());
    await use(held.home.context);
    await empty(held.home);
  },
  page: async ({ page, frames }, use) => {
    if (frames > 0) await page.addInitScript(drawSeldom, 1000 / frames);
    const errors: string[] = [];
    page.on('pageerror', (error) => errors.push(String(error)));
    page.on('console', (message) => {
      if (message.type() === 'error') errors.push(message.text());
    });
    await page.addInitScript(() => {
      window.scheduled = [];
      window.gains = [];
      const buffers: (AudioBuffer | null)[] = [];
      /** One buffer of each sound, and what each of the others was found to be. */
      const firsts: AudioBuffer[] = [];
      const known = new WeakMap<AudioBuffer, number>();
      const loudnesses = new WeakMap<AudioBuffer, number>();
      const loudness = (buffer: AudioBuffer) => {
        const known = loudnesses.get(buffer);
        if (known !== undefined) return known;
        let sum = 0;
        for (const value of buffer.getChannelData(0)) sum += value * value;
        loudnesses.set(buffer, sum);
        return sum;
      };
      /** Takes of a sound are alike as waves, nearly as long and nearly as loud; other sounds are not all of it. */
      const isTake = (one: AudioBuffer, other: AudioBuffer) => {
        if (Math.abs(one.length / other.length - 1) > 0.1) return false;
        const [first, second] = [loudness(one), loudness(other)];
        if (Math.abs(Math.log(first / second)) > 0.45) return false;
        const [a, b] = [one.getChannelData(0), other.getChannelData(0)];
        let both = 0;
        for (let i = 0; i < Math.min(a.length, b.length); i += 1) both += (a[i] ?? 0) * (b[i] ?? 0);
        return both / Math.sqrt(first * second) > 0.66;
      };
      const soundOf = (buffer: AudioBuffer | null) => {
        if (!buffer) return -1;
        let number = known.get(buffer);
        if (number === undefined) {
          number = firsts.findIndex((one) => isTake(one, buffer));
          if (number < 0) number = firsts.push(buffer) - 1;
          known.set(buffer, number);
        }
        return number;
      };
      const numberOf = <T>(list: T[], one: T) => {
        if (!list.includes(one)) list.push(one);
        return list.indexOf(one);
      };
      const wires = new WeakMap<AudioNode, AudioNode>();
      const connect = AudioNode.prototype.connect as (to: AudioNode) => AudioNode;
      AudioNode.prototype.connect = function (this: AudioNode, to: AudioNode) {
        wires.set(this, to);
        return connect.call(this, to);
      } as typeof AudioNode.prototype.connect;
      /** The last gain on the way, after one of its own where a stroke is choked. */
      const gainOf = (source: AudioNode) => {
        let last: GainNode | undefined;
        let node = wires.get(source);
        while (node instanceof GainNode) {
          last = node;
          node = wires.get(node);
        }
        return last ? numberOf(window.gains, last) : -1;
      };
      const sounds = new WeakMap<AudioNode, Scheduled>();
      const start = AudioBufferSourceNode.prototype.start;
      AudioBufferSourceNode.prototype.start = function (at = 0, ...rest) {
        window.clock = this.context as AudioContext;
        const sound = {
          at,
          now: this.context.currentTime,
          sound: soundOf(this.buffer),
          take: numberOf(buffers, this.buffer),
          gain: gainOf(this),
        };
        window.scheduled.push(sound);
        sounds.set(this, sound);
        start.call(this, at, ...rest);
      };
      const stop = AudioBufferSourceNode.prototype.stop;
      AudioBufferSourceNode.prototype.stop = function (...rest) {
        const sound = sounds.get(this);
        if (sound && sound.at > this.context.currentTime) {
          window.scheduled = window.scheduled.filter((one) => one !== sound);
        }
        stop.call(this, ...rest);
      };
    });
    await use(page);
    expect(errors).toEqual([]);
  },
});

export { expect };

/** A message of a MIDI device, with when it came on the page's clock in milliseconds; now where it is not given. */
export interface MidiMessage {
  readonly bytes: readonly number[];
  readonly at?: number;
}

/**
 * Gives the page a MIDI device, before it is opened.
 * @returns sends messages from it, one after another
 */
export async function midiDevice(
  page: Page,
  name: string,
): Promise<(...messages: readonly MidiMessage[]) => Promise<void>> {
  await page.addInitScript((name) => {
    window.midiIn = Object.assign(new EventTarget(), { id: name, name, state: 'connected' });
    navigator.requestMIDIAccess = async () =>
      ({ inputs: new Map([[name, window.midiIn]]) }) as unknown as MIDIAccess;
  }, name);
  return (...messages) =>
    page.evaluate((all) => {
      for (const { bytes, at } of all) {
        const event = Object.assign(new Event('midimessage'), { data: new Uint8Array(bytes) });
        if (at !== undefined) Object.defineProperty(event, 'timeStamp', { value: at });
        window.midiIn.dispatchEvent(event);
      }
    }, messages);
}

export const scheduled = (page: Page): Promise<Scheduled[]> =>
  page.evaluate(() => window.scheduled);

/** How loud each of the page's gains is now. */
export const gains = (page: Page): Promise<number[]> =>
  page.evaluate(() => window.gains.map((one) => one.gain.value));

/** The sounds that are to be heard from now on, once there are so many. */
export async function fromNow(page: Page, count: number): Promise<Scheduled[]> {
  const now = await page.evaluate(() => window.clock.currentTime);
  const later = async () => (await scheduled(page)).filter(({ at }) => at > now);
  await expect.poll(async () => (await later()).length).toBeGreaterThanOrEqual(count);
  return later();
}

/** The slot of a layer, as the keyboard and a screen reader reach it. */
export function slot(page: Page, layer: string, index: number): Locator {
  return page
    .getByRole('listbox', { name: `${layer}, strokes` })
    .getByRole('option')
    .nth(index);
}

/** The typed rows of a layer. */
export function rows(page: Page, layer: string): Locator {
  return page.getByRole('textbox', { name: `Typed rows of ${layer}` });
}

/** Notes every text an element shows from now on, so that short-lived ones are not missed. */
export async function watchText(locator: Locator): Promise<() => Promise<string[]>> {
  await locator.evaluate((element) => {
    const shown = [element.textContent ?? ''];
    (element as HTMLElement & { shown?: string[] }).shown = shown;
    new MutationObserver(() => {
      const text = element.textContent ?? '';
      if (text !== shown.at(-1)) shown.push(text);
    }).observe(element, { childList: true, characterData: true, subtree: true });
  });
  return () =>
    locator.evaluate((element) => (element as HTMLElement & { shown?: string[] }).shown ?? []);
}

/** Waits until everything is kept; the browser's storage is asked, not the screen. */
export async function kept(
  page: Page,
  id: string,
  text: string,
  table: 'rhythms' | 'forms' = 'rhythms',
): Promise<void> {
  await expect
    .poll(() =>
      page.evaluate(
        ([key, table]) =>
          new Promise<string>((resolve) => {
            const open = indexedDB.open('humble-stride');
            open.onsuccess = () => {
              const get = open.result.transaction(table).objectStore(table).get(key);
              get.onsuccess = () => {
                open.result.close();
                resolve(JSON.stringify(get.result ?? {}));
              };
            };
          }),
        [id, table] as const,
      ),
    )
    .toContain(text);
}

/** Goes to another place as a link does, without loading the page anew. */
export async function goTo(page: Page, path: string): Promise<void> {
  await page.evaluate((to) => {
    window.history.pushState(null, '', to);
    window.dispatchEvent(new PopStateEvent('popstate'));
  }, path);
}

/** Gives a file to the Shelf, looks at it and takes it in: a rhythm is open at the end. */
export async function bringIn(page: Page, name: string, buffer: Buffer): Promise<void> {
  await page.goto('/');
  await page
    .getByTestId('bring-in')
    .setInputFiles({ name, mimeType: 'application/octet-stream', buffer });
  await page.getByRole('button', { name: 'Put it on the Shelf' }).click();
  await page.waitForURL(/bench/);
}
