/** Asking a printer: one operation, one answer. */
import { request as http, type IncomingMessage } from 'node:http';
import { request as https } from 'node:https';
import { pipeline } from 'node:stream/promises';
import { Readable } from 'node:stream';
import {
  attribute,
  decode,
  encodeRequest,
  groupsOf,
  OPERATIONS,
  statusNamed,
  textIn,
  type Attribute,
  type Group,
  type Message,
  type Operation,
} from './message.ts';

/** RFC 8010, 4: the port of IPP. */
const IPP_PORT = 631;
/** A printer answers with attributes, never with a file. */
const MOST_ANSWER = 4 * 2 ** 20;
/** RFC 8011, appendix B: what is below is a success. */
const FIRST_ERROR = 0x0400;

/** Nobody answers at an address, or no printer does. */
export class Unreachable extends Error {}

/** The printer has answered that it won't. */
export class PrinterRefused extends Error {
  readonly code: number;
  /** As RFC 8011 names it; undefined if it doesn't. */
  readonly status: ReturnType<typeof statusNamed>;

  constructor(code: number, said: string | undefined) {
    const status = statusNamed(code);
    super([status ?? `0x${code.toString(16)}`, ...(said ? [said] : [])].join(': '));
    this.code = code;
    this.status = status;
  }
}

export interface Asking {
  readonly operation: Operation;
  /** Of the operation, beside character set, language and the printer's address. */
  readonly attributes?: readonly Attribute[];
  /** Of a job that is made. */
  readonly job?: readonly Attribute[];
  readonly document?: Readable;
  /** Milliseconds until it is given up. */
  readonly timeout?: number;
  readonly user?: string;
}

let requests = 0;

/** Where a printer is asked: ipp and ipps are HTTP (RFC 8010, 4). @throws TypeError if it is no address of a printer */
export function httpUrl(uri: string): URL {
  const url = new URL(uri);
  const secure = url.protocol === 'ipps:' || url.protocol === 'https:';
  if (!secure && url.protocol !== 'ipp:' && url.protocol !== 'http:') throw new TypeError(uri);
  const target = new URL(`${secure ? 'https' : 'http'}://${url.host}${url.pathname}${url.search}`);
  const own = url.protocol.startsWith('ipp');
  if (own && url.port === '') target.port = String(IPP_PORT);
  return target;
}

/**
 * Asks a printer at an address (`ipp:`, `ipps:`, `http:` or `https:`).
 * @throws Unreachable if there is no printer, PrinterRefused if it won't
 */
export async function askPrinter(uri: string, asking: Asking): Promise<Message> {
  const { operation, attributes = [], job, document, timeout = 8000, user = 'Kyanos' } = asking;
  const groups: Group[] = [
    {
      name: 'operation',
      attributes: [
        attribute('attributes-charset', 'charset', 'utf-8'),
        attribute('attributes-natural-language', 'language', 'en'),
        attribute('printer-uri', 'uri', uri),
        ...attributes.filter(({ name }) => name === 'job-id'),
        attribute('requesting-user-name', 'name', user),
        ...attributes.filter(({ name }) => name !== 'job-id'),
      ],
    },
    ...(job ? [{ name: 'job' as const, attributes: job }] : []),
  ];
  const head = encodeRequest({
    version: { major: 1, minor: 1 },
    requestId: (requests = (requests % 0x7fffffff) + 1),
    code: OPERATIONS[operation],
    groups,
  });
  const answer = await post(httpUrl(uri), head, document, timeout);
  let message: Message;
  try {
    ({ message } = decode(answer, 'response'));
  } catch {
    throw new Unreachable(`${uri} does not answer as a printer does.`);
  }
  if (message.code >= FIRST_ERROR)
    throw new PrinterRefused(
      message.code,
      textIn(groupsOf(message, 'operation')[0], 'status-message'),
    );
  return message;
}

async function* body(head: Buffer, document: Readable | undefined): AsyncGenerator<Buffer> {
  yield head;
  if (document) for await (const part of document) yield part as Buffer;
}

async function post(
  url: URL,
  head: Buffer,
  document: Readable | undefined,
  timeout: number,
): Promise<Buffer> {
  try {
    const sent = (url.protocol === 'https:' ? https : http)(url, {
      method: 'POST',
      headers: {
        'Content-Type': 'application/ipp',
        ...(document ? {} : { 'Content-Length': head.length }),
      },
      timeout,
    });
    // Silence ends it; a long document on a slow line doesn't.
    sent.on('timeout', () => sent.destroy(new Error('no answer in time')));
    const came = new Promise<IncomingMessage>((done, failed) => {
      sent.once('response', done);
      sent.once('error', failed);
    });
    came.catch(() => undefined);
    await pipeline(Readable.from(body(head, document)), sent);
    const response = await came;
    const parts: Buffer[] = [];
    let length = 0;
    for await (const part of response) {
      length += (part as Buffer).length;
      if (length > MOST_ANSWER) throw new Error('the answer is too long');
      parts.push(part as Buffer);
    }
    if (response.statusCode !== 200) throw new Error(`HTTP ${response.statusCode}`);
    return Buffer.concat(parts);
  } catch (error) {
    throw new Unreachable(`${url.host}: ${(error as Error).message}`);
  }
}
