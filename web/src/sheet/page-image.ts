import bravura from '@vexflow-fonts/bravura/bravura.woff2?url';

const SVG = 'http://www.w3.org/2000/svg';

/**
 * A page as one SVG that stands alone: its drawings at their places, its words as text, and the
 * fonts they need inside it.
 * @param shrink how large it is drawn; what is measured on screen has that in it, fonts have not
 */
export async function pageAsSvg(page: HTMLElement, shrink = 1): Promise<string> {
  const frame = page.getBoundingClientRect();
  const root = document.createElementNS(SVG, 'svg');
  root.setAttribute('xmlns', SVG);
  root.setAttribute('width', String(Math.ceil(frame.width)));
  root.setAttribute('height', String(Math.ceil(frame.height)));
  root.setAttribute('viewBox', `0 0 ${Math.ceil(frame.width)} ${Math.ceil(frame.height)}`);
  const paper = document.createElementNS(SVG, 'rect');
  paper.setAttribute('width', '100%');
  paper.setAttribute('height', '100%');
  paper.setAttribute('fill', '#fff');
  root.append(paper);
  for (const drawing of page.querySelectorAll('svg')) {
    if (drawing.parentElement?.closest('svg')) continue;
    const place = drawing.getBoundingClientRect();
    const copy = drawing.cloneNode(true) as SVGSVGElement;
    copy.setAttribute('x', String(place.left - frame.left));
    copy.setAttribute('y', String(place.top - frame.top));
    if (!copy.hasAttribute('viewBox')) {
      copy.setAttribute('viewBox', `0 0 ${place.width / shrink} ${place.height / shrink}`);
    }
    copy.setAttribute('width', String(place.width));
    copy.setAttribute('height', String(place.height));
    copy.setAttribute('overflow', 'visible');
    // Words in a drawing have the font of what it stands in, which does not come along.
    copy.setAttribute('font-family', getComputedStyle(drawing).fontFamily);
    copy.removeAttribute('class');
    copy.removeAttribute('style');
    root.append(copy);
  }
  addWords(root, page, frame, shrink);
  const style = document.createElementNS(SVG, 'style');
  style.textContent = await fontFaces(page.querySelector('.staff') !== null);
  root.prepend(style);
  return withoutVariables(new XMLSerializer().serializeToString(root), page);
}

/** Every line of text that is not in a drawing, where it stands. */
function addWords(root: SVGSVGElement, page: HTMLElement, frame: DOMRect, shrink: number): void {
  const walker = document.createTreeWalker(page, NodeFilter.SHOW_TEXT);
  for (let node = walker.nextNode(); node; node = walker.nextNode()) {
    const parent = node.parentElement;
    const content = node.textContent ?? '';
    if (!parent || parent.closest('svg, button') || content.trim() === '') continue;
    const look = getComputedStyle(parent);
    for (const { text, rect } of linesOf(node as Text, content)) {
      const word = document.createElementNS(SVG, 'text');
      word.setAttribute('x', String(rect.left - frame.left));
      word.setAttribute('y', String(rect.bottom - frame.top - rect.height * 0.26));
      word.setAttribute('font-family', look.fontFamily);
      word.setAttribute('font-size', `${Number.parseFloat(look.fontSize) * shrink}px`);
      word.setAttribute('font-weight', look.fontWeight);
      word.setAttribute('fill', look.color);
      word.textContent = text;
      root.append(word);
    }
  }
}

/** The lines into which a text is broken on screen. */
function linesOf(node: Text, content: string): { text: string; rect: DOMRect }[] {
  const lines: { text: string; rect: DOMRect }[] = [];
  const range = document.createRange();
  for (const match of content.matchAll(/\S+\s*/g)) {
    range.setStart(node, match.index);
    range.setEnd(node, match.index + match[0].trimEnd().length);
    const rect = range.getBoundingClientRect();
    const last = lines.at(-1);
    if (last && Math.abs(last.rect.top - rect.top) < 2) last.text += match[0];
    else lines.push({ text: match[0], rect });
  }
  return lines;
}

/** Colours are variables of the page; a picture that stands alone needs their values. */
function withoutVariables(svg: string, page: HTMLElement): string {
  const look = getComputedStyle(page);
  return svg.replace(/var\((--[a-z-]+)\)/g, (_, name: string) => {
    const value = look.getPropertyValue(name).trim();
    return value.replaceAll('"', "'") || 'currentColor';
  });
}

/** The page's own fonts, and the music font where there is staff notation, as data. */
async function fontFaces(withMusic: boolean): Promise<string> {
  const faces: string[] = [];
  for (const sheet of document.styleSheets) {
    let rules: CSSRuleList;
    try {
      rules = sheet.cssRules;
    } catch {
      continue;
    }
    for (const rule of rules) {
      if (!(rule instanceof CSSFontFaceRule)) continue;
      const range = rule.style.getPropertyValue('unicode-range');
      // Only the part of each font that holds plain Latin letters.
      if (range && !/U\+0+(-|0?00-)/i.test(range)) continue;
      const url = /url\("?([^")]+)"?\)/.exec(rule.style.getPropertyValue('src'))?.[1];
      if (!url) continue;
      const data = await asData(new URL(url, sheet.href ?? document.baseURI).href);
      faces.push(
        `@font-face{font-family:${rule.style.getPropertyValue('font-family')};font-weight:${rule.style.getPropertyValue('font-weight')};src:url(${data})}`,
      );
    }
  }
  if (withMusic) faces.push(`@font-face{font-family:Bravura;src:url(${await asData(bravura)})}`);
  return faces.join('\n');
}

async function asData(url: string): Promise<string> {
  const blob = await (await fetch(url)).blob();
  return new Promise((resolve, reject) => {
    const reader = new FileReader();
    reader.onload = () => resolve(String(reader.result));
    reader.onerror = () => reject(reader.error ?? new Error('the font could not be read'));
    reader.readAsDataURL(blob);
  });
}

/** A page as a PNG, at twice its size on screen, so that it stays sharp on paper. */
export async function pageAsPng(page: HTMLElement, shrink = 1): Promise<Blob> {
  const svg = await pageAsSvg(page, shrink);
  const image = new Image();
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`;
  await image.decode();
  const { width, height } = page.getBoundingClientRect();
  const canvas = document.createElement('canvas');
  canvas.width = Math.ceil(width * 2);
  canvas.height = Math.ceil(height * 2);
  canvas.getContext('2d')?.drawImage(image, 0, 0, canvas.width, canvas.height);
  return new Promise((resolve, reject) =>
    canvas.toBlob((blob) => (blob ? resolve(blob) : reject(new Error('the picture is too large')))),
  );
}
