import { mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { TICKET_TYPE } from '@kyanos/contract';
import { calculate, jobTicket, plateSpecs, type JobTicket } from '@kyanos/core';
import {
  askPrinter,
  attribute,
  decode,
  groupsOf,
  jobStateNamed,
  mlOf,
  numberIn,
  PrinterRefused,
  printerStateNamed,
  readSupply,
  STATUS,
  textIn,
  textsIn,
  Unreachable,
  type Asking,
  type Attribute,
} from '@kyanos/ipp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { artwork, MACHINE, measures, PLAN } from '../../core/test/shop.ts';
import { PDF } from './formats.ts';
import { servePresses } from './serve.ts';

const folder = mkdtempSync(join(tmpdir(), 'printer-'));
let served: Awaited<ReturnType<typeof servePresses>>;
let uri = '';
beforeAll(async () => {
  // An hour here is a second there: what is asked is asked before anything is printed.
  served = await servePresses({
    machines: [MACHINE],
    port: 0,
    pace: 1 / 3600,
    seed: 1,
    data: folder,
  });
  uri = `ipp://127.0.0.1:${served.port}/ipp/print/${MACHINE.id}`;
});
afterAll(async () => {
  await served.close();
  rmSync(folder, { recursive: true });
});

const ask = (operation: Asking['operation'], asking: Omit<Asking, 'operation'> = {}) =>
  askPrinter(uri, { operation, ...asking });
/** What it is refused with: its status and sentence. */
const refusal = (asked: Promise<unknown>) =>
  asked.then(
    () => undefined,
    (error: unknown) => (error instanceof PrinterRefused ? error.message : error),
  );
const id = (number: number) => attribute('job-id', 'integer', number);
const format = (type: string) => attribute('document-format', 'mimeType', type);
const text = (words: string) => Readable.from([Buffer.from(words)]);

async function made(name: string, job: readonly Attribute[] = [], user = 'Ada'): Promise<number> {
  const attributes = [attribute('job-name', 'name', name)];
  const answer = await ask('Create-Job', { attributes, job, user });
  return numberIn(groupsOf(answer, 'job')[0], 'job-id')!;
}
async function told(job: number): Promise<ReadonlyMap<string, Attribute>> {
  return groupsOf(await ask('Get-Job-Attributes', { attributes: [id(job)] }), 'job')[0];
}
const stateOf = async (job: number) => jobStateNamed(numberIn(await told(job), 'job-state'));

const TICKET: JobTicket = (() => {
  const plan = {
    ...PLAN,
    layout: { ...PLAN.layout, copies: 12 },
    trips: { ...PLAN.trips, testPrint: false },
  };
  const plates = plateSpecs(plan.stack).map(({ key }) => ({ key, coverage: 0.5 }));
  const info = artwork({ Cyan: 0.4 });
  const pages = [info.pages[0], { ...info.pages[0], number: 2 }];
  const { work } = calculate(plan, { ...info, pages }, measures(...plates));
  return jobTicket(plan, work!, { id: 'a', number: 1 });
})();
const sendTicket = (job: number, ticket: unknown, last = false) =>
  ask('Send-Document', {
    attributes: [id(job), format(TICKET_TYPE), attribute('last-document', 'boolean', last)],
    document: text(typeof ticket === 'string' ? ticket : JSON.stringify(ticket)),
  });

describe('what a press tells of itself', () => {
  it('is its state, and of each ink, the waste and the roll how much there is', async () => {
    const [printer] = groupsOf(await ask('Get-Printer-Attributes'), 'printer');
    expect(printerStateNamed(numberIn(printer, 'printer-state'))).toBe('idle');
    expect(textsIn(printer, 'printer-state-reasons')).toEqual(['none']);
    const supplies = textsIn(printer, 'printer-supply').map((one) => readSupply(one)!);
    expect(supplies.map(({ name }) => name)).toEqual([
      ...MACHINE.inks.map(({ channel }) => channel),
      'none',
      'roll',
    ]);
    const levels = printer.get('marker-levels')!.value as number[];
    MACHINE.inks.forEach((_ink, i) => {
      const { level, capacity } = supplies[i];
      expect(levels[i]).toBe(Math.round((100 * level!) / capacity!));
      expect(mlOf(supplies[i])).toBeCloseTo(level! / 10);
    });
    expect(supplies.at(-1)).toMatchObject({ unit: 'meters', capacity: undefined });
  });

  it('is only what was asked for, with the members of a collection', async () => {
    const wish = (...names: string[]) =>
      ask('Get-Printer-Attributes', {
        attributes: [attribute('requested-attributes', 'keyword', ...names)],
      });
    const [two] = groupsOf(await wish('printer-name', 'media-col-default'), 'printer');
    expect(textIn(two, 'printer-name')).toBe(MACHINE.name);
    expect(two.has('printer-state')).toBe(false);
    const { groups } = await wish('media-col-default');
    const own = groups.find(({ name }) => name === 'printer')!.attributes;
    expect(own.map(({ name }) => name).filter(Boolean)).toEqual(['media-col-default']);
    expect(own.flatMap(({ value }) => value)).toEqual(
      expect.arrayContaining(['media-size', 'x-dimension', 21000, 'y-dimension', 29700]),
    );
    const all = groupsOf(await wish('all'), 'printer')[0];
    expect(all.size).toBeGreaterThan(30);
  });

  it('is that it stands while it is paused', async () => {
    await ask('Pause-Printer');
    const [paused] = groupsOf(await ask('Get-Printer-Attributes'), 'printer');
    expect(printerStateNamed(numberIn(paused, 'printer-state'))).toBe('stopped');
    expect(textsIn(paused, 'printer-state-reasons')).toContain('paused');
    expect(textIn(paused, 'printer-state-message')).toBe('Paused.');
    await ask('Resume-Printer');
    const [again] = groupsOf(await ask('Get-Printer-Attributes'), 'printer');
    expect(printerStateNamed(numberIn(again, 'printer-state'))).toBe('idle');
  });
});

describe('jobs of a press', () => {
  it('are who sent them, how many copies, and hold for whoever asks for it', async () => {
    const copies = (n: number) => attribute('copies', 'integer', n);
    const held = await made('held', [
      copies(7),
      attribute('job-hold-until', 'keyword', 'indefinite'),
    ]);
    const job = await told(held);
    expect(textIn(job, 'job-name')).toBe('held');
    expect(textIn(job, 'job-originating-user-name')).toBe('Ada');
    expect(numberIn(job, 'copies')).toBe(7);
    expect(await stateOf(held)).toBe('held');
    expect(textsIn(job, 'job-state-reasons')).toEqual(['job-incoming']);
    await ask('Release-Job', { attributes: [id(held)] });
    expect(await stateOf(held)).toBe('pending');
    await ask('Hold-Job', { attributes: [id(held)] });
    expect(await stateOf(held)).toBe('held');
    // Nobody wants none, or a million.
    expect(numberIn(await told(await made('none', [copies(0)])), 'copies')).toBe(1);
    expect(numberIn(await told(await made('many', [copies(1_000_000)])), 'copies')).toBe(10_000);
  });

  it('are found by their address as by their number', async () => {
    const job = await made('by address');
    const attributes = [attribute('job-uri', 'uri', `${uri}/jobs/${job}`)];
    const answer = await ask('Get-Job-Attributes', { attributes });
    expect(textIn(groupsOf(answer, 'job')[0], 'job-name')).toBe('by address');
    expect(await refusal(ask('Get-Job-Attributes'))).toBe(
      'client-error-bad-request: job-id is missing.',
    );
    expect(await refusal(told(999))).toBe('client-error-not-found: There is no job 999.');
  });

  it('are listed by whether they have ended, by who sent them, and no more than asked for', async () => {
    const [one, two, ended] = [
      await made('1', [], 'Bo'),
      await made('2', [], 'Bo'),
      await made('3', [], 'Bo'),
    ];
    await ask('Cancel-Job', { attributes: [id(ended)] });
    const list = async (...attributes: Attribute[]) =>
      groupsOf(await ask('Get-Jobs', { attributes, user: 'Bo' }), 'job').map((job) =>
        numberIn(job, 'job-id'),
      );
    const which = (words: string) => attribute('which-jobs', 'keyword', words);
    const mine = attribute('my-jobs', 'boolean', true);
    expect(await list(mine)).toEqual([one, two]);
    expect(await list(mine, which('completed'))).toEqual([ended]);
    expect(await list(mine, which('all'))).toEqual([one, two, ended]);
    expect(await list(mine, attribute('limit', 'integer', 1))).toEqual([one]);
    expect(await list(mine, attribute('limit', 'integer', -4))).toEqual([one]);
    expect(await list()).toContain(1);
    expect(await refusal(list(which('lost')))).toMatch(/which-jobs lost is not known/);
  });

  it('tell no more of a list than number and address if nothing else is asked for', async () => {
    const [job] = groupsOf(await ask('Get-Jobs'), 'job');
    expect([...job.keys()]).toEqual(['job-id', 'job-uri']);
  });

  it('are cancelled once', async () => {
    const job = await made('gone');
    await ask('Cancel-Job', { attributes: [id(job)] });
    expect(await stateOf(job)).toBe('canceled');
    expect(textsIn(await told(job), 'job-state-reasons')).toEqual(['job-canceled-by-user']);
    for (const operation of ['Cancel-Job', 'Hold-Job', 'Release-Job'] as const)
      expect(await refusal(ask(operation, { attributes: [id(job)] }))).toMatch(
        /^client-error-not-possible/,
      );
  });
});

describe('documents of a job', () => {
  it('come one after another until the last, and nothing of them is kept', async () => {
    const job = await made('two files');
    await sendTicket(job, TICKET);
    expect(numberIn(await told(job), 'copies')).toBe(TICKET.copies);
    expect(numberIn(await told(job), 'number-of-documents')).toBe(1);
    const attributes = [id(job), format(PDF), attribute('last-document', 'boolean', true)];
    await ask('Send-Document', { attributes, document: text('%PDF-1.4') });
    expect(numberIn(await told(job), 'number-of-documents')).toBe(2);
    expect(textsIn(await told(job), 'job-state-reasons')).not.toContain('job-incoming');
    expect(readdirSync(join(folder, 'documents'))).toEqual([]);
    expect(await refusal(ask('Send-Document', { attributes, document: text('%PDF-1.4') }))).toBe(
      'client-error-not-possible: The job has all its documents.',
    );
  });

  it('are said to be the last or not', async () => {
    const job = await made('unsaid');
    expect(await refusal(ask('Send-Document', { attributes: [id(job), format(PDF)] }))).toBe(
      'client-error-bad-request: last-document is missing.',
    );
  });

  it.each([
    ['something else', '{"a":', 'client-error-bad-request: The ticket is not JSON.'],
    ['a word', '"ticket"', "client-error-bad-request: The ticket can't be read: it is no ticket."],
    [
      'a ticket with a word for a number',
      { ...TICKET, copies: 'many' },
      "client-error-bad-request: The ticket can't be read: copies.",
    ],
    [
      'a ticket for an ink that the machine has not',
      { ...TICKET, inks: [{ ...TICKET.inks[0], channel: 'Gold' }] },
      `client-error-attributes-or-values-not-supported: ${MACHINE.name} has no ink Gold.`,
    ],
    [
      'a ticket of five megabytes',
      ' '.repeat(5 * 2 ** 20),
      'client-error-request-entity-too-large: The ticket is too long.',
    ],
  ])('are refused where one is %s, and the job stays as it was', async (_what, ticket, why) => {
    const job = await made('refused');
    expect(await refusal(sendTicket(job, ticket))).toBe(why);
    expect(numberIn(await told(job), 'number-of-documents')).toBe(0);
    expect(readdirSync(join(folder, 'documents'))).toEqual([]);
  });

  it('are asked about before they are sent', async () => {
    await ask('Validate-Job', { attributes: [format(PDF)] });
    expect(await refusal(ask('Validate-Job', { attributes: [format('image/png')] }))).toBe(
      'client-error-document-format-not-supported: image/png is not read here.',
    );
    const packed = attribute('compression', 'keyword', 'gzip');
    expect(await refusal(ask('Print-Job', { attributes: [packed], document: text('') }))).toBe(
      'client-error-compression-not-supported: Send it as it is.',
    );
  });
});

describe('requests that are none of a press', () => {
  const octets = (hex: string, ...texts: string[]) =>
    Buffer.concat([
      Buffer.from(hex.replaceAll(' ', ''), 'hex'),
      ...texts.map((one) => Buffer.from(one, 'latin1')),
    ]);
  const CHARSET = '\x47\0\x12attributes-charset\0\x05utf-8';
  const LANGUAGE = '\x48\0\x1battributes-natural-language\0\x02en';
  const TARGET = '\x45\0\x0bprinter-uri\0\x05ipp:/';
  async function answered(body: Buffer): Promise<[number, string | undefined]> {
    const response = await fetch(uri.replace('ipp:', 'http:'), {
      method: 'POST',
      headers: { 'Content-Type': 'application/ipp' },
      body: new Uint8Array(body),
    });
    const { message } = decode(Buffer.from(await response.arrayBuffer()), 'response');
    return [message.code, textIn(groupsOf(message, 'operation')[0], 'status-message')];
  }

  it.each([
    [
      'another version',
      octets('0301 000b 00000001 01', CHARSET, LANGUAGE, TARGET, '\x03'),
      'server-error-version-not-supported',
      'IPP 1.1 and 2.0 are spoken here.',
    ],
    [
      'an unknown operation',
      octets('0101 4001 00000001 01', CHARSET, LANGUAGE, TARGET, '\x03'),
      'server-error-operation-not-supported',
      'The operation is not known here.',
    ],
    [
      'a number of nothing',
      octets('0101 000b 00000000 01', CHARSET, LANGUAGE, TARGET, '\x03'),
      'client-error-bad-request',
      'request-id is 0.',
    ],
    [
      'no attributes',
      octets('0101 000b 00000001 03'),
      'client-error-bad-request',
      'The attributes of the operation come first.',
    ],
    [
      'attributes of a job first',
      octets('0101 000b 00000001 02', CHARSET, LANGUAGE, TARGET, '\x03'),
      'client-error-bad-request',
      'The attributes of the operation come first.',
    ],
    [
      'the language before the character set',
      octets('0101 000b 00000001 01', LANGUAGE, CHARSET, TARGET, '\x03'),
      'client-error-bad-request',
      'Character set and language come first.',
    ],
    [
      'another character set',
      octets('0101 000b 00000001 01', CHARSET.replace('utf-8', 'cp437'), LANGUAGE, TARGET, '\x03'),
      'client-error-charset-not-supported',
      'utf-8 is read here.',
    ],
    [
      'no printer',
      octets('0101 000b 00000001 01', CHARSET, LANGUAGE, '\x03'),
      'client-error-bad-request',
      'printer-uri is missing.',
    ],
    [
      'an end too early',
      octets('0101 000b 00000001 01', CHARSET),
      'client-error-bad-request',
      'The message ends early.',
    ],
    [
      'a value of less than nothing',
      octets('0101 000b 00000001 01', CHARSET, '\x42\0\0\xff\xfb', '\x03\x03\x03'),
      'client-error-bad-request',
      'The message ends early.',
    ],
  ] as const)('are answered with why: %s', async (_what, body, status, why) => {
    expect(await answered(body)).toEqual([STATUS[status], why]);
    const [printer] = groupsOf(await ask('Get-Printer-Attributes'), 'printer');
    expect(textIn(printer, 'printer-name')).toBe(MACHINE.name);
  });

  it('are told where the printers are, at an address that is none', async () => {
    const at = `http://127.0.0.1:${served.port}`;
    const nowhere = await fetch(`${at}/ipp/print/other`, { method: 'POST' });
    expect(nowhere.status).toBe(404);
    expect(await nowhere.text()).toContain(uri);
    const form = await fetch(uri.replace('ipp:', 'http:'), { method: 'POST', body: 'a=b' });
    expect(form.status).toBe(415);
    const other = `ipp://127.0.0.1:${served.port}/ipp/print/other`;
    await expect(askPrinter(other, { operation: 'Get-Jobs' })).rejects.toThrow(Unreachable);
  });
});
