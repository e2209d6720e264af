/** Carrying endpoints of the contract out: requests are read here, answers sent; services know nothing of HTTP. */
import {
  accessTo,
  problemOf,
  reaches,
  type Access,
  type Endpoint,
  type Role,
  type SomeEndpoint,
  type Wire,
} from '@kyanos/contract';
import { DomainError } from '@kyanos/core';
import type { Request, Response, Router } from 'express';
import type pg from 'pg';
import type { z } from 'zod';
import type { Db } from './db.ts';
import { cleanTexts } from './incoming.ts';
import { once } from './once.ts';
import type { Waiter } from './queue.ts';

/** Who asks: by their session, or whoever sits at this computer where nobody signs in. */
export interface Actor {
  readonly name: string;
  readonly role: Role;
  /** Signed in: nobody else can be asked for in their name. */
  readonly signedIn: boolean;
}

/** What a request says beside its parameters and its body. */
export interface Context {
  readonly actor: Actor;
  /** The tab of a browser that asks, as one of several that may wait for the same work. */
  readonly client: string;
  /** The same, with whose work it is: who has much in the queue lets others pass. */
  readonly waiter: Waiter;
  /** The revision that a change was made on, if it says so. */
  readonly basedOn: number | undefined;
  /** Sends the revision of what is answered, as ETag. */
  sendRevision(number: number): void;
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

/** Those who have not signed in come to what is open to anyone, and may do nothing there. */
function actorOf({ asker }: Request): Actor {
  const { name = '', role = 'learner', id } = asker ?? {};
  return { name, role, signedIn: id !== undefined };
}

/** @throws DomainError `SIGN_IN_NEEDED`, `NOT_ALLOWED` */
async function admit(least: Access, { asker, params }: Request): Promise<void> {
  if (least === 'anyone') return;
  if (asker?.role === undefined) throw new DomainError('SIGN_IN_NEEDED');
  const ofPractice = least === 'operator, learner in practice';
  if (reaches(asker.role, ofPractice ? 'operator' : least)) return;
  if (!ofPractice || !(await asker.isPractice(params.id))) throw new DomainError('NOT_ALLOWED');
}

function contextOf(req: Request, res: Response): Context {
  const client = (req.get('Kyanos-Client') ?? '').slice(0, 80);
  const match = /^"(\d+)"$/.exec(req.get('If-Match') ?? '');
  return {
    actor: actorOf(req),
    client,
    waiter: { client, asker: req.asker?.id ?? client },
    basedOn: match ? Number(match[1]) : undefined,
    sendRevision: (number) => void res.set('ETag', `"${number}"`),
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
  part('params', params, cleanTexts(req.params), () => new DomainError('NOT_FOUND'));
  part('query', query, cleanTexts(req.query), invalid);
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
  const least = accessTo(one);
  router[METHODS[one.method]](expressPath(one.path), async (req, res) => {
    await admit(least, req);
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
  const least = accessTo(one);
  router[METHODS[one.method]](expressPath(one.path), async (req, res) => {
    await admit(least, req);
    const given = read(one, req) as Read<E>;
    await once(pool, req, res, async (db) => ({
      status: one.status ?? 200,
      body: await act(db, given, contextOf(req, res)),
    }));
  });
}
