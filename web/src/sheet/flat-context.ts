import { SVGContext } from 'vexflow/bravura';

type Attributes = SVGContext['attributes'];

/**
 * The engraver's drawing with less in it: its own has a group around each head, stem and flag and an unseen rectangle
 * over each note, for those who take notes up with the mouse, and copies deeply what it draws with at each of them.
 * That is nearly half of all that is in the page of a score, and a third of the time it takes.
 */
export class FlatContext extends SVGContext {
  readonly #kept: { readonly state: Attributes; readonly attributes: Attributes }[] = [];

  /** A group of our own has no class; one of the engraver's is only counted, and what is in it stands where we are. */
  override openGroup(cls?: string, id?: string): SVGGElement {
    if (cls === undefined) return super.openGroup(cls, id);
    const { parent } = this;
    this.groups.push(parent);
    this.groupAttributes.push({ ...this.groupAttributes.at(-1) });
    return parent;
  }

  override pointerRect(): this {
    return this;
  }

  override save(): this {
    this.#kept.push({ state: { ...this.state }, attributes: { ...this.attributes } });
    return this;
  }

  override restore(): this {
    const kept = this.#kept.pop();
    if (kept) {
      this.state = kept.state;
      this.attributes = kept.attributes;
    }
    return this;
  }
}
