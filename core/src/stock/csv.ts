/** Stock as a table that a spreadsheet reads and writes: a line a lot or container. */
import Papa from 'papaparse';
import { DomainError } from '../errors/index.ts';
import {
  STOCK_KINDS,
  STOCK_UNITS,
  type Day,
  type Received,
  type StockItem,
  type StockKind,
  type StockUnit,
} from './item.ts';
import type { ReorderLine } from './reorder.ts';
import { t } from '../texts/index.ts';

const COLUMNS = [
  'code',
  'kind',
  'product',
  'name',
  'lot',
  'unit',
  'width_mm',
  'size',
  'left',
  'received_on',
  'made_on',
  'expires_on',
  'opened_on',
  'place',
  'paid',
] as const;
type Column = (typeof COLUMNS)[number];
type Row = Readonly<Partial<Record<Column, string>>>;

/** A line that came in: what was received, and what is left of it where that is less. */
export interface StockRow {
  readonly received: Received;
  readonly left: number;
  readonly opened: boolean;
}

const MOST_ROWS = 5000;
const MOST_AMOUNT = 1_000_000;
const LONGEST = 200;

/** Texts that a spreadsheet would take for a formula are quoted, as OWASP advises (CSV injection, from memory). */
const plain = (text: string): string => (/^[=+\-@\t\r]/.test(text) ? `'${text}` : text);

export const stockCsv = (items: readonly (StockItem & { readonly code: string })[]): string =>
  Papa.unparse(
    {
      fields: [...COLUMNS],
      data: items.map((item) => [
        item.code,
        item.kind,
        plain(item.product),
        plain(item.name),
        plain(item.lot),
        item.unit,
        item.width,
        item.size,
        item.left,
        item.receivedOn,
        item.madeOn ?? '',
        item.expiresOn ?? '',
        item.openedOn ?? '',
        plain(item.place),
        (item.paid / 100).toFixed(2),
      ]),
    },
    { newline: '\n' },
  ) + '\n';

/** What to order as a table, a line an order. */
export const purchaseCsv = (lines: readonly ReorderLine[]): string =>
  Papa.unparse(
    {
      fields: [
        'order_by',
        'product',
        'name',
        'count',
        'size',
        'unit',
        'cost',
        'currency',
        'reason',
      ],
      data: lines
        .filter(({ count }) => count > 0)
        .map(({ orderBy, product, size, count, cost, reason }) => [
          orderBy ?? '',
          product.key,
          plain(product.name),
          count,
          size?.amount ?? '',
          product.unit,
          (cost.minor / 100).toFixed(2),
          cost.currency,
          plain(reason),
        ]),
    },
    { newline: '\n' },
  ) + '\n';

const wrong = (message: string) => new DomainError('STOCK_FILE_WRONG', message, 'file');

/**
 * Reads lots and containers from CSV with a line of headings, as {@link stockCsv} writes it; comma, semicolon or tab between
 * columns, codes of its own are not read.
 * @param today stands where no day of receipt does
 * @throws DomainError `STOCK_FILE_WRONG` with the line and the way out; then nothing of it is taken
 */
export function readStockCsv(text: string, today: Day): readonly StockRow[] {
  const { data, meta } = Papa.parse<Row>(text.replace(/^\uFEFF/, '').trim(), {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: (head) => head.trim().toLowerCase(),
    transform: (value) => value.trim().replace(/^'(?=[=+\-@])/, ''),
  });
  const missing = ['kind', 'product', 'unit', 'size'].filter(
    (name) => !(meta.fields ?? []).includes(name),
  );
  if (missing.length > 0)
    throw wrong(
      t('stock.fileHasNoColumn', { missing: missing[0], columns: COLUMNS.slice(1).join(', ') }),
    );
  if (data.length === 0) throw wrong(t('stock.fileHasHeadingsNo'));
  if (data.length > MOST_ROWS)
    throw wrong(t('stock.fileHasLinesRead', { n: data.length, most: MOST_ROWS }));
  return data.map((row, i) => readRow(row, i + 2, today));
}

function readRow(row: Row, line: number, today: Day): StockRow {
  const bad = (column: Column, wanted: string) =>
    wrong(
      t('stock.lineColumnNot', { line, column, row: (row[column] ?? '').slice(0, 40), wanted }),
    );
  const text = (column: Column) => {
    const value = row[column] ?? '';
    if (value.length > LONGEST)
      throw bad(column, t('stock.mostCharactersLong', { longest: LONGEST }));
    return value;
  };
  const number = (column: Column, absent: number, least = 0) => {
    const raw = text(column);
    if (raw === '') return absent;
    // A comma is a decimal one where there is no point.
    const value = Number(raw.includes('.') ? raw : raw.replace(',', '.'));
    if (!Number.isFinite(value) || value < least || value > MOST_AMOUNT)
      throw bad(column, t('stock.numberFrom', { least, most: MOST_AMOUNT }));
    return value;
  };
  const day = (column: Column): Day | null => {
    const raw = text(column);
    if (raw === '') return null;
    if (!/^\d{4}-\d{2}-\d{2}$/.test(raw) || Number.isNaN(Date.parse(raw)))
      throw bad(column, t('stock.daySuch202611'));
    return raw;
  };
  const kind = text('kind') as StockKind;
  if (!STOCK_KINDS.includes(kind)) throw bad('kind', STOCK_KINDS.join(' or '));
  const unit = text('unit') as StockUnit;
  if (!STOCK_UNITS.includes(unit) || (unit === 'mL') !== (kind === 'ink'))
    throw bad('unit', kind === 'ink' ? t('stock.mlInkCounted') : t('stock.mSheets'));
  const product = text('product');
  if (product === '') throw bad('product', t('stock.idMaterialInk'));
  const size = number('size', 0, 0.01);
  if (size === 0) throw bad('size', t('stock.howMuchHoldsWhen'));
  const left = number('left', size);
  if (left > size) throw bad('left', t('stock.mostSize', { size }));
  return {
    received: {
      kind,
      product,
      name: text('name') || product,
      lot: text('lot'),
      unit,
      width: number('width_mm', 0),
      size,
      receivedOn: day('received_on') ?? today,
      madeOn: day('made_on'),
      expiresOn: day('expires_on'),
      place: text('place'),
      paid: Math.round(number('paid', 0) * 100),
    },
    left,
    opened: left < size || day('opened_on') !== null,
  };
}
