/** What may be sent, as the wire's own description has it. */
import { openApi, type SomeEndpoint } from '@kyanos/contract';

export interface Schema {
  readonly properties?: Readonly<Record<string, Schema>>;
  readonly additionalProperties?: Schema | boolean;
  readonly items?: Schema;
  readonly anyOf?: readonly Schema[];
  readonly oneOf?: readonly Schema[];
}
interface OpenApi {
  readonly paths: Readonly<
    Record<
      string,
      Readonly<
        Record<
          string,
          {
            readonly requestBody: {
              readonly content: Readonly<Record<string, { schema: Schema }>>;
            };
          }
        >
      >
    >
  >;
}

/** Every place at which a value of it may differ, as lists of changes name them. */
export function placesIn(schema: Schema, at: readonly string[] = []): Set<string> {
  const shapes = [schema, ...(schema.anyOf ?? []), ...(schema.oneOf ?? [])];
  const below = shapes.flatMap(({ properties = {}, additionalProperties: each, items }) => [
    ...Object.entries(properties),
    ...(typeof each === 'object' ? [['key', each] as const] : []),
    // Numbers of a list stand under the name of the list.
    ...(items?.properties ? [['0', items] as const] : []),
  ]);
  return new Set([
    ...(below.length === 0 && at.length > 0 ? [at.join('.')] : []),
    ...below.flatMap(([name, one]) => [...placesIn(one, [...at, name])]),
  ]);
}

/** The schema of a body, by the endpoint that takes it. */
export function bodyOf({ path, method }: Pick<SomeEndpoint, 'path' | 'method'>): Schema {
  const { paths } = openApi('test') as unknown as OpenApi;
  return paths[path][method.toLowerCase()].requestBody.content['application/json'].schema;
}
