/** Texts that a browser keeps under a key, without a word where it does not. */
export interface TextStorage {
  /** Whether the browser lets it be used. */
  isOpen(): boolean;
  /** Nothing where there is none, or where the storage is closed. */
  get(key: string): string | undefined;
  /** Where it is closed or full the text lasts as long as the page. @param text nothing to let it go */
  set(key: string, text: string | undefined): void;
}

/** @param open gives the browser's own storage, or throws where it is closed */
export function textStorage(open: () => Storage): TextStorage {
  /** What is done in the storage; nothing where it cannot be. */
  function within<T>(act: (storage: Storage) => T): T | undefined {
    try {
      return act(open());
    } catch {
      return undefined;
    }
  }
  return {
    isOpen: () => within(() => true) ?? false,
    get: (key) => within((storage) => storage.getItem(key)) ?? undefined,
    set(key, text) {
      within((storage) =>
        text === undefined ? storage.removeItem(key) : storage.setItem(key, text),
      );
    },
  };
}

/** What is kept on this device, for every tab and every visit. */
export const onDevice = textStorage(() => localStorage);
/** What is kept for this tab alone, over a reload. */
export const inTab = textStorage(() => sessionStorage);

/** Text as the data it holds; undefined where there is none, or it holds none. */
export function parsed(text: string | undefined): unknown {
  try {
    return text === undefined ? undefined : JSON.parse(text);
  } catch {
    return undefined;
  }
}
