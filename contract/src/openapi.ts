/** The API as OpenAPI 3.1 has it (spec.openapis.org/oas/v3.1.0), made from the endpoints. */
import { z } from 'zod';
import type { Bytes, Endpoint } from './endpoint.ts';
import { Problem } from './resources/common.ts';
import { ENDPOINTS } from './resources/endpoints.ts';

type Json = Readonly<Record<string, unknown>>;

/** JSON Schema of what is on the wire. Its dialect is the document's own, so it is not said again. */
function schemaOf(type: z.ZodType): Json {
  const { $schema: _, ...schema } = z.toJSONSchema(type, { io: 'input', unrepresentable: 'any' });
  return schema;
}

const isBytes = (answer: Endpoint['answer']): answer is Bytes =>
  answer !== null && !('_zod' in answer);

function parametersOf(endpoint: Endpoint): readonly Json[] {
  const of = (place: 'path' | 'query', fields: z.ZodObject | undefined) =>
    Object.entries(fields?.shape ?? {}).map(([name, type]) => ({
      name,
      in: place,
      required: place === 'path',
      schema: schemaOf(type as z.ZodType),
    }));
  const header = (name: string, description: string) => ({
    name,
    in: 'header',
    required: false,
    description,
    schema: { type: 'string' },
  });
  return [
    ...of('path', endpoint.params),
    ...of('query', endpoint.query),
    ...(endpoint.once
      ? [header('Idempotency-Key', 'Names the request: sent again with it, it is carried out once')]
      : []),
    ...(endpoint.revised && endpoint.method === 'PUT'
      ? [header('If-Match', 'The revision that the change was made on; another one is a conflict')]
      : []),
  ];
}

const jsonContent = (schema: Json) => ({ 'application/json': { schema } });

function bodyOf({ body, takesFile }: Endpoint): Json {
  if (body === undefined && !takesFile) return {};
  const content =
    body === undefined
      ? { 'application/octet-stream': { schema: { type: 'string', format: 'binary' } } }
      : jsonContent(schemaOf(body));
  return { requestBody: { required: true, content } };
}

function answerOf({ answer, status = answer === null ? 204 : 200, revised }: Endpoint): Json {
  const described =
    answer === null
      ? { description: 'Done' }
      : isBytes(answer)
        ? {
            description: answer.what,
            content: { [answer.type]: { schema: { type: 'string', format: 'binary' } } },
          }
        : { description: 'As asked for', content: jsonContent(schemaOf(answer)) };
  const headers = revised
    ? { headers: { ETag: { description: 'The revision', schema: { type: 'string' } } } }
    : {};
  return {
    [status]: { ...described, ...headers },
    default: {
      description: 'Refused',
      content: jsonContent({ $ref: '#/components/schemas/Problem' }),
    },
  };
}

/** @param version of Kyanos */
export function openApi(version: string): Json {
  const paths: Record<string, Record<string, Json>> = {};
  for (const [operationId, endpoint] of Object.entries(ENDPOINTS)) {
    const at = (paths[endpoint.path] ??= {});
    at[endpoint.method.toLowerCase()] = {
      operationId,
      summary: endpoint.summary,
      parameters: parametersOf(endpoint),
      ...bodyOf(endpoint),
      responses: answerOf(endpoint),
    };
  }
  return {
    openapi: '3.1.0',
    info: {
      title: 'Kyanos',
      version,
      description: 'Planning, checking and costing of prints with white, metallic and clear ink.',
      license: { name: 'MIT', identifier: 'MIT' },
    },
    servers: [{ url: '/api' }],
    paths,
    components: { schemas: { Problem: schemaOf(Problem) } },
  };
}
