/** A page's plates at screen resolution, as the server keeps and sends them: planes one after another. */
import { channelsOf, shrunkSize, type ArtworkPage } from '@kyanos/core';
import { PREVIEW_PX } from './resources/artworks.ts';

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
export function previewFrom(page: ArtworkPage, bytes: Uint8Array): Preview {
  const { width, height } = shrunkSize(page.widthPx, page.heightPx, PREVIEW_PX);
  const dpi = (page.dpi * width) / page.widthPx;
  return { width, height, dpi, planes: planesOf(channelsOf(page), bytes) };
}
