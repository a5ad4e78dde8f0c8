/** A score as other programs write one: a list of parts, and the bars of each. */
export function score(parts: Readonly<Record<string, readonly string[]>>, head = ''): string {
  const ids = Object.keys(parts);
  return `<?xml version="1.0" encoding="UTF-8"?>
<score-partwise version="3.1">${head}<part-list>${ids
    .map((name, at) => `<score-part id="P${at + 1}"><part-name>${name}</part-name></score-part>`)
    .join('')}</part-list>${ids
    .map(
      (name, at) =>
        `<part id="P${at + 1}">${parts[name]
          ?.map((bar, index) =>
            bar.startsWith('<measure') ? bar : `<measure number="${index + 1}">${bar}</measure>`,
          )
          .join('')}</part>`,
    )
    .join('')}</score-partwise>`;
}
export const time = (beats: string, type: number, divisions = 4) =>
  `<attributes><divisions>${divisions}</divisions><time><beats>${beats}</beats><beat-type>${type}</beat-type></time></attributes>`;
export const note = (duration: number, inside = '', place = 'C5', attributes = '') =>
  `<note${attributes}><unpitched><display-step>${place[0]}</display-step><display-octave>${place[1]}</display-octave></unpitched><duration>${duration}</duration><voice>1</voice>${inside}</note>`;
export const rest = (duration: number) => `<note><rest/><duration>${duration}</duration></note>`;
