/** Requests made by chance out of what the API says of itself, most of them wrong in one place or in many. */

export type Json =
  null | boolean | number | string | readonly Json[] | { readonly [name: string]: Json };
interface Schema {
  readonly type?: string | readonly string[];
  readonly enum?: readonly Json[];
  readonly const?: Json;
  readonly anyOf?: readonly Schema[];
  readonly oneOf?: readonly Schema[];
  readonly allOf?: readonly Schema[];
  readonly properties?: Readonly<Record<string, Schema>>;
  readonly required?: readonly string[];
  readonly additionalProperties?: Schema | boolean;
  readonly items?: Schema | boolean;
  readonly prefixItems?: readonly Schema[];
  readonly minimum?: number;
  readonly maximum?: number;
  readonly format?: string;
}
interface Parameter {
  readonly name: string;
  readonly in: string;
  readonly schema: Schema;
}
export interface Operation {
  readonly operationId: string;
  readonly parameters: readonly Parameter[];
  readonly requestBody?: {
    readonly content: Readonly<Record<string, { readonly schema: Schema }>>;
  };
}
export interface Document {
  readonly paths: Readonly<Record<string, Readonly<Record<string, Operation>>>>;
}

export interface Request {
  readonly operation: string;
  readonly method: string;
  readonly path: string;
  readonly headers: Readonly<Record<string, string>>;
  readonly body: string | undefined;
}

const TEXTS = [
  '',
  ' ',
  'x',
  '\0',
  '\ud800',
  '\u202e\u2066abc',
  'Ünïcödé 漢字 🖨',
  '../../../../etc/passwd',
  '%00',
  '%2e%2e%2f',
  "'; drop table job; --",
  '$1',
  '{{constructor.constructor("return 1")()}}',
  '<script>alert(1)</script>',
  '__proto__',
  'constructor',
  'toString',
  '-1',
  '1e999',
  'NaN',
  '0x10',
  '2026-02-30',
  '0000-00-00',
  '9999-12-31T23:59:60Z',
  '2026-11-20',
  '10:61',
  '25:00-24:00',
  'http://127.0.0.1:1/',
  'ipp://[::1]:1/',
  'x'.repeat(300),
  '😀'.repeat(4000),
  '\n'.repeat(500),
  '=1+1',
  'a,b\r\nc',
  '"',
  '\\',
  '%',
  '%s%n',
];
const NUMBERS = [
  0,
  -0,
  -1,
  1,
  2,
  0.1,
  -0.5,
  1e-320,
  1e21,
  1e308,
  -1e308,
  2 ** 31,
  2 ** 31 - 1,
  2 ** 53,
  2 ** 63,
  -(2 ** 63),
  65536,
];

/** @param random from 0 to below 1 @param ids that somebody has @param examples values that are right, by the name of their field */
export function requestsOf(
  document: Document,
  random: () => number,
  ids: readonly string[],
  examples: Readonly<Record<string, readonly Json[]>>,
): () => Request {
  const pick = <T>(from: readonly T[]): T => from[Math.floor(random() * from.length)];
  const chance = (share: number) => random() < share;

  const wrong = (): Json =>
    pick<() => Json>([
      () => pick(TEXTS),
      () => pick(NUMBERS),
      () => null,
      () => true,
      () => [],
      () => ({}),
      () => [[[[]]]],
      () => pick(ids),
      () => Array.from({ length: 300 }, () => pick(NUMBERS)),
      () => JSON.parse('{"__proto__":{"a":1},"constructor":{"prototype":{"b":2}}}') as Json,
    ])();

  /** The same with one to three of its parts changed, left out or doubled. */
  function spoilt(value: Json): Json {
    let out = value;
    for (let n = Math.ceil(random() * 3); n > 0; n--) out = changed(out);
    return out;
  }
  function changed(value: Json): Json {
    if (typeof value !== 'object' || value === null || chance(0.08)) return wrong();
    if (Array.isArray(value)) {
      const list = value as readonly Json[];
      if (list.length === 0 || chance(0.1)) return [...list, wrong()];
      const at = Math.floor(random() * list.length);
      return list.flatMap((one, i) =>
        i !== at ? [one] : chance(0.1) ? [] : chance(0.1) ? [one, one] : [changed(one)],
      );
    }
    const names = Object.keys(value);
    if (names.length === 0 || chance(0.05))
      return { ...value, [pick(TEXTS).slice(0, 20)]: wrong() };
    const name = pick(names);
    const { [name]: one, ...rest } = value as Readonly<Record<string, Json>>;
    return chance(0.1) ? rest : { ...rest, [name]: changed(one) };
  }

  function made(schema: Schema, name: string, depth = 0): Json {
    if (examples[name] && chance(0.7))
      return chance(0.3) ? pick(examples[name]) : spoilt(pick(examples[name]));
    if (chance(0.04) || depth > 12) return wrong();
    if (schema.const !== undefined) return schema.const;
    if (schema.enum) return pick(schema.enum);
    const either = schema.anyOf ?? schema.oneOf;
    if (either) return made(pick(either), name, depth + 1);
    if (schema.allOf) return made(schema.allOf[0], name, depth + 1);
    const type =
      typeof schema.type === 'string' ? schema.type : schema.type ? pick(schema.type) : undefined;
    switch (type) {
      case 'object': {
        const own = Object.entries(schema.properties ?? {});
        const wanted = own.filter(([key]) => schema.required?.includes(key) || chance(0.5));
        const out: Record<string, Json> = Object.fromEntries(
          wanted.map(([key, one]) => [key, made(one, key, depth + 1)]),
        );
        if (typeof schema.additionalProperties === 'object')
          for (let n = Math.floor(random() * 3); n > 0; n--)
            out[chance(0.5) ? pick(ids) : pick(['W', 'C', 'x'])] = made(
              schema.additionalProperties,
              name,
              depth + 1,
            );
        return out;
      }
      case 'array':
        if (schema.prefixItems) return schema.prefixItems.map((one) => made(one, name, depth + 1));
        return Array.from({ length: Math.floor(random() * 4) }, () =>
          typeof schema.items === 'object' ? made(schema.items, name, depth + 1) : wrong(),
        );
      case 'integer':
      case 'number': {
        if (chance(0.25)) return pick(NUMBERS);
        const low = Math.max(schema.minimum ?? 0, -1e6);
        const value = low + random() * (Math.min(schema.maximum ?? 100, low + 200) - low);
        return type === 'integer' ? Math.round(value) : value;
      }
      case 'boolean':
        return chance(0.5);
      case 'null':
        return null;
      default:
        if (schema.format === 'uuid' || /id$/i.test(name)) return pick(ids);
        return schema.format?.startsWith('date') && chance(0.6)
          ? '2026-11-20T10:00:00Z'.slice(0, schema.format === 'date' ? 10 : 20)
          : pick(TEXTS);
    }
  }

  const operations = Object.entries(document.paths).flatMap(([path, methods]) =>
    Object.entries(methods).map(([method, operation]) => ({
      path,
      method: method.toUpperCase(),
      operation,
    })),
  );
  const asText = (value: Json) => (typeof value === 'string' ? value : JSON.stringify(value));
  const inAddress = (value: Json) => {
    const text = Buffer.from(asText(value).slice(0, 2000)).toString();
    return chance(0.03) ? encodeURI(text).replace(/[\s]/g, '+') : encodeURIComponent(text);
  };

  return () => {
    const { path, method, operation } = pick(operations);
    const valued = operation.parameters.map((one) => ({
      ...one,
      value: one.in === 'path' && chance(0.7) ? made(one.schema, 'id') : made(one.schema, one.name),
    }));
    const filled = path.replace(
      /\{(\w+)\}/g,
      (_, name: string) =>
        inAddress(valued.find((one) => one.in === 'path' && one.name === name)?.value ?? 'x') ||
        '%20',
    );
    const query = valued
      .filter((one) => one.in === 'query' && chance(0.6))
      .map((one) => `${one.name}=${inAddress(one.value)}`);
    if (chance(0.05)) query.push(query[0] ?? 'x=1', 'a[b][c]=d', '__proto__[x]=1');
    const content = operation.requestBody?.content['application/json'];
    const whole = content && made(content.schema, operation.operationId);
    const json = whole === undefined ? undefined : JSON.stringify(whole);
    // Some arrive cut off, as something else, or where no body belongs.
    const body =
      json === undefined
        ? operation.requestBody
          ? pick(TEXTS) || 'x'
          : chance(0.03)
            ? '{}'
            : undefined
        : chance(0.04)
          ? json.slice(0, -1 - Math.floor(random() * 20))
          : json;
    const type =
      content === undefined
        ? 'application/octet-stream'
        : chance(0.03)
          ? pick([
              'text/plain',
              'application/json; charset=utf-7',
              'multipart/form-data',
              'application/x-www-form-urlencoded',
            ])
          : 'application/json';
    return {
      operation: operation.operationId,
      method,
      path: `/api${filled}${query.length > 0 ? `?${query.join('&')}` : ''}`,
      headers: {
        ...(body !== undefined && { 'Content-Type': type }),
        ...(chance(0.1) && { 'Idempotency-Key': pick(['a', 'same', 'x'.repeat(300), '%00']) }),
        ...(chance(0.1) && {
          'If-Match': pick(['"1"', '"0"', '*', '"99999999999999999999"', 'W/"x"', '""']),
        }),
        ...(chance(0.05) && {
          'Accept-Language': pick(['de', 'xx', '*;q=9', 'de;q=abc,,,', 'x'.repeat(2000)]),
        }),
        ...(chance(0.05) && { 'Kyanos-Client': 'x'.repeat(5000) }),
        ...(chance(0.05) && { 'Kyanos-Operator': pick(['%', '%ff%fe', '%00', 'a'.repeat(3000)]) }),
        ...(chance(0.02) && { 'Content-Encoding': pick(['gzip', 'br', 'x']) }),
      },
      body,
    };
  };
}
