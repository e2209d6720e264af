/** What a machine gets beside the files of a job. */
import type { JobTicket } from '@kyanos/core';
import { z } from 'zod';
import { ShopId } from './fields.ts';
import { ChannelKey } from './machine.ts';
import { prove, type Same } from './proof.ts';

/** Media type of a ticket. */
export const TICKET_TYPE = 'application/vnd.kyanos.ticket+json';

const amount = z.number().min(0).max(1e7);
const count = z.int().min(0).max(100_000);
const line = z.string().max(300);
/** Most loads of a ticket, and most strokes over one. */
const MOST_LOADS = 20_000;

export const TicketSchema = z
  .object({
    ticket: z.literal(1),
    id: line.min(1),
    number: z.int(),
    name: line,
    machine: ShopId,
    mode: line,
    material: z.object({ id: line, name: line, form: z.enum(['roll', 'sheet']) }),
    copies: count,
    testPrint: z.boolean(),
    loads: z
      .array(
        z.object({
          times: count.min(1),
          length: z.number().positive().max(1e6),
          sweptWidth: z.number().positive().max(1e5),
          pieces: count.min(1),
        }),
      )
      .min(1)
      .max(1000),
    trips: z
      .array(
        z.object({
          number: z.int().min(1),
          side: z.enum(['front', 'back']),
          swaths: z.int().min(1).max(2000),
          special: z.boolean(),
          speed: z.number().min(1).max(1e5).exactOptional(),
          bidirectional: z.boolean(),
          returns: z.boolean(),
          waitMinutes: amount,
          inks: z.array(z.object({ channel: ChannelKey, share: z.number().min(0).max(1) })).max(64),
        }),
      )
      .min(1)
      .max(64),
    inks: z
      .array(
        z.object({
          channel: ChannelKey,
          separation: line.exactOptional(),
          solidM2: amount,
          starts: count,
        }),
      )
      .max(64),
    files: z
      .array(
        z.object({
          name: line,
          separations: z.array(line).max(64),
          mirrored: z.boolean(),
          hits: count,
        }),
      )
      .max(20_000),
  })
  .refine(({ loads }) => loads.reduce((sum, { times }) => sum + times, 0) <= MOST_LOADS);
prove<Same<z.output<typeof TicketSchema>, JobTicket>>();
