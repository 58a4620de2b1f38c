import type {
  AnyObjectSchema,
  SchemaDescription,
  SchemaFieldDescription,
  SchemaInnerTypeDescription,
  SchemaObjectDescription,
} from 'yup';
import { couponTestSchemas, ofSpecimen } from '../records/coupon-tests.js';
import { fitUpSchemas } from '../records/fit-up.js';
import { testSchemas } from '../records/pqr.js';
import { EXCHANGE_VERSION, jobFileSchema } from './exchange.js';

/** What may stand where the kind decides, by the name that its schema gives. */
const CHOICES: Readonly<Record<string, readonly AnyObjectSchema[]>> = {
  tests: Object.values(testSchemas).map(ofSpecimen),
  'coupon tests': Object.values(couponTestSchemas).map(ofSpecimen),
};

type Json = Record<string, unknown>;

const tests = (d: SchemaDescription): Map<string, Record<string, unknown>> =>
  new Map(d.tests.map((t) => [t.name ?? '', t.params ?? {}]));

function nullable(d: SchemaDescription, schema: Json): Json {
  if (!d.nullable) return schema;
  if (schema['enum'])
    return {
      ...schema,
      type: [schema['type'], 'null'],
      enum: [...(schema['enum'] as unknown[]).filter((v) => v !== null), null],
    };
  return { ...schema, type: [schema['type'], 'null'] };
}

function leaf(d: SchemaDescription): Json {
  const known = tests(d);
  const schema: Json = { type: d.type };
  if (d.type === 'number' && known.has('integer')) schema['type'] = 'integer';
  const param = (name: string, key: string): unknown => known.get(name)?.[key];
  const bounds: [string, string, string][] =
    d.type === 'number'
      ? [
          ['min', 'min', 'minimum'],
          ['max', 'max', 'maximum'],
        ]
      : [
          ['min', 'min', 'minLength'],
          ['max', 'max', 'maxLength'],
        ];
  for (const [test, key, keyword] of bounds) if (known.has(test)) schema[keyword] = param(test, key);
  const regex = param('matches', 'regex');
  if (regex instanceof RegExp) schema['pattern'] = regex.source;
  if (d.oneOf.length) schema['enum'] = d.oneOf;
  return nullable(d, schema);
}

function object(d: SchemaObjectDescription): Json {
  const properties = Object.fromEntries(Object.entries(d.fields).map(([name, field]) => [name, convert(field)]));
  const meta = d.meta as { partial?: boolean; open?: boolean } | undefined;
  if (meta?.open) return nullable(d, { type: 'object' });
  if (meta?.partial) return nullable(d, { type: 'object', properties, additionalProperties: false });
  // What may be absent, and stays so, is not asked for.
  const absent = (field: SchemaFieldDescription): boolean => {
    const f = field as SchemaDescription;
    return f.optional && f.default === undefined;
  };
  const required = Object.entries(d.fields)
    .filter(([, field]) => !absent(field))
    .map(([name]) => name);
  return nullable(d, { type: 'object', properties, required, additionalProperties: false });
}

/** A yup description as JSON Schema; what depends on a mode or kind is spelled out: ways of a gap, tests of a record. */
function convert(field: SchemaFieldDescription): Json {
  const d = field as SchemaDescription;
  if (d.type === 'lazy') {
    const among = (d.meta as { among?: string } | undefined)?.among;
    return { oneOf: (CHOICES[among ?? ''] ?? fitUpSchemas).map((s) => convert(s.describe())) };
  }
  if (d.type === 'object') return object(d as SchemaObjectDescription);
  if (d.type === 'array') {
    const known = tests(d);
    const inner = (d as SchemaInnerTypeDescription).innerType as SchemaFieldDescription;
    const bounds = {
      ...(known.has('min') ? { minItems: known.get('min')?.['min'] } : {}),
      ...(known.has('max') ? { maxItems: known.get('max')?.['max'] } : {}),
    };
    return { type: 'array', items: convert(inner), ...bounds };
  }
  if (d.type === 'tuple') {
    const inner = (d as SchemaInnerTypeDescription).innerType as SchemaFieldDescription[];
    return { type: 'array', prefixItems: inner.map(convert), minItems: inner.length, maxItems: inner.length };
  }
  return leaf(d);
}

/** The published schema of a job file, JSON Schema 2020-12, made from the same rules that read the file. */
export function jobFileJsonSchema(): Json {
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    title: `Hephaist job file, version ${EXCHANGE_VERSION}`,
    description:
      'One job with its lines, joints and log, and the procedures, brazers and coupons on file. Lengths in m, temperatures in K, pressures in Pa gauge, instants in UTC.',
    ...convert(jobFileSchema.describe()),
  };
}
