import { BAND_ROWS } from '@kyanos/core';
import { z } from 'zod';
import { ArtworkInfoSchema } from '../artworkInfo.ts';
import { endpoint } from '../endpoint.ts';
import { ArtworkId, FileId } from '../ids.ts';
import { Cancel, work } from './common.ts';

/** Longest side of the picture that a browser works on. */
export const PREVIEW_PX = 1400;

/** The same for a picture of one job among many. */
export const THUMBNAIL_PX = 440;
export const PreviewSize = z.enum(['screen', 'thumbnail']);
export type PreviewSize = z.infer<typeof PreviewSize>;

/** Side of a tile of a page; a band of the raster is one row of tiles. */
export const TILE_PX = BAND_ROWS;
/**
 * Levels at which a page can be looked at in tiles, each half of the one before. Below the last one the preview is sharper.
 */
export const tileLevels = (widthPx: number, heightPx: number): number =>
  Math.max(1, Math.ceil(Math.log2(Math.max(widthPx, heightPx) / PREVIEW_PX)));

export const ArtworkSummary = z.object({
  id: ArtworkId,
  fileId: FileId,
  fileName: z.string(),
  bytes: z.int(),
  dpi: z.number(),
  /** How many times larger it is printed than it is drawn. */
  scale: z.number(),
  ...work,
  info: ArtworkInfoSchema.nullable(),
  /** There is a rough picture of it already. */
  firstLook: z.boolean(),
});
export type ArtworkSummary = z.output<typeof ArtworkSummary>;

export const NewRip = z.strictObject({
  fileId: FileId,
  fileName: z.string().min(1).max(500),
  /** Resolution at which a PDF is turned into plates. Pictures keep their own. */
  dpi: z.int().min(36).max(1200),
  /** How many times larger it is printed than it is drawn: 10 for artwork at 1:10. */
  scale: z.number().min(0.01).max(100).default(1),
});
export type NewRip = z.output<typeof NewRip>;

const params = z.object({ id: ArtworkId });
const page = params.extend({ page: z.coerce.number().int() });
const whole = z.coerce.number().int().min(0);

export const readArtwork = endpoint({
  method: 'POST',
  path: '/artworks',
  summary: 'Read a stored file: separations, measures, findings',
  body: NewRip,
  answer: ArtworkSummary,
  status: 202,
});
export const getArtwork = endpoint({
  method: 'GET',
  path: '/artworks/{id}',
  summary: 'Artwork, and how far it is read',
  params,
  answer: ArtworkSummary,
});
export const cancelArtwork = endpoint({
  method: 'POST',
  path: '/artworks/{id}/cancel',
  summary: 'Give up reading, as far as the caller is concerned',
  params,
  body: Cancel,
  answer: ArtworkSummary,
});
export const getFirstLook = endpoint({
  method: 'GET',
  path: '/artworks/{id}/first-look',
  summary: 'A rough picture, there before the plates are',
  params,
  answer: { type: 'image/png', what: 'The first page as it looks' },
});
export const getTile = endpoint({
  method: 'GET',
  path: '/artworks/{id}/pages/{page}/tiles/{level}/{column}/{row}',
  summary: 'All separations of a part of a page',
  params: page.extend({ level: whole, column: whole, row: whole }),
  answer: { type: 'application/octet-stream', what: 'Planes one after another, 8 bits of ink' },
});
export const getPreview = endpoint({
  method: 'GET',
  path: '/artworks/{id}/pages/{page}/preview',
  summary: 'All separations of a page at the size of a screen, or of one picture among many',
  params: page,
  query: z.object({ size: PreviewSize.default('screen') }),
  answer: { type: 'application/octet-stream', what: 'Planes one after another, 8 bits of ink' },
});
