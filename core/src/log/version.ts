/**
 * The mark of a rhythm as it was played: the same for the same data, another once anything of it changes
 * (FNV-1a over its JSON, in two halves).
 */
export function markOf(rhythm: unknown): string {
  const text = JSON.stringify(rhythm);
  let [high, low] = [0x811c9dc5, 0x9dc5811c];
  for (let at = 0; at < text.length; at += 1) {
    const code = text.charCodeAt(at);
    high = Math.imul(high ^ code, 0x01000193) >>> 0;
    low = Math.imul(low ^ (code + at), 0x01000193) >>> 0;
  }
  return high.toString(36) + low.toString(36);
}
