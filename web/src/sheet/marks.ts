import type { Stave } from 'vexflow/bravura';
import type { Px } from '../strideline/px.ts';

/** Lines and words of a score that we draw ourselves: the engraver's take several times as long. */
const SVG = 'http://www.w3.org/2000/svg';

/** A turn ends, or the whole comes round again. */
export type Barline = 'single' | 'round';

/** Draws the line after a bar through the staves of a row. */
export function drawBarline(
  svg: SVGSVGElement,
  staves: readonly Stave[],
  x: Px,
  look: Barline,
): void {
  for (const stave of staves) {
    const [top, bottom] = [yOf(stave, 0), yOf(stave, 4)];
    if (look === 'single') {
      drawLine(svg, x, top, bottom);
      continue;
    }
    drawLine(svg, x - 2, top, bottom, 4);
    drawLine(svg, x - 7, top, bottom);
    for (const line of [1.5, 2.5]) {
      const dot = document.createElementNS(SVG, 'circle');
      dot.setAttribute('cx', String(x - 12));
      dot.setAttribute('cy', String(yOf(stave, line)));
      dot.setAttribute('r', '2');
      svg.append(dot);
    }
  }
}

/** The y of a line of a staff, 0 the topmost. */
export const yOf = (stave: Stave | undefined, line: number): Px => stave?.getYForLine(line) ?? 0;

/** Draws an upright line. */
export function drawLine(svg: SVGSVGElement, x: Px, top: Px, bottom: Px, wide: Px = 1): void {
  const line = document.createElementNS(SVG, 'path');
  line.setAttribute('d', `M${x} ${top} V${bottom}`);
  line.setAttribute('stroke', '#111111');
  line.setAttribute('stroke-width', String(wide));
  svg.append(line);
}

/** What words in a drawing have in common. */
export function wordGroup(into: SVGElement): SVGGElement {
  const group = document.createElementNS(SVG, 'g');
  const look = {
    'text-anchor': 'middle',
    'font-family': 'var(--font-text)',
    'font-size': '13',
    'font-weight': '400',
    fill: '#111111',
    stroke: 'none',
  };
  for (const [name, value] of Object.entries(look)) group.setAttribute(name, value);
  into.append(group);
  return group;
}

/** Writes a word, centred at `x`, on the line `y`. */
export function writeWord(group: SVGGElement, word: string, x: Px, y: Px): SVGTextElement {
  const text = document.createElementNS(SVG, 'text');
  text.setAttribute('x', String(x));
  text.setAttribute('y', String(y));
  text.textContent = word;
  group.append(text);
  return text;
}
