/**
 * What lies on the shelf, and what happened to it. A lot of material or a container of ink is what its events have made of it: each
 * event says what was done, and an event is undone by another one; nothing is overwritten.
 */
import { DomainError } from '../errors/index.ts';
import type { Channel } from '../stack/index.ts';
import { decimal, t } from '../texts/index.ts';

export const STOCK_KINDS = ['material', 'ink'] as const;
export type StockKind = (typeof STOCK_KINDS)[number];

/** What is counted: metres of a roll, whole sheets or boards, millilitres. */
export const STOCK_UNITS = ['m', 'sheets', 'mL'] as const;
export type StockUnit = (typeof STOCK_UNITS)[number];

/** A day, ISO 8601: `2026-11-27`. */
export type Day = string;

/** What came in: one lot of material, or one container. */
export interface Received {
  readonly kind: StockKind;
  /** Id of the material, or of the ink as {@link inkProductOf} names it. */
  readonly product: string;
  /** As it was called when it came. */
  readonly name: string;
  /** The maker's number of the lot; empty where there is none. */
  readonly lot: string;
  readonly unit: StockUnit;
  /** Of a roll or a sheet, mm; 0 for ink. */
  readonly width: number;
  /** When it is full, in its unit. */
  readonly size: number;
  readonly receivedOn: Day;
  readonly madeOn: Day | null;
  /** Printed on it by its maker. */
  readonly expiresOn: Day | null;
  readonly place: string;
  /** Paid for it, minor units. */
  readonly paid: number;
}

/** What an amount that was drawn rests on: the machine's report, the estimate of the plan, care of the machine, or somebody's word. */
export const DRAW_SOURCES = ['report', 'estimate', 'care', 'hand'] as const;
export type DrawSource = (typeof DRAW_SOURCES)[number];

export type StockAct =
  | ({ readonly act: 'received' } & Received)
  | { readonly act: 'opened' }
  | { readonly act: 'sealed' }
  | { readonly act: 'moved'; readonly place: string }
  | { readonly act: 'fitted'; readonly machineId: string; readonly channel: Channel }
  | { readonly act: 'taken-out' }
  /** For a job; 0 takes the reservation back. */
  | { readonly act: 'reserved'; readonly jobId: string; readonly amount: number }
  | {
      readonly act: 'drawn';
      readonly amount: number;
      readonly source: DrawSource;
      readonly jobId?: string;
    }
  | { readonly act: 'counted'; readonly left: number; readonly reason: string }
  | { readonly act: 'discarded'; readonly reason: string };
export type StockActName = StockAct['act'];

/** An act on a thing, or the undoing of an earlier event of it. */
export interface StockEvent {
  /** Rising in the order in which they were written down. */
  readonly id: number;
  readonly itemId: string;
  /** ISO 8601 with its time. */
  readonly at: string;
  readonly by: string;
  readonly what: StockAct | { readonly act: 'undone'; readonly event: number };
}

/** A lot or a container as it is now. */
export interface StockItem extends Received {
  readonly id: string;
  readonly left: number;
  /** Drawn beyond what the books had: it is to be counted. */
  readonly overdrawn: number;
  /** By job, in its unit. */
  readonly reserved: Readonly<Record<string, number>>;
  readonly sealed: boolean;
  readonly openedOn: Day | null;
  readonly countedOn: Day | null;
  /** Where a container is fitted. */
  readonly fitted: { readonly machineId: string; readonly channel: Channel } | null;
  /** Why it is there no more: thrown away. */
  readonly discarded: string | null;
}

export const reservedIn = ({ reserved }: Pick<StockItem, 'reserved'>, exceptFor = ''): number =>
  Object.entries(reserved).reduce(
    (sum, [job, amount]) => sum + (job === exceptFor ? 0 : amount),
    0,
  );

/** What nobody has reserved; a job's own reservation is its own. */
export const freeIn = (item: StockItem, forJob = ''): number =>
  Math.max(0, item.left - reservedIn(item, forJob));

/** Still there: not thrown away, and not used up. */
export const isThere = ({ discarded, left, overdrawn }: StockItem): boolean =>
  discarded === null && (left > 0 || overdrawn > 0);

/** Units of the last place that is kept: a hundredth of a metre or millilitre. Sums stay exact. */
const exact = (amount: number): number => Math.round(amount * 100) / 100;

/** `12 m`, `1 sheet`, `74 mL`. */
export const amountText = (amount: number, unit: StockUnit): string => {
  const figure = unit === 'm' && amount < 100 ? decimal(exact(amount), 1) : decimal(amount, 0);
  return unit === 'sheets'
    ? t('stock.sheets', { n: Number(amount.toFixed(0)), figure })
    : `${figure} ${unit}`;
};

/** Two amounts that are the same by counting or measuring: under half a hundredth. */
export const isSameAmount = (a: number, b: number): boolean => Math.abs(a - b) < 0.005;

const refused = (message: string) => new DomainError('STOCK_REFUSED', message);

/**
 * Returns a thing after one more act.
 * @param item undefined before it was received
 * @throws DomainError `STOCK_REFUSED` with what stands against it and the way out
 */
export function acted(
  item: StockItem | undefined,
  { itemId, at, what }: { readonly itemId: string; readonly at: string; readonly what: StockAct },
): StockItem {
  const day = at.slice(0, 10);
  if (what.act === 'received') {
    if (item) throw refused(t('stock.receivedAlready', { item: item.name }));
    const { act: _, ...received } = what;
    return {
      ...received,
      id: itemId,
      left: exact(received.size),
      overdrawn: 0,
      reserved: {},
      sealed: true,
      openedOn: null,
      countedOn: null,
      fitted: null,
      discarded: null,
    };
  }
  if (!item) throw refused(t('stock.neverReceivedReceiptUndone'));
  if (item.discarded !== null)
    throw refused(t('stock.thrownAwayUndoFirst', { item: item.name, discarded: item.discarded }));
  const opened = { sealed: false, openedOn: item.openedOn ?? day };
  switch (what.act) {
    case 'opened':
      return { ...item, ...opened };
    case 'sealed':
      if (item.fitted) throw refused(t('stock.fittedTakeOutBefore', { item: item.name }));
      return { ...item, sealed: true };
    case 'moved':
      return { ...item, place: what.place };
    case 'fitted':
      if (item.kind !== 'ink') throw refused(t('stock.noInkCantFitted', { item: item.name }));
      if (item.fitted) throw refused(t('stock.fittedAlreadyTakeOut', { item: item.name }));
      return {
        ...item,
        ...opened,
        fitted: { machineId: what.machineId, channel: what.channel },
      };
    case 'taken-out':
      if (!item.fitted) throw refused(t('stock.notFitted', { item: item.name }));
      return { ...item, fitted: null };
    case 'reserved': {
      const { [what.jobId]: own = 0, ...others } = item.reserved;
      const free = freeIn(item, what.jobId);
      if (what.amount > own && what.amount > free + 1e-9)
        throw refused(
          t('stock.onlyFreeWereReserved', {
            free: amountText(free, item.unit),
            item: item.name,
            lot: item.lot,
            amount: amountText(what.amount, item.unit),
          }),
        );
      return {
        ...item,
        reserved: what.amount > 0 ? { ...others, [what.jobId]: exact(what.amount) } : others,
      };
    }
    case 'drawn': {
      const left = exact(item.left - item.overdrawn - what.amount);
      const { [what.jobId ?? '']: _, ...others } = item.reserved;
      return {
        ...item,
        ...opened,
        left: Math.max(0, left),
        overdrawn: Math.max(0, -left),
        // What was reserved for the job has been used for it.
        reserved: what.jobId === undefined ? item.reserved : others,
      };
    }
    case 'counted':
      return { ...item, left: exact(what.left), overdrawn: 0, countedOn: day };
    case 'discarded':
      if (item.fitted) throw refused(t('stock.fittedTakeOutBeforeYouThrow', { item: item.name }));
      return { ...item, discarded: what.reason, reserved: {} };
  }
}

/** Events that hold: those that no later event has undone. An undoing that was undone itself undoes nothing. */
export function inForce<E extends { readonly id: number; readonly what: { readonly act: string } }>(
  events: readonly E[],
): readonly E[] {
  const undone = new Set<number>();
  for (const { id, what } of events.toReversed())
    if (what.act === 'undone' && !undone.has(id))
      undone.add((what as { readonly event?: number }).event!);
  return events.filter(({ id, what }) => what.act !== 'undone' && !undone.has(id));
}

/**
 * A thing as its events have made it. Returns undefined if its receipt was undone and nothing rests on it.
 * @param events of one thing, in the order in which they were written down
 * @throws DomainError `STOCK_REFUSED` where one can't follow those before it
 */
export const itemFrom = (events: readonly StockEvent[]): StockItem | undefined =>
  inForce(events).reduce<StockItem | undefined>(
    (item, event) => acted(item, event as StockEvent & { readonly what: StockAct }),
    undefined,
  );

/** All things as their events have made them, by id. */
export function stockFrom(events: readonly StockEvent[]): ReadonlyMap<string, StockItem> {
  const by = new Map<string, StockEvent[]>();
  for (const event of events) {
    const own = by.get(event.itemId);
    if (own) own.push(event);
    else by.set(event.itemId, [event]);
  }
  return new Map(
    [...by].flatMap(([id, own]) => {
      const item = itemFrom(own);
      return item ? [[id, item] as const] : [];
    }),
  );
}

/** What is bought for an ink of a machine: the shop's ink, or the machine's own where none was named. */
export const inkProductOf = (
  machine: { readonly id: string },
  ink: { readonly channel: Channel; readonly product?: string },
): string => ink.product ?? `${machine.id}.${ink.channel}`;
