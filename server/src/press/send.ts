/**
 * Sending a job to a printer so that it is printed once, whatever dies in between: the try is written down before the printer is
 * asked, the job has the try's name there, waits until all of it has come, and is let go last. Who comes after finds it by its name.
 */
import { createWriteStream } from 'node:fs';
import { basename, join } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { promisify } from 'node:util';
import { TICKET_TYPE } from '@kyanos/contract';
import { DomainError, type JobTicket } from '@kyanos/core';
import { makeTemp } from '@kyanos/intake';
import {
  askPrinter,
  attribute,
  groupsOf,
  jobStateNamed,
  numberIn,
  PrinterRefused,
  textIn,
  textsIn,
  type Attribute,
  type JobState,
} from '@kyanos/ipp';
import yauzl from 'yauzl';
import type { Db } from '../db.ts';
import { fileChunks } from '../files/queries.ts';
import { t } from '../texts/texts.ts';
import { canDo, type PrinterFacts } from './printers.ts';
import type { PressRow } from './queries.ts';

const PDF = 'application/pdf';
const TICKET_NAME = 'ticket.json';
/** A long document on a slow line goes on; silence for so long ends it, ms. */
const DOCUMENT_TIMEOUT = 60_000;

/** By which a try is known at the printer; letters and digits alone, as some printers keep nothing else. */
const tagOf = ({ id }: PressRow, tried: number) => `K${id.slice(0, 8)}n${tried}`;
const nameOf = (row: PressRow, tried: number) =>
  `${row.jobNumber} ${row.name} ${tagOf(row, tried)}`;

const asked = (number: number) => [attribute('job-id', 'integer', number)];
const ATTRIBUTES = attribute(
  'requested-attributes',
  'keyword',
  'job-id',
  'job-name',
  'job-state',
  'job-state-reasons',
  'job-impressions-completed',
  'x-kyanos-copies-spoilt',
  'x-kyanos-seconds',
  'x-kyanos-ink',
  'x-kyanos-notes',
);

/** A job as the printer describes it. */
export interface JobThere {
  readonly number: number;
  readonly state: JobState | undefined;
  /** Documents are still to come. */
  readonly incoming: boolean;
  readonly attributes: ReadonlyMap<string, Attribute>;
}

function jobIn(attributes: ReadonlyMap<string, Attribute> | undefined): JobThere | undefined {
  const number = numberIn(attributes, 'job-id');
  if (!attributes || number === undefined) return undefined;
  return {
    number,
    state: jobStateNamed(numberIn(attributes, 'job-state')),
    incoming: textsIn(attributes, 'job-state-reasons').includes('job-incoming'),
    attributes,
  };
}

/**
 * A job of a printer by its number; undefined if the printer has it no more, or has given its number to another.
 *
 * @throws Unreachable, PrinterRefused
 */
export async function jobThere(row: PressRow, number: number): Promise<JobThere | undefined> {
  try {
    const answer = await askPrinter(row.uri, {
      operation: 'Get-Job-Attributes',
      attributes: [...asked(number), ATTRIBUTES],
    });
    const job = jobIn(groupsOf(answer, 'job')[0]);
    const name = textIn(job?.attributes, 'job-name');
    return name === undefined || name.includes(tagOf(row, row.tried)) ? job : undefined;
  } catch (error) {
    if (error instanceof PrinterRefused && error.status === 'client-error-not-found')
      return undefined;
    throw error;
  }
}

/** The job of a try, where the printer has it. */
async function find(row: PressRow, tried: number): Promise<JobThere | undefined> {
  for (const which of ['not-completed', 'completed']) {
    const answer = await askPrinter(row.uri, {
      operation: 'Get-Jobs',
      attributes: [attribute('which-jobs', 'keyword', which), ATTRIBUTES],
    });
    for (const attributes of groupsOf(answer, 'job'))
      if (textIn(attributes, 'job-name')?.includes(tagOf(row, tried))) return jobIn(attributes);
  }
  return undefined;
}

export const changeJob = (
  row: PressRow,
  number: number,
  operation: 'Cancel-Job' | 'Hold-Job' | 'Release-Job',
) => askPrinter(row.uri, { operation, attributes: asked(number) });

/**
 * Cancelled there before any of it was printed, and not because it is wanted so: a try that found it unfinished gave it up, and died
 * before it sent the job anew.
 */
const isGivenUp = ({ want }: PressRow, { state, attributes }: JobThere): boolean =>
  want !== 'cancel' &&
  state === 'canceled' &&
  (numberIn(attributes, 'job-impressions-completed') ?? 0) === 0;

/**
 * A job that a try before this one has brought to the printer whole; undefined where there is none, and nothing of it is left there.
 */
async function adopted(row: PressRow): Promise<number | undefined> {
  if (row.tried === 0) return undefined;
  const found = await find(row, row.tried);
  if (!found || isGivenUp(row, found)) return undefined;
  if (!found.incoming) return found.number;
  // Some of it came. It waits there and has printed nothing.
  await changeJob(row, found.number, 'Cancel-Job').catch((error: unknown) => {
    if (!(error instanceof PrinterRefused)) throw error;
  });
  return undefined;
}

interface Document {
  readonly name: string;
  readonly format: string;
  readonly open: () => Promise<Readable> | Readable;
}

/** Takes the PDFs of the exported files to a folder that is gone afterwards. */
async function withDocuments<T>(
  db: Db,
  fileId: string,
  ticket: JobTicket,
  facts: PrinterFacts,
  work: (documents: readonly Document[]) => Promise<T>,
): Promise<T> {
  const tmp = await makeTemp();
  try {
    const path = join(tmp.path, 'files.zip');
    await pipeline(Readable.from(fileChunks(db, fileId)), createWriteStream(path));
    const zip = await promisify<string, yauzl.Options, yauzl.ZipFile>(yauzl.open)(path, {
      lazyEntries: true,
      autoClose: false,
    });
    try {
      const entries = new Map<string, yauzl.Entry>();
      await new Promise<void>((done, failed) => {
        zip.on('error', failed);
        zip.on('end', done);
        zip.on('entry', (entry: yauzl.Entry) => {
          entries.set(basename(entry.fileName), entry);
          zip.readEntry();
        });
        zip.readEntry();
      });
      const open = promisify<yauzl.Entry, Readable>(zip.openReadStream.bind(zip) as never);
      const files = ticket.files.flatMap(({ name }): Document[] => {
        const entry = entries.get(`${name}.pdf`);
        return entry ? [{ name: `${name}.pdf`, format: PDF, open: () => open(entry) }] : [];
      });
      const words = Buffer.from(JSON.stringify(ticket));
      const own: Document = {
        name: TICKET_NAME,
        format: TICKET_TYPE,
        open: () => Readable.from([words]),
      };
      return await work(facts.formats.includes(TICKET_TYPE) ? [own, ...files] : files);
    } finally {
      zip.close();
    }
  } finally {
    await tmp.remove();
  }
}

/** @throws DomainError where the printer can't take the job as it is */
function check(facts: PrinterFacts, ticket: JobTicket): void {
  const { formats, manyDocuments } = facts;
  if (formats.length > 0 && !formats.includes(PDF))
    throw new DomainError('PRINTER_REFUSED', t('press.noPdf', { formats: formats.join(', ') }));
  if (ticket.files.length > 1 && !manyDocuments)
    throw new DomainError('PRINTER_REFUSED', t('press.oneFile', { n: ticket.files.length }));
}

export interface Sending {
  readonly fileId: string;
  readonly ticket: JobTicket;
  readonly facts: PrinterFacts;
  /** Writes down that it is tried again. Returns the number of the try. */
  readonly begin: () => Promise<number>;
}

/**
 * Brings a job to its printer, or finds that it is there. It waits there where the printer can hold; whoever wants it printed lets it
 * go.
 *
 * @returns its number there
 * @throws Unreachable, PrinterRefused, DomainError
 */
export async function bring(db: Db, row: PressRow, sending: Sending): Promise<number> {
  const there = await adopted(row);
  if (there !== undefined) return there;
  const { fileId, ticket, facts, begin } = sending;
  check(facts, ticket);
  const tried = await begin();
  return withDocuments(db, fileId, ticket, facts, async (documents) => {
    const hold = facts.holds && canDo(facts, 'Release-Job');
    // The ticket says how many; a printer that does not read it gets it here.
    const copies = facts.formats.includes(TICKET_TYPE) ? 1 : ticket.copies;
    const answer = await askPrinter(row.uri, {
      operation: 'Create-Job',
      attributes: [attribute('job-name', 'name', nameOf(row, tried))],
      job: [
        attribute('copies', 'integer', copies),
        ...(hold ? [attribute('job-hold-until', 'keyword', 'indefinite')] : []),
      ],
    });
    const number = numberIn(groupsOf(answer, 'job')[0], 'job-id');
    if (number === undefined) throw new DomainError('PRINTER_REFUSED');
    for (const [i, { name, format, open }] of documents.entries())
      await askPrinter(row.uri, {
        operation: 'Send-Document',
        attributes: [
          ...asked(number),
          attribute('document-name', 'name', name),
          attribute('document-format', 'mimeType', format),
          attribute('last-document', 'boolean', i === documents.length - 1),
        ],
        document: await open(),
        timeout: DOCUMENT_TIMEOUT,
      });
    return number;
  });
}
