import fc from 'fast-check';
import * as z from 'zod/mini';

/** What a JSON Schema made from a Zod schema can say, as far as bodies are invented from it. */
interface Schema {
  readonly type?: string | readonly string[];
  readonly const?: unknown;
  readonly enum?: readonly unknown[];
  readonly anyOf?: readonly Schema[];
  readonly oneOf?: readonly Schema[];
  readonly properties?: Readonly<Record<string, Schema>>;
  readonly required?: readonly string[];
  readonly propertyNames?: Schema;
  readonly additionalProperties?: Schema | boolean;
  readonly items?: Schema;
  readonly minItems?: number;
  readonly maxItems?: number;
  readonly minLength?: number;
  readonly maxLength?: number;
  readonly format?: string;
  readonly pattern?: string;
  readonly minimum?: number;
  readonly maximum?: number;
}

export interface KnownThings {
  /** Ids of things that are there. */
  readonly ids: readonly string[];
  /** What stands where a schema allows anything: scores, figures. */
  readonly documents: readonly unknown[];
}

/** Bodies as a schema asks for them, then broken in up to three places: half of them are still good. */
export function inventedBodies(schema: z.ZodMiniType, known: KnownThings): fc.Arbitrary<unknown> {
  const good = goodBodies(z.toJSONSchema(schema, { io: 'input', unrepresentable: 'any' }) as Schema, known);
  return fc.oneof(
    good,
    fc
      .tuple(good, fc.array(fc.tuple(fc.double({ min: 0, max: 1, noNaN: true }), nasty), { maxLength: 3 }))
      .map(([body, breaks]) =>
        breaks.reduce((broken: unknown, [at, value]) => brokenAt(broken, at, value), body),
      ),
  );
}

function goodBodies(schema: Schema, known: KnownThings): fc.Arbitrary<unknown> {
  const of = (each: Schema) => goodBodies(each, known);
  const choices = schema.anyOf ?? schema.oneOf;
  if (choices) return fc.oneof(...choices.map(of));
  if ('const' in schema) return fc.constant(schema.const);
  if (schema.enum) return fc.constantFrom(...schema.enum);
  if (Array.isArray(schema.type))
    return fc.oneof(...(schema.type as string[]).map((type) => of({ ...schema, type })));
  switch (schema.type) {
    case 'object':
      return goodObjects(schema, known);
    case 'array':
      return fc.array(of(schema.items ?? {}), {
        minLength: schema.minItems ?? 0,
        maxLength: Math.min(schema.maxItems ?? 4, Math.max(4, schema.minItems ?? 0)),
      });
    case 'string':
      return goodTexts(schema, known.ids);
    case 'integer':
      return fc.integer({
        min: Math.max(schema.minimum ?? 0, -1000),
        max: Math.min(schema.maximum ?? 1000, 1_000_000_000),
      });
    case 'number':
      return fc.double({ min: schema.minimum ?? 0, max: schema.maximum ?? 1000, noNaN: true });
    case 'boolean':
      return fc.boolean();
    case 'null':
      return fc.constant(null);
    case undefined:
    default:
      return fc.oneof({ arbitrary: fc.constantFrom(...known.documents), weight: 4 }, fc.jsonValue());
  }
}

function goodObjects(
  { properties, required, propertyNames, additionalProperties }: Schema,
  known: KnownThings,
): fc.Arbitrary<unknown> {
  if (!properties && typeof additionalProperties === 'object')
    return fc.dictionary(goodTexts(propertyNames ?? {}, known.ids), goodBodies(additionalProperties, known), {
      maxKeys: 4,
    });
  return fc.record(
    Object.fromEntries(
      Object.entries(properties ?? {}).map(([key, value]) => [key, goodBodies(value, known)]),
    ),
    { requiredKeys: [...(required ?? [])] },
  );
}

function goodTexts(
  { format, pattern, enum: some, minLength = 0, maxLength = 40 }: Schema,
  ids: readonly string[],
): fc.Arbitrary<string> {
  if (some) return fc.constantFrom(...(some as string[]));
  if (format === 'uuid') return fc.oneof(fc.constantFrom(...ids), fc.uuid());
  if (format === 'email') return fc.emailAddress();
  if (format === 'uri') return fc.webUrl();
  if (format === 'date' || format === 'date-time')
    return fc
      .date({ min: new Date('2020-01-01'), max: new Date('2030-01-01'), noInvalidDate: true })
      .map((day) => day.toISOString().slice(0, format === 'date' ? 10 : undefined));
  if (pattern) return fc.stringMatching(new RegExp(pattern));
  return fc.string({ minLength, maxLength: Math.max(minLength, Math.min(maxLength, 40)), unit: 'grapheme' });
}

/** What nobody expects where it stands. */
const nasty = fc.constantFrom<unknown>(
  undefined,
  null,
  [],
  {},
  '',
  true,
  -1,
  0,
  0.5,
  1e308,
  1e-308,
  2 ** 53,
  '\u0000',
  '\ud800',
  '\u202e‏\u0301',
  'x'.repeat(5000),
  'E99999',
  '%s%n{{7*7}}',
  "'; drop table studios; --",
  '../../../../etc/passwd',
  { __proto__: null, constructor: { prototype: { isTeacher: true } } },
  Array.from({ length: 500 }, () => ({})),
  JSON.parse('['.repeat(60) + ']'.repeat(60)) as unknown,
);

/** A body with one thing in it put in another’s place, chosen by a number from 0 to 1; `undefined` takes it away. */
function brokenAt(body: unknown, at: number, value: unknown): unknown {
  const places = placesIn(body, []);
  const place = places[Math.min(places.length - 1, Math.floor(at * places.length))] ?? [];
  return put(body, place, value);
}

type Place = readonly (string | number)[];

function placesIn(body: unknown, at: Place): Place[] {
  if (typeof body !== 'object' || body === null) return [at];
  return [
    at,
    ...Object.entries(body).flatMap(([key, inner]) =>
      placesIn(inner, [...at, Array.isArray(body) ? Number(key) : key]),
    ),
  ];
}

function put(body: unknown, [key, ...rest]: Place, value: unknown): unknown {
  if (key === undefined) return value;
  if (Array.isArray(body))
    return (body as unknown[]).map((each, index) => (index === key ? put(each, rest, value) : each));
  const inner = (body as Record<string, unknown>)[key];
  return { ...(body as object), [key]: put(inner, rest, value) };
}
