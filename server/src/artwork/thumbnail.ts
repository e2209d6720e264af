/** A page as one picture among many. */
import { gzipSync } from 'node:zlib';
import { previewFrom, shrunkPreview, THUMBNAIL_PX } from '@kyanos/contract';
import type { ArtworkPage } from '@kyanos/core';

/** @param planes of the page at screen resolution, unpacked @returns the same, smaller, packed as it is stored */
export function packedThumbnail(page: ArtworkPage, planes: Uint8Array): Uint8Array {
  const small = shrunkPreview(previewFrom(page, planes), THUMBNAIL_PX);
  return gzipSync(Buffer.concat([...small.planes.values()]), { level: 4 });
}
