/** Who asks. Apart from all that is done about people: the first screen needs no more. */
import { z } from 'zod';
import { endpoint } from '../endpoint.ts';
import { PersonId } from '../ids.ts';
import { ROLES } from '../roles.ts';

export const RoleSchema = z.enum(ROLES);

export const PersonShown = z.object({ id: PersonId, name: z.string(), role: RoleSchema });

/** Who asks, as the server knows it. */
export const Me = z.object({
  /** This installation asks who somebody is; it does not where one person works at one computer. */
  signIn: z.boolean(),
  person: PersonShown.nullable(),
  /** What one may here; null for whoever has not signed in. */
  role: RoleSchema.nullable(),
  /** What one may not: method and path of each such endpoint (`PUT /jobs/{id}/order`), with the least role that may. */
  closed: z.record(z.string(), RoleSchema),
  /** How one signed in; null where nobody does. */
  by: z.enum(['password', 'passkey', 'pin', 'word']).nullable(),
  /** The shared tablet that this browser is, and who switches by PIN there. */
  tablet: z
    .object({ name: z.string(), people: z.array(z.object({ id: PersonId, name: z.string() })) })
    .nullable(),
});
export type Me = z.output<typeof Me>;

export const getMe = endpoint({
  method: 'GET',
  path: '/me',
  summary: 'Who asks, and what they may',
  answer: Me,
});
