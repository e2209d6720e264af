/** Turning whatever fails into a status and a sentence. */
import type { Problem } from '@kyanos/contract';
import { DomainError, ERRORS, type ErrorCode } from '@kyanos/core';
import type { ErrorRequestHandler } from 'express';
import { t } from './texts/texts.ts';

/** Rules the database keeps, by constraint name. */
export const RULES: Readonly<Record<string, ErrorCode>> = {
  job_version_pkey: 'JOB_CONFLICT',
  job_practice_is_no_order: 'PRACTICE_JOB',
  job_version_job_id_fkey: 'JOB_UNKNOWN',
  job_version_artwork_id_fkey: 'ARTWORK_UNKNOWN',
  artwork_file_id_fkey: 'FILE_UNKNOWN',
};

/** PostgreSQL's own states. Source: PostgreSQL 15 manual, appendix A. */
const DISK_FULL = '53100';
const TOO_MANY_CONNECTIONS = '53300';
const GONE = /^(08|57P0)|ECONNREFUSED|ECONNRESET|EPIPE|ETIMEDOUT/;
/** What node-postgres says of a connection that broke, without a state: pg 8, client.js and pg-pool. */
const BROKEN = /Connection terminated|is not queryable|timeout exceeded when trying to connect/;
const TOO_LARGE = 413;

/** What is said of whatever fails. */
export function refusalFor(error: unknown): DomainError {
  if (error instanceof DomainError) return error;
  // An address with bytes in it that are no text.
  if (error instanceof URIError) return new DomainError('NOT_FOUND');
  const { constraint, code, expose, status, message } = error as {
    constraint?: string;
    code?: string;
    expose?: boolean;
    status?: number;
    message?: string;
  };
  const rule = constraint === undefined ? undefined : RULES[constraint];
  if (rule) return new DomainError(rule);
  if (code === DISK_FULL || code === 'ENOSPC') return new DomainError('DISK_FULL');
  if (code === TOO_MANY_CONNECTIONS) return new DomainError('TOO_BUSY');
  if ((code && GONE.test(code)) || BROKEN.test(message ?? ''))
    return new DomainError('DATABASE_GONE');
  if (!expose || !status) return new DomainError('INTERNAL');
  return status === TOO_LARGE
    ? new DomainError('REQUEST_TOO_LARGE')
    : new DomainError(
        'REQUEST_UNREADABLE',
        t('shared.requestCantRead', { message: message ?? '' }),
      );
}

/** Mounted last: the one place where errors become answers. */
export const answerErrors: ErrorRequestHandler = (error, req, res, next) => {
  const { code, message } = refusalFor(error);
  const status = ERRORS[code].status ?? 500;
  if (status >= 500) req.log.error(error);
  if (res.headersSent) {
    next(error);
    return;
  }
  // Of what nobody foresaw: by this number it is found in the log.
  const words =
    code === 'INTERNAL' ? `${message} ${t('shared.numberOf', { id: String(req.id) })}` : message;
  res.status(status).json({ code, message: words } satisfies Problem);
};
