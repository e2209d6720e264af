/** Bars and hairlines as wide as they were drawn: parts of plates put in anew from finer ones, each pixel with the ink that falls on it. */
import { closeSync, openSync, readSync, writeSync } from 'node:fs';
import { mmToPx, pxToMm, type MmBox } from '@kyanos/core';
import type { PlanarFile } from './planar.ts';

/** A part of the page in whole pixels, and the same part drawn so many times finer. */
export interface FinePart {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
  readonly times: number;
  readonly file: PlanarFile;
}

/** Where it lies, mm. */
export const boxOf = ({ left, top, width, height }: FinePart, dpi: number): MmBox => ({
  left: pxToMm(left, dpi),
  top: pxToMm(top, dpi),
  width: pxToMm(width, dpi),
  height: pxToMm(height, dpi),
});

/** Undefined if the file is not the box drawn so many times finer. */
export function finePart(
  box: MmBox,
  dpi: number,
  times: number,
  file: PlanarFile,
): FinePart | undefined {
  const [left, top, width, height] = [box.left, box.top, box.width, box.height].map((mm) =>
    Math.round(mmToPx(mm, dpi)),
  );
  const fits = file.width === times * width && file.height === times * height;
  return times > 1 && fits ? { left, top, width, height, times, file } : undefined;
}

/** The box in whole pixels of the page, and within it; mm. */
export function snapped(
  box: MmBox,
  page: { readonly widthMm: number; readonly heightMm: number; readonly dpi: number },
): MmBox {
  const within = (mm: number, most: number) =>
    pxToMm(
      Math.min(Math.round(mmToPx(most, page.dpi)), Math.max(0, Math.round(mmToPx(mm, page.dpi)))),
      page.dpi,
    );
  const [left, top] = [within(box.left, page.widthMm), within(box.top, page.heightMm)];
  return {
    left,
    top,
    width: within(box.left + box.width, page.widthMm) - left,
    height: within(box.top + box.height, page.heightMm) - top,
  };
}

/** A row of a plane, told before and after it was put in anew: pixels as they are stored. */
export type Changed = (
  plane: number,
  y: number,
  left: number,
  before: Uint8Array,
  after: Uint8Array,
) => void;

/** Changes the plates in place. A plane that the part does not have is left as it is. Waits for parts that are still being drawn. */
export async function redraw(
  plates: PlanarFile,
  parts: readonly FinePart[],
  changed?: Changed,
): Promise<void> {
  if (parts.length === 0 || plates.samples) return;
  // A part whose code was read well enough as it is may still be growing.
  for (const { file } of parts) await file.written?.(Infinity);
  const handle = openSync(plates.path, 'r+');
  try {
    for (const part of parts) redrawPart(plates, handle, part, changed);
  } finally {
    closeSync(handle);
  }
}

/**
 * Whether two files of the same page, as large, hold different ink in any pixel of a part.
 * @param other with the same channels, in the same order
 */
export function differIn(plates: PlanarFile, other: PlanarFile, part: FinePart): boolean {
  if (plates.inverted !== other.inverted) return true;
  const [left, right] = [part.left, Math.min(part.left + part.width, plates.width)];
  const rows = Math.min(part.height, plates.height - part.top);
  const handles = [plates, other].map((file) => openSync(file.path, 'r'));
  try {
    const read = (file: PlanarFile, handle: number, channel: number): Buffer => {
      const bytes = Buffer.alloc(rows * file.width);
      const plane = file.order?.[channel] ?? channel;
      const place = file.offset + (plane * file.height + part.top) * file.width;
      readSync(handle, bytes, 0, bytes.length, place);
      return bytes;
    };
    return plates.channels.some((_, channel) => {
      const [own, theirs] = [plates, other].map((file, i) => read(file, handles[i], channel));
      for (let y = 0; y < rows; y++) {
        const from = y * plates.width;
        if (own.compare(theirs, from + left, from + right, from + left, from + right) !== 0)
          return true;
      }
      return false;
    });
  } finally {
    handles.forEach(closeSync);
  }
}

function redrawPart(
  plates: PlanarFile,
  handle: number,
  part: FinePart,
  changed: Changed | undefined,
): void {
  const { left, top, width, height, times, file } = part;
  const source = openSync(file.path, 'r');
  try {
    const fine = times * file.width;
    const within = Math.min(width, plates.width - left);
    const all = Math.min(height, plates.height - top);
    const rows = Math.max(1, Math.min(all, Math.floor(BAND_BYTES / Math.max(fine, plates.width))));
    const [drawn, coarse] = [rows * fine, rows * plates.width].map((size) => new Uint8Array(size));
    const row = new Uint8Array(width);
    plates.channels.forEach((name, i) => {
      const from = file.channels.indexOf(name);
      if (from < 0) return;
      const [to, at] = [plates.order?.[i] ?? i, file.order?.[from] ?? from];
      for (let y = 0; y < all; y += rows) {
        const count = Math.min(rows, all - y);
        readSync(
          source,
          drawn,
          0,
          count * fine,
          file.offset + (at * file.height + y * times) * file.width,
        );
        const place = plates.offset + (to * plates.height + top + y) * plates.width;
        // Whole rows at once: a call for each would cost more than what lies beside the part.
        readSync(handle, coarse, 0, count * plates.width, place);
        let differs = false;
        for (let k = 0; k < count; k++) {
          means(drawn.subarray(k * fine, (k + 1) * fine), times, row);
          if (plates.inverted !== file.inverted)
            for (let x = 0; x < width; x++) row[x] = 255 - row[x];
          const before = coarse.subarray(k * plates.width + left, k * plates.width + left + within);
          const after = row.subarray(0, within);
          if (Buffer.compare(before, after) === 0) continue;
          changed?.(i, top + y + k, left, before, after);
          before.set(after);
          differs = true;
        }
        if (differs) writeSync(handle, coarse, 0, count * plates.width, place);
      }
    });
  } finally {
    closeSync(source);
  }
}

/** Rows of a plane that are held at once. */
const BAND_BYTES = 2 * 1024 * 1024;

/** Squares whose bytes add up in two lanes of 16 bits without a carry: 128 of them in each. */
const MOST_LANES = 16;

/** The mean of every square of so many pixels, rounded; the rows lie one after another, as wide as they are. */
function means(rows: Uint8Array, times: number, out: Uint8Array): void {
  const aligned = rows.byteOffset % 4 === 0 && rows.length % 4 === 0;
  const words = aligned
    ? new Uint32Array(rows.buffer, rows.byteOffset, rows.length >> 2)
    : new Uint32Array(0);
  // Most planes have nothing where a code is.
  if (aligned && isEven(words)) {
    out.fill(rows[0]);
    return;
  }
  const half = (times * times) >> 1;
  const share = 1 / (times * times);
  const stride = rows.length / times;
  const inWords = aligned && times % 4 === 0 && times <= MOST_LANES && stride % 4 === 0;
  for (let x = 0; x < out.length; x++) {
    let sum = half;
    if (inWords) {
      let lanes = 0;
      for (let v = 0; v < times; v++)
        for (let w = (v * stride + x * times) >> 2, end = w + (times >> 2); w < end; w++)
          lanes += (words[w] & 0xff00ff) + ((words[w] >>> 8) & 0xff00ff);
      sum += (lanes & 0xffff) + (lanes >>> 16);
    } else
      for (let v = 0; v < times; v++)
        for (let p = v * stride + x * times, end = p + times; p < end; p++) sum += rows[p];
    // A quotient that is whole may come out a hair below it.
    out[x] = sum * share + 1e-9;
  }
}

/** Every byte is the same. */
function isEven(words: Uint32Array): boolean {
  const [first] = words;
  if (first !== (first & 255) * 0x01010101) return false;
  for (const word of words) if (word !== first) return false;
  return true;
}
