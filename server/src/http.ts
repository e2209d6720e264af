/** What every route shares: reading requests, and turning whatever fails into a sentence. */
import { problemOf, type Problem } from '@kyanos/contract';
import { DomainError } from '@kyanos/core';
import type { ErrorRequestHandler, Request } from 'express';
import { z } from 'zod';

export class Refusal extends Error {
  readonly status: number;
  readonly code: string;

  constructor(status: number, code: string, message: string) {
    super(message);
    this.status = status;
    this.code = code;
  }
}

/** The body, checked; types come from the contract. @throws Refusal 422 */
export function readBody<S extends z.ZodType>(req: Request, schema: S): z.output<S> {
  const result = schema.safeParse(req.body);
  if (result.success) return result.data;
  throw new Refusal(422, 'REQUEST_INVALID', problemOf(result.error, 'the request'));
}

const Id = z.uuid();
export function readId(req: Request, name = 'id'): string {
  const result = Id.safeParse(req.params[name]);
  if (result.success) return result.data;
  throw new Refusal(
    404,
    'NOT_FOUND',
    'There is nothing at this address. Go back to the board and open it from there.',
  );
}

/** Whoever asks, as one of several that wait for the same work: a tab of a browser names itself. */
export const clientOf = (req: Request): string => (req.get('Kyanos-Client') ?? '').slice(0, 80);

const CancelBody = z.object({ attempt: z.int().optional() }).optional();
/** Which asking a cancel takes back, if it says so. */
export const askingOf = (req: Request): number | undefined => readBody(req, CancelBody)?.attempt;

/** Rules the database keeps, by constraint name. */
export const RULES: Readonly<Record<string, readonly [code: string, message: string]>> = {
  job_version_pkey: ['JOB_CONFLICT', 'Somebody saved this job while you were changing it.'],
  job_version_job_id_fkey: [
    'JOB_UNKNOWN',
    'There is no such job. It may have been removed; go back to the board.',
  ],
  job_version_artwork_id_fkey: [
    'ARTWORK_UNKNOWN',
    'There is no such artwork. Take the file in again.',
  ],
  preset_name_key: [
    'PRESET_NAME_TAKEN',
    'There is a preset of this name already. Choose another name, or remove that one first.',
  ],
  artwork_file_id_fkey: ['FILE_UNKNOWN', 'There is no such file. Upload it again.'],
};

/** PostgreSQL's own states. Source: PostgreSQL 15 manual, appendix A. */
const DISK_FULL = '53100';
const GONE = /^(08|57P0)|ECONNREFUSED|ECONNRESET|EPIPE|ETIMEDOUT/;

export function refusalFor(error: unknown): Refusal {
  if (error instanceof Refusal) return error;
  if (error instanceof DomainError) return new Refusal(422, error.code, error.message);
  const { constraint, code, expose, status, message } = error as {
    constraint?: string;
    code?: string;
    expose?: boolean;
    status?: number;
    message?: string;
  };
  const rule = constraint === undefined ? undefined : RULES[constraint];
  if (rule) return new Refusal(409, ...rule);
  if (code === DISK_FULL || code === 'ENOSPC')
    return new Refusal(
      507,
      'DISK_FULL',
      'There is no room left on the disk. Free some space and try again; what was stored before is safe.',
    );
  if (
    (code && GONE.test(code)) ||
    /Connection terminated|timeout exceeded when trying to connect/.test(message ?? '')
  )
    return new Refusal(
      503,
      'DATABASE_GONE',
      'The database does not answer. What was saved before is safe; try again in a moment.',
    );
  if (expose && status)
    return new Refusal(
      status,
      'REQUEST_UNREADABLE',
      `The request can’t be read: ${message ?? ''}.`,
    );
  return new Refusal(
    500,
    'INTERNAL',
    'Something went wrong on our side. What was saved before is safe; try again.',
  );
}

/** Mounted last: the one place where errors become answers. */
export const answerErrors: ErrorRequestHandler = (error, req, res, next) => {
  const refusal = refusalFor(error);
  if (refusal.status >= 500) req.log.error(error);
  if (res.headersSent) {
    next(error);
    return;
  }
  res
    .status(refusal.status)
    .json({ code: refusal.code, message: refusal.message } satisfies Problem);
};
