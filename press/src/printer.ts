/** A press as a printer of the Internet Printing Protocol: operations asked, attributes told. Sources: RFC 8010, RFC 8011, PWG 5100.13. */
import { createWriteStream } from 'node:fs';
import { mkdtemp, readFile, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { TICKET_TYPE, TicketSchema } from '@kyanos/contract';
import type { JobTicket } from '@kyanos/core';
import {
  attribute,
  collection,
  decode,
  encodeResponse,
  groupsOf,
  JOB_STATES,
  numberIn,
  OPERATIONS,
  operationNamed,
  PRINTER_STATES,
  STATUS,
  supplyText,
  TENTHS_OF_ML,
  tenthsOf,
  textIn,
  textsIn,
  type Attribute,
  type Group,
  type Message,
  type Operation,
  type Status,
  type Supply,
} from '@kyanos/ipp';
import { capacityOf, hasEnded, WASTE_ML, type Press, type PressJob } from './press.ts';
import { separationsIn } from './separations.ts';

/** Longest head of a request, and longest ticket, octets. */
const MOST_HEAD = 256 * 1024;
const MOST_TICKET = 4 * 2 ** 20;
const PDF = 'application/pdf';
const FORMATS = [PDF, TICKET_TYPE, 'application/octet-stream'];
/** Most copies of something without a ticket. */
const MOST_COPIES = 10_000;

/** What ends an operation, as RFC 8011 names it. */
class Refusal extends Error {
  readonly status: Status;
  constructor(status: Status, why: string) {
    super(why);
    this.status = status;
  }
}

interface Request {
  readonly message: Message;
  readonly operation: ReadonlyMap<string, Attribute>;
  readonly job: ReadonlyMap<string, Attribute>;
  readonly document: Readable;
}

type Answer = readonly Group[];

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
  const begun = Date.now();
  const upTime = () => Math.max(1, Math.round((Date.now() - begun) / 1000));

  // ---- what is told ----

  function supplies(): Supply[] {
    const { ml, rollMm, wasteMl } = press.state;
    return [
      ...machine.inks.map(({ channel }) => ({
        type: 'ink',
        class: 'consumed' as const,
        name: channel,
        level: tenthsOf(ml[channel] ?? 0),
        capacity: tenthsOf(capacityOf(machine, channel)),
        unit: TENTHS_OF_ML,
      })),
      {
        type: 'wasteInk',
        class: 'filled',
        name: 'none',
        level: tenthsOf(wasteMl),
        capacity: tenthsOf(WASTE_ML),
        unit: TENTHS_OF_ML,
      },
      ...(machine.kind === 'flatbed'
        ? []
        : [
            {
              type: 'other',
              class: 'consumed' as const,
              name: 'roll',
              level: Math.floor(rollMm / 1000),
              capacity: undefined,
              unit: 'meters',
            },
          ]),
    ];
  }

  const STOPPED = {
    ink: 'marker-supply-empty-error',
    roll: 'media-empty-error',
    waste: 'marker-waste-full-error',
  } as const;
  const LOW = 0.1;
  function printerReasons(): string[] {
    const { ml, paused, stopped } = press.state;
    const low = machine.inks.some(
      ({ channel }) => (ml[channel] ?? 0) < LOW * capacityOf(machine, channel),
    );
    const reasons = [
      ...(stopped ? [STOPPED[stopped]] : []),
      ...(paused ? ['paused'] : []),
      ...(low && stopped !== 'ink' ? ['marker-supply-low-warning'] : []),
    ];
    return reasons.length > 0 ? reasons : ['none'];
  }

  function printerAttributes(): Attribute[] {
    const { paused, stopped } = press.state;
    const busy = press.jobs.some(({ state }) => state === 'processing');
    const state = paused || stopped ? 'stopped' : busy ? 'processing' : 'idle';
    const told = supplies();
    const size = [
      attribute('x-dimension', 'integer', 21000),
      attribute('y-dimension', 'integer', 29700),
    ];
    const waiting = press.jobs.filter((job) => !hasEnded(job)).length;
    const web = uri.replace(/^ipp:/, 'http:');
    return [
      attribute('printer-uri-supported', 'uri', uri),
      attribute('uri-security-supported', 'keyword', 'none'),
      attribute('uri-authentication-supported', 'keyword', 'requesting-user-name'),
      attribute('printer-name', 'name', machine.name),
      attribute('printer-info', 'text', machine.name),
      attribute('printer-location', 'text', 'Simulated on this computer'),
      attribute('printer-make-and-model', 'text', `Kyanos press, ${machine.kind}`),
      attribute('printer-more-info', 'uri', web),
      attribute('printer-state', 'enum', PRINTER_STATES[state]),
      attribute('printer-state-reasons', 'keyword', ...printerReasons()),
      attribute('printer-state-message', 'text', stateMessage()),
      attribute('ipp-versions-supported', 'keyword', '1.1', '2.0'),
      attribute('operations-supported', 'enum', ...Object.values(OPERATIONS)),
      attribute('multiple-document-jobs-supported', 'boolean', true),
      attribute('multiple-operation-time-out', 'integer', 120),
      attribute('multiple-operation-time-out-action', 'keyword', 'abort-job'),
      attribute('charset-configured', 'charset', 'utf-8'),
      attribute('charset-supported', 'charset', 'utf-8'),
      attribute('natural-language-configured', 'language', 'en'),
      attribute('generated-natural-language-supported', 'language', 'en'),
      attribute('document-format-default', 'mimeType', PDF),
      attribute('document-format-supported', 'mimeType', ...FORMATS),
      attribute('compression-supported', 'keyword', 'none'),
      attribute('pdl-override-supported', 'keyword', 'not-attempted'),
      attribute('printer-is-accepting-jobs', 'boolean', true),
      attribute('queued-job-count', 'integer', waiting),
      attribute('printer-up-time', 'integer', upTime()),
      attribute('printer-current-time', 'noValue', ''),
      attribute('color-supported', 'boolean', true),
      attribute('job-hold-until-default', 'keyword', 'no-hold'),
      attribute('job-hold-until-supported', 'keyword', 'no-hold', 'indefinite'),
      attribute('copies-default', 'integer', 1),
      attribute('media-default', 'keyword', 'iso_a4_210x297mm'),
      attribute('media-supported', 'keyword', 'iso_a4_210x297mm'),
      ...collection('media-col-default', [collection('media-size', size)]),
      attribute('printer-supply', 'octets', ...told.map((one, i) => supplyText(one, i + 1))),
      attribute(
        'printer-supply-description',
        'text',
        ...told.map(({ name, type }) => `${type} ${name}`),
      ),
      attribute('marker-names', 'name', ...machine.inks.map(({ name }) => name)),
      attribute(
        'marker-levels',
        'integer',
        ...machine.inks.map(({ channel }) =>
          Math.round((100 * (press.state.ml[channel] ?? 0)) / capacityOf(machine, channel)),
        ),
      ),
    ];
  }

  function stateMessage(): string {
    const { paused, stopped, about } = press.state;
    if (stopped === 'ink') return `${about} is used up: put a full container in and go on.`;
    if (stopped === 'roll') return 'The roll has come to its end: load one and go on.';
    if (stopped === 'waste') return 'The waste container is full: empty it and go on.';
    return paused ? 'Paused.' : '';
  }

  const JOB_REASONS: Partial<Record<PressJob['state'], string>> = {
    held: 'job-hold-until-specified',
    processing: 'job-printing',
    stopped: 'printer-stopped',
    canceled: 'job-canceled-by-user',
    aborted: 'aborted-by-system',
    completed: 'job-completed-successfully',
  };
  const jobUri = ({ id }: PressJob) => `${uri}/jobs/${id}`;

  function jobAttributes(job: PressJob): Attribute[] {
    const testPrint = job.ticket?.testPrint ? 1 : 0;
    const spoilt = job.spoilt.filter((piece) => piece >= testPrint).length;
    const second = (minutes: number | undefined) =>
      minutes === undefined ? [] : [Math.max(1, Math.round(minutes * 60))];
    const time = (name: string, minutes: number | undefined) => {
      const [at] = second(minutes);
      return at === undefined ? attribute(name, 'noValue', '') : attribute(name, 'integer', at);
    };
    return [
      attribute('job-id', 'integer', job.id),
      attribute('job-uri', 'uri', jobUri(job)),
      attribute('job-printer-uri', 'uri', uri),
      attribute('job-name', 'name', job.name),
      attribute('job-originating-user-name', 'name', job.user),
      attribute('job-state', 'enum', JOB_STATES[job.state]),
      attribute(
        'job-state-reasons',
        'keyword',
        job.incoming && !hasEnded(job) ? 'job-incoming' : (JOB_REASONS[job.state] ?? 'none'),
      ),
      attribute('number-of-documents', 'integer', job.documents.length),
      attribute('copies', 'integer', job.ticket?.copies ?? job.copies),
      attribute('job-impressions', 'integer', job.ticket?.copies ?? job.copies),
      attribute('job-impressions-completed', 'integer', job.done),
      // Of the machine, in simulated time.
      attribute('job-printer-up-time', 'integer', second(press.state.clock)[0]),
      time('time-at-creation', job.createdAt),
      time('time-at-processing', job.processingAt),
      time('time-at-completed', job.endedAt),
      // Our own, beyond the standard: what a report needs.
      attribute('x-kyanos-copies-spoilt', 'integer', spoilt),
      attribute('x-kyanos-seconds', 'integer', Math.round(job.minutes * 60)),
      ...some(
        'x-kyanos-ink',
        Object.entries(job.ml).map(([channel, ml]) => `${channel}=${ml.toFixed(3)}`),
      ),
      ...some('x-kyanos-notes', job.notes),
    ];
  }
  const some = (name: string, list: readonly string[]) =>
    list.length > 0 ? [attribute(name, 'text', ...list)] : [];

  /** Of what is told only what was asked for. */
  function wanted(list: readonly Attribute[], operation: Request['operation'], all: string[]) {
    const asked = new Set(textsIn(operation, 'requested-attributes'));
    if (asked.size === 0 || all.some((name) => asked.has(name))) return list;
    let inside = false;
    // Members of a collection follow it, without names.
    return list.filter(({ name }) => (inside = name === '' ? inside : asked.has(name)));
  }
  const jobGroup = (job: PressJob, operation: Request['operation']): Group => ({
    name: 'job',
    attributes: wanted(jobAttributes(job), operation, ['all', 'job-description']),
  });
  const briefly = (job: PressJob): Group => ({
    name: 'job',
    attributes: jobAttributes(job).filter(({ name }) =>
      ['job-id', 'job-uri', 'job-state', 'job-state-reasons'].includes(name),
    ),
  });

  // ---- what is asked ----

  function jobAsked(operation: Request['operation']): PressJob {
    const uriGiven = textIn(operation, 'job-uri');
    const id = numberIn(operation, 'job-id') ?? Number(uriGiven?.split('/').at(-1));
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
        `The ticket can't be read: ${read.error.issues[0].path.join('.')}.`,
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
    'Get-Printer-Attributes': ({ operation }) => [
      {
        name: 'printer',
        attributes: wanted(printerAttributes(), operation, ['all', 'printer-description']),
      },
    ],
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
        .slice(0, numberIn(operation, 'limit') ?? jobs.length)
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

  /** Checks of RFC 8011, 4.1.4 and 4.1.8, in their order. */
  function checked(message: Message): {
    operation: Operation;
    attributes: ReadonlyMap<string, Attribute>;
  } {
    const { major } = message.version;
    if (major < 1 || major > 2)
      throw new Refusal('server-error-version-not-supported', 'IPP 1.1 and 2.0 are spoken here.');
    const operation = operationNamed(message.code);
    if (!operation)
      throw new Refusal('server-error-operation-not-supported', 'The operation is not known here.');
    if (message.requestId < 1) throw new Refusal('client-error-bad-request', 'request-id is 0.');
    const [first] = message.groups;
    if (message.groups.length === 0 || first.name !== 'operation')
      throw new Refusal('client-error-bad-request', 'The attributes of the operation come first.');
    const [charset, language] = first.attributes.map(({ name }) => name);
    if (charset !== 'attributes-charset' || language !== 'attributes-natural-language')
      throw new Refusal('client-error-bad-request', 'Character set and language come first.');
    const attributes = groupsOf(message, 'operation')[0];
    if (!/^(utf-8|us-ascii)$/i.test(textIn(attributes, 'attributes-charset') ?? ''))
      throw new Refusal('client-error-charset-not-supported', 'utf-8 is read here.');
    const target = textIn(attributes, 'printer-uri') ?? textIn(attributes, 'job-uri');
    if (target === undefined)
      throw new Refusal('client-error-bad-request', 'printer-uri is missing.');
    return { operation, attributes };
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
        message,
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

  function response(
    message: Message | undefined,
    status: Status,
    why: string,
    groups: Answer = [],
  ): Buffer {
    return encodeResponse({
      version: message && message.version.major <= 2 ? message.version : { major: 1, minor: 1 },
      requestId: message?.requestId ?? 1,
      code: STATUS[status],
      groups: [
        {
          name: 'operation',
          attributes: [
            attribute('attributes-charset', 'charset', 'utf-8'),
            attribute('attributes-natural-language', 'language', 'en'),
            attribute('status-message', 'text', why || status),
          ],
        },
        ...groups,
      ],
    });
  }

  return { answer };
}

/** Reads until the attributes end; what came of the document with them is the rest. */
async function headOf(
  parts: AsyncIterator<Buffer>,
): Promise<{ readonly message?: Message; readonly rest: Buffer }> {
  let head = Buffer.alloc(0);
  while (head.length < MOST_HEAD) {
    const { value, done } = await parts.next();
    if (done) return { rest: head };
    head = Buffer.concat([head, value]);
    try {
      const { message, length } = decode(head, 'request');
      return { message, rest: head.subarray(length) };
    } catch {
      // More of it is to come.
    }
  }
  return { rest: head };
}

async function* following(rest: Buffer, parts: AsyncIterator<Buffer>): AsyncGenerator<Buffer> {
  if (rest.length > 0) yield rest;
  for (;;) {
    const { value, done } = await parts.next();
    if (done) return;
    yield value;
  }
}
