/** A second, closer look at what was found. */
import { ContentMeter, type Barcode, type MmBox } from '@kyanos/core';
import { growingBands, processPlanes, type PlanarFile } from '../planar.ts';
import { BarcodeFinder, type Sighting } from './finder.ts';

/** Every code on plates that are small enough to be looked at whole. */
async function codesOn(file: PlanarFile): Promise<Sighting[]> {
  const { width, height, dpi } = file;
  const finder = new BarcodeFinder(width, height, dpi);
  const content = new ContentMeter(width, height, processPlanes(file.channels));
  for await (const band of growingBands(file)) {
    const light = new Uint8Array(band.rows * width);
    content.add(band, light);
    await finder.add(light);
  }
  return finder.finish();
}

/** Resolution of a second look, dpi: the smallest modules are ten pixels and more. */
const CLOSER_DPI = 1200;
/** Most places looked at a second time, and the largest, mm: the rest is taken as it was read. */
const MOST_CLOSER = 16;
const CLOSER_MM = 120;

/**
 * What was found, looked at again where the file can be drawn finer: painting every pixel that a shape touches widens bars,
 * by which a small code is misread and its modules and quiet zones are measured wrong.
 */
export async function lookCloser(
  sightings: readonly Sighting[],
  page: { readonly widthMm: number; readonly heightMm: number },
  closer: ((box: MmBox, dpi: number) => Promise<PlanarFile>) | undefined,
): Promise<Barcode[]> {
  const codes: Barcode[] = [];
  for (const [i, { code, sure }] of sightings.entries()) {
    const part = around(code, page);
    let seen: Sighting | undefined = { code, sure };
    if (closer && i < MOST_CLOSER && Math.max(part.width, part.height) <= CLOSER_MM) {
      const found = await codesOn(await closer(part, CLOSER_DPI));
      const best = found.find((other) => other.sure) ?? found[0];
      if (best) seen = { ...best, code: moved(best.code, part) };
      else if (!sure) seen = undefined;
    }
    // A wrong check digit is told only where the digits were seen well enough to believe them.
    if (seen && (seen.sure || closer || seen.code.checkDigit === false)) codes.push(seen.code);
  }
  return codes;
}

/** The code with what must be blank round it, and a little more. */
function around(
  { box, moduleMm, quietWanted }: Barcode,
  page: { widthMm: number; heightMm: number },
): MmBox {
  const margin = (Math.max(...quietWanted) + 4) * moduleMm + 1;
  const left = Math.max(0, box.left - margin);
  const top = Math.max(0, box.top - margin);
  return {
    left,
    top,
    width: Math.min(page.widthMm, box.left + box.width + margin) - left,
    height: Math.min(page.heightMm, box.top + box.height + margin) - top,
  };
}

const moved = (code: Barcode, by: MmBox): Barcode => ({
  ...code,
  box: { ...code.box, left: code.box.left + by.left, top: code.box.top + by.top },
});
