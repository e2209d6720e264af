/** Passkeys: W3C, Web Authentication Level 3. The library reads and checks; here is what is asked for and kept. */
import type { PersonId } from '@kyanos/contract';
import { DomainError } from '@kyanos/core';
import type {
  AuthenticationResponseJSON,
  AuthenticatorTransport,
  RegistrationResponseJSON,
} from '@simplewebauthn/server';
import type { Request } from 'express';
import type pg from 'pg';
import { keepPasskey, passkeyById, passkeysOf, usedPasskey } from './queries.ts';

/** Comes with the first passkey: half of a second that no start waits for. */
const webauthn = () => import('@simplewebauthn/server');

/** The name and the address under which the browser sees this server: what a passkey holds for. */
function placeOf(req: Request) {
  const origin = `${req.protocol}://${req.get('host') ?? ''}`;
  return { origin, id: new URL(origin).hostname };
}

/** Taken out of the session: it is good for one answer. @throws DomainError `PASSKEY_REFUSED` */
function challengeIn(req: Request): string {
  const { challenge } = req.session;
  delete req.session.challenge;
  if (challenge === undefined) throw new DomainError('PASSKEY_REFUSED');
  return challenge;
}

const refused = () => {
  throw new DomainError('PASSKEY_REFUSED');
};

export async function beginPasskey(
  pool: pg.Pool,
  req: Request,
  person: { readonly id: PersonId; readonly name: string },
) {
  const { generateRegistrationOptions } = await webauthn();
  const options = await generateRegistrationOptions({
    rpName: 'Kyanos',
    rpID: placeOf(req).id,
    userID: Uint8Array.from(Buffer.from(person.id)),
    userName: person.name,
    attestationType: 'none',
    excludeCredentials: (await passkeysOf(pool, person.id)).map(({ id, transports }) => ({
      id,
      transports: transports as AuthenticatorTransport[],
    })),
    authenticatorSelection: { residentKey: 'required', userVerification: 'required' },
  });
  req.session.challenge = options.challenge;
  return options;
}

/** @throws DomainError `PASSKEY_REFUSED` */
export async function keepMadePasskey(
  pool: pg.Pool,
  req: Request,
  person: PersonId,
  name: string,
  response: unknown,
): Promise<void> {
  const expectedChallenge = challengeIn(req);
  const place = placeOf(req);
  const { verifyRegistrationResponse } = await webauthn();
  const { registrationInfo } = await verifyRegistrationResponse({
    response: response as RegistrationResponseJSON,
    expectedChallenge,
    expectedOrigin: place.origin,
    expectedRPID: place.id,
    requireUserVerification: true,
  }).catch(refused);
  await keepPasskey(pool, person, name, (registrationInfo ?? refused()).credential);
}

export async function askPasskey(req: Request) {
  const { generateAuthenticationOptions } = await webauthn();
  const options = await generateAuthenticationOptions({
    rpID: placeOf(req).id,
    userVerification: 'required',
  });
  req.session.challenge = options.challenge;
  return options;
}

/** @returns whose passkey it is @throws DomainError `PASSKEY_REFUSED` */
export async function checkPasskey(
  pool: pg.Pool,
  req: Request,
  response: unknown,
): Promise<PersonId> {
  const expectedChallenge = challengeIn(req);
  const place = placeOf(req);
  const { id } = response as { readonly id?: unknown };
  const kept = (typeof id === 'string' ? await passkeyById(pool, id) : undefined) ?? refused();
  const { verifyAuthenticationResponse } = await webauthn();
  const { verified, authenticationInfo } = await verifyAuthenticationResponse({
    response: response as AuthenticationResponseJSON,
    expectedChallenge,
    expectedOrigin: place.origin,
    expectedRPID: place.id,
    credential: {
      id: kept.id,
      publicKey: Uint8Array.from(kept.publicKey),
      counter: Number(kept.counter),
      transports: [...kept.transports] as AuthenticatorTransport[],
    },
    requireUserVerification: true,
  }).catch(refused);
  if (!verified) refused();
  await usedPasskey(pool, kept.id, authenticationInfo.newCounter);
  return kept.personId;
}
