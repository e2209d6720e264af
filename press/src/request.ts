/** Requests of the Internet Printing Protocol, read and checked, and answers put together. Sources: RFC 8010, RFC 8011. */
import type { Readable } from 'node:stream';
import {
  attribute,
  decode,
  encodeResponse,
  groupsOf,
  operationNamed,
  STATUS,
  textIn,
  type Attribute,
  type Group,
  type Message,
  type Operation,
  type Status,
} from '@kyanos/ipp';

/** Longest head of a request, octets. */
const MOST_HEAD = 256 * 1024;

/** What ends an operation, as RFC 8011 names it. */
export class Refusal extends Error {
  readonly status: Status;
  constructor(status: Status, why: string) {
    super(why);
    this.status = status;
  }
}

export interface Request {
  readonly operation: ReadonlyMap<string, Attribute>;
  readonly job: ReadonlyMap<string, Attribute>;
  readonly document: Readable;
}

export type Answer = readonly Group[];

/** Checks of RFC 8011, 4.1.4 and 4.1.8, in their order. */
export function checked(message: Message): {
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

export function response(
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

/** Reads until the attributes end; what came of the document with them is the rest. */
export async function headOf(
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

export async function* following(
  rest: Buffer,
  parts: AsyncIterator<Buffer>,
): AsyncGenerator<Buffer> {
  if (rest.length > 0) yield rest;
  for (;;) {
    const { value, done } = await parts.next();
    if (done) return;
    yield value;
  }
}
