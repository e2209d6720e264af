/**
 * Messages of the Internet Printing Protocol: what they hold, by name. Sources: RFC 8010 (encoding), RFC 8011 (operations, states
 * and attributes), PWG 5100.13 (printer-supply).
 */
import ipp from 'ipp-encoder';

/** RFC 8011, 5.4.15. */
export const OPERATIONS = {
  'Print-Job': 0x02,
  'Validate-Job': 0x04,
  'Create-Job': 0x05,
  'Send-Document': 0x06,
  'Cancel-Job': 0x08,
  'Get-Job-Attributes': 0x09,
  'Get-Jobs': 0x0a,
  'Get-Printer-Attributes': 0x0b,
  'Hold-Job': 0x0c,
  'Release-Job': 0x0d,
  'Pause-Printer': 0x10,
  'Resume-Printer': 0x11,
} as const;
export type Operation = keyof typeof OPERATIONS;

/** RFC 8011, appendix B.1. */
export const STATUS = {
  'successful-ok': 0x0000,
  'successful-ok-ignored-or-substituted-attributes': 0x0001,
  'client-error-bad-request': 0x0400,
  'client-error-not-possible': 0x0404,
  'client-error-not-found': 0x0406,
  'client-error-request-entity-too-large': 0x0408,
  'client-error-document-format-not-supported': 0x040a,
  'client-error-attributes-or-values-not-supported': 0x040b,
  'client-error-charset-not-supported': 0x040d,
  'client-error-compression-not-supported': 0x040f,
  'server-error-internal-error': 0x0500,
  'server-error-operation-not-supported': 0x0501,
  'server-error-version-not-supported': 0x0503,
} as const;
export type Status = keyof typeof STATUS;

/** RFC 8011, 5.3.7. */
export const JOB_STATES = {
  pending: 3,
  held: 4,
  processing: 5,
  stopped: 6,
  canceled: 7,
  aborted: 8,
  completed: 9,
} as const;
export type JobState = keyof typeof JOB_STATES;

/** RFC 8011, 5.4.11. */
export const PRINTER_STATES = { idle: 3, processing: 4, stopped: 5 } as const;
export type PrinterState = keyof typeof PRINTER_STATES;

/** RFC 8010, 3.5.1. */
export const GROUPS = { operation: 1, job: 2, printer: 4, unsupported: 5 } as const;
export type GroupName = keyof typeof GROUPS;

/** RFC 8010, 3.5.2. */
const TAGS = {
  noValue: 0x13,
  integer: 0x21,
  boolean: 0x22,
  enum: 0x23,
  octets: 0x30,
  dateTime: 0x31,
  resolution: 0x32,
  range: 0x33,
  begin: 0x34,
  end: 0x37,
  text: 0x41,
  name: 0x42,
  keyword: 0x44,
  uri: 0x45,
  uriScheme: 0x46,
  charset: 0x47,
  language: 0x48,
  mimeType: 0x49,
  member: 0x4a,
} as const;

export interface Attribute {
  readonly tag: number;
  readonly name: string;
  readonly value: readonly unknown[];
}

export interface Group {
  readonly name: GroupName;
  readonly attributes: readonly Attribute[];
}

type Kind = Exclude<keyof typeof TAGS, 'begin' | 'end' | 'member'>;

/** An attribute with one value or several. */
export const attribute = (name: string, kind: Kind, ...value: readonly unknown[]): Attribute => ({
  tag: TAGS[kind],
  name,
  value: value.map((one) => (typeof one === 'string' ? shortened(one, kind) : one)),
});

/** Longest text in an attribute, octets: RFC 8011, 5.1.2 (text) and 5.1.3 (name). */
const MOST_OCTETS: Partial<Record<Kind, number>> = { text: 1023, name: 255 };
function shortened(words: string, kind: Kind): string {
  const most = MOST_OCTETS[kind];
  if (most === undefined || Buffer.byteLength(words) <= most) return words;
  return Buffer.from(words)
    .subarray(0, most)
    .toString()
    .replace(/\uFFFD+$/, '');
}

/**
 * A collection as one value (RFC 8010, 3.1.6), for encoding.
 *
 * @param members attributes, or collections inside of it
 */
export function collection(
  name: string,
  members: readonly (Attribute | readonly Attribute[])[],
): readonly Attribute[] {
  const inside = members.flatMap((member) => {
    const [first, ...rest] = [member].flat();
    return [{ tag: TAGS.member, name: '', value: [first.name] }, { ...first, name: '' }, ...rest];
  });
  return [
    { tag: TAGS.begin, name, value: [''] },
    ...inside,
    { tag: TAGS.end, name: '', value: [''] },
  ];
}

export interface Message {
  readonly version: { readonly major: number; readonly minor: number };
  readonly requestId: number;
  /** Of a request its operation, of a response its status. */
  readonly code: number;
  readonly groups: readonly Group[];
}

const encoded = (coder: typeof ipp.request, message: Parameters<typeof coder.encode>[0]): Buffer =>
  coder.encode(message, Buffer.alloc(coder.encodingLength(message)));

const onWire = (groups: readonly Group[]) =>
  groups.map(({ name, attributes }) => ({ tag: GROUPS[name], attributes }));

export const encodeRequest = ({ version, requestId, code, groups }: Message): Buffer =>
  encoded(ipp.request, { version, requestId, operationId: code, groups: onWire(groups) });

export const encodeResponse = ({ version, requestId, code, groups }: Message): Buffer =>
  encoded(ipp.response, { version, requestId, statusCode: code, groups: onWire(groups) });

const GROUP_NAMES = new Map<number, GroupName>(
  Object.entries(GROUPS).map(([name, tag]) => [tag, name as GroupName]),
);
/** Version, operation or status, number: what comes before the first group (RFC 8010, 3.1.1). */
const HEAD_OCTETS = 8;
/** RFC 8010, 3.5.1: tags up to the second delimit groups, and the first ends the last one. */
const [END_OF_ATTRIBUTES, LAST_DELIMITER] = [0x03, 0x0f];
/** Lengths are signed and never below zero, tags end before 0x80 (RFC 8010, 3.3 and 3.5.2). */
const [LONGEST_FIELD, LAST_TAG] = [0x7fff, 0x7f];
/** Octets of values that always have as many (RFC 8010, 3.9). */
const FIXED_OCTETS = new Map<number, number>([
  [TAGS.integer, 4],
  [TAGS.boolean, 1],
  [TAGS.enum, 4],
  [TAGS.dateTime, 11],
  [TAGS.resolution, 9],
  [TAGS.range, 8],
]);
/** Texts and names in a language of their own: two fields in one. */
const WITH_LANGUAGE = [0x35, 0x36];

/**
 * Walks through a message by its lengths alone. The decoder believes them, and would follow one below zero back for ever.
 *
 * @returns how many octets it is long, to the end of its attributes
 * @throws RangeError if it ends before they do, or a length or tag in it is none
 */
function attributesEnd(bytes: Buffer): number {
  const fieldEnd = (at: number) => {
    const length = bytes.readUInt16BE(at);
    if (length > LONGEST_FIELD) throw new RangeError('A length in the message is below zero.');
    return at + 2 + length;
  };
  let at = HEAD_OCTETS;
  for (;;) {
    const tag = bytes.readUInt8(at++);
    if (tag === END_OF_ATTRIBUTES) return at;
    if (tag <= LAST_DELIMITER) continue;
    if (tag > LAST_TAG) throw new RangeError('A tag in the message is none.');
    const value = fieldEnd(at);
    const end = fieldEnd(value);
    const octets = FIXED_OCTETS.get(tag) ?? end - value - 2;
    const inside = WITH_LANGUAGE.includes(tag) ? fieldEnd(fieldEnd(value + 2)) : end;
    if (end - value - 2 !== octets || inside !== end)
      throw new RangeError('A value in the message is not as long as its kind.');
    at = end;
  }
}

/**
 * @param bytes a message, and what comes after it
 * @returns the message and how many bytes it is long
 * @throws RangeError if it ends before its attributes do, or is none
 */
export function decode(
  bytes: Buffer,
  kind: 'request' | 'response',
): { readonly message: Message; readonly length: number } {
  const length = attributesEnd(bytes);
  const { version, requestId, groups, operationId, statusCode } = ipp[kind].decode(
    bytes.subarray(0, length),
  );
  const code = kind === 'request' ? operationId : statusCode;
  return {
    length,
    message: {
      version,
      requestId,
      code: code ?? 0,
      groups: groups.flatMap(({ tag, attributes }) => {
        const name = GROUP_NAMES.get(tag);
        const list = attributes.map((one) => ({ ...one, value: [one.value].flat() as unknown[] }));
        return name ? [{ name, attributes: list }] : [];
      }),
    },
  };
}

/** The attributes of the groups of a name, each group by itself. */
export const groupsOf = (
  { groups }: Pick<Message, 'groups'>,
  name: GroupName,
): ReadonlyMap<string, Attribute>[] =>
  groups
    .filter((group) => group.name === name)
    .map(({ attributes }) => new Map(attributes.map((one) => [one.name, one])));

/** Texts of an attribute; a text with its language is that text. */
export const textsIn = (
  attributes: ReadonlyMap<string, Attribute> | undefined,
  name: string,
): string[] =>
  (attributes?.get(name)?.value ?? []).flatMap((value) => {
    if (typeof value === 'string') return [value];
    const inside = (value as { value?: unknown } | null)?.value;
    return typeof inside === 'string' ? [inside] : [];
  });

export const textIn = (
  attributes: ReadonlyMap<string, Attribute> | undefined,
  name: string,
): string | undefined => textsIn(attributes, name)[0];

/** The first whole number of an attribute; undefined if it has none. */
export function numberIn(
  attributes: ReadonlyMap<string, Attribute> | undefined,
  name: string,
): number | undefined {
  const value = attributes?.get(name)?.value[0];
  return typeof value === 'number' ? value : undefined;
}

const named = <Name extends string>(codes: Readonly<Record<Name, number>>) => {
  const names = new Map(Object.entries(codes).map(([name, code]) => [code, name as Name]));
  return (code: number | undefined): Name | undefined =>
    code === undefined ? undefined : names.get(code);
};
export const operationNamed = named<Operation>(OPERATIONS);
export const statusNamed = named<Status>(STATUS);
export const jobStateNamed = named<JobState>(JOB_STATES);
export const printerStateNamed = named<PrinterState>(PRINTER_STATES);
