import { RHYTHMS } from '../fixture.testkit.ts';
import { type Form, findAll, layOut, mendForm } from '../index.ts';

/** What is found of a form, and what is said of it. */
export const found = (form: Form, ceiling = 50) =>
  findAll({ laid: layOut(form, RHYTHMS), ceiling });
export const said = (form: Form, ceiling?: number) => found(form, ceiling).map(({ text }) => text);

/** Lines of a form: a part in a section, and a section. */
export const part = (name: string, more = '') => `part ${name}\nplay Walk : ${name}\n${more}`;
export const section = (name: string, length: number | string, more = '') =>
  `section ${name}\ncycle 3+3+2\nturns ${length}\nlevel full\n${more}`;

/** What is found after the first thing that was found is mended in its first way. */
export function mended(form: Form, way = 0): readonly string[] {
  const [first] = found(form);
  const mend = first?.mends[way];
  if (!first || !mend) throw new Error('nothing to mend');
  return said(mendForm(form, first, mend));
}
