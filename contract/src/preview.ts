/** A page's plates at screen resolution, as the server keeps and sends them: planes one after another. */
import { channelsOf, Shrinker, shrunkSize, type ArtworkPage } from '@kyanos/core';
import { PREVIEW_PX, THUMBNAIL_PX, type PreviewSize } from './resources/artworks.ts';

/** Ink 0–255, by channel. */
export interface Preview {
  readonly width: number;
  readonly height: number;
  readonly dpi: number;
  readonly planes: ReadonlyMap<string, Uint8Array>;
}

/** Planes that come one after another. */
export function planesOf(
  channels: readonly string[],
  bytes: Uint8Array,
): ReadonlyMap<string, Uint8Array> {
  const size = bytes.length / channels.length;
  return new Map(channels.map((name, i) => [name, bytes.subarray(i * size, (i + 1) * size)]));
}

/** @param bytes the planes of the page, unpacked */
export function previewFrom(
  page: ArtworkPage,
  bytes: Uint8Array,
  size: PreviewSize = 'screen',
): Preview {
  const screen = shrunkSize(page.widthPx, page.heightPx, PREVIEW_PX);
  const { width, height } =
    size === 'screen' ? screen : shrunkSize(screen.width, screen.height, THUMBNAIL_PX);
  const dpi = (page.dpi * width) / page.widthPx;
  return { width, height, dpi, planes: planesOf(channelsOf(page), bytes) };
}

/** The same page with at most so many pixels on its longer side, each the mean of those it stands for. */
export function shrunkPreview({ width, height, dpi, planes }: Preview, longest: number): Preview {
  if (Math.max(width, height) <= longest) return { width, height, dpi, planes };
  const size = shrunkSize(width, height, longest);
  const small = new Map<string, Uint8Array>();
  for (const [name, plane] of planes) {
    const shrinker = new Shrinker(width, height, longest);
    shrinker.push(plane, 0);
    small.set(name, shrinker.plane);
  }
  return { ...size, dpi: (dpi * size.width) / width, planes: small };
}
