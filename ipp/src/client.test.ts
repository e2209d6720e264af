import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';
import { Readable } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import { afterEach, describe, expect, it } from 'vitest';
import { askPrinter, httpUrl, PrinterRefused, Unreachable } from './client.ts';
import {
  attribute,
  decode,
  encodeResponse,
  groupsOf,
  numberIn,
  STATUS,
  textIn,
  type Status,
} from './message.ts';

let server: Server | undefined;
afterEach(async () => {
  server?.closeAllConnections();
  await new Promise((done) => (server ? server.close(done) : done(undefined)));
  server = undefined;
});

/** A printer that answers as it is told to; its address. */
async function printing(
  answer: (request: Buffer, response: ServerResponse, incoming: IncomingMessage) => void,
): Promise<string> {
  server = createServer((incoming, response) => {
    void buffer(incoming).then((body) => answer(body, response, incoming));
  });
  await new Promise<void>((done) => server!.listen(0, '127.0.0.1', done));
  return `ipp://127.0.0.1:${(server.address() as AddressInfo).port}/ipp/print/a`;
}
const answering = (status: Status, said?: string) =>
  encodeResponse({
    version: { major: 1, minor: 1 },
    requestId: 1,
    code: STATUS[status],
    groups: [
      {
        name: 'operation',
        attributes: [
          attribute('attributes-charset', 'charset', 'utf-8'),
          ...(said ? [attribute('status-message', 'text', said)] : []),
        ],
      },
    ],
  });

describe('the address of a printer', () => {
  it.each([
    ['ipp://press.local/ipp/print', 'http://press.local:631/ipp/print'],
    ['ipps://press.local/ipp/print', 'https://press.local:631/ipp/print'],
    ['ipp://10.0.0.7:8631/ipp/print/a?b=c', 'http://10.0.0.7:8631/ipp/print/a?b=c'],
    ['http://press.local/ipp', 'http://press.local/ipp'],
    ['https://press.local/ipp', 'https://press.local/ipp'],
    ['ipp://[::1]/ipp', 'http://[::1]:631/ipp'],
  ])('%s is asked at %s', (uri, url) => {
    expect(httpUrl(uri).href).toBe(url);
  });

  it.each(['press', 'file:///etc/passwd', 'ftp://press.local/', 'javascript:alert(1)'])(
    'is not %s',
    (uri) => expect(() => httpUrl(uri)).toThrow(TypeError),
  );
});

describe('a printer that is asked', () => {
  it('hears who asks for what of which printer, in the order of the standard', async () => {
    let heard: Buffer | undefined;
    let type: string | undefined;
    const uri = await printing((body, response, { headers }) => {
      heard = body;
      type = headers['content-type'];
      response.end(answering('successful-ok'));
    });
    await askPrinter(uri, {
      operation: 'Send-Document',
      attributes: [attribute('last-document', 'boolean', true), attribute('job-id', 'integer', 12)],
      user: 'Ada',
    });
    const { message, length } = decode(heard!, 'request');
    expect(type).toBe('application/ipp');
    expect(length).toBe(heard!.length);
    expect(message.groups[0].attributes.map(({ name }) => name)).toEqual([
      'attributes-charset',
      'attributes-natural-language',
      'printer-uri',
      'job-id',
      'requesting-user-name',
      'last-document',
    ]);
    const [operation] = groupsOf(message, 'operation');
    expect(textIn(operation, 'printer-uri')).toBe(uri);
    expect(textIn(operation, 'requesting-user-name')).toBe('Ada');
    expect(numberIn(operation, 'job-id')).toBe(12);
  });

  it('gets a number of its own with each request, and the document behind it as it is', async () => {
    const heard: Buffer[] = [];
    const uri = await printing((body, response) => {
      heard.push(body);
      response.end(answering('successful-ok'));
    });
    const parts = Array.from({ length: 40 }, (_, i) => Buffer.alloc(70_000, i));
    for (let i = 0; i < 2; i++)
      await askPrinter(uri, { operation: 'Print-Job', document: Readable.from(parts) });
    const [first, second] = heard.map((body) => decode(body, 'request'));
    expect(second.message.requestId).toBe(first.message.requestId + 1);
    expect(heard[0].subarray(first.length).equals(Buffer.concat(parts))).toBe(true);
  });

  it('is not heard to refuse what it only put something else for', async () => {
    const uri = await printing((_body, response) =>
      response.end(answering('successful-ok-ignored-or-substituted-attributes')),
    );
    const { code } = await askPrinter(uri, { operation: 'Get-Jobs' });
    expect(code).toBe(STATUS['successful-ok-ignored-or-substituted-attributes']);
  });

  it('refuses by a name of the standard, or by a number that it has not, and with its own sentence', async () => {
    const bytes = answering('client-error-not-found', 'Nothing here.');
    const uri = await printing((_body, response) => response.end(bytes));
    const asked = () => askPrinter(uri, { operation: 'Get-Jobs' }).catch((error: unknown) => error);
    const known = (await asked()) as PrinterRefused;
    expect(known).toBeInstanceOf(PrinterRefused);
    expect([known.status, known.message]).toEqual([
      'client-error-not-found',
      'client-error-not-found: Nothing here.',
    ]);
    bytes.writeUInt16BE(0x04ff, 2);
    const unknown = (await asked()) as PrinterRefused;
    expect([unknown.code, unknown.status, unknown.message]).toEqual([
      0x04ff,
      undefined,
      '0x4ff: Nothing here.',
    ]);
  });

  it.each<[string, (body: Buffer, response: ServerResponse) => void, RegExp]>([
    [
      'answers with a page',
      (_body, response) => response.end('<html>'),
      /does not answer as a printer/,
    ],
    ['answers with nothing', (_body, response) => response.end(), /does not answer as a printer/],
    [
      'answers with a message that leads back',
      (_body, response) =>
        response.end(Buffer.from('01010000000000010142000161000162420000fffb030303', 'hex')),
      /does not answer as a printer/,
    ],
    ['has lost its way', (_body, response) => response.writeHead(500).end('no'), /HTTP 500/],
    ['goes on answering', (_body, response) => response.end(Buffer.alloc(5 * 2 ** 20)), /too long/],
    ['hangs up', (_body, response) => response.destroy(), /127\.0\.0\.1/],
    ['is silent', () => undefined, /no answer in time/],
  ])('is not there if it %s', async (_what, answer, why) => {
    const uri = await printing(answer);
    const asked = askPrinter(uri, { operation: 'Get-Jobs', timeout: 200 });
    await expect(asked).rejects.toThrow(Unreachable);
    await expect(askPrinter(uri, { operation: 'Get-Jobs', timeout: 200 })).rejects.toThrow(why);
  });

  it('is not there if nobody is', async () => {
    const uri = await printing(() => undefined);
    await new Promise((done) => server!.close(done));
    server = undefined;
    await expect(askPrinter(uri, { operation: 'Get-Jobs' })).rejects.toThrow(/ECONNREFUSED/);
  });
});
