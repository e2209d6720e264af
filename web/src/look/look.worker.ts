/** Pixels off the main thread: previews, plates and pictures of the print. */
import { PREVIEW_PX } from '@kyanos/contract';
import {
  buildLookTable,
  makeScene,
  measurePlates,
  memoryRaster,
  modelOf,
  pageOf,
  plannedRaster,
  PROCESS_NAMES,
  renderLook,
  sum,
  type ArtworkInfo,
  type ArtworkPage,
  type Measures,
  type PrintPlan,
  type View,
} from '@kyanos/core';
import { expose, transfer } from 'comlink';
import { onRamp } from '../shared/colour.ts';
import { fetchPreview, Kept, shrink, type Preview } from './preview.ts';

export interface Picture {
  readonly width: number;
  readonly height: number;
  readonly pixels: Uint8ClampedArray<ArrayBuffer>;
  /** Share of pixels whose colour the screen can't show. */
  readonly outOfGamut: number;
}

export interface Subject {
  readonly artworkId: string;
  readonly info: ArtworkInfo;
  readonly plan: PrintPlan;
}

/** Pages kept at once: a page of six plates is about 8 MB. */
const previews = new Kept<Preview>(14);

const preview = (artworkId: string, page: ArtworkPage): Promise<Preview> =>
  previews.get(`${artworkId}/${page.number}`, () => fetchPreview(artworkId, page));

/** Plates of both pictures at the resolution of the previews. */
async function build(
  { plan, info }: Subject,
  pages: ReadonlyMap<number, Preview>,
): Promise<{ measures: Measures; planes: Map<string, Uint8Array> }> {
  const planes = new Map<string, Uint8Array>();
  const artwork = {
    info,
    raster(number: number) {
      const page = pages.get(number)!;
      return memoryRaster(page, page.planes);
    },
  };
  const size = [...pages.values()][0];
  const measures = await measurePlates(plan, artwork, (key, rows, y) => {
    let plane = planes.get(key);
    if (!plane) planes.set(key, (plane = new Uint8Array(size.width * size.height)));
    plane.set(rows, y * size.width);
  });
  return { measures, planes };
}

async function pagesFor(
  { artworkId, info, plan }: Subject,
  longest: number,
): Promise<Map<number, Preview>> {
  const wanted = [
    ...new Set((['front', 'rear'] as const).map((picture) => pageOf(plan, info, picture))),
  ];
  const loaded = await Promise.all(
    wanted.map(
      async (page) => [page.number, shrink(await preview(artworkId, page), longest)] as const,
    ),
  );
  return new Map(loaded);
}

/** A page's separations with what the operator said of them carried out. */
async function plannedPlanes(
  { info, plan }: Subject,
  number: number,
  preview: Preview,
): Promise<ReadonlyMap<string, Uint8Array>> {
  const page = info.pages.find((candidate) => candidate.number === number)!;
  const own = memoryRaster(preview, preview.planes);
  const planned = plannedRaster(own, page, plan.artwork);
  if (planned === own) return preview.planes;
  const planes = new Map(
    planned.channels.map((name) => [name, new Uint8Array(own.width * own.height)]),
  );
  for await (const { top, planes: rows } of planned.bands())
    planned.channels.forEach((name, i) => planes.get(name)!.set(rows[i], top * own.width));
  return planes;
}

function flip(pixels: Uint8ClampedArray, width: number): void {
  const words = new Uint32Array(pixels.buffer);
  for (let row = 0; row < words.length; row += width) words.subarray(row, row + width).reverse();
}

const api = {
  /** Plate measures as the screen resolution gives them. */
  async measure(subject: Subject): Promise<Measures> {
    return (await build(subject, await pagesFor(subject, PREVIEW_PX))).measures;
  },

  /** The print as it will look. */
  async look(subject: Subject, view: View, longest: number): Promise<Picture> {
    const pages = await pagesFor(subject, longest);
    const { measures, planes } = await build(subject, pages);
    const { plan, info } = subject;
    const scene = makeScene({ ...plan, process: modelOf(info) });
    const numbers = {
      front: pageOf(plan, info, 'front').number,
      rear: pageOf(plan, info, 'rear').number,
    };
    const inks = new Map<number, ReadonlyMap<string, Uint8Array>>();
    for (const number of new Set([numbers.front, numbers.rear]))
      inks.set(number, await plannedPlanes(subject, number, pages.get(number)!));
    const mean = (number: number) =>
      PROCESS_NAMES.map((name) => {
        const plane = inks.get(number)!.get(name)!;
        return sum(plane) / (255 * plane.length);
      });
    const table = buildLookTable(scene, view, {
      process: { front: mean(numbers.front), rear: mean(numbers.rear) },
      plates: new Map(measures.plates.map(({ key, coverage }) => [key, coverage])),
    });
    const page = pages.get(numbers[table.picture])!;
    const pixels = new Uint8ClampedArray(page.width * page.height * 4);
    const outOfGamut = renderLook(
      table,
      table.axes.map((axis) =>
        axis.kind === 'process'
          ? inks.get(numbers[table.picture])!.get(PROCESS_NAMES[axis.ink])!
          : planes.get(axis.key)!,
      ),
      pixels,
    );
    if (table.reversed) flip(pixels, page.width);
    return transfer({ width: page.width, height: page.height, pixels, outOfGamut }, [
      pixels.buffer,
    ]);
  },

  /** A special plate as a map, from none to full along `ramp` (256 × RGB). */
  async plateMap(
    subject: Subject,
    key: string,
    ramp: Uint8Array,
  ): Promise<Picture & { measures: Measures }> {
    const pages = await pagesFor(subject, PREVIEW_PX);
    const { measures, planes } = await build(subject, pages);
    const { width, height } = [...pages.values()][0];
    const plane = planes.get(key) ?? new Uint8Array(width * height);
    const pixels = onRamp(plane, ramp);
    return transfer({ width, height, pixels, outOfGamut: 0, measures }, [pixels.buffer]);
  },
};

export type LookWorker = typeof api;
expose(api);
