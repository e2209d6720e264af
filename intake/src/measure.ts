/** What there is to know of a page's plates, in one run over them. */
import {
  BAND_ROWS,
  ContentMeter,
  CoverageMeter,
  kindOf,
  KnockoutMeter,
  mmToPx,
  overprintedChannel,
  pxToMm,
  type ArtworkPage,
  type Band,
  type MmBox,
  type PixelBox,
  type Raster,
} from '@kyanos/core';
import { lookCloser } from './barcodes/closer.ts';
import { BarcodeFinder } from './barcodes/finder.ts';
import type { PageFile } from './intake.ts';
import { growingBands, planarRaster, processPlanes, type PlanarFile } from './planar.ts';

export interface MeasuredPage {
  readonly page: ArtworkPage;
  readonly raster: Raster;
}

export async function measure(
  {
    file,
    overprinted,
    number = 1,
    box,
    bleedDeclared,
    alternates,
    structure,
    closer,
    notes,
  }: PageFile,
  progress: (share: number) => unknown,
  signal: AbortSignal | undefined,
): Promise<MeasuredPage> {
  const { width, height, dpi, channels } = file;
  const trimPx = toPixels(box, file);
  const inside = new CoverageMeter(channels.length, width, trimPx);
  const whole = new CoverageMeter(channels.length, width, {
    left: 0,
    top: 0,
    right: width,
    bottom: height,
  });
  const bleeds = trimPx.right - trimPx.left < width || trimPx.bottom - trimPx.top < height;
  const content = new ContentMeter(width, height, processPlanes(channels));
  const barcodes = new BarcodeFinder(width, height, dpi);
  const second = overprinted && reordered(overprinted, channels);
  const knockout = second && new KnockoutMeter(width, height, channels);
  const meant = second && growingBands(second);
  // Turning every byte from light to ink costs as much as adding them up, so it is done only where planes are compared.
  const light = file.inverted && !knockout;
  const seen = new Uint8Array(BAND_ROWS * width);
  for await (const band of growingBands(file, light)) {
    signal?.throwIfAborted();
    inside.add(band);
    if (bleeds) whole.add(band);
    const rows = seen.subarray(0, band.rows * width);
    content.add(band, rows, light);
    const other = (await meant?.next())?.value as Band | undefined;
    if (knockout && other) knockout.add(band, other.planes);
    await barcodes.add(rows);
    progress((band.top + band.rows) / height);
  }
  // To its end, which tells whether the file became whole.
  await meant?.next();
  const ink = (meter: CoverageMeter) => meter.coverage().map((mean) => (light ? 1 - mean : mean));
  const within = ink(inside);
  const everywhere = bleeds ? ink(whole) : within;
  const size = { widthMm: pxToMm(width, dpi), heightMm: pxToMm(height, dpi) };
  const differing = knockout?.differing ?? [];
  const page: ArtworkPage = {
    number,
    ...size,
    trimMm: box,
    dpi,
    widthPx: width,
    heightPx: height,
    trimPx,
    bleedDeclared,
    separations: channels.map((name, i) => {
      const alternate = alternates.get(name);
      return {
        name,
        kind: kindOf(name),
        coverage: within[i],
        coverageWithBleed: everywhere[i],
        ...(alternate && { alternate }),
      };
    }),
    overprinted: differing,
    knockouts: knockout?.knockouts(pxToMm(1, dpi) ** 2) ?? [],
    content: content.content(),
    barcodes: await lookCloser(await barcodes.finish(), size, closer),
    ...(structure && { structure }),
    notes,
  };
  return { page, raster: pageRaster(file, second, differing) };
}

/** The plates, and after them those that hold something else if everything overprinted. */
function pageRaster(
  file: PlanarFile,
  second: PlanarFile | undefined,
  differing: readonly string[],
): Raster {
  const own = planarRaster(file);
  if (!second || differing.length === 0) return own;
  const places = differing.map((name) => second.channels.indexOf(name));
  return {
    ...own,
    channels: [...own.channels, ...differing.map(overprintedChannel)],
    *bands(): Generator<Band> {
      const others = bandsOf(second)[Symbol.iterator]();
      for (const band of bandsOf(file)) {
        const { planes } = others.next().value as Band;
        yield { ...band, planes: [...band.planes, ...places.map((i) => planes[i])] };
      }
    },
  };
}

/** A file of the same plates with its channels in the order wanted. Ghostscript lists spots in the order it meets them. */
function reordered(file: PlanarFile, channels: readonly string[]): PlanarFile | undefined {
  const order = channels.map((name) => file.channels.indexOf(name));
  if (order.includes(-1)) return undefined;
  return { ...file, channels, order: order.map((i) => file.order?.[i] ?? i) };
}

/** The raster of a file is synchronous, whatever a Raster may be in general. */
const bandsOf = (file: PlanarFile) => planarRaster(file).bands() as Iterable<Band>;

function toPixels(box: MmBox, { dpi, width, height }: PlanarFile): PixelBox {
  const left = Math.round(mmToPx(box.left, dpi));
  const top = Math.round(mmToPx(box.top, dpi));
  return {
    left,
    top,
    right: Math.min(width, Math.round(mmToPx(box.left + box.width, dpi))),
    bottom: Math.min(height, Math.round(mmToPx(box.top + box.height, dpi))),
  };
}
