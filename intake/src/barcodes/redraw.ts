/** Bars as wide as they were drawn: parts of plates put in anew from finer ones, each pixel with the ink that falls on it. */
import { closeSync, openSync, readSync, writeSync } from 'node:fs';
import type { PlanarFile } from '../planar.ts';
import type { FinePart } from './renderRegion.ts';

/** Changes the plates in place. A plane that the part does not have is left as it is. */
export function redraw(plates: PlanarFile, parts: readonly FinePart[]): void {
  if (parts.length === 0 || plates.samples) return;
  const handle = openSync(plates.path, 'r+');
  try {
    for (const part of parts) redrawPart(plates, handle, part);
  } finally {
    closeSync(handle);
  }
}

function redrawPart(plates: PlanarFile, handle: number, part: FinePart): void {
  const { left, top, width, height, times, file } = part;
  const source = openSync(file.path, 'r');
  try {
    const rows = new Uint8Array(file.width * times);
    const row = new Uint8Array(width);
    const sums = new Uint32Array(width);
    plates.channels.forEach((name, i) => {
      const from = file.channels.indexOf(name);
      if (from < 0) return;
      const [to, at] = [plates.order?.[i] ?? i, file.order?.[from] ?? from];
      for (let y = 0; y < height && top + y < plates.height; y++) {
        readSync(
          source,
          rows,
          0,
          rows.length,
          file.offset + (at * file.height + y * times) * file.width,
        );
        sums.fill(0);
        for (let v = 0, p = 0; v < times; v++)
          for (let x = 0; x < width; x++) for (let u = 0; u < times; u++) sums[x] += rows[p++];
        const half = (times * times) >> 1;
        for (let x = 0; x < width; x++) {
          const mean = Math.floor((sums[x] + half) / (times * times));
          row[x] = plates.inverted === file.inverted ? mean : 255 - mean;
        }
        const within = Math.min(width, plates.width - left);
        writeSync(
          handle,
          row,
          0,
          within,
          plates.offset + (to * plates.height + top + y) * plates.width + left,
        );
      }
    });
  } finally {
    closeSync(source);
  }
}
