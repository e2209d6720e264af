/** What printers say of themselves, asked and kept. */
import { TICKET_TYPE, type PrinterStatus } from '@kyanos/contract';
import { DomainError, PROCESS_CHANNELS, type Machine, type PrinterReport } from '@kyanos/core';
import {
  askPrinter,
  attribute,
  groupsOf,
  mlOf,
  numberIn,
  OPERATIONS,
  printerStateNamed,
  PrinterRefused,
  readSupply,
  textIn,
  textsIn,
  Unreachable,
  type Attribute,
  type Supply,
} from '@kyanos/ipp';
import type { Db } from '../db.ts';
import { itemsOf } from '../shop/items.ts';
import { settingOf } from '../settings/queries.ts';

/** What is kept of a printer, as its attributes state it. */
export interface PrinterFacts extends Pick<
  PrinterStatus,
  'state' | 'name' | 'message' | 'reasons' | 'supplies' | 'tells'
> {
  /** Operations that it knows, formats that it reads, whether a job may have several documents, whether it holds. */
  readonly operations: readonly number[];
  readonly formats: readonly string[];
  readonly manyDocuments: boolean;
  readonly holds: boolean;
}

/** Attributes that are asked for: RFC 8011, 5.4, and PWG 5100.13. */
const ASKED = [
  'printer-name',
  'printer-info',
  'printer-state',
  'printer-state-reasons',
  'printer-state-message',
  'operations-supported',
  'document-format-supported',
  'multiple-document-jobs-supported',
  'job-hold-until-supported',
  'printer-supply',
  'marker-names',
  'marker-levels',
];

/** A refusal of a printer, or its silence, as the domain says it. */
export function printerProblem(error: unknown): DomainError {
  if (error instanceof PrinterRefused) return new DomainError('PRINTER_REFUSED', error.message);
  if (error instanceof Unreachable || error instanceof TypeError)
    return new DomainError('PRINTER_GONE');
  throw error;
}

/** @throws DomainError `PRINTER_GONE`, `PRINTER_REFUSED` */
export async function factsOf(uri: string, machine: Machine): Promise<PrinterFacts> {
  try {
    const answer = await askPrinter(uri, {
      operation: 'Get-Printer-Attributes',
      attributes: [attribute('requested-attributes', 'keyword', ...ASKED)],
      timeout: 4000,
    });
    return readFacts(groupsOf(answer, 'printer')[0], machine);
  } catch (error) {
    throw printerProblem(error);
  }
}

function readFacts(
  attributes: ReadonlyMap<string, Attribute> | undefined,
  machine: Machine,
): PrinterFacts {
  const supplies = suppliesIn(attributes, machine);
  const formats = textsIn(attributes, 'document-format-supported');
  const tickets = formats.includes(TICKET_TYPE);
  // A printer that reads our ticket counts and reports as our ticket says.
  const ours: readonly PrinterReport[] = tickets ? ['spoilt', 'time', 'ink', 'tickets'] : [];
  return {
    name: textIn(attributes, 'printer-info') ?? textIn(attributes, 'printer-name') ?? '',
    state: printerStateNamed(numberIn(attributes, 'printer-state')) ?? null,
    message: textIn(attributes, 'printer-state-message') ?? '',
    reasons: textsIn(attributes, 'printer-state-reasons').filter((reason) => reason !== 'none'),
    supplies,
    tells: ['copies', ...ours, ...(supplies.length > 0 ? (['supplies'] as const) : [])],
    operations: (attributes?.get('operations-supported')?.value ?? []).filter(
      (value) => typeof value === 'number',
    ),
    formats,
    manyDocuments: attributes?.get('multiple-document-jobs-supported')?.value[0] === true,
    holds: textsIn(attributes, 'job-hold-until-supported').includes('indefinite'),
  };
}

/** Printers call process inks by these words (PWG 5100.13, colorantname). */
const COLOURS: Readonly<Record<string, string>> = {
  cyan: 'C',
  magenta: 'M',
  yellow: 'Y',
  black: 'K',
};

function channelOf(name: string, machine: Machine): string | undefined {
  const word = name.trim().toLowerCase();
  const found = machine.inks.find(
    (ink) =>
      ink.channel.toLowerCase() === word ||
      ink.name.toLowerCase() === word ||
      ink.spotName?.toLowerCase() === word,
  );
  const process = COLOURS[word];
  return (
    found?.channel ?? (PROCESS_CHANNELS as readonly string[]).find((channel) => channel === process)
  );
}

const PERCENT = 100;
function suppliesIn(
  told: ReadonlyMap<string, Attribute> | undefined,
  machine: Machine,
): PrinterStatus['supplies'] {
  const full = textsIn(told, 'printer-supply').flatMap((text) => readSupply(text) ?? []);
  const described = textsIn(told, 'printer-supply-description');
  if (full.length > 0)
    return full.map((supply, i) => supplyOf(supply, described[i] ?? supply.name, machine));
  // Older printers state names and percent alone.
  const levels = told?.get('marker-levels')?.value ?? [];
  return textsIn(told, 'marker-names').map((name, i) => {
    const level = levels[i];
    const channel = channelOf(name, machine) ?? null;
    return {
      channel,
      name,
      kind: channel === null ? 'other' : 'ink',
      leftMl: null,
      share: typeof level === 'number' && level >= 0 ? Math.min(1, level / PERCENT) : null,
    };
  });
}

function supplyOf(
  supply: Supply,
  described: string,
  machine: Machine,
): PrinterStatus['supplies'][number] {
  const { level, capacity, unit } = supply;
  const waste = supply.class === 'filled';
  const channel = waste ? undefined : channelOf(supply.name, machine);
  const whole = unit === 'percent' ? PERCENT : capacity;
  return {
    channel: channel ?? null,
    name: channel === undefined ? described : supply.name,
    kind: waste ? 'waste' : channel === undefined ? 'other' : 'ink',
    leftMl: mlOf(supply) ?? null,
    share: level !== undefined && whole ? Math.min(1, level / whole) : null,
  };
}

// ---- kept ----

interface Row {
  readonly machineId: string;
  readonly uri: string;
  readonly data: PrinterFacts | null;
  readonly seenAt: Date | null;
  readonly goneAt: Date | null;
}

const machineById = async (db: Db, id: string): Promise<Machine | undefined> =>
  (await itemsOf(db, 'machine')).find((item) => item.id === id)?.data;

/** Where the printer of a machine is. @throws DomainError `NO_PRINTER` */
export async function addressOf(db: Db, machineId: string): Promise<string> {
  const address = (await settingOf(db, 'printers'))?.[machineId];
  if (!address) throw new DomainError('NO_PRINTER');
  return address.uri;
}

/** Asks every printer how it is, and keeps what it says. */
export async function lookAtPrinters(db: Db): Promise<void> {
  const addresses = (await settingOf(db, 'printers')) ?? {};
  const machines = await itemsOf(db, 'machine');
  await db.query('delete from printer where machine_id <> all ($1::text[])', [
    Object.keys(addresses),
  ]);
  await Promise.all(
    machines
      .filter(({ id }) => id in addresses)
      .map(async ({ id, data }) => {
        const { uri } = addresses[id];
        const facts = await factsOf(uri, data).catch((error: unknown) => {
          if (error instanceof DomainError) return undefined;
          throw error;
        });
        await db.query(
          facts
            ? `insert into printer (machine_id, uri, data, seen_at) values ($1::text, $2::text, $3::jsonb, now())
               on conflict (machine_id) do update set uri = excluded.uri, data = excluded.data, seen_at = now(), gone_at = null`
            : `insert into printer (machine_id, uri, gone_at) values ($1::text, $2::text, now())
               on conflict (machine_id) do update set gone_at = coalesce(printer.gone_at, now()), uri = excluded.uri,
                 data = case when printer.uri = excluded.uri then printer.data end`,
          facts ? [id, uri, JSON.stringify(facts)] : [id, uri],
        );
      }),
  );
}

const UNKNOWN = {
  state: null,
  name: '',
  message: '',
  reasons: [],
  supplies: [],
  tells: [],
} as const;
function printerOnWire(
  machineId: string,
  uri: string,
  simulated: boolean,
  facts: PrinterFacts | null,
  { seenAt, goneAt }: Pick<Row, 'seenAt' | 'goneAt'>,
): PrinterStatus {
  const { state, name, message, reasons, supplies, tells } = facts ?? UNKNOWN;
  return {
    machineId,
    uri,
    simulated,
    goneSince: goneAt?.toISOString() ?? null,
    seenAt: seenAt?.toISOString() ?? null,
    state,
    name,
    message,
    reasons: [...reasons],
    supplies: [...supplies],
    tells: [...tells],
  };
}

/** The printers that machines have addresses of, as they said last. */
export async function printerStatuses(db: Db): Promise<PrinterStatus[]> {
  const addresses = (await settingOf(db, 'printers')) ?? {};
  const { rows } = await db.query<Row>(
    `select machine_id as "machineId", uri, data, seen_at as "seenAt", gone_at as "goneAt" from printer`,
  );
  const known = new Map(rows.map((row) => [row.machineId, row]));
  return Object.entries(addresses).map(([id, { uri, simulated = false }]) => {
    const row = known.get(id);
    const same = row?.uri === uri ? row : undefined;
    const times = { seenAt: same?.seenAt ?? null, goneAt: same?.goneAt ?? null };
    return printerOnWire(id, uri, simulated, same?.data ?? null, times);
  });
}

/** @throws DomainError `PRINTER_GONE`, `PRINTER_REFUSED`, `MACHINE_UNKNOWN` */
export async function triedPrinter(db: Db, machineId: string, uri: string): Promise<PrinterStatus> {
  const machine = await machineById(db, machineId);
  if (!machine) throw new DomainError('MACHINE_UNKNOWN');
  const facts = await factsOf(uri, machine);
  return printerOnWire(machineId, uri, false, facts, { seenAt: new Date(), goneAt: null });
}

/** @throws DomainError `NO_PRINTER`, `PRINTER_GONE`, `PRINTER_REFUSED` */
export async function actOnPrinter(
  db: Db,
  machineId: string,
  act: 'pause' | 'resume',
): Promise<void> {
  const uri = await addressOf(db, machineId);
  const operation = act === 'pause' ? 'Pause-Printer' : 'Resume-Printer';
  try {
    await askPrinter(uri, { operation });
  } catch (error) {
    throw printerProblem(error);
  }
}

export const canDo = ({ operations }: PrinterFacts, name: keyof typeof OPERATIONS): boolean =>
  operations.includes(OPERATIONS[name]);
