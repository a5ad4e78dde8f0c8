/**
 * The candidate that differs from a word in the fewest letters, where those are few: one in a short
 * word, two in a longer one, letters that changed places counting as one.
 * @example nearest('gobblet drum', ['goblet drum', 'frame drum']) // 'goblet drum'
 */
export function nearest(word: string, candidates: Iterable<string>): string | undefined {
  const wanted = word.toLowerCase();
  if (wanted.length < 2 || wanted.length > 60) return undefined;
  let most = wanted.length < 5 ? 1 : 2;
  let found: string | undefined;
  for (const candidate of candidates) {
    if (Math.abs(candidate.length - wanted.length) > most) continue;
    const far = editDistance(wanted, candidate.toLowerCase());
    if (far > most || (far === most && found !== undefined)) continue;
    found = candidate;
    most = far;
  }
  return found;
}

/**
 * Letters to put in, take out, replace, or let change places with their neighbour to make one word of
 * another (the optimal string alignment distance).
 */
export function editDistance(a: string, b: string): number {
  let before: number[] = [];
  let last = Array.from({ length: b.length + 1 }, (_, at) => at);
  for (let i = 1; i <= a.length; i += 1) {
    const row = [i];
    for (let j = 1; j <= b.length; j += 1) {
      const changed = a[i - 1] === b[j - 1] ? 0 : 1;
      let least = Math.min(at(last, j) + 1, at(row, j - 1) + 1, at(last, j - 1) + changed);
      if (i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1]) {
        least = Math.min(least, at(before, j - 2) + 1);
      }
      row.push(least);
    }
    before = last;
    last = row;
  }
  return at(last, b.length);
}

function at(row: readonly number[], index: number): number {
  return row[index] ?? Number.POSITIVE_INFINITY;
}
