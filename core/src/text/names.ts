/** A name as it is written: bare where that reads back the same, else in double quotes. */
export function writeName(name: string): string {
  const bare = /^[^\s"#][^"#\n\r\t]*$/u.test(name) && !/\s:\s|\s$|:$|^:/u.test(name);
  return bare && !/\s{2}/.test(name) ? name : JSON.stringify(name);
}

/**
 * Reads a name and gives what stands after it. A quoted name that is not closed is taken as it is.
 * @returns the name, and the offset in `text` of the separator ` : ` that follows, or −1
 */
export function readName(text: string): { readonly name: string; readonly separator: number } {
  if (text.startsWith('"')) {
    const match = /^"(?:[^"\\]|\\.)*"/su.exec(text);
    const name = match ? unquote(match[0]) : undefined;
    if (match && name !== undefined) {
      const separator = text.slice(match[0].length).search(/:/);
      return { name, separator: separator < 0 ? -1 : match[0].length + separator };
    }
  }
  const separator = text.search(/\s:(\s|$)|^:/u);
  if (separator < 0) return { name: text.trim(), separator: -1 };
  const colon = text.indexOf(':', separator);
  return { name: text.slice(0, colon).trim(), separator: colon };
}

function unquote(text: string): string | undefined {
  try {
    const value: unknown = JSON.parse(text);
    return typeof value === 'string' ? value : undefined;
  } catch {
    return undefined;
  }
}
