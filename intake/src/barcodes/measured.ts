/** How large a code is printed: its module and its quiet zones, measured on the pixels it was read from. */
import { isMatrix, modulesAcross } from '@kyanos/core';
import type { ReadResult } from 'zxing-wasm/reader';
import { typeOf } from './decoder.ts';

/** Quiet zones are followed this far, modules. */
const MAX_QUIET = 30;

export interface Measured {
  readonly modulePx: number;
  /** Blank before and after it, modules. */
  readonly quiet: readonly [number, number];
}

/** Along the line through the middle of the symbol. */
export function measured(
  { format, position, version }: ReadResult,
  window: Uint8Array,
  width: number,
  height: number,
): Measured {
  const type = typeOf({ format });
  const { topLeft, topRight, bottomLeft, bottomRight } = position;
  const begin = { x: (topLeft.x + bottomLeft.x) / 2, y: (topLeft.y + bottomLeft.y) / 2 };
  const end = { x: (topRight.x + bottomRight.x) / 2, y: (topRight.y + bottomRight.y) / 2 };
  const length = Math.max(1, Math.hypot(end.x - begin.x, end.y - begin.y));
  const [dx, dy] = [(end.x - begin.x) / length, (end.y - begin.y) / length];
  const at = (distance: number) => {
    const x = Math.round(begin.x + dx * distance);
    const y = Math.round(begin.y + dy * distance);
    return x < 0 || y < 0 || x >= width || y >= height ? undefined : window[y * width + x];
  };
  let [low, high] = [255, 0];
  for (let d = 0; d <= length; d += 0.5) {
    const value = at(d);
    if (value === undefined) continue;
    low = Math.min(low, value);
    high = Math.max(high, value);
  }
  const dark = (low + high) / 2;
  const modulePx = isMatrix(type)
    ? length / matrixSize(type, version, at, length, dark)
    : modulesAcross(type)
      ? length / modulesAcross(type)!
      : narrowest(at, length, dark);
  const blank = (from: number, step: number) => {
    const most = MAX_QUIET * modulePx;
    // Half a module of slack: a corner that was found lies on the bar's own edge.
    for (let d = 0.75 * modulePx; d < most; d += 0.5) {
      const value = at(from + step * d);
      // The page ends: what comes beyond is not printed, and counts as far as it was seen.
      if (value === undefined || value < dark) return d / modulePx;
    }
    return MAX_QUIET;
  };
  return { modulePx, quiet: [blank(0, -1), blank(length, 1)] };
}

type At = (distance: number) => number | undefined;

/** Lengths of bars and spaces from one end to the other. */
function runs(at: At, length: number, dark: number): number[] {
  const out: number[] = [];
  let [began, was] = [0, true];
  for (let d = 0; d <= length; d += 0.25) {
    const value = at(d);
    const is = value === undefined ? was : value < dark;
    if (is === was) continue;
    out.push(d - began);
    [began, was] = [d, is];
  }
  out.push(length - began);
  return out.filter((run) => run > 0.4);
}

/** Mean of the narrow bars and spaces: those nearer to the narrowest than to twice it. */
function narrowest(at: At, length: number, dark: number): number {
  const all = runs(at, length, dark).toSorted((a, b) => a - b);
  const tenth = all[Math.floor(all.length / 10)] ?? length;
  const narrow = all.filter((run) => run < 1.5 * tenth);
  return narrow.reduce((sum, run) => sum + run, 0) / Math.max(1, narrow.length) || length;
}

/** Modules across: a QR Code says its version, others their size or nothing. */
function matrixSize(type: string, version: string, at: At, length: number, dark: number): number {
  const number = Number(version);
  if (type === 'QR Code' && number >= 1) return 17 + 4 * number;
  const stated = /(\d+)x(\d+)/.exec(version);
  return stated ? Number(stated[2]) : length / narrowest(at, length, dark);
}
