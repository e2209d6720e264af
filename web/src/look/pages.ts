/** A job's pages as rasters of screen resolution, fetched once. */
import {
  API,
  PREVIEW_PX,
  shrunkPreview,
  THUMBNAIL_PX,
  type ArtworkId,
  type JobId,
  type Preview,
} from '@kyanos/contract';
import {
  DomainError,
  memoryRaster,
  pageOf,
  plateRaster,
  type Artwork,
  type ArtworkInfo,
  type ArtworkPage,
  type MachineState,
  type PrintPlan,
  type Raster,
} from '@kyanos/core';
import { call } from '../shared/api.ts';
import { Fetched } from '../shared/fetched.ts';
import { fetchPreview } from './preview.ts';
import { t } from '../texts/texts.ts';

export interface Subject {
  readonly artworkId: ArtworkId;
  readonly info: ArtworkInfo;
  readonly plan: PrintPlan;
  /** Of the plan's machine today, where more than its look is worked out. */
  readonly state?: MachineState;
}

export type Pages = ReadonlyMap<number, Preview>;

/** Pages kept at once: a page of six plates is about 8 MB. */
const previews = new Fetched<Preview>(14);

/** The same in the sizes that are looked at: they are asked for at every change. */
const sizes = new Fetched<Preview>(24);

function preview(artworkId: ArtworkId, page: ArtworkPage, longest: number): Promise<Preview> {
  const size = longest <= THUMBNAIL_PX ? 'thumbnail' : 'screen';
  const key = `${artworkId}/${page.number}/${size}`;
  return sizes.get(`${key}/${longest}`, async () =>
    shrunkPreview(await previews.get(key, () => fetchPreview(artworkId, page, size)), longest),
  );
}

/** Both pictures' pages, at most so many pixels on the longer side. */
export async function pagesFor(
  { artworkId, info, plan }: Subject,
  longest: number,
): Promise<Pages> {
  const wanted = [
    ...new Set((['front', 'rear'] as const).map((picture) => pageOf(plan, info, picture))),
  ];
  const loaded = await Promise.all(
    wanted.map(async (page) => [page.number, await preview(artworkId, page, longest)] as const),
  );
  return new Map(loaded);
}

const rasterOf = (pages: Pages) => (number: number) => {
  const page = pages.get(number)!;
  return memoryRaster(page, page.planes);
};

export const artworkOf = (info: ArtworkInfo, pages: Pages): Artwork => ({
  info,
  raster: rasterOf(pages),
  plate: otherPlate,
});

/** A plate of another job, at the resolution of its own preview. */
async function otherPlate(id: string, inkKey: string): Promise<Raster> {
  const { plan, artworkId } = await call(API.getJob, { params: { id: id as JobId } });
  const { info } = artworkId
    ? await call(API.getArtwork, { params: { id: artworkId } })
    : { info: null };
  if (!info || !artworkId)
    throw new DomainError(
      'PLATE_UNKNOWN',
      t('look.artworkJobNotRead', { plan: plan.name }),
      'stack',
    );
  const pages = await pagesFor({ artworkId, info, plan }, PREVIEW_PX);
  return plateRaster(plan, { info, raster: rasterOf(pages) }, inkKey);
}
