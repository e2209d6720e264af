/** What a machine says of finished jobs, and reading it from a file. */
import Papa from 'papaparse';
import { DomainError } from '../errors/index.ts';
import type { Channel } from '../stack/index.ts';
import { t } from '../texts/index.ts';

/** A finished job as the machine reports it. */
export interface ReportRow {
  readonly job: string;
  /** Day, as the file says it; empty where it does not. */
  readonly finished: string;
  /** Printing without waiting; absent where it is not reported. */
  readonly minutes?: number;
  /** Drawn from the containers. */
  readonly ml: Readonly<Partial<Record<Channel, number>>>;
}

/** A report with what the plan of its job predicted: all that is learnt from. */
export interface JobReport extends ReportRow {
  /** By channel: solid area laid, m², trips started, and mL that are lost otherwise. */
  readonly planned: Readonly<
    Partial<
      Record<
        Channel,
        { readonly solidM2: number; readonly starts: number; readonly otherMl: number }
      >
    >
  >;
  /** Minutes: carriage over the print, turning round, going back. */
  readonly plannedMinutes: {
    readonly sweep: number;
    readonly turn: number;
    readonly back: number;
  };
  /** Whether it is learnt from; where it is not said, an outlier is left out until somebody decides. */
  readonly use?: boolean;
  /** What was taken over from it already. */
  readonly learnt?: readonly (Channel | 'time')[];
}

const COLUMNS = ['job', 'finished', 'minutes'] as const;
const MOST_ROWS = 5000;
/** Characters of the line of headings. */
const MOST_HEADS = 1000;
/** No job uses more of an ink, mL, or takes longer, minutes. */
const MOST_ML = 100_000;
const MOST_MINUTES = 100_000;

const wrong = (message: string) => new DomainError('REPORT_WRONG', message, 'reports');

/**
 * Reads reports from CSV with a line of headings, or from JSON: a list of objects. Both know `job`, `finished`, `minutes` and
 * one column of mL for each ink.
 * @param channels keys of the machine's inks
 * @throws DomainError `REPORT_WRONG` with the line and the way out
 */
export function readReports(text: string, channels: readonly Channel[]): readonly ReportRow[] {
  const trimmed = text.replace(/^\uFEFF/, '').trim();
  if (trimmed === '') throw wrong(t('learning.fileReportsEmptyChoose'));
  const rows = /^[[{]/.test(trimmed) ? fromJson(trimmed) : fromCsv(trimmed, channels);
  if (rows.length === 0) throw wrong(t('learning.fileHasHeadingsNo'));
  if (rows.length > MOST_ROWS)
    throw wrong(t('learning.fileHasReportsRead', { n: rows.length, most: MOST_ROWS }));
  return rows.map(([where, row]) => readRow(row, where, channels));
}

type Raw = readonly [where: string, row: Readonly<Record<string, unknown>>];

function fromJson(text: string): Raw[] {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch (error) {
    throw wrong(t('learning.fileNotJsonCan', { message: (error as Error).message }));
  }
  const list = Array.isArray(value) ? (value as unknown[]) : [value];
  return list.map((row, i): Raw => {
    if (typeof row !== 'object' || row === null || Array.isArray(row))
      throw wrong(t('learning.reportNotObjectFields', { i: i + 1 }));
    return [t('learning.report', { i: i + 1 }), row as Record<string, unknown>];
  });
}

function fromCsv(text: string, channels: readonly Channel[]): Raw[] {
  const [heads] = text.split('\n', 1);
  if (heads.length > MOST_HEADS)
    throw wrong(
      t('learning.firstLineFileHas', {
        n: heads.length,
        most: MOST_HEADS,
        columns: [...COLUMNS, channels[0]].join(','),
      }),
    );
  const parsed = Papa.parse<Record<string, string>>(text, {
    header: true,
    preview: MOST_ROWS + 1,
    skipEmptyLines: 'greedy',
    transformHeader: (name) => name.trim(),
  });
  const [error] = parsed.errors.filter(({ code }) => code !== 'UndetectableDelimiter');
  if (error)
    throw wrong(
      t('learning.lineFileCantRead', { row: (error.row ?? 0) + 2, message: error.message }),
    );
  return parsed.data.map((row, i): Raw => [t('learning.line', { i: i + 2 }), row]);
}

function readRow(
  row: Readonly<Record<string, unknown>>,
  where: string,
  channels: readonly Channel[],
): ReportRow {
  const columns: readonly string[] = [...COLUMNS, ...channels];
  for (const name of Object.keys(row))
    if (!columns.includes(name))
      throw wrong(t('learning.thereNoFieldReport', { name, where, columns: columns.join(', ') }));
  const job = typeof row.job === 'string' ? row.job.trim() : '';
  if (!job) throw wrong(t('learning.fieldJobEmptyGive', { where }));
  const minutes = amount(row.minutes, 'minutes', where, MOST_MINUTES);
  const ml: Partial<Record<Channel, number>> = {};
  for (const channel of channels) {
    const value = amount(row[channel], channel, where, MOST_ML);
    if (value !== undefined) ml[channel] = value;
  }
  if (minutes === undefined && Object.keys(ml).length === 0)
    throw wrong(t('learning.thereNeitherInkNor', { where }));
  const finished = typeof row.finished === 'string' ? row.finished.trim() : '';
  return { job, finished, ...(minutes !== undefined && { minutes }), ml };
}

/** A number; a decimal comma is understood. */
function amount(value: unknown, name: string, where: string, most: number): number | undefined {
  if (value === undefined || value === null || value === '') return undefined;
  const number =
    typeof value === 'number'
      ? value
      : Number(
          String(value)
            .trim()
            .replace(/^(\d+),(\d+)$/, '$1.$2'),
        );
  if (!Number.isFinite(number) || number < 0 || number > most)
    throw wrong(t('learning.fieldMustNumberFrom', { name, where, most, value: String(value) }));
  return number;
}
