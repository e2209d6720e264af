/** Who asks: read from the session of a request before anything is done for it. */
import { closedTo, JobId, underPin, type Me, type PersonId, type Role } from '@kyanos/contract';
import { DomainError } from '@kyanos/core';
import connectPgSimple from 'connect-pg-simple';
import { parse } from 'cookie';
import { Router, type Request, type RequestHandler, type Response } from 'express';
import session from 'express-session';
import type pg from 'pg';
import { isPracticeJob } from '../jobs/queries.ts';
import {
  peopleWithPin,
  personById,
  tabletBySecret,
  type KeptPerson,
  type KeptTablet,
} from './queries.ts';

/** How a server lets people in. */
export interface Door {
  /** People sign in. Where not, whoever comes from this computer is the one who works here. */
  readonly signIn: boolean;
  /** Reached by TLS, its own or a proxy's: cookies go no other way. */
  readonly secure: boolean;
  /** A proxy on this computer is asked for the address that a request comes from. */
  readonly proxy: boolean;
  /** Names and addresses by which this server is called, in small letters, beside those of loopback. */
  readonly hosts: readonly string[];
}

export const AT_THIS_COMPUTER: Door = { signIn: false, secure: false, proxy: false, hosts: [] };

type SignedInBy = NonNullable<Me['by']>;

export interface Asker {
  readonly id: PersonId | undefined;
  readonly name: string;
  /** Undefined: has not signed in. */
  readonly role: Role | undefined;
  readonly by: SignedInBy | undefined;
  readonly tablet: KeptTablet | undefined;
  /** Whether a job is one of an exercise. */
  isPractice(job: unknown): Promise<boolean>;
  /** Whether the session still holds: for an answer that goes on and on. */
  stillHere(): Promise<boolean>;
}

declare module 'express-session' {
  interface SessionData {
    personId: PersonId;
    epoch: number;
    by: SignedInBy;
    /** Of WebAuthn: what the browser has to sign. */
    challenge: string;
    seenAt: number;
  }
}

declare module 'express-serve-static-core' {
  interface Request {
    asker?: Asker;
  }
}

/** A session ends after so long without a request; at a shared tablet it is the next one's turn sooner. Our own choice. */
const LASTS_MS = { person: 12 * 3_600_000, pin: 15 * 60_000 } as const;
/** How often a session is prolonged. */
const SEEN_MS = 60_000;

const NAMELESS = { id: undefined, name: '', role: undefined, by: undefined } as const;

/** The name that is typed in where nobody signs in; whatever sits there is believed. */
function nameTyped(req: Request): string {
  try {
    const name = decodeURIComponent(req.get('Kyanos-Operator') ?? '').trim();
    return name.replaceAll('\0', '').slice(0, 80) || 'this computer';
  } catch {
    return 'this computer';
  }
}

const hereIn =
  (pool: pg.Pool): RequestHandler =>
  (req, _res, next) => {
    const name = nameTyped(req);
    const stillHere = () => Promise.resolve(true);
    req.asker = {
      ...NAMELESS,
      name,
      role: 'owner',
      tablet: undefined,
      stillHere,
      ...askedOf(pool),
    };
    next();
  };

const askedOf = (pool: pg.Pool) => ({
  async isPractice(job: unknown) {
    const id = JobId.safeParse(job);
    return id.success && (await isPracticeJob(pool, id.data));
  },
});

/** Cookies that only this server reads. Under TLS no other host of the domain can set them. */
const prefix = ({ secure }: Door): string => (secure ? '__Host-' : '');
export const BROWSER_COOKIE = 'kyanos-browser';
export const TABLET_COOKIE = 'kyanos-tablet';

export const cookieOf = (req: Request, door: Door, name: string): string | undefined =>
  parse(req.headers.cookie ?? '')[prefix(door) + name];

export const setCookie = (res: Response, door: Door, name: string, value: string): void => {
  res.cookie(prefix(door) + name, value, {
    httpOnly: true,
    sameSite: 'strict',
    secure: door.secure,
    path: '/',
    maxAge: 400 * 86_400_000,
  });
};

/** Mounted before whatever asks who somebody is. */
export async function whoAsks(pool: pg.Pool, door: Door): Promise<RequestHandler> {
  if (!door.signIn) return hereIn(pool);
  const { rows } = await pool.query<{ value: string }>(
    `select value from secret where name = 'session'`,
  );
  const Store = connectPgSimple(session);
  const store = new Store({
    pool,
    tableName: 'session',
    disableTouch: true,
    pruneSessionInterval: false,
  });
  const kept = (id: string) =>
    new Promise<session.SessionData | null | undefined>((done, fail) =>
      store.get(id, (error: unknown, found) => (error ? fail(error as Error) : done(found))),
    );
  const sessions = session({
    name: `${prefix(door)}kyanos`,
    secret: rows[0].value,
    store,
    resave: false,
    saveUninitialized: false,
    proxy: door.proxy,
    cookie: {
      httpOnly: true,
      sameSite: 'strict',
      secure: door.secure,
      maxAge: LASTS_MS.person,
    },
  });
  const ask = async (req: Request): Promise<void> => {
    const tablet = await tabletBySecret(pool, cookieOf(req, door, TABLET_COOKIE));
    const person = await personIn(pool, req.session);
    const stillHere = async () =>
      (await personIn(pool, (await kept(req.sessionID)) ?? {}))?.id === person?.id;
    const { by = 'password' } = req.session;
    // A tablet that is shared no more lets nobody switch by PIN.
    const stays = person && (by !== 'pin' || tablet !== undefined);
    req.asker = { ...(stays ? nameOf(person, by) : NAMELESS), tablet, stillHere, ...askedOf(pool) };
    if (!stays) return;
    if (Date.now() - (req.session.seenAt ?? 0) > SEEN_MS) req.session.seenAt = Date.now();
  };
  return Router().use(sessions, (req, _res, next) => {
    ask(req).then(() => next(), next);
  });
}

const nameOf = ({ id, name, role }: KeptPerson, by: SignedInBy) => ({
  id,
  name,
  role: by === 'pin' ? underPin(role) : role,
  by,
});

/** Whose session it is, if it holds. */
async function personIn(
  pool: pg.Pool,
  { personId, epoch }: Partial<session.SessionData>,
): Promise<KeptPerson | undefined> {
  if (personId === undefined) return undefined;
  const person = await personById(pool, personId);
  return person?.active && person.epoch === epoch ? person : undefined;
}

/** A session of its own from here on: one that somebody else has put into the browser is worth nothing. */
export async function letIn(req: Request, person: KeptPerson, by: SignedInBy): Promise<void> {
  await new Promise<void>((done, fail) =>
    req.session.regenerate((error: unknown) => (error ? fail(error as Error) : done())),
  );
  Object.assign(req.session, { personId: person.id, epoch: person.epoch, by, seenAt: Date.now() });
  req.session.cookie.maxAge = by === 'pin' ? LASTS_MS.pin : LASTS_MS.person;
  req.asker = { ...req.asker!, ...nameOf(person, by) };
  await new Promise<void>((done, fail) =>
    req.session.save((error: unknown) => (error ? fail(error as Error) : done())),
  );
}

export const letOut = (req: Request): Promise<void> =>
  new Promise((done, fail) =>
    req.session.destroy((error: unknown) => (error ? fail(error as Error) : done())),
  );

/** What a browser learns of whoever sits before it. */
export async function meOf(pool: pg.Pool, req: Request, { signIn }: Door): Promise<Me> {
  const { id, name, role = null, by = null, tablet } = req.asker!;
  return {
    signIn,
    person: id === undefined || role === null ? null : { id, name, role },
    role,
    closed: role === null ? {} : closedTo(role),
    by,
    tablet: tablet ? { name: tablet.name, people: await peopleWithPin(pool) } : null,
  };
}

/** Whoever has signed in. @throws DomainError `NOBODY_SIGNS_IN` */
export function signedIn(req: Request): Asker & { readonly id: PersonId } {
  const { asker } = req;
  if (asker?.id === undefined) throw new DomainError('NOBODY_SIGNS_IN');
  return asker as Asker & { readonly id: PersonId };
}
