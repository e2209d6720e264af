/** The nozzle pattern: a short line by each nozzle, as it is drawn on a screen and tapped, and what missing ones mean. */
import type { Channel, Ink } from '../stack/index.ts';
import type { MissingNozzle } from './logbook.ts';
import { decimal, t } from '../texts/index.ts';

/** Lines in one step of the stairs: nozzles that lie so far apart print beside one another. */
export const STEP_NOZZLES = 16;

export interface PatternRow {
  readonly channel: Channel;
  readonly name: string;
  /** From 0, of this ink. */
  readonly row: number;
  readonly nozzles: number;
}

/** Every row of nozzles, in the order in which they are printed. */
export const patternRows = (
  inks: readonly Pick<Ink, 'channel' | 'name' | 'rows'>[],
  nozzles: number,
): readonly PatternRow[] =>
  inks.flatMap(({ channel, name, rows = 1 }) =>
    Array.from({ length: rows }, (_, row) => ({ channel, name, row, nozzles })),
  );

/** Where the line of a nozzle lies: its step across, its place down in the step. */
export const lineAt = (nozzle: number): { readonly step: number; readonly down: number } => ({
  step: Math.floor(nozzle / STEP_NOZZLES),
  down: nozzle % STEP_NOZZLES,
});

/**
 * Nozzles as a person writes them, from 1: `3, 17-19`. Returns them from 0, each once; what is no nozzle of the row is left out.
 * @param nozzles in the row
 */
export function nozzlesIn(text: string, nozzles: number): number[] {
  const found = new Set<number>();
  for (const [, from, to] of text.matchAll(/(\d{1,4})(?:\s*[-–]\s*(\d{1,4}))?/g))
    for (let n = Number(from); n <= Math.min(nozzles, Number(to ?? from)); n++)
      if (n >= 1) found.add(n - 1);
  return [...found].sort((a, b) => a - b);
}

/** Neighbours in the head that miss together leave a gap that passes don't fill (common practice). */
export function longestGap(missing: readonly MissingNozzle[]): number {
  const keys = new Set(missing.map(({ channel, row, nozzle }) => `${channel}/${row}/${nozzle}`));
  let longest = 0;
  for (const { channel, row, nozzle } of missing) {
    if (keys.has(`${channel}/${row}/${nozzle - 1}`)) continue;
    let length = 1;
    while (keys.has(`${channel}/${row}/${nozzle + length}`)) length++;
    longest = Math.max(longest, length);
  }
  return longest;
}

export type PatternVerdict = 'whole' | 'few' | 'clean' | 'service';

/**
 * What a pattern asks for. Common practice: a nozzle here and there is covered by the other passes; neighbours, or more than one in a
 * hundred, want a cleaning; a tenth of a row or more is no matter of cleaning again and again.
 */
export function patternVerdict(
  missing: readonly MissingNozzle[],
  nozzles: number,
): { readonly verdict: PatternVerdict; readonly says: string } {
  if (missing.length === 0) return { verdict: 'whole', says: t('care.allNozzlesPrint') };
  const byRow = new Map<string, number>();
  for (const { channel, row } of missing)
    byRow.set(`${channel}/${row}`, (byRow.get(`${channel}/${row}`) ?? 0) + 1);
  const worst = Math.max(...byRow.values()) / nozzles;
  const gap = longestGap(missing);
  const count = t('care.nozzleMissing', { n: missing.length });
  if (worst >= 0.1)
    return {
      verdict: 'service',
      says: t('care.oneRowCleanOnce', { count, worst: decimal(worst * 100, 0) }),
    };
  if (gap > 1 || worst > 0.01)
    return {
      verdict: 'clean',
      says: t('care.cleanOncePrintPattern', {
        count,
        rest: gap > 1 ? t('care.themSideSide', { gap }) : '',
      }),
    };
  return {
    verdict: 'few',
    says: t('care.noneBesideAnotherOther', { count }),
  };
}
