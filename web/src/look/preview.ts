/** A page's plates at screen resolution, as the server sends them. */
import { API, PREVIEW_PX, type ArtworkId } from '@kyanos/contract';
import { addressIn } from '../shared/api.ts';
import { channelsOf, Shrinker, shrunkSize, type ArtworkPage } from '@kyanos/core';

/** Ink 0–255, by channel. */
export interface Preview {
  readonly width: number;
  readonly height: number;
  readonly dpi: number;
  readonly planes: ReadonlyMap<string, Uint8Array>;
}

export async function fetchPreview(artworkId: ArtworkId, page: ArtworkPage): Promise<Preview> {
  const response = await fetch(
    addressIn(API.getPreview, { params: { id: artworkId, page: page.number } }),
  );
  if (!response.ok) throw new Error('The picture can’t be fetched. Reload the page.');
  const bytes = new Uint8Array(await response.arrayBuffer());
  const { width, height } = shrunkSize(page.widthPx, page.heightPx, PREVIEW_PX);
  return {
    width,
    height,
    dpi: (page.dpi * width) / page.widthPx,
    planes: planesOf(channelsOf(page), bytes),
  };
}

export function shrink({ width, height, dpi, planes }: Preview, longest: number): Preview {
  if (Math.max(width, height) <= longest) return { width, height, dpi, planes };
  const small = new Map<string, Uint8Array>();
  let to = { width, height };
  for (const [name, plane] of planes) {
    const shrinker = new Shrinker(width, height, longest);
    shrinker.push(plane, 0);
    small.set(name, shrinker.plane);
    to = shrinker;
  }
  return { width: to.width, height: to.height, dpi: (dpi * to.width) / width, planes: small };
}

/** Planes that come one after another. */
export function planesOf(
  channels: readonly string[],
  bytes: Uint8Array,
): ReadonlyMap<string, Uint8Array> {
  const size = bytes.length / channels.length;
  return new Map(channels.map((name, i) => [name, bytes.subarray(i * size, (i + 1) * size)]));
}
