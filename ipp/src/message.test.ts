import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  attribute,
  collection,
  decode,
  encodeRequest,
  encodeResponse,
  groupsOf,
  jobStateNamed,
  numberIn,
  OPERATIONS,
  operationNamed,
  printerStateNamed,
  STATUS,
  statusNamed,
  textIn,
  textsIn,
  type Message,
} from './message.ts';

/** Octets as the standard's tables write them: numbers in hexadecimal, texts between quotes. */
const octets = (table: string): Buffer =>
  Buffer.concat(
    [...table.matchAll(/'([^']*)'|([0-9a-f]+)/g)].map(([, text, hex]) =>
      text === undefined ? Buffer.from(hex, 'hex') : Buffer.from(text),
    ),
  );

const PRINTER = 'ipp://printer.example.com/ipp/print/pinetree';
const CHARSET = "47 0012 'attributes-charset' 0005 'utf-8'";
const LANGUAGE = "48 001b 'attributes-natural-language' 0005 'en-us'";
const IN_ENGLISH = [
  attribute('attributes-charset', 'charset', 'utf-8'),
  attribute('attributes-natural-language', 'language', 'en-us'),
];

/** RFC 8010, appendix A.1: a request to print twenty copies on both sides. */
const PRINT_JOB = octets(`
  0101 0002 00000001
  01 ${CHARSET} ${LANGUAGE}
  45 000b 'printer-uri' 002c '${PRINTER}'
  42 0008 'job-name' 0006 'foobar'
  22 0016 'ipp-attribute-fidelity' 0001 01
  02
  21 0006 'copies' 0004 00000014
  44 0005 'sides' 0013 'two-sided-long-edge'
  03`);
const PRINT_JOB_SAYS: Message = {
  version: { major: 1, minor: 1 },
  requestId: 1,
  code: OPERATIONS['Print-Job'],
  groups: [
    {
      name: 'operation',
      attributes: [
        ...IN_ENGLISH,
        attribute('printer-uri', 'uri', PRINTER),
        attribute('job-name', 'name', 'foobar'),
        attribute('ipp-attribute-fidelity', 'boolean', true),
      ],
    },
    {
      name: 'job',
      attributes: [
        attribute('copies', 'integer', 20),
        attribute('sides', 'keyword', 'two-sided-long-edge'),
      ],
    },
  ],
};

/** RFC 8010, appendix A.2: the job is taken in. */
const TAKEN_IN = octets(`
  0101 0000 00000001
  01 ${CHARSET} ${LANGUAGE}
  41 000e 'status-message' 000d 'successful-ok'
  02
  21 0006 'job-id' 0004 00000093
  45 0007 'job-uri' 0030 '${PRINTER}/147'
  23 0009 'job-state' 0004 00000003
  03`);

/** RFC 8010, appendix A.3: twenty copies are not to be had, and sides are not known. */
const NOT_TO_BE_HAD = octets(`
  0101 040b 00000001
  01 ${CHARSET} ${LANGUAGE}
  41 000e 'status-message' 002f 'client-error-attributes-or-values-not-supported'
  05
  21 0006 'copies' 0004 00000014
  10 0005 'sides' 0000
  03`);

describe('a message', () => {
  it('is written octet by octet as the standard prints it', () => {
    expect(encodeRequest(PRINT_JOB_SAYS)).toEqual(PRINT_JOB);
    const answer = encodeResponse({
      version: { major: 1, minor: 1 },
      requestId: 1,
      code: STATUS['successful-ok'],
      groups: [
        {
          name: 'operation',
          attributes: [...IN_ENGLISH, attribute('status-message', 'text', 'successful-ok')],
        },
        {
          name: 'job',
          attributes: [
            attribute('job-id', 'integer', 147),
            attribute('job-uri', 'uri', `${PRINTER}/147`),
            attribute('job-state', 'enum', 3),
          ],
        },
      ],
    });
    expect(answer).toEqual(TAKEN_IN);
  });

  it('is read as the standard says what it holds, and its document is left', () => {
    const document = Buffer.from('%!PDF...');
    const read = decode(Buffer.concat([PRINT_JOB, document]), 'request');
    expect(read).toEqual({ length: PRINT_JOB.length, message: PRINT_JOB_SAYS });
  });

  it('tells of an answer its status, job and what is not supported', () => {
    const taken = decode(TAKEN_IN, 'response').message;
    const [job] = groupsOf(taken, 'job');
    expect(statusNamed(taken.code)).toBe('successful-ok');
    expect(numberIn(job, 'job-id')).toBe(147);
    expect(textIn(job, 'job-uri')).toBe(`${PRINTER}/147`);
    expect(jobStateNamed(numberIn(job, 'job-state'))).toBe('pending');

    const refused = decode(NOT_TO_BE_HAD, 'response').message;
    expect(statusNamed(refused.code)).toBe('client-error-attributes-or-values-not-supported');
    const [unsupported] = groupsOf(refused, 'unsupported');
    expect(numberIn(unsupported, 'copies')).toBe(20);
    expect(unsupported.get('sides')).toMatchObject({ tag: 0x10 });
    expect(groupsOf(refused, 'printer')).toEqual([]);
  });

  it('holds several values of one attribute under its name, and collections one in another', () => {
    const size = [
      attribute('x-dimension', 'integer', 21000),
      attribute('y-dimension', 'integer', 29700),
    ];
    const bytes = encodeResponse({
      version: { major: 2, minor: 0 },
      requestId: 7,
      code: 0,
      groups: [
        {
          name: 'printer',
          attributes: [
            attribute('document-format-supported', 'mimeType', 'application/pdf', 'image/tiff'),
            ...collection('media-col-default', [collection('media-size', size)]),
          ],
        },
      ],
    });
    // RFC 8010, 3.1.6: a collection begins with its name, each member's name is a value, and two ends close it.
    const formats = "49 0019 'document-format-supported' 000f 'application/pdf'";
    expect(bytes).toEqual(
      octets(`
        0200 0000 00000007
        04
        ${formats}
        49 0000 000a 'image/tiff'
        34 0011 'media-col-default' 0000
        4a 0000 000a 'media-size'
        34 0000 0000
        4a 0000 000b 'x-dimension' 21 0000 0004 00005208
        4a 0000 000b 'y-dimension' 21 0000 0004 00007404
        37 0000 0000
        37 0000 0000
        03`),
    );
    const [printer] = groupsOf(decode(bytes, 'response').message, 'printer');
    expect(textsIn(printer, 'document-format-supported')).toEqual([
      'application/pdf',
      'image/tiff',
    ]);
  });

  it('tells each group of a name by itself, in their order', () => {
    const job = (id: number) => ({
      name: 'job' as const,
      attributes: [attribute('job-id', 'integer', id)],
    });
    const bytes = encodeResponse({ ...PRINT_JOB_SAYS, groups: [job(4), job(2), job(9)] });
    const jobs = groupsOf(decode(bytes, 'response').message, 'job');
    expect(jobs.map((one) => numberIn(one, 'job-id'))).toEqual([4, 2, 9]);
  });

  it('leaves out groups that we know nothing of', () => {
    const subscription = octets(
      "0101 0000 00000001 06 44 0001 'a' 0001 'b' 02 44 0001 'c' 0001 'd' 03",
    );
    const { groups } = decode(subscription, 'response').message;
    expect(groups.map(({ name }) => name)).toEqual(['job']);
  });
});

describe('values of a message', () => {
  it('are as long as the standard lets texts and names be, and end with a whole character', () => {
    const of = (kind: 'text' | 'name' | 'keyword', words: string) =>
      attribute('a', kind, words).value[0] as string;
    expect(of('text', 'x'.repeat(1023))).toHaveLength(1023);
    expect(of('text', 'x'.repeat(1024))).toHaveLength(1023);
    expect(of('name', 'x'.repeat(300))).toHaveLength(255);
    // 127 of two octets and one more that would be the 256th.
    expect(of('name', 'ü'.repeat(128))).toBe('ü'.repeat(127));
    expect(of('keyword', 'x'.repeat(300))).toHaveLength(300);
  });

  it('are texts also where they bear a language of their own, and nothing where they are of another kind', () => {
    const bytes = octets(`
      0101 0000 00000001
      04
      35 000c 'printer-info' 0011 0002 'de' 000b 'Drucker vor'
      36 0007 'printer' 000b 0005 'en-gb' 0002 'P1'
      13 0005 'state' 0000
      21 0005 'count' 0004 ffffffff
      22 0004 'open' 0001 00
      03`);
    const [printer] = groupsOf(decode(bytes, 'response').message, 'printer');
    expect(textIn(printer, 'printer-info')).toBe('Drucker vor');
    expect(textIn(printer, 'printer')).toBe('P1');
    expect(numberIn(printer, 'state')).toBeUndefined();
    expect(numberIn(printer, 'count')).toBe(-1);
    expect(textIn(printer, 'count')).toBeUndefined();
    expect(numberIn(printer, 'printer')).toBeUndefined();
    expect(printer.get('open')?.value).toEqual([false]);
    expect(textsIn(printer, 'nothing')).toEqual([]);
    expect(textsIn(undefined, 'nothing')).toEqual([]);
    expect(numberIn(undefined, 'nothing')).toBeUndefined();
  });

  it('are named only where we know them', () => {
    expect(operationNamed(OPERATIONS['Get-Jobs'])).toBe('Get-Jobs');
    expect(operationNamed(0x4001)).toBeUndefined();
    expect(statusNamed(undefined)).toBeUndefined();
    expect(printerStateNamed(4)).toBe('processing');
    expect(printerStateNamed(6)).toBeUndefined();
  });
});

describe('what is no message', () => {
  const HEAD = '0101 0000 00000001';
  it.each([
    ['nothing', ''],
    ['a head alone', HEAD],
    ['a group without an end', `${HEAD} 01`],
    ['a name that goes on past the end', `${HEAD} 01 42 0009 'job'`],
    ['a value that goes on past the end', `${HEAD} 01 42 0001 'a' 0009 'job'`],
    // Each of these leads a reader that believes it back to where it was.
    ['a value of less than nothing', `${HEAD} 01 42 0001 'a' 0001 'b' 42 0000 fffb 03 03 03`],
    ['a name of less than nothing', `${HEAD} 01 42 0001 'a' 0001 'b' 42 fffd 0000 03 03 03`],
    ['a language of less than nothing', `${HEAD} 01 35 0001 'a' 0004 fff0 0000 03 03 03`],
    [
      'a text in a language that is longer than both',
      `${HEAD} 01 35 0001 'a' 0008 0002 'en' 0000 03 03 03`,
    ],
    ['a whole number of two octets', `${HEAD} 01 21 0001 'a' 0002 0001 03`],
    ['a truth of two octets', `${HEAD} 01 22 0001 'a' 0002 0001 03`],
    ['a date that is too short', `${HEAD} 01 31 0001 'a' 0004 07ea0b1e 03`],
    ['a tag beyond the last', `${HEAD} 01 ff 0001 'a' 0001 'b' 03`],
    ['a value without an attribute', `${HEAD} 01 42 0000 0001 'b' 03`],
  ])('is refused at once: %s', (_what, table) => {
    for (const kind of ['request', 'response'] as const)
      expect(() => decode(octets(table), kind)).toThrow();
  });

  it('is refused wherever a message is cut off', () => {
    for (const whole of [PRINT_JOB, TAKEN_IN, NOT_TO_BE_HAD])
      for (let length = 0; length < whole.length; length++)
        expect(() => decode(whole.subarray(0, length), 'request')).toThrow(RangeError);
  });

  it('is refused or read, whatever is wrong in it, and never read on for ever', () => {
    let [read, refused] = [0, 0];
    const place = fc.nat({ max: PRINT_JOB.length });
    const octet = fc.oneof(fc.constant(0xff), fc.nat({ max: 0xff }));
    const changed = fc.property(
      fc.constantFrom(PRINT_JOB, TAKEN_IN, NOT_TO_BE_HAD),
      fc.array(fc.tuple(place, octet), { minLength: 1, maxLength: 4 }),
      (whole, changes) => {
        const bytes = Buffer.from(whole);
        for (const [at, value] of changes) bytes[at % bytes.length] = value;
        try {
          if (decode(bytes, 'response').length > bytes.length) return false;
          read++;
        } catch {
          refused++;
        }
        return true;
      },
    );
    fc.assert(changed, { numRuns: 4000, seed: 11 });
    expect(Math.min(read, refused)).toBeGreaterThan(300);
  });
});
