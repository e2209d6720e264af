/** A page's plates at screen resolution, as the server sends them. */
import { API, previewFrom, type ArtworkId, type Preview, type PreviewSize } from '@kyanos/contract';
import { addressIn } from '../shared/api.ts';
import type { ArtworkPage } from '@kyanos/core';
import { t } from '../texts/texts.ts';

export async function fetchPreview(
  artworkId: ArtworkId,
  page: ArtworkPage,
  size: PreviewSize = 'screen',
): Promise<Preview> {
  const response = await fetch(
    addressIn(API.getPreview, { params: { id: artworkId, page: page.number }, query: { size } }),
  );
  if (!response.ok) throw new Error(t('look.pictureNotFetched'));
  return previewFrom(page, new Uint8Array(await response.arrayBuffer()), size);
}
