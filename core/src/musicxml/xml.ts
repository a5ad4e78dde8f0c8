/** An element, or a piece of text, in the order in which it stands: the shape the library writes and reads. */
export type Node = Readonly<Record<string, unknown>>;

/** An element with what it holds. @example el('beats', [text('4')]) */
export function el(
  name: string,
  children: readonly Node[],
  attributes: Readonly<Record<string, string>> = {},
): Node {
  return Object.keys(attributes).length > 0
    ? { [name]: children, ':@': attributes }
    : { [name]: children };
}

export function text(value: string): Node {
  return { '#text': value };
}

/** The name of an element; undefined for a piece of text. */
export function nameOf(node: Node): string | undefined {
  for (const key in node) if (key !== ':@' && key !== '#text') return key;
  return undefined;
}

/** What an element holds. */
export function childrenOf(node: Node): readonly Node[] {
  const name = nameOf(node);
  const inside = name === undefined ? undefined : node[name];
  return Array.isArray(inside) ? (inside as Node[]) : [];
}

/** The elements of a name among what another holds. */
export function all(of: readonly Node[], name: string): readonly Node[] {
  return of.filter((node) => name in node);
}

/** What the first element of a name holds; undefined where there is none. */
export function first(of: readonly Node[], name: string): readonly Node[] | undefined {
  for (const node of of) {
    const inside = node[name];
    if (Array.isArray(inside)) return inside as Node[];
  }
  return undefined;
}

/** The text in an element, or in the first one of a name; an empty one where there is none. */
export function textIn(of: readonly Node[] | undefined, name?: string): string {
  const inside = name === undefined ? of : of && first(of, name);
  let found = '';
  for (const node of inside ?? []) {
    const piece = node['#text'];
    if (piece !== undefined) found += String(piece);
  }
  return found.trim();
}

/** An attribute of an element. */
export function attribute(node: Node | undefined, name: string): string | undefined {
  const attributes = node?.[':@'] as Readonly<Record<string, unknown>> | undefined;
  const value = attributes?.[name];
  return value === undefined ? undefined : String(value);
}
