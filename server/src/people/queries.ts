/** People, their words, and shared tablets: as they are kept. */
import type { Passkey, Person, PersonId, Role, Tablet, TabletId } from '@kyanos/contract';
import { DomainError } from '@kyanos/core';
import type { Db } from '../db.ts';
import { t } from '../texts/texts.ts';
import { digest, newSecret, newWord, wordDigest } from './secrets.ts';

/** So long a one-time word can be used. Our own choice. */
const WORD_DAYS = 7;

export interface KeptPerson {
  readonly id: PersonId;
  readonly name: string;
  readonly role: Role;
  readonly active: boolean;
  readonly password: string | null;
  readonly pin: string | null;
  readonly epoch: number;
}

const PERSON = /* sql */ `select id, name, role, active, password, pin, epoch from person`;

export const personById = async (db: Db, id: string): Promise<KeptPerson | undefined> =>
  (await db.query<KeptPerson>(`${PERSON} where id = $1::uuid`, [id])).rows.at(0);

export const personByName = async (db: Db, name: string): Promise<KeptPerson | undefined> =>
  (await db.query<KeptPerson>(`${PERSON} where lower(name) = lower($1::text)`, [name])).rows.at(0);

const LISTED = /* sql */ `
  select p.id, p.name, p.role, p.active, p.password is not null as joined, p.pin is not null as pin,
         (select count(*)::int from passkey k where k.person_id = p.id) as passkeys,
         (select w.until from one_time_word w where w.person_id = p.id and w.until > now()) as "wordUntil"
  from person p`;

type Listed = Omit<Person, 'wordUntil'> & { readonly wordUntil: Date | null };
const onWire = (one: Listed): Person => ({
  ...one,
  wordUntil: one.wordUntil?.toISOString() ?? null,
});

export const peopleOf = async (db: Db): Promise<Person[]> =>
  (await db.query<Listed>(`${LISTED} order by p.active desc, lower(p.name)`)).rows.map(onWire);

async function listedOf(db: Db, id: string): Promise<Person> {
  const { rows } = await db.query<Listed>(`${LISTED} where p.id = $1::uuid`, [id]);
  if (!rows[0]) throw new DomainError('PERSON_UNKNOWN');
  return onWire(rows[0]);
}

/** @throws DomainError `PERSON_EXISTS` */
export async function addPerson(
  db: Db,
  { name, role }: { readonly name: string; readonly role: Role },
  by: string,
): Promise<{ person: Person; word: string }> {
  const { rows } = await db.query<{ id: string }>(
    `insert into person (name, role, made_by) values ($1::text, $2::text, $3::text)
     on conflict (lower(name)) do nothing returning id`,
    [name, role, by],
  );
  if (!rows[0]) throw new DomainError('PERSON_EXISTS');
  return wordFor(db, rows[0].id);
}

/** A new one-time word; the one before is worth nothing any more. @throws DomainError `PERSON_UNKNOWN` */
export async function wordFor(db: Db, id: string): Promise<{ person: Person; word: string }> {
  const word = newWord();
  const { rowCount } = await db.query(
    `insert into one_time_word (word, person_id, until)
     select $2::bytea, id, now() + make_interval(days => ${WORD_DAYS}) from person where id = $1::uuid and active
     on conflict (person_id) do update set word = excluded.word, until = excluded.until`,
    [id, wordDigest(word)],
  );
  if (rowCount === 0) throw new DomainError('PERSON_UNKNOWN');
  return { person: await listedOf(db, id), word };
}

/** The word of an owner whom nobody has named yet. Undefined where somebody can sign in already. */
export async function firstOwnersWord(db: Db): Promise<string | undefined> {
  if (await ownerCanSignIn(db)) return undefined;
  const word = newWord();
  await db.query('delete from one_time_word where person_id is null');
  await db.query(
    `insert into one_time_word (word, until) values ($1::bytea, now() + interval '1 day')`,
    [wordDigest(word)],
  );
  return word;
}

/** Has a password or a passkey, or a word to choose one with. */
const CAN_SIGN_IN = /* sql */ `
  p.active and (p.password is not null or exists (select from passkey k where k.person_id = p.id)
    or exists (select from one_time_word w where w.person_id = p.id and w.until > now()))`;

export const ownerCanSignIn = async (db: Db): Promise<boolean> =>
  (await db.query(`select from person p where p.role = 'owner' and ${CAN_SIGN_IN} limit 1`))
    .rowCount === 1;

/**
 * Uses a word up: its person has the password from now on, and sessions they had elsewhere end.
 * @param name of the first owner, who is made here
 * @returns undefined where the word is worth nothing
 * @throws DomainError `REQUEST_INVALID` where the first owner does not say who they are
 */
export async function useWord(
  db: Db,
  word: string,
  password: string,
  name: string | undefined,
): Promise<KeptPerson | undefined> {
  const { rows } = await db.query<{ personId: string | null }>(
    `delete from one_time_word where word = $1::bytea and until > now() returning person_id as "personId"`,
    [wordDigest(word)],
  );
  if (!rows[0]) return undefined;
  let id = rows[0].personId;
  if (id === null) {
    // The word stays good: what failed is taken back with the transaction.
    if (name === undefined) throw new DomainError('REQUEST_INVALID', t('people.sayName'));
    if (await ownerCanSignIn(db)) return undefined;
    const made = await db.query<{ id: string }>(
      `insert into person (name, role, made_by) values ($1::text, 'owner', $1::text)
       on conflict (lower(name)) do update set role = 'owner', active = true returning id`,
      [name],
    );
    id = made.rows[0].id;
  }
  await setPassword(db, id, password);
  return personById(db, id);
}

/** Ends whatever sessions they have. @param password as it is kept */
export const setPassword = async (db: Db, id: string, password: string): Promise<void> => {
  await db.query(
    'update person set password = $2::text, epoch = epoch + 1 where id = $1::uuid and active',
    [id, password],
  );
};

export const setPin = async (db: Db, id: string, pin: string | null): Promise<void> => {
  await db.query('update person set pin = $2::text where id = $1::uuid', [id, pin]);
};

/** Inside a transaction. @throws DomainError `PERSON_UNKNOWN`, `PERSON_EXISTS`, `LAST_OWNER` */
export async function changePerson(
  db: Db,
  id: string,
  { name, role, active }: Pick<Person, 'name' | 'role' | 'active'>,
): Promise<Person> {
  // Two owners who take each other's role away take turns.
  await db.query('lock table person in share row exclusive mode');
  const taken = await personByName(db, name);
  if (taken && taken.id !== id) throw new DomainError('PERSON_EXISTS');
  const before = await personById(db, id);
  if (!before) throw new DomainError('PERSON_UNKNOWN');
  await db.query(
    `update person set name = $2::text, role = $3::text, active = $4::boolean,
       epoch = epoch + case when role <> $3::text or not $4::boolean then 1 else 0 end
     where id = $1::uuid`,
    [id, name, role, active],
  );
  if (!active) await db.query('delete from one_time_word where person_id = $1::uuid', [id]);
  if (before.role === 'owner' && !(await ownerCanSignIn(db))) throw new DomainError('LAST_OWNER');
  return listedOf(db, id);
}

export interface KeptTablet {
  readonly id: TabletId;
  readonly name: string;
}

export async function registerTablet(
  db: Db,
  name: string,
  by: string,
): Promise<{ tablet: Tablet; secret: string }> {
  const secret = newSecret();
  const { rows } = await db.query<{ id: TabletId; madeAt: Date }>(
    `insert into tablet (name, secret, made_by) values ($1::text, $2::bytea, $3::text)
     returning id, made_at as "madeAt"`,
    [name, digest(secret), by],
  );
  const [{ id, madeAt }] = rows;
  return { tablet: { id, name, by, madeAt: madeAt.toISOString(), usedAt: null }, secret };
}

export async function tabletsOf(db: Db): Promise<Tablet[]> {
  const { rows } = await db.query<
    Omit<Tablet, 'madeAt' | 'usedAt'> & { madeAt: Date; usedAt: Date | null }
  >(
    `select id, name, made_by as by, made_at as "madeAt", used_at as "usedAt" from tablet order by lower(name)`,
  );
  return rows.map((one) => ({
    ...one,
    madeAt: one.madeAt.toISOString(),
    usedAt: one.usedAt?.toISOString() ?? null,
  }));
}

export const removeTablet = async (db: Db, id: TabletId): Promise<void> => {
  await db.query('delete from tablet where id = $1::uuid', [id]);
};

export const tabletBySecret = async (
  db: Db,
  secret: string | undefined,
): Promise<KeptTablet | undefined> =>
  secret === undefined
    ? undefined
    : (
        await db.query<KeptTablet>('select id, name from tablet where secret = $1::bytea', [
          digest(secret),
        ])
      ).rows.at(0);

/** Who switches by PIN. */
export const peopleWithPin = async (db: Db): Promise<Pick<KeptPerson, 'id' | 'name'>[]> =>
  (
    await db.query<Pick<KeptPerson, 'id' | 'name'>>(
      'select id, name from person where active and pin is not null order by lower(name)',
    )
  ).rows;

/** Whether somebody has signed in before in the browser that has this secret. */
export const knowsBrowser = async (db: Db, secret: string, person: string): Promise<boolean> =>
  (
    await db.query(
      'select from known_browser where secret = $1::bytea and person_id = $2::uuid limit 1',
      [digest(secret), person],
    )
  ).rowCount === 1;

export const rememberBrowser = async (db: Db, secret: string, person: string): Promise<void> => {
  await db.query(
    `insert into known_browser (secret, person_id) values ($1::bytea, $2::uuid)
     on conflict (secret, person_id) do update set seen_at = now()`,
    [digest(secret), person],
  );
};

export interface KeptPasskey {
  readonly id: string;
  readonly personId: PersonId;
  readonly publicKey: Buffer;
  readonly counter: string;
  readonly transports: readonly string[];
}

export const passkeyById = async (db: Db, id: string): Promise<KeptPasskey | undefined> =>
  (
    await db.query<KeptPasskey>(
      `select id, person_id as "personId", public_key as "publicKey", counter, transports from passkey where id = $1::text`,
      [id],
    )
  ).rows.at(0);

export async function passkeysOf(
  db: Db,
  person: string,
): Promise<(Passkey & { readonly transports: string[] })[]> {
  const { rows } = await db.query<{
    id: string;
    name: string;
    transports: string[];
    madeAt: Date;
    usedAt: Date | null;
  }>(
    `select id, name, transports, made_at as "madeAt", used_at as "usedAt" from passkey where person_id = $1::uuid order by made_at`,
    [person],
  );
  return rows.map((one) => ({
    ...one,
    madeAt: one.madeAt.toISOString(),
    usedAt: one.usedAt?.toISOString() ?? null,
  }));
}

export const keepPasskey = async (
  db: Db,
  person: string,
  name: string,
  key: {
    readonly id: string;
    readonly publicKey: Uint8Array;
    readonly counter: number;
    readonly transports?: readonly string[] | undefined;
  },
): Promise<void> => {
  await db.query(
    `insert into passkey (id, person_id, name, public_key, counter, transports)
     values ($1::text, $2::uuid, $3::text, $4::bytea, $5::bigint, $6::text[]) on conflict do nothing`,
    [key.id, person, name, Buffer.from(key.publicKey), key.counter, key.transports ?? []],
  );
};

/** It was used; its counter only rises. */
export const usedPasskey = async (db: Db, id: string, counter: number): Promise<void> => {
  await db.query('update passkey set counter = $2::bigint, used_at = now() where id = $1::text', [
    id,
    counter,
  ]);
};

export const removePasskey = async (db: Db, person: string, id: string): Promise<void> => {
  await db.query('delete from passkey where id = $1::text and person_id = $2::uuid', [id, person]);
};
