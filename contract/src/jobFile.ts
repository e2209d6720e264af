/** A job as one file, to be opened on another installation: what stands in its job.json, beside its artwork. */
import { DomainError, PRIORITIES } from '@kyanos/core';
import { z } from 'zod';
import { Plan, problemOf } from './plan.ts';
import { ReceivedSchema } from './stock.ts';

export const JOB_FILE_FORMAT = 'kyanos job 1';
/** Names in the archive. */
export const JOB_FILE = { facts: 'job.json', artwork: 'artwork/' } as const;

/** A lot that the job is planned on, as it was received. It lies on another shelf. */
const Lot = z.object({
  name: ReceivedSchema.shape.name,
  lot: ReceivedSchema.shape.lot,
  unit: ReceivedSchema.shape.unit,
  width: ReceivedSchema.shape.width,
  left: z.number(),
  receivedOn: ReceivedSchema.shape.receivedOn,
  expiresOn: ReceivedSchema.shape.expiresOn,
});

export const JobFile = z.object({
  format: z.literal(JOB_FILE_FORMAT),
  /** Shop that it comes from, and when it was written. */
  shop: z.string().max(200),
  at: z.iso.datetime(),
  /** The job's number there. */
  number: z.int(),
  plan: Plan,
  /** Null where the job has none yet. */
  artwork: z
    .object({
      fileName: z.string().min(1).max(500),
      /** Of the bytes, in hexadecimal. */
      sha256: z.string().regex(/^[0-9a-f]{64}$/),
      dpi: z.int().min(1).max(10_000),
      scale: z.number().positive(),
    })
    .nullable(),
  due: z.iso.datetime().nullable(),
  priority: z.enum(PRIORITIES),
  notes: z.string().max(10_000),
  lots: z.array(Lot).max(100),
});
export type JobFile = z.output<typeof JobFile>;

/** @throws DomainError `JOB_FILE_WRONG` */
export function readJobFile(text: string): JobFile {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    throw new DomainError('JOB_FILE_WRONG');
  }
  const read = JobFile.safeParse(value);
  if (read.success) return read.data;
  throw new DomainError('JOB_FILE_WRONG', problemOf(read.error, 'job.json'));
}
