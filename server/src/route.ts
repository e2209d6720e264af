/** Carrying endpoints of the contract out: requests are read here, answers sent; services know nothing of HTTP. */
import { problemOf, type Endpoint, type SomeEndpoint, type Wire } from '@kyanos/contract';
import { DomainError } from '@kyanos/core';
import type { Request, Response, Router } from 'express';
import type pg from 'pg';
import type { z } from 'zod';
import type { Db } from './db.ts';
import { once } from './once.ts';

/** Who asks. Sign-in will tell; until then it is whoever sits at this computer. */
export interface Actor {
  readonly name: string;
}

/** What a request says beside its parameters and its body. */
export interface Context {
  readonly actor: Actor;
  /** The tab of a browser that asks, as one of several that may wait for the same work. */
  readonly client: string;
  /** The revision that a change was made on, if it says so. */
  readonly basedOn: number | undefined;
  /** Tells the revision of what is answered, as ETag. */
  tellRevision(number: number): void;
  readonly res: Response;
}

type Read<E> =
  E extends Endpoint<infer P, infer Q, infer B, infer _A>
    ? ([P] extends [never] ? object : { readonly params: z.output<P> }) &
        ([Q] extends [never] ? object : { readonly query: z.output<Q> }) &
        ([B] extends [never] ? object : { readonly body: z.output<B> })
    : never;

/** What is sent; of bytes whatever the handler has sent itself. */
type Sent<E> =
  E extends Endpoint<infer _P, infer _Q, infer _B, infer A>
    ? A extends z.ZodType
      ? Wire<z.input<A>>
      : void
    : never;

const HERE: Actor = { name: 'this computer' };

function contextOf(req: Request, res: Response): Context {
  const match = /^"(\d+)"$/.exec(req.get('If-Match') ?? '');
  return {
    actor: HERE,
    client: (req.get('Kyanos-Client') ?? '').slice(0, 80),
    basedOn: match ? Number(match[1]) : undefined,
    tellRevision: (number) => void res.set('ETag', `"${number}"`),
    res,
  };
}

/** @throws DomainError */
function read(endpoint: Endpoint, req: Request): never {
  const { params, query, body } = endpoint;
  const given: Record<string, unknown> = {};
  const part = (
    name: string,
    type: z.ZodType | undefined,
    value: unknown,
    wrong: (e: z.ZodError) => DomainError,
  ) => {
    if (!type) return;
    const parsed = type.safeParse(value);
    if (!parsed.success) throw wrong(parsed.error);
    given[name] = parsed.data;
  };
  const invalid = (error: z.ZodError) =>
    new DomainError('REQUEST_INVALID', problemOf(error, 'the request'));
  part('params', params, req.params, () => new DomainError('NOT_FOUND'));
  part('query', query, req.query, invalid);
  // A request that has nothing to say may come without a body.
  part('body', body, (req.body as unknown) ?? {}, invalid);
  return given as never;
}

const METHODS = { GET: 'get', POST: 'post', PUT: 'put', DELETE: 'delete' } as const;
const expressPath = (path: string) => path.replace(/\{(\w+)\}/g, ':$1');

/** Has `act` answer what comes to an endpoint. */
export function on<E extends SomeEndpoint>(
  router: Router,
  endpoint: E,
  act: (given: Read<E>, context: Context, req: Request) => Promise<Sent<E>> | Sent<E>,
): void {
  const one = endpoint as unknown as Endpoint;
  if (one.once) throw new Error(`${one.path} is to be carried out once: see onOnce.`);
  router[METHODS[one.method]](expressPath(one.path), async (req, res) => {
    const value = await act(read(one, req), contextOf(req, res), req);
    if (one.answer === null) res.status(one.status ?? 204).end();
    else if ('_zod' in one.answer) res.status(one.status ?? res.statusCode).json(value);
  });
}

/** Has `act` answer in a transaction what is carried out once, however often it comes. */
export function onOnce<E extends SomeEndpoint>(
  router: Router,
  pool: pg.Pool,
  endpoint: E,
  act: (db: Db, given: Read<E>, context: Context) => Promise<Sent<E>>,
): void {
  const one = endpoint as unknown as Endpoint;
  if (!one.once) throw new Error(`${one.path} does not say that it is carried out once.`);
  router[METHODS[one.method]](expressPath(one.path), async (req, res) => {
    const given = read(one, req) as Read<E>;
    await once(pool, req, res, async (db) => ({
      status: one.status ?? 200,
      body: await act(db, given, contextOf(req, res)),
    }));
  });
}
