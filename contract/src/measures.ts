/** Measures of built plates, as they travel. Shares 0 to 1, areas mm². */
import { SHARED_INKS, type Measures } from '@kyanos/core';
import { z } from 'zod';
import { Box, Cells, share } from './artworkInfo.ts';
import { prove, type Same } from './proof.ts';

const PlateMeasure = z.object({
  key: z.string(),
  coverage: share,
  areaMm2: z.number(),
  overlapMm2: z.number(),
  overlap: Cells.exactOptional(),
  holes: z.object({
    count: z.int(),
    areaMm2: z.number(),
    largest: z.array(Box.extend({ areaMm2: z.number() })),
  }),
  thinMm2: z.number(),
  thin: Cells.exactOptional(),
  places: z.array(share),
  islands: z.int(),
  strokeMm: z.number().nullable(),
  steps: z.array(z.number()),
  own: z.object({ addedMm2: z.number(), lostMm2: z.number() }),
  chokedBefore: z.number(),
});

const counts = z.array(z.number());
const PictureMeasure = z.object({
  picture: z.enum(['front', 'rear']),
  process: z.tuple([share, share, share, share]),
  ink: z.array(z.object({ plates: z.array(z.string()), process: counts })),
  laid: z.array(z.object({ plates: z.record(z.string(), z.number()), share: z.number() })),
  levels: z
    .object({
      process: z.array(counts),
      plates: z.record(z.string(), counts),
      shared: z.record(z.enum(SHARED_INKS), counts).exactOptional(),
    })
    .exactOptional(),
});

const own = { plates: z.array(PlateMeasure), pictures: z.array(PictureMeasure) };

export const MeasuresSchema = z.object({
  ...own,
  /** Of each version by itself, where a plan has versions. */
  versions: z.array(z.object({ ...own, page: z.int() })).exactOptional(),
});

prove<Same<z.output<typeof MeasuresSchema>, Measures>>();
