/** Pixels off the main thread: previews, plates and pictures of the print. */
import { Plan, PREVIEW_PX, type ArtworkSummary } from '@kyanos/contract';
import {
  buildLookTable,
  cleanerMap,
  DomainError,
  formatStack,
  makeScene,
  measurePlates,
  memoryRaster,
  modelOf,
  pageOf,
  plannedRaster,
  plateRaster,
  plateSpecs,
  PROCESS_NAMES,
  renderLook,
  sum,
  usesSource,
  type Artwork,
  type ArtworkInfo,
  type ArtworkPage,
  type Measures,
  type Observations,
  type PlateSpec,
  type PrintPlan,
  type Raster,
  type ReadyPlate,
  type Source,
  type View,
} from '@kyanos/core';
import { expose, transfer } from 'comlink';
import { get } from '../shared/api.ts';
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

/** Plates that were built, by everything their pixels depend on: a preview's plate is at most 2 MB. */
const built = new Map<string, ReadyPlate>();
const MOST_BUILT = 24;
const observed = new Map<string, Observations>();

function keep<T>(kept: Map<string, T>, key: string, value: T, most: number): void {
  kept.delete(key);
  kept.set(key, value);
  if (kept.size > most) kept.delete(kept.keys().next().value!);
}

/** What all pixels of a build depend on. */
const groundKey = (artworkId: string, pages: ReadonlyMap<number, Preview>, plan: PrintPlan) =>
  JSON.stringify([artworkId, [...pages.values()].map(({ width }) => width), plan.artwork]);

/** Plates of both pictures at the resolution of the previews. Those that did not change are not built again. */
async function build(
  { artworkId, plan, info }: Subject,
  pages: ReadonlyMap<number, Preview>,
): Promise<{ measures: Measures; planes: Map<string, Uint8Array> }> {
  const sizeOf = (spec: PlateSpec) => pages.get(pageOf(plan, info, spec.picture).number)!;
  const ground = groundKey(artworkId, pages, plan);
  const keyOf = ({ key, besideColour, rule }: PlateSpec) =>
    JSON.stringify([
      ground,
      key,
      besideColour,
      usesSource(rule, 'match') && [
        formatStack(plan.stack),
        plan.material,
        plan.machine.inks,
        plan.viewing,
      ],
    ]);
  const specs = plateSpecs(plan.stack);
  const ready = new Map<string, ReadyPlate>();
  for (const spec of specs) {
    const known = built.get(keyOf(spec));
    if (known) ready.set(spec.key, known);
  }
  const planes = new Map<string, Uint8Array>();
  const artwork: Artwork = {
    info,
    raster(number: number) {
      const page = pages.get(number)!;
      return memoryRaster(page, page.planes);
    },
    plate: otherPlate,
  };
  const measures = await measurePlates(plan, artwork, {
    ready,
    observations: (page) => {
      const key = `${ground}/${page}`;
      const known = observed.get(key) ?? new Map();
      keep(observed, key, known, 6);
      return known;
    },
    sink: (key, rows, y) => {
      const { width, height } = sizeOf(specs.find((spec) => spec.key === key)!);
      let plane = planes.get(key);
      if (!plane) planes.set(key, (plane = new Uint8Array(width * height)));
      plane.set(rows, y * width);
    },
  });
  for (const spec of specs) {
    const measure = measures.plates.find(({ key }) => key === spec.key);
    const plane = planes.get(spec.key);
    // What another job lays may have changed by the next time.
    if (measure && plane && !usesSource(spec.rule, 'plate'))
      keep(built, keyOf(spec), { measure, plane }, MOST_BUILT);
  }
  return { measures, planes };
}

/** A plate of another job, at the resolution of its own preview. */
async function otherPlate(id: string, lay: string): Promise<Raster> {
  const job = await get<{ artworkId: string | null; plan: unknown }>(`/jobs/${id}`);
  const plan = Plan.parse(job.plan);
  const { info } = job.artworkId
    ? await get<ArtworkSummary>(`/artworks/${job.artworkId}`)
    : { info: null };
  if (!info || !job.artworkId)
    throw new DomainError(
      'PLATE_UNKNOWN',
      `The artwork of the job “${plan.name}” is not read. Open that job, or choose another.`,
      'stack',
    );
  const pages = await pagesFor({ artworkId: job.artworkId, info, plan }, PREVIEW_PX);
  const raster = (number: number) => {
    const page = pages.get(number)!;
    return memoryRaster(page, page.planes);
  };
  return plateRaster(plan, { info, raster }, lay);
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
  async plateMap(subject: Subject, key: string, ramp: Uint8Array): Promise<Picture> {
    const pages = await pagesFor(subject, PREVIEW_PX);
    const { planes } = await build(subject, pages);
    const spec = plateSpecs(subject.plan.stack).find((candidate) => candidate.key === key);
    const { width, height } = pages.get(
      pageOf(subject.plan, subject.info, spec?.picture ?? 'front').number,
    )!;
    const plane = planes.get(key) ?? new Uint8Array(width * height);
    const pixels = onRamp(plane, ramp);
    return transfer({ width, height, pixels, outOfGamut: 0 }, [pixels.buffer]);
  },

  /** What the cleaner of a rule decided, drawn in one colour (RGB) a decision, and of each pixel by number. */
  async cleanerMap(
    subject: Subject,
    picture: 'front' | 'rear',
    from: Extract<Source, { kind: 'cleaned' }>,
    colours: readonly (readonly [number, number, number])[],
  ): Promise<Picture & { decisions: Uint8Array }> {
    const { artworkId, info, plan } = subject;
    const page = pageOf(plan, info, picture);
    const pages = await pagesFor(subject, PREVIEW_PX);
    const shown = pages.get(page.number)!;
    const ground = groundKey(artworkId, pages, plan);
    const raster = plannedRaster(memoryRaster(shown, shown.planes), page, plan.artwork);
    const decisions = await cleanerMap(raster, from, observed.get(`${ground}/${page.number}`));
    const ramp = new Uint8Array(256 * 3);
    colours.forEach((colour, i) => ramp.set(colour, i * 3));
    const pixels = onRamp(decisions, ramp);
    const { width, height } = shown;
    return transfer({ width, height, pixels, outOfGamut: 0, decisions }, [
      pixels.buffer,
      decisions.buffer as ArrayBuffer,
    ]);
  },
};

export type LookWorker = typeof api;
expose(api);
