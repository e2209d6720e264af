/** Signing in, and who works here. */
import { API, PEOPLE_API, type Me, type PersonId } from '@kyanos/contract';
import { DomainError } from '@kyanos/core';
import { Router, type Request, type Response } from 'express';
import type pg from 'pg';
import { inTransaction } from '../db.ts';
import { on } from '../route.ts';
import {
  BROWSER_COOKIE,
  cookieOf,
  letIn,
  letOut,
  meOf,
  setCookie,
  signedIn,
  TABLET_COOKIE,
  type Door,
} from './door.ts';
import { Guesses, networkOf, type Counted } from './guesses.ts';
import { askPasskey, beginPasskey, checkPasskey, keepMadePasskey } from './passkeys.ts';
import {
  addPerson,
  changePerson,
  knowsBrowser,
  passkeysOf,
  peopleOf,
  personById,
  personByName,
  registerTablet,
  rememberBrowser,
  removePasskey,
  removeTablet,
  setPassword,
  setPin,
  tabletsOf,
  useWord,
  wordFor,
  type KeptPerson,
} from './queries.ts';
import { digest, keepable, matches, newSecret } from './secrets.ts';

export function peopleRoutes(pool: pg.Pool, door: Door): Router {
  const router = Router();
  const guesses = new Guesses(pool);

  /** A browser in which somebody has signed in is distinguished from those of strangers. */
  async function remember(req: Request, res: Response, person: PersonId): Promise<void> {
    const secret = cookieOf(req, door, BROWSER_COOKIE) ?? newSecret();
    setCookie(res, door, BROWSER_COOKIE, secret);
    await rememberBrowser(pool, secret, person);
  }

  async function enter(
    req: Request,
    res: Response,
    person: KeptPerson,
    by: NonNullable<Me['by']>,
  ): Promise<Me> {
    await letIn(req, person, by);
    if (by !== 'pin') await remember(req, res, person.id);
    return meOf(pool, req, door);
  }

  /** What a wrong password counts against. */
  async function countedFor(req: Request, name: string): Promise<Counted[]> {
    const from = networkOf(req.ip);
    const who = name.toLowerCase();
    const person = await personByName(pool, name);
    const browser = cookieOf(req, door, BROWSER_COOKIE);
    if (person && browser !== undefined && (await knowsBrowser(pool, browser, person.id)))
      return [['known', `${person.id} ${digest(browser).toString('hex')}`]];
    return [
      ['address', from],
      ['pair', `${from} ${who}`],
      ['name', who],
    ];
  }

  /** @throws DomainError `SIGN_IN_WRONG`, `TOO_MANY_GUESSES` */
  async function checked(req: Request, name: string, password: string): Promise<KeptPerson> {
    const found = await guesses.made(await countedFor(req, name), async () => {
      const person = await personByName(pool, name);
      const right = await matches(person?.active ? person.password : null, password);
      return right ? person : undefined;
    });
    if (!found) throw new DomainError('SIGN_IN_WRONG');
    return found;
  }

  const doorIsThere = () => {
    if (!door.signIn) throw new DomainError('NOBODY_SIGNS_IN');
  };

  on(router, API.getMe, (_given, _context, req) => meOf(pool, req, door));

  on(router, PEOPLE_API.signIn, async ({ body }, { res }, req) => {
    doorIsThere();
    return enter(req, res, await checked(req, body.name, body.password), 'password');
  });

  on(router, PEOPLE_API.signInByPin, async ({ body }, { res }, req) => {
    doorIsThere();
    const { tablet } = req.asker!;
    if (!tablet) throw new DomainError('TABLET_UNKNOWN');
    const found = await guesses.made(
      [
        ['pin', `${tablet.id} ${body.person}`],
        ['pins', body.person],
      ],
      async () => {
        const person = await personById(pool, body.person);
        return (await matches(person?.active ? person.pin : null, body.pin)) ? person : undefined;
      },
    );
    if (!found) throw new DomainError('SIGN_IN_WRONG');
    return enter(req, res, found, 'pin');
  });

  on(router, PEOPLE_API.askPasskey, async (_given, _context, req) => {
    doorIsThere();
    return { ...(await askPasskey(req)) };
  });

  on(router, PEOPLE_API.signInByPasskey, async ({ body }, { res }, req) => {
    doorIsThere();
    const person = await personById(pool, await checkPasskey(pool, req, body.response));
    if (!person?.active) throw new DomainError('PASSKEY_REFUSED');
    return enter(req, res, person, 'passkey');
  });

  on(router, PEOPLE_API.join, async ({ body: { word, name, password } }, { res }, req) => {
    doorIsThere();
    const person = await guesses.made([['address', networkOf(req.ip)]], async () => {
      const kept = await keepable(password);
      return inTransaction(pool, (db) => useWord(db, word, kept, name));
    });
    if (!person) throw new DomainError('WORD_WRONG');
    return enter(req, res, person, 'word');
  });

  on(router, PEOPLE_API.signOut, async (_given, _context, req) => {
    doorIsThere();
    await letOut(req);
  });

  on(router, PEOPLE_API.changePassword, async ({ body: { was, now } }, { res }, req) => {
    const { name } = signedIn(req);
    const person = await checked(req, name, was);
    await setPassword(pool, person.id, await keepable(now));
    await enter(req, res, (await personById(pool, person.id))!, 'password');
  });

  on(router, PEOPLE_API.choosePin, async ({ body: { password, pin } }, _context, req) => {
    const person = await checked(req, signedIn(req).name, password);
    await setPin(pool, person.id, pin === null ? null : await keepable(pin));
  });

  on(router, PEOPLE_API.listPasskeys, async (_given, _context, req) =>
    (await passkeysOf(pool, signedIn(req).id)).map(({ id, name, madeAt, usedAt }) => ({
      id,
      name,
      madeAt,
      usedAt,
    })),
  );

  /** A PIN is not enough to leave a key behind. */
  const byMoreThanPin = (req: Request) => {
    const asker = signedIn(req);
    if (asker.by === 'pin') throw new DomainError('NOT_ALLOWED');
    return asker;
  };

  on(router, PEOPLE_API.beginPasskey, async (_given, _context, req) => ({
    ...(await beginPasskey(pool, req, byMoreThanPin(req))),
  }));

  on(router, PEOPLE_API.keepPasskey, ({ body: { name, response } }, _context, req) =>
    keepMadePasskey(pool, req, byMoreThanPin(req).id, name, response),
  );

  on(router, PEOPLE_API.removePasskey, ({ params: { id } }, _context, req) =>
    removePasskey(pool, byMoreThanPin(req).id, id),
  );

  on(router, PEOPLE_API.listPeople, () => peopleOf(pool));

  // Not carried out once by its key, as others are: an answer that is kept would keep the word.
  on(router, PEOPLE_API.addPerson, ({ body }, { actor }) =>
    inTransaction(pool, (db) => addPerson(db, body, actor.name)),
  );

  on(router, PEOPLE_API.changePerson, ({ params: { id }, body }) =>
    inTransaction(pool, (db) => changePerson(db, id, body)),
  );

  on(router, PEOPLE_API.newWord, ({ params: { id } }) =>
    inTransaction(pool, (db) => wordFor(db, id)),
  );

  on(router, PEOPLE_API.listTablets, () => tabletsOf(pool));

  on(router, PEOPLE_API.registerTablet, async ({ body: { name } }, { actor, res }) => {
    doorIsThere();
    const { tablet, secret } = await registerTablet(pool, name, actor.name);
    setCookie(res, door, TABLET_COOKIE, secret);
    return tablet;
  });

  on(router, PEOPLE_API.removeTablet, ({ params: { id } }) => removeTablet(pool, id));

  return router;
}
