/** One address of the API: what is sent there, and what comes back. Both ends read both from here. */
import { z } from 'zod';
import type { Wire } from './proof.ts';

export type Method = 'GET' | 'POST' | 'PUT' | 'DELETE';

/** An answer that is not JSON: its media type, and what it is. */
export interface Bytes {
  readonly type: string;
  readonly what: string;
}

export interface Endpoint<
  Params extends z.ZodObject = z.ZodObject,
  Query extends z.ZodObject = z.ZodObject,
  Body extends z.ZodType = z.ZodType,
  Answer extends z.ZodType | Bytes | null = z.ZodType | Bytes | null,
> {
  readonly method: Method;
  /** Below /api, parameters in braces. */
  readonly path: string;
  readonly summary: string;
  readonly params?: Params;
  readonly query?: Query;
  readonly body?: Body;
  /** The body is a file itself, and no JSON. */
  readonly takesFile?: true;
  /** Null where nothing comes back. */
  readonly answer: Answer;
  /** 200 if absent, 204 where nothing comes back. */
  readonly status?: number;
  /** Carried out once, however often it is sent with the same Idempotency-Key. */
  readonly once?: true;
  /** Its answer has a revision as ETag; a change may name as If-Match the one that it was made on. */
  readonly revised?: true;
}

/** Any endpoint, whatever it takes and answers. */
export type SomeEndpoint = Pick<Endpoint, 'method' | 'path' | 'summary'>;

/** How an endpoint is distinguished from all others: its method and path. */
export const signatureOf = ({ method, path }: SomeEndpoint): string => `${method} ${path}`;

/** An endpoint with its types kept. */
export const endpoint = <
  Answer extends z.ZodType | Bytes | null,
  Params extends z.ZodObject = never,
  Query extends z.ZodObject = never,
  Body extends z.ZodType = never,
>(
  one: Endpoint<Params, Query, Body, Answer>,
): Endpoint<Params, Query, Body, Answer> => one;

/** What a caller gives to an endpoint: ids as they are parsed, bodies as the program has them. */
export type Given<E> =
  E extends Endpoint<infer P, infer Q, infer B, infer _A>
    ? ([P] extends [never] ? object : { readonly params: z.output<P> }) &
        ([Q] extends [never] ? object : { readonly query?: z.input<Q> }) &
        ([B] extends [never] ? object : { readonly body: Wire<z.output<B>> })
    : never;

/** What a caller gets. */
export type Answered<E> =
  E extends Endpoint<infer _P, infer _Q, infer _B, infer A>
    ? A extends z.ZodType
      ? z.output<A>
      : undefined
    : never;

/** The address with its parameters and its question put in. */
export function addressOf(
  { path }: Pick<Endpoint, 'path'>,
  params: Readonly<Record<string, unknown>> = {},
  query: Readonly<Record<string, unknown>> = {},
): string {
  const asked = Object.entries(query).filter(([, value]) => value !== undefined);
  const search = new URLSearchParams(asked.map(([name, value]) => [name, String(value)]));
  const filled = path.replace(/\{(\w+)\}/g, (_, name: string) =>
    encodeURIComponent(String(params[name])),
  );
  return asked.length > 0 ? `${filled}?${search}` : filled;
}

/** A body as it travels. */
export const encodeBody = (schema: z.ZodType, body: unknown): string =>
  JSON.stringify(z.encode(schema, body));
