import { z } from 'zod';
import { endpoint } from '../endpoint.ts';
import { PersonId, TabletId } from '../ids.ts';
import { Me, PersonShown, RoleSchema } from './me.ts';

export const PersonName = z.string().trim().min(1).max(80);
/** At least 10, where NIST SP 800-63B asks for 8; long ones are welcome, and what they are made of is nobody's business. */
export const PASSWORD = { min: 10, max: 200 } as const;
const Password = z.string().min(PASSWORD.min).max(PASSWORD.max);
/** One that was chosen before, or a wrong guess: of any length. */
const PasswordTried = z.string().max(1000);
const Pin = z.string().regex(/^\d{4,8}$/);
const OneTimeWord = z.string().trim().min(1).max(100);

export const Person = PersonShown.extend({
  active: z.boolean(),
  /** Has a password; without one, a one-time word is still out or lost. */
  joined: z.boolean(),
  passkeys: z.int(),
  pin: z.boolean(),
  /** Until when the one-time word that is out can be used. */
  wordUntil: z.iso.datetime().nullable(),
});
export type Person = z.output<typeof Person>;

/** With a word that can be used once, to choose a password. It is shown this one time. */
const WithWord = z.object({ person: Person, word: z.string() });

export const Passkey = z.object({
  id: z.string(),
  name: z.string(),
  madeAt: z.iso.datetime(),
  usedAt: z.iso.datetime().nullable(),
});
export type Passkey = z.output<typeof Passkey>;

export const Tablet = z.object({
  id: TabletId,
  name: z.string(),
  by: z.string(),
  madeAt: z.iso.datetime(),
  usedAt: z.iso.datetime().nullable(),
});
export type Tablet = z.output<typeof Tablet>;

/** As WebAuthn has it (W3C, Web Authentication Level 3): read by the library on either side. */
const WebAuthnJson = z.record(z.string(), z.unknown());

const person = z.object({ id: PersonId });

export const PEOPLE_API = {
  signIn: endpoint({
    method: 'POST',
    path: '/sign-in',
    summary: 'Sign in with a password',
    body: z.strictObject({ name: PersonName, password: PasswordTried }),
    answer: Me,
  }),
  signInByPin: endpoint({
    method: 'POST',
    path: '/sign-in/pin',
    summary: 'Switch to somebody at a shared tablet',
    body: z.strictObject({ person: PersonId, pin: z.string().max(20) }),
    answer: Me,
  }),
  askPasskey: endpoint({
    method: 'POST',
    path: '/sign-in/passkey/options',
    summary: 'Begin to sign in with a passkey',
    answer: WebAuthnJson,
  }),
  signInByPasskey: endpoint({
    method: 'POST',
    path: '/sign-in/passkey',
    summary: 'Sign in with a passkey',
    body: z.strictObject({ response: WebAuthnJson }),
    answer: Me,
  }),
  join: endpoint({
    method: 'POST',
    path: '/join',
    summary: 'Use a one-time word: choose a password and sign in',
    body: z.strictObject({
      word: OneTimeWord,
      /** For the first owner, whom nobody has named yet. */
      name: PersonName.exactOptional(),
      password: Password,
    }),
    answer: Me,
  }),
  signOut: endpoint({
    method: 'POST',
    path: '/sign-out',
    summary: 'Sign out',
    answer: null,
  }),
  changePassword: endpoint({
    method: 'POST',
    path: '/me/password',
    summary: 'Choose another password; sessions elsewhere end',
    body: z.strictObject({ was: PasswordTried, now: Password }),
    answer: null,
  }),
  choosePin: endpoint({
    method: 'POST',
    path: '/me/pin',
    summary: 'Choose a PIN for shared tablets, or none',
    body: z.strictObject({ password: PasswordTried, pin: Pin.nullable() }),
    answer: null,
  }),
  listPasskeys: endpoint({
    method: 'GET',
    path: '/me/passkeys',
    summary: 'One’s own passkeys',
    answer: z.array(Passkey),
  }),
  beginPasskey: endpoint({
    method: 'POST',
    path: '/me/passkeys/options',
    summary: 'Begin to make a passkey',
    answer: WebAuthnJson,
  }),
  keepPasskey: endpoint({
    method: 'POST',
    path: '/me/passkeys',
    summary: 'Keep a passkey that was made',
    body: z.strictObject({ name: PersonName, response: WebAuthnJson }),
    answer: null,
  }),
  removePasskey: endpoint({
    method: 'DELETE',
    path: '/me/passkeys/{id}',
    summary: 'Forget a passkey',
    params: z.object({ id: z.string().max(1400) }),
    answer: null,
  }),
  listPeople: endpoint({
    method: 'GET',
    path: '/people',
    summary: 'Who works here',
    answer: z.array(Person),
  }),
  addPerson: endpoint({
    method: 'POST',
    path: '/people',
    summary: 'Let somebody in: they choose their password with a one-time word',
    body: z.strictObject({ name: PersonName, role: RoleSchema }),
    answer: WithWord,
    status: 201,
  }),
  changePerson: endpoint({
    method: 'PUT',
    path: '/people/{id}',
    summary: 'Change somebody’s name or role, or let them in no more',
    params: person,
    body: z.strictObject({ name: PersonName, role: RoleSchema, active: z.boolean() }),
    answer: Person,
  }),
  newWord: endpoint({
    method: 'POST',
    path: '/people/{id}/word',
    summary: 'A new one-time word for somebody who can’t sign in',
    params: person,
    answer: WithWord,
  }),
  listTablets: endpoint({
    method: 'GET',
    path: '/tablets',
    summary: 'Shared tablets',
    answer: z.array(Tablet),
  }),
  registerTablet: endpoint({
    method: 'POST',
    path: '/tablets',
    summary: 'Make this browser a shared tablet',
    body: z.strictObject({ name: PersonName }),
    answer: Tablet,
    status: 201,
  }),
  removeTablet: endpoint({
    method: 'DELETE',
    path: '/tablets/{id}',
    summary: 'A tablet is shared no more',
    params: z.object({ id: TabletId }),
    answer: null,
  }),
} as const;
