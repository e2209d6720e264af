/** A press as a printer of the Internet Printing Protocol: operations asked, attributes told. Sources: RFC 8010, RFC 8011, PWG 5100.13. */
import { createWriteStream } from 'node:fs';
import { mkdtemp, readFile, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { TICKET_TYPE, TicketSchema } from '@kyanos/contract';
import type { JobTicket } from '@kyanos/core';
import { attribute, groupsOf, numberIn, textIn, type Attribute, type Operation } from '@kyanos/ipp';
import { FORMATS, PDF } from './formats.ts';
import { hasEnded, type Press, type PressJob } from './press.ts';
import {
  checked,
  following,
  headOf,
  Refusal,
  response,
  type Answer,
  type Request,
} from './request.ts';
import { separationsIn } from './separations.ts';
import { attributesOf } from './attributes.ts';

/** Longest ticket, octets. */
const MOST_TICKET = 4 * 2 ** 20;
/** Most copies of something without a ticket. */
const MOST_COPIES = 10_000;

export interface PrinterOptions {
  readonly press: Press;
  /** ipp://host:port/path */
  readonly uri: string;
  /** Lets time go on to now. */
  readonly tick: () => void;
  /** Folder in which documents lie while they are looked at. */
  readonly scratch: string;
}

export function printer({ press, uri, tick, scratch }: PrinterOptions) {
  const { machine } = press;
  const { printerGroup, jobGroup, briefly } = attributesOf(press, uri);

  function jobAsked(operation: Request['operation']): PressJob {
    const id =
      numberIn(operation, 'job-id') ?? Number(textIn(operation, 'job-uri')?.split('/').at(-1));
    if (Number.isNaN(id)) throw new Refusal('client-error-bad-request', 'job-id is missing.');
    const job = press.job(id);
    if (!job) throw new Refusal('client-error-not-found', `There is no job ${id}.`);
    return job;
  }

  function newJob({ operation, job }: Request): PressJob {
    const copies = Math.min(MOST_COPIES, Math.max(1, numberIn(job, 'copies') ?? 1));
    const hold = textIn(job, 'job-hold-until') ?? 'no-hold';
    return press.add(
      textIn(operation, 'job-name') ?? 'Untitled',
      textIn(operation, 'requesting-user-name') ?? 'anonymous',
      copies,
      hold !== 'no-hold',
      Date.now(),
    );
  }

  function checkDocument({ operation }: Request): string {
    const format = textIn(operation, 'document-format') ?? PDF;
    if (!FORMATS.includes(format))
      throw new Refusal(
        'client-error-document-format-not-supported',
        `${format} is not read here.`,
      );
    const packed = textIn(operation, 'compression') ?? 'none';
    if (packed !== 'none')
      throw new Refusal('client-error-compression-not-supported', 'Send it as it is.');
    return format;
  }

  /** Takes a document in; it is looked at, and nothing of it is kept. */
  async function receive(request: Request, job: PressJob, last: boolean): Promise<PressJob> {
    const format = checkDocument(request);
    const folder = await mkdtemp(join(scratch, 'document-'));
    try {
      const path = join(folder, 'document');
      await pipeline(request.document, createWriteStream(path));
      const { size } = await stat(path);
      const name = textIn(request.operation, 'document-name') ?? 'document';
      if (size === 0 && last)
        return press.addDocument(job, { name, format, bytes: 0 }, last, Date.now());
      const ticket = format === TICKET_TYPE ? await readTicket(path, size) : undefined;
      const separations = format === TICKET_TYPE ? undefined : await separationsIn(path);
      tick();
      // It may have been cancelled while its document came.
      const now = press.job(job.id)!;
      if (hasEnded(now)) throw new Refusal('client-error-not-possible', 'The job has ended.');
      return press.addDocument(
        now,
        { name, format, bytes: size, ...(separations && { separations }) },
        last,
        Date.now(),
        ticket,
      );
    } finally {
      await rm(folder, { recursive: true, force: true });
    }
  }

  async function readTicket(path: string, size: number): Promise<JobTicket> {
    if (size > MOST_TICKET)
      throw new Refusal('client-error-request-entity-too-large', 'The ticket is too long.');
    let value: unknown;
    try {
      value = JSON.parse(await readFile(path, 'utf8'));
    } catch {
      throw new Refusal('client-error-bad-request', 'The ticket is not JSON.');
    }
    const read = TicketSchema.safeParse(value);
    if (!read.success)
      throw new Refusal(
        'client-error-bad-request',
        `The ticket can't be read: ${read.error.issues[0].path.join('.') || 'it is no ticket'}.`,
      );
    const ticket = read.data;
    const unknown = ticket.inks.find(
      ({ channel }) => !machine.inks.some((ink) => ink.channel === channel),
    );
    if (unknown)
      throw new Refusal(
        'client-error-attributes-or-values-not-supported',
        `${machine.name} has no ink ${unknown.channel}.`,
      );
    return ticket;
  }

  const ACTS: Readonly<Record<Operation, (request: Request) => Answer | Promise<Answer>>> = {
    'Get-Printer-Attributes': ({ operation }) => [printerGroup(operation)],
    'Validate-Job': (request) => {
      checkDocument(request);
      return [];
    },
    'Print-Job': async (request) => {
      checkDocument(request);
      return [briefly(await receive(request, newJob(request), true))];
    },
    'Create-Job': (request) => [briefly(newJob(request))],
    'Send-Document': async (request) => {
      const job = jobAsked(request.operation);
      if (!job.incoming || hasEnded(job))
        throw new Refusal('client-error-not-possible', 'The job has all its documents.');
      const last = request.operation.get('last-document')?.value[0];
      if (typeof last !== 'boolean')
        throw new Refusal('client-error-bad-request', 'last-document is missing.');
      return [briefly(await receive(request, job, last))];
    },
    'Get-Job-Attributes': ({ operation }) => [jobGroup(jobAsked(operation), operation)],
    'Get-Jobs': ({ operation }) => {
      const which = textIn(operation, 'which-jobs') ?? 'not-completed';
      if (!['completed', 'not-completed', 'all'].includes(which))
        throw new Refusal(
          'client-error-attributes-or-values-not-supported',
          `which-jobs ${which} is not known.`,
        );
      const user =
        operation.get('my-jobs')?.value[0] === true && textIn(operation, 'requesting-user-name');
      const jobs = press.jobs.filter(
        (job) =>
          (which === 'all' || hasEnded(job) === (which === 'completed')) &&
          (!user || job.user === user),
      );
      const ordered = which === 'completed' ? jobs.toReversed() : jobs;
      // What is told of each if nothing is asked for: RFC 8011, 4.2.6.1.
      const first = operation.has('requested-attributes')
        ? operation
        : new Map([
            [
              'requested-attributes',
              attribute('requested-attributes', 'keyword', 'job-id', 'job-uri'),
            ],
          ]);
      return ordered
        .slice(0, Math.max(1, numberIn(operation, 'limit') ?? jobs.length))
        .map((job) => jobGroup(job, first));
    },
    'Cancel-Job': ({ operation }) => done(press.cancel(jobAsked(operation)), 'It has ended.'),
    'Hold-Job': ({ operation }) =>
      done(press.hold(jobAsked(operation)), 'It is being printed, or has ended.'),
    'Release-Job': ({ operation }) => done(press.release(jobAsked(operation)), 'It has ended.'),
    'Pause-Printer': () => {
      press.pause();
      return [];
    },
    'Resume-Printer': () => {
      press.resume();
      return [];
    },
  };
  function done(was: boolean, why: string): Answer {
    if (!was) throw new Refusal('client-error-not-possible', why);
    return [];
  }

  /** @returns the answer to a request, whatever it is */
  async function answer(body: AsyncIterable<Buffer>): Promise<Buffer> {
    const parts = body[Symbol.asyncIterator]();
    const { message, rest } = await headOf(parts);
    if (!message) return response(undefined, 'client-error-bad-request', 'The message ends early.');
    try {
      tick();
      const { operation, attributes } = checked(message);
      const groups = await ACTS[operation]({
        operation: attributes,
        job: groupsOf(message, 'job')[0] ?? new Map<string, Attribute>(),
        document: Readable.from(following(rest, parts)),
      });
      return response(message, 'successful-ok', '', groups);
    } catch (error) {
      if (error instanceof Refusal) return response(message, error.status, error.message);
      console.error(error);
      return response(message, 'server-error-internal-error', 'It went wrong on this side.');
    }
  }

  return { answer };
}
