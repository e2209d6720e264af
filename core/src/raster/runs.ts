/** Rows as runs of empty or printed pixels, and which runs touch those of the row above. */
import { MaskKernel, strideOf } from './maskKernel.ts';

/** Runs of one kind in a row, from left to right: starts and ends (exclusive) in turn. */
export type Runs = Int32Array;

export type RunKind = 'empty' | 'printed';

/** @param row 0 empty, anything else printed */
export function runsOf(row: Uint8Array, kind: RunKind): Runs {
  const width = row.length;
  const stride = strideOf(width);
  const kernel = MaskKernel.scratch(stride * 5);
  const { bytes, call, free } = kernel;
  bytes.set(row, free);
  const count = call.changes(free + stride, free, width);
  const edges = kernel.words(free + stride, count);
  // Edges begin with the first printed pixel: printed runs are the pairs of them, empty runs lie between.
  const before = kind === 'empty' && row[0] === 0 ? 1 : 0;
  const after = (row[width - 1] === 0) === (kind === 'empty') ? 1 : 0;
  const skip = kind === 'empty' && row[0] !== 0 ? 1 : 0;
  const runs = new Int32Array(before + count - skip + after);
  runs.set(skip ? edges.subarray(1) : edges, before);
  if (after) runs[runs.length - 1] = width;
  return runs;
}

/**
 * Tells of every pair of runs that touch, row upon row, from left to right.
 * @param corners whether meeting at a corner is touching
 */
export function eachTouch(
  above: Runs,
  now: Runs,
  corners: boolean,
  touch: (now: number, above: number) => void,
): void {
  const by = corners ? 1 : 0;
  let first = 0;
  for (let run = 0; run < now.length; run += 2) {
    const [start, end] = [now[run] - by, now[run + 1] + by];
    while (first < above.length && above[first + 1] <= start) first += 2;
    for (let k = first; k < above.length && above[k] < end; k += 2) touch(run >> 1, k >> 1);
  }
}
