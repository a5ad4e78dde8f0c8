/** Asks once for each key. */
export function remembering<T>(ask: (key: string) => T): (key: string) => T {
  const known = new Map<string, T>();
  return (key) => {
    if (!known.has(key)) known.set(key, ask(key));
    return known.get(key) as T;
  };
}

/** Measures texts in the font it is set to, as a canvas does; each text once in each font. */
export interface Ruler<T> {
  font: string;
  measureText(text: string): T;
}

/** @param measure what a text measures in a font */
export function rulerBy<T>(measure: (font: string, text: string) => T): Ruler<T> {
  const inFont = remembering((font) => remembering((text) => measure(font, text)));
  return {
    font: '',
    measureText(text) {
      return inFont(this.font)(text);
    },
  };
}
