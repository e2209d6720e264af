/** Where any of some planes is above a threshold, sixteen pixels at a time. */
import { CHUNK, MaskKernel } from './maskKernel.ts';
import { spareRows } from './spare.ts';

/**
 * 255 for pixels where one of the planes is above the threshold, else 0.
 * @param threshold 0 to 255
 * @param size pixels of each plane
 */
export function anyAbove(
  planes: readonly Uint8Array[],
  threshold: number,
  size: number,
): Uint8Array {
  const { bytes, call, free } = MaskKernel.scratch((planes.length + 1) * CHUNK);
  const first = free + CHUNK;
  const out = spareRows(size);
  for (let from = 0; from < size; from += CHUNK) {
    const length = Math.min(CHUNK, size - from);
    planes.forEach((rows, i) => bytes.set(rows.subarray(from, from + length), first + i * CHUNK));
    call.raise(free, first, planes.length, CHUNK, (length + 15) & ~15, threshold);
    out.set(bytes.subarray(free, free + length), from);
  }
  return out;
}
