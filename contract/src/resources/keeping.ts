import { z } from 'zod';
import { endpoint } from '../endpoint.ts';

const Kind = z.object({ what: z.string(), n: z.int(), bytes: z.number() });

export const Sizes = z.object({
  /** Of the whole database. */
  bytes: z.number(),
  kinds: z.array(Kind),
});
export type Sizes = z.output<typeof Sizes>;

export const getSizes = endpoint({
  method: 'GET',
  path: '/sizes',
  summary: 'How much there is of each kind, and what it takes',
  answer: Sizes,
});
export const cleanUp = endpoint({
  method: 'POST',
  path: '/clean',
  summary: 'Take away what nobody needs any more by the shop’s rule, or say what would go',
  body: z.strictObject({ dry: z.boolean() }),
  answer: z.array(Kind),
});
