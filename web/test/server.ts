/** A server before a screen: it answers over the wire what it is told to, and remembers what was asked of it. */
import {
  encodeBody,
  signatureOf,
  type Answered,
  type Endpoint,
  type SomeEndpoint,
  type Wire,
} from '@kyanos/contract';
import { ERRORS, sentenceOf, type ErrorCode } from '@kyanos/core';
import { onTestFinished, vi } from 'vitest';

export interface Request {
  readonly params: Readonly<Record<string, string>>;
  readonly query: Readonly<Record<string, string>>;
  readonly body: unknown;
  readonly headers: Headers;
}
type Reply = (request: Request) => unknown;

export interface Server {
  /** From now on an endpoint answers so. */
  on<E extends SomeEndpoint>(
    endpoint: E,
    answer: (request: Request) => Wire<Answered<E>> | Promise<Wire<Answered<E>>>,
  ): void;
  /** From now on it is refused. */
  refuse(endpoint: SomeEndpoint, code: ErrorCode): void;
  /** What was asked of an endpoint, in its order. */
  asked(endpoint: SomeEndpoint): readonly Request[];
}

const parametersIn = (path: string, address: string): Record<string, string> | undefined =>
  new RegExp(`^${path.replace(/\{(\w+)\}/g, '(?<$1>[^/]+)')}$`).exec(address)?.groups ??
  (path === address ? {} : undefined);

const answered = (body: string | null, status: number) =>
  new Response(body, { status, headers: { 'Content-Type': 'application/json' } });
const refused = (code: ErrorCode) =>
  answered(JSON.stringify({ code, message: sentenceOf(code) }), ERRORS[code].status ?? 500);

/** Until the test ends. What is not said it has not: NOT_FOUND. */
export function serve(): Server {
  onTestFinished(() => void vi.unstubAllGlobals());
  const replies = new Map<string, { readonly endpoint: Endpoint; readonly reply: Reply }>();
  const asked = new Map<string, Request[]>();
  vi.stubGlobal('fetch', async (address: string, init: RequestInit = {}) => {
    const { pathname, searchParams } = new URL(address, 'http://here');
    for (const { endpoint, reply } of replies.values()) {
      const params = parametersIn(endpoint.path, pathname.replace(/^\/api/, ''));
      if (!params || endpoint.method !== (init.method ?? 'GET')) continue;
      const request: Request = {
        params,
        query: Object.fromEntries(searchParams),
        body: typeof init.body === 'string' ? (JSON.parse(init.body) as unknown) : undefined,
        headers: new Headers(init.headers),
      };
      asked.get(signatureOf(endpoint))!.push(request);
      const said = await reply(request);
      if (said instanceof Response) return said;
      const { answer } = endpoint;
      if (answer === null || !('_zod' in answer)) return answered(null, 204);
      try {
        return answered(encodeBody(answer, said), endpoint.status ?? 200);
      } catch (error) {
        console.error(`No answer of ${signatureOf(endpoint)}:`, error);
        throw error;
      }
    }
    return refused('NOT_FOUND');
  });
  const set = (endpoint: SomeEndpoint, reply: Reply) => {
    const signature = signatureOf(endpoint);
    replies.set(signature, { endpoint: endpoint as Endpoint, reply });
    if (!asked.has(signature)) asked.set(signature, []);
  };
  return {
    on: set,
    refuse: (endpoint, code) => set(endpoint, () => refused(code)),
    asked: (endpoint) => asked.get(signatureOf(endpoint)) ?? [],
  };
}
