import { Element, Metrics } from 'vexflow/bravura';
import { remembering, rulerBy } from './ruler.ts';

/**
 * Has the engraver remember what it asks for again and again: each note, head, dot and stem is an element of its own that
 * looks up its font and copies it deeply, and signs are measured anew wherever they stand. That is three fifths of the time a
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
  Element.setTextMeasurementCanvas({ getContext: () => ruler } as unknown as HTMLCanvasElement);
}

const canvas = document.createElement('canvas').getContext('2d');
const ruler =
  canvas &&
  rulerBy((font, text) => {
    canvas.font = font;
    return canvas.measureText(text);
  });
