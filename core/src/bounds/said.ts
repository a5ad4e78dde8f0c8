import * as v from 'valibot';

/**
 * Where data is of another shape, as a sentence of our own; rules of the model have sentences of
 * their own already.
 */
export function sayIssue(issue: v.BaseIssue<unknown>): string {
  const path = v.getDotPath(issue);
  const where = path ? `At ${path.slice(0, 80)}: ` : '';
  if (/[.!?]$/.test(issue.message)) return `${where}${issue.message}`;
  if (issue.received === 'undefined') {
    return `${where}something is missing; the file may be damaged.`;
  }
  return `${where}${shorten(issue.received)} does not belong here; the file may be damaged.`;
}

function shorten(text: string): string {
  return text.length > 40 ? `${text.slice(0, 39)}…` : text;
}

/**
 * Data of unknown shape as a schema wants it, or what is wrong with it first of all. It stops there:
 * a file that is wrong everywhere takes no longer than one that is right.
 */
export function parseData<const Schema extends v.GenericSchema>(
  schema: Schema,
  data: unknown,
):
  | { readonly ok: true; readonly output: v.InferOutput<Schema> }
  | { readonly ok: false; readonly message: string } {
  const parsed = v.safeParse(schema, data, { abortEarly: true });
  return parsed.success
    ? { ok: true, output: parsed.output }
    : { ok: false, message: sayIssue(parsed.issues[0]) };
}
