/** Bars laid narrower than they were drawn, by as much as the ink of a machine spreads on the sheet. */
import { copyOf, type Band, type Raster } from '../raster/index.ts';
import { isMatrix } from './barcode.ts';
import { kindOf } from './names.ts';
import type { ArtworkPage, MmBox } from './page.ts';

interface Place {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
  /** Bars stand upright, lie, or are modules in both directions. */
  readonly across: boolean;
  readonly along: boolean;
}

/**
 * The same separations with the bars of every code narrower by `reductionMm`, half of it at either edge; the raster itself where
 * there is no code or nothing to take away. White is ground, not bars, and stays.
 * @param reductionMm less than two pixels count
 */
export function withReducedBars(
  raster: Raster,
  page: Pick<ArtworkPage, 'barcodes' | 'widthMm' | 'heightMm'>,
  reductionMm: number,
): Raster {
  const [perX, perY] = [raster.width / page.widthMm, raster.height / page.heightMm];
  const edge = Math.min(1, (reductionMm / 2) * perX);
  if (page.barcodes.length === 0 || edge <= 0) return raster;
  const places = page.barcodes.map(({ box, turn, type }): Place => {
    const upright = Math.abs(Math.round(turn / 90)) % 2 === 0;
    const both = isMatrix(type);
    return {
      ...pixelsOf(box, perX, perY, raster),
      across: upright || both,
      along: !upright || both,
    };
  });
  const barred = raster.channels.flatMap((name, i) => (kindOf(name) === 'white' ? [] : [i]));
  const change = (band: Band): Band => {
    const near = places.filter(
      ({ top, bottom }) => top < band.top + band.rows && bottom > band.top,
    );
    if (near.length === 0) return band;
    const size = band.rows * raster.width;
    const planes = band.planes.map((plane) => plane.subarray(0, size));
    for (const i of barred) {
      planes[i] = copyOf(planes[i], size);
      for (const place of near) {
        if (place.across) reduce(planes[i], raster.width, band, place, edge, 1);
        if (place.along) reduce(planes[i], raster.width, band, place, edge, raster.width);
      }
    }
    return { ...band, planes };
  };
  return {
    ...raster,
    async *bands() {
      for await (const band of raster.bands()) yield change(band);
    },
  };
}

function pixelsOf({ left, top, width, height }: MmBox, x: number, y: number, raster: Raster) {
  const clamp = (value: number, most: number) => Math.min(most, Math.max(0, Math.round(value)));
  // A pixel more: bars may have grown over their box.
  return {
    left: clamp(left * x - 1, raster.width),
    top: clamp(top * y - 1, raster.height),
    right: clamp((left + width) * x + 1, raster.width),
    bottom: clamp((top + height) * y + 1, raster.height),
  };
}

/** Takes `edge` of a pixel of ink from either side of every run. @param step to the next pixel across a bar: 1 or a row */
function reduce(
  plane: Uint8Array,
  width: number,
  { top, rows }: Band,
  place: Place,
  edge: number,
  step: number,
): void {
  const was = plane.slice();
  const [from, to] = [Math.max(0, place.top - top), Math.min(rows, place.bottom - top)];
  for (let y = from; y < to; y++)
    for (let x = place.left; x < place.right; x++) {
      const i = y * width + x;
      const ink = was[i];
      if (ink === 0) continue;
      // At the end of a band the next row is not known: it counts as this one.
      const [before, after] = [was[i - step] ?? ink, was[i + step] ?? ink];
      const taken = edge * Math.max(before, ink, after);
      const left = Math.min(ink, Math.max(0, taken - before));
      const right = Math.min(ink, Math.max(0, taken - after));
      plane[i] = Math.max(0, Math.round(ink - left - right));
    }
}
