/** What there is to know of a page's plates, in one run over them. */
import { rmSync } from 'node:fs';
import {
  ContentMeter,
  CoverageMeter,
  EdgeMeter,
  isLineRole,
  kindOf,
  KnockoutMeter,
  mmToPx,
  overprintedChannel,
  PROCESS_NAMES,
  pxToMm,
  type ArtworkPage,
  type Band,
  type MmBox,
  type PixelBox,
  type Raster,
} from '@kyanos/core';
import { lookCloser } from './barcodes/renderRegion.ts';
import { boxOf, differIn, finePart, redraw } from './redraw.ts';
import { PageCodes } from './barcodes/pageCodes.ts';
import type { PageFile } from './source.ts';
import { breath } from './run.ts';
import { growingBands, planarRaster, processPlanes, type PlanarFile } from './planar.ts';

/** Where the plates of a page lie. */
export interface StoredPage {
  readonly file: PlanarFile;
  /** The same plates as if specials and colour overprinted each other, and those of them that then hold something else. */
  readonly second?: PlanarFile | undefined;
  readonly differing: readonly string[];
}

export interface MeasuredPage {
  readonly page: ArtworkPage;
  readonly stored: StoredPage;
}

export async function measure(
  {
    file,
    overprinted,
    number = 1,
    box,
    bleedDeclared,
    alternates,
    used,
    structure,
    lines,
    renderRegion,
    fine,
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
  const barcodes = new PageCodes(file, content);
  const edge = new EdgeMeter(
    width,
    trimPx,
    channels.flatMap((name, i) => (isLineRole(kindOf(name)) ? [] : [i])),
  );
  const second = overprinted && reordered(overprinted, channels);
  const knockout = second && new KnockoutMeter(width, height, channels);
  const meant = second && growingBands(second, file.inverted);
  // Measured as they are stored: turning every byte from light to ink costs as much as adding them up.
  const light = file.inverted;
  for await (const band of growingBands(file, light)) {
    await breath(signal);
    inside.add(band);
    if (bleeds) whole.add(band);
    edge.add(band, light);
    const other = (await meant?.next())?.value as Band | undefined;
    if (knockout && other) knockout.add(band, other.planes, light);
    await barcodes.add(band, light);
    progress((band.top + band.rows) / height);
  }
  // To its end, which tells whether the file became whole.
  await meant?.next();
  const ink = (meter: CoverageMeter) => meter.coverage().map((mean) => (light ? 1 - mean : mean));
  const size = { widthMm: pxToMm(width, dpi), heightMm: pxToMm(height, dpi) };
  const { codes, fine: bars } = await lookCloser(
    await barcodes.finish(),
    { ...size, dpi },
    renderRegion,
  );
  // The interpreter paints every pixel that a shape touches: codes and thin strokes are drawn finer, each pixel gets its share.
  const thin = (await fine?.()) ?? [];
  const parts = [...thin, ...bars];
  const differing = knockout?.differing ?? [];
  const overprinting = second && differing.length > 0 ? second : undefined;
  // Every pixel that a shape touches is painted, so where all pixels are alike what is drawn finer is alike as well.
  const apart = overprinting ? parts.filter((part) => differIn(file, overprinting, part)) : [];
  await redraw(file, parts, (plane, y, left, before, after) => {
    for (const meter of [inside, whole]) meter.replace(plane, y, left, before, after);
  });
  if (overprinting) {
    await redraw(
      overprinting,
      parts.filter((part) => !apart.includes(part)),
    );
    for (const times of new Set(apart.map((part) => part.times))) {
      const boxes = apart.filter((part) => part.times === times).map((part) => boxOf(part, dpi));
      const files = (await renderRegion?.(boxes, times * dpi, true)) ?? [];
      await redraw(
        overprinting,
        boxes.flatMap((box, i) => (files[i] && finePart(box, dpi, times, files[i])) ?? []),
      );
    }
  }
  for (const part of thin) rmSync(part.file.path, { force: true });
  const within = ink(inside);
  const everywhere = bleeds ? ink(whole) : within;
  const declared = new Set(structure?.spots.map(({ name }) => name));
  // A swatch that nothing on this page uses has a plate as well, if another page uses it or the pages share their swatches.
  const isPhantom = (i: number) =>
    everywhere[i] === 0 &&
    !PROCESS_NAMES.includes(channels[i] as 'Cyan') &&
    structure !== undefined &&
    !(used ?? declared).has(channels[i]);
  const kept = channels.flatMap((_, i) => (isPhantom(i) ? [] : [i]));
  const page: ArtworkPage = {
    number,
    ...size,
    trimMm: box,
    dpi,
    widthPx: width,
    heightPx: height,
    trimPx,
    bleedDeclared,
    separations: kept.map((i) => {
      const name = channels[i];
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
    edgeShare: edge.share(),
    barcodes: codes,
    ...(structure && { structure }),
    ...(lines && { lines }),
    notes,
  };
  const own = {
    ...file,
    channels: kept.map((i) => channels[i]),
    order: kept.map((i) => file.order?.[i] ?? i),
  };
  return { page, stored: { file: own, second, differing } };
}

/** The plates, and after them those that hold something else if everything overprinted. */
export function pageRaster({ file, second, differing }: StoredPage): Raster {
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
