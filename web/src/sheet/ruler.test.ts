import { describe, expect, it } from 'vitest';
import { rulerBy } from './ruler.ts';

describe('a ruler', () => {
  it('measures each text once in each font, and keeps them apart', () => {
    const asked: string[] = [];
    const ruler = rulerBy((font, text) => {
      asked.push(`${font}: ${text}`);
      return font.length * 100 + text.length;
    });
    const measured = ['30px A', '9px A', '30px A'].flatMap((font) => {
      ruler.font = font;
      return ['x', 'xyz', 'x'].map((text) => ruler.measureText(text));
    });
    expect(measured).toEqual([601, 603, 601, 501, 503, 501, 601, 603, 601]);
    expect(asked).toEqual(['30px A: x', '30px A: xyz', '9px A: x', '9px A: xyz']);
  });
});
