/** A second, closer look at what was found. */
import { mmToPx, type Barcode, type MmBox } from '@kyanos/core';
import { growingBands, type PlanarFile } from '../planar.ts';
import type { Sighting } from './finder.ts';
import { PageCodes } from './pageCodes.ts';

/** Every code on plates that are small enough to be looked at whole. */
async function codesOn(file: PlanarFile): Promise<Sighting[]> {
  const codes = new PageCodes(file);
  for await (const band of growingBands(file)) await codes.add(band);
  return codes.finish();
}

/** Resolution of a second look, dpi: the smallest modules are ten pixels and more. */
const CLOSER_DPI = 1200;
/** Most places looked at a second time, and the largest, mm: the rest is taken as it was read. */
const MOST_CLOSER = 24;
const CLOSER_MM = 120;
/** Modules of so many pixels are measured well enough as they are. */
const ENOUGH_PX = 3.5;

/**
 * What was found, looked at again where the file can be drawn finer: painting every pixel that a shape touches widens bars,
 * by which a small code is misread and its modules and quiet zones are measured wrong.
 */
export async function lookCloser(
  sightings: readonly Sighting[],
  page: { readonly widthMm: number; readonly heightMm: number; readonly dpi: number },
  closer: ((boxes: readonly MmBox[], dpi: number) => Promise<readonly PlanarFile[]>) | undefined,
): Promise<Barcode[]> {
  const wanted = closer
    ? sightings
        .map((sighting) => ({ sighting, part: around(sighting.code, page) }))
        .filter(
          ({ sighting: { sure, code }, part }) =>
            (!sure || mmToPx(code.moduleMm, page.dpi) < ENOUGH_PX) &&
            Math.max(part.width, part.height) <= CLOSER_MM,
        )
        .slice(0, MOST_CLOSER)
    : [];
  const files =
    wanted.length > 0
      ? await closer!(
          wanted.map(({ part }) => part),
          CLOSER_DPI,
        )
      : [];
  const codes: Barcode[] = [];
  for (const sighting of sightings) {
    const at = wanted.findIndex((one) => one.sighting === sighting);
    let seen: Sighting | undefined = sighting;
    if (at >= 0) {
      const found = await codesOn(files[at]);
      const best = nearest(found, sighting, wanted[at].part);
      if (best) seen = best;
      else if (!sighting.sure) seen = undefined;
    }
    // A wrong check digit is told only where the digits were seen well enough to believe them.
    if (seen && (seen.sure || closer || seen.code.checkDigit === false)) codes.push(seen.code);
  }
  return codes;
}

/** Of the codes in a part, the one that was looked for: its neighbours may reach into it. */
function nearest(
  found: readonly Sighting[],
  { code }: Sighting,
  part: MmBox,
): Sighting | undefined {
  const middle = ({ box }: Barcode) => [box.left + box.width / 2, box.top + box.height / 2];
  const [x, y] = middle(code);
  const away = (other: Barcode) => Math.hypot(middle(other)[0] - x, middle(other)[1] - y);
  return found
    .map((other) => ({ ...other, code: moved(other.code, part) }))
    .filter((other) => away(other.code) < Math.max(code.box.width, code.box.height) / 2)
    .toSorted((a, b) => Number(b.sure) - Number(a.sure) || away(a.code) - away(b.code))[0];
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
