import { Element, Metrics } from 'vexflow/bravura';

/** The measures of a text, by the font it is set in. */
type Measured = Map<string, Map<string, TextMetrics>>;

/**
 * Has the engraver remember what it asks for again and again: each note, head, dot and stem is an element of its own that
 * looks up its font and copies it deeply, and signs are measured anew wherever they stand. That is a fourth of the time a
 * score takes. Its table of fonts is never changed here.
 */
export function rememberMeasures(): void {
  const { get, getFontInfo, getStyle } = Metrics;
  const found = remembering((key: string) => get.call(Metrics, key) as unknown);
  Metrics.get = (key, otherwise) => found(key) ?? otherwise;
  const fontOf = remembering((key: string) => getFontInfo.call(Metrics, key));
  Metrics.getFontInfo = (key) => ({ ...fontOf(key) });
  const styleOf = remembering((key: string) => getStyle.call(Metrics, key));
  Metrics.getStyle = (key) => ({ ...styleOf(key) });
  // The engraver asks its canvas for nothing but this.
  Element.setTextMeasurementCanvas({ getContext: measuring } as unknown as HTMLCanvasElement);
}

function remembering<T>(ask: (key: string) => T): (key: string) => T {
  const known = new Map<string, T>();
  return (key) => {
    if (!known.has(key)) known.set(key, ask(key));
    return known.get(key) as T;
  };
}

const measured: Measured = new Map();
const canvas = document.createElement('canvas').getContext('2d');
const ruler = {
  font: '',
  measureText(text: string): TextMetrics | undefined {
    let inFont = measured.get(this.font);
    if (!inFont) {
      inFont = new Map();
      measured.set(this.font, inFont);
    }
    let metrics = inFont.get(text);
    if (!metrics && canvas) {
      canvas.font = this.font;
      metrics = canvas.measureText(text);
      inFont.set(text, metrics);
    }
    return metrics;
  },
};
const measuring = () => (canvas ? ruler : null);
