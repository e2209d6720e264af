/** A page's plates at screen resolution, as the server sends them. */
import { API, previewFrom, type ArtworkId, type Preview } from '@kyanos/contract';
import { addressIn } from '../shared/api.ts';
import { Shrinker, type ArtworkPage } from '@kyanos/core';

export async function fetchPreview(artworkId: ArtworkId, page: ArtworkPage): Promise<Preview> {
  const response = await fetch(
    addressIn(API.getPreview, { params: { id: artworkId, page: page.number } }),
  );
  if (!response.ok) throw new Error('The picture can’t be fetched. Reload the page.');
  return previewFrom(page, new Uint8Array(await response.arrayBuffer()));
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
