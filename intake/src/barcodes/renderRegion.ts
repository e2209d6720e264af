/** A second, closer look at what was found. */
import { mmToPx, type Barcode, type MmBox } from '@kyanos/core';
import { finePart, snapped, type FinePart } from '../redraw.ts';
import { growingBands, type PlanarFile } from '../planar.ts';
import type { Sighting } from './finder.ts';
import { PageCodes } from './pageCodes.ts';

/** Every code on plates that are small enough to be looked at whole. */
async function codesOn(file: PlanarFile): Promise<Sighting[]> {
  const codes = new PageCodes(file);
  for await (const band of growingBands(file)) await codes.add(band);
  return codes.finish();
}

/**
 * Resolution of a second look, dpi, a whole multiple of the page's: a bar is then drawn to within a hundredth of a millimetre.
 * Where there is much to look at half of it has to do.
 */
const CLOSER_DPI = 2400;
const MUCH_MM2 = 8000;
/** Most places looked at a second time, and the largest, mm: the rest is taken as it was read. */
const MOST_CLOSER = 24;
const CLOSER_MM = 120;
/** Modules of so many pixels are measured, and drawn, well enough as they are. */
const ENOUGH_PX = 3.5;
const DRAWN_PX = 24;

type Closer = (boxes: readonly MmBox[], dpi: number) => Promise<readonly PlanarFile[]>;

/**
 * What was found, looked at again where the file can be drawn finer: painting every pixel that a shape touches widens bars,
 * by which a small code is misread and its modules and quiet zones are measured wrong.
 * @returns the codes, and the parts that were drawn finer
 */
export async function lookCloser(
  sightings: readonly Sighting[],
  page: { readonly widthMm: number; readonly heightMm: number; readonly dpi: number },
  renderRegion: Closer | undefined,
): Promise<{ readonly codes: Barcode[]; readonly fine: FinePart[] }> {
  const wanted = renderRegion
    ? sightings
        .map((sighting) => ({ sighting, part: around(sighting.code, page) }))
        .filter(
          ({ sighting: { sure, code }, part }) =>
            (!sure || mmToPx(code.moduleMm, page.dpi) < DRAWN_PX) &&
            Math.max(part.width, part.height) <= CLOSER_MM,
        )
        .slice(0, MOST_CLOSER)
    : [];
  const area = wanted.reduce((sum, { part }) => sum + part.width * part.height, 0);
  const times = Math.max(1, Math.round((area > MUCH_MM2 ? CLOSER_DPI / 2 : CLOSER_DPI) / page.dpi));
  const files =
    wanted.length > 0
      ? await renderRegion!(
          wanted.map(({ part }) => part),
          times * page.dpi,
        )
      : [];
  const codes: Barcode[] = [];
  for (const sighting of sightings) {
    const at = wanted.findIndex((one) => one.sighting === sighting);
    let seen: Sighting | undefined = sighting;
    if (at >= 0 && !isPlain(sighting, page.dpi)) {
      const found = await codesOn(files[at]);
      const best = nearest(found, sighting, wanted[at].part);
      if (best) seen = best;
      else if (!sighting.sure) seen = undefined;
    }
    // A wrong check digit is listed only where the digits were seen well enough to believe them.
    if (seen && (seen.sure || renderRegion || seen.code.checkDigit === false))
      codes.push(seen.code);
  }
  const fine = wanted.flatMap(({ part }, i) => finePart(part, page.dpi, times, files[i]) ?? []);
  return { codes, fine };
}

/** Read well enough as it is. */
const isPlain = ({ sure, code }: Sighting, dpi: number): boolean =>
  sure && mmToPx(code.moduleMm, dpi) >= ENOUGH_PX;

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

/** The code with what must be blank round it, and a little more, in whole pixels of the page. */
function around(
  { box, moduleMm, quietWanted }: Barcode,
  page: { widthMm: number; heightMm: number; dpi: number },
): MmBox {
  const margin = (Math.max(...quietWanted) + 4) * moduleMm + 1;
  return snapped(
    {
      left: box.left - margin,
      top: box.top - margin,
      width: box.width + 2 * margin,
      height: box.height + 2 * margin,
    },
    page,
  );
}

const moved = (code: Barcode, by: MmBox): Barcode => ({
  ...code,
  box: { ...code.box, left: code.box.left + by.left, top: code.box.top + by.top },
});
