import { toJsonSchema } from '@valibot/to-json-schema';
import type * as v from 'valibot';
import { describe, expect, it } from 'vitest';
import { FormSchema } from '../form/index.ts';
import { RhythmSchema } from '../rhythm/index.ts';
import { readRhythm } from '../text/index.ts';
import { JSON_VERSION } from './json.ts';

type JsonSchema = Readonly<Record<string, unknown>>;

/** A part of a file as JSON Schema; rules that only this program checks are not in it. */
function schemaOf(part: v.GenericSchema): JsonSchema {
  const { $schema: _, ...schema } = toJsonSchema(part, {
    errorMode: 'ignore',
    typeMode: 'output',
    // A list is looked at twice, to be refused at once where it is too long; what comes last are its items.
  });
  // A file lists the instruments of one's own beside the rhythms, which name them.
  return JSON.parse(JSON.stringify(schema, (key, value) => (key === 'own' ? undefined : value)));
}

const envelope = (title: string, properties: JsonSchema, required: readonly string[]) => ({
  $schema: 'http://json-schema.org/draft-07/schema#',
  title,
  type: 'object',
  properties: {
    format: { const: 'humble-stride' },
    version: { type: 'integer', minimum: 1, maximum: JSON_VERSION },
    instruments: { type: 'array', items: { type: 'object' } },
    ...properties,
  },
  required: ['format', 'version', ...required],
});

/** Of a value that JSON Schema speaks of: where it does not fit. Only the words that are used. */
function misfits(schema: JsonSchema, value: unknown, at = ''): readonly string[] {
  const of = schema as {
    type?: string;
    const?: unknown;
    enum?: readonly unknown[];
    properties?: Readonly<Record<string, JsonSchema>>;
    required?: readonly string[];
    items?: JsonSchema;
    anyOf?: readonly JsonSchema[];
    allOf?: readonly JsonSchema[];
  };
  const kind = Array.isArray(value) ? 'array' : value === null ? 'null' : typeof value;
  if (of.anyOf?.every((one) => misfits(one, value, at).length > 0)) return [`${at}: none`];
  if (of.type && of.type !== kind && !(of.type === 'integer' && Number.isInteger(value)))
    return [`${at}: ${kind} is no ${of.type}`];
  if ('const' in of && of.const !== value) return [`${at}: not ${String(of.const)}`];
  if (of.enum && !of.enum.includes(value)) return [`${at}: not among ${of.enum.join()}`];
  const own = value as Readonly<Record<string, unknown>>;
  return [
    ...(of.allOf ?? []).flatMap((one) => misfits(one, value, at)),
    ...(of.required ?? []).filter((key) => !(key in own)).map((key) => `${at}/${key}: missing`),
    ...Object.entries(of.properties ?? {}).flatMap(([key, one]) =>
      own[key] === undefined ? [] : misfits(one, own[key], `${at}/${key}`),
    ),
    ...(of.items && Array.isArray(value)
      ? value.flatMap((one, index) => misfits(of.items ?? {}, one, `${at}/${index}`))
      : []),
  ];
}

const { rhythm } = readRhythm(
  'rhythm A\ncycle 3+2\ntempo 60 to 80\nlayer Drum : congas\nplay O! . (t) / S o?\nhand R . L / R L',
  'a',
);
const RHYTHM = envelope('A rhythm of Humble Stride', { rhythm: schemaOf(RhythmSchema) }, [
  'rhythm',
]);
const FORM = envelope(
  'A form of Humble Stride, with the rhythms it plays from',
  { form: schemaOf(FormSchema), rhythms: { type: 'array', items: schemaOf(RhythmSchema) } },
  ['form'],
);

describe('the JSON Schema of files', () => {
  it('is what docs/schema has: write it anew with `npx vitest run -u` where the model has grown', async () => {
    const written = (schema: JsonSchema) => `${JSON.stringify(schema, null, 2)}\n`;
    await expect(written(RHYTHM)).toMatchFileSnapshot('../../../docs/schema/rhythm.schema.json');
    await expect(written(FORM)).toMatchFileSnapshot('../../../docs/schema/form.schema.json');
  });

  it('fits what is written, and tells what does not fit', () => {
    const file = { format: 'humble-stride', version: JSON_VERSION, rhythm };
    expect(misfits(RHYTHM, JSON.parse(JSON.stringify(file)))).toEqual([]);
    expect(misfits(RHYTHM, { ...file, rhythm: { ...rhythm, layers: [{ name: 3 }] } })).toEqual(
      expect.arrayContaining([
        '/rhythm/layers/0/id: missing',
        '/rhythm/layers/0/name: number is no string',
      ]),
    );
    expect(misfits(RHYTHM, { ...file, format: 'other' })).toEqual(['/format: not humble-stride']);
  });
});
