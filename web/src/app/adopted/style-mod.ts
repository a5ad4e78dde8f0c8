/** In place of the package of this name, which the editor brings its styles with. */
import { StyleModule as Original } from '../../../../node_modules/style-mod/src/style-mod.js';
import { adopt } from './adopt.ts';

const mounted = new WeakMap<object, Set<Original>>();

export class StyleModule extends Original {
  static override mount(root: Document | ShadowRoot, given: Original | readonly Original[]): void {
    const there = mounted.get(root) ?? new Set();
    mounted.set(root, there);
    // Those named first go before the others.
    for (const one of [given].flat().reverse() as Original[]) {
      if (there.has(one)) continue;
      there.add(one);
      adopt(one.getRules(), root);
    }
  }
}
