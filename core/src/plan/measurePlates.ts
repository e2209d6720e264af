/** The plates of a plan from its artwork's pixels. */
import {
  barcodeGround,
  roleOf,
  specialRole,
  type ArtworkPage,
  type MmBox,
} from '../artwork/index.ts';
import { DomainError } from '../errors/index.ts';
import { inkNeeded, type View } from '../look/index.ts';
import {
  buildPlates,
  plateSpecs,
  withPlates,
  type Measures,
  type Observations,
  type PictureMeasure,
  type PlateMeasure,
  type PlateSink,
  type PlateSpec,
  type ReadyPlate,
  type VersionMeasures,
} from '../plates/index.ts';
import type { Band, PixelBox, Raster } from '../raster/index.ts';
import { recipesOf } from '../rule/index.ts';
import { allLayers, inkName, keyOf, partOf, sameInk } from '../stack/index.ts';
import { sceneOf } from './model.ts';
import { pageOf, type Artwork, type PrintPlan } from './plan.ts';
import { printedRaster } from './printedRaster.ts';
import { oneVersion } from './versions.ts';
import { inSentence, t } from '../texts/index.ts';

export interface MeasureOptions {
  readonly sink?: PlateSink;
  readonly progress?: (share: number) => void | Promise<void>;
  /** Plates that were built before on the same pixels, by key. */
  readonly ready?: ReadonlyMap<string, ReadyPlate>;
  /** What was seen of the pixels of each page before. */
  readonly observations?: (page: number) => Observations;
}

/**
 * Measures every version of a plan, one after another.
 * @returns those of the first version, with those of each by its page; as {@link measurePlates} where there are none
 */
export async function measureVersions(
  plan: PrintPlan,
  artwork: Artwork,
  {
    progress,
    sinkOf,
    ...options
  }: Omit<MeasureOptions, 'sink' | 'ready'> & {
    /** Where the plates of a version go. */
    readonly sinkOf?: (own: PrintPlan) => PlateSink;
  } = {},
): Promise<Measures> {
  if (!plan.versions)
    return measurePlates(plan, artwork, {
      ...options,
      ...(progress && { progress }),
      ...(sinkOf && { sink: sinkOf(plan) }),
    });
  const versions: VersionMeasures[] = [];
  for (const [i, version] of plan.versions.entries()) {
    const own = oneVersion(plan, version);
    const measured = await measurePlates(own, artwork, {
      ...options,
      ...(sinkOf && { sink: sinkOf(own) }),
      ...(progress && { progress: (share) => progress((i + share) / plan.versions!.length) }),
    });
    versions.push({ page: version.page, ...measured });
  }
  const [{ plates, pictures }] = versions;
  return { plates, pictures, versions };
}

/** Builds the plates of both pictures of the page that is shown; memory stays at a few bands. */
export async function measurePlates(
  plan: PrintPlan,
  artwork: Artwork,
  { sink, progress, ready, observations }: MeasureOptions = {},
): Promise<Measures> {
  const specs = plateSpecs(plan.stack);
  const scene = () => sceneOf(plan, artwork.info);
  const view: View = {
    side: plan.viewing.side === 'back' ? 'back' : 'front',
    place: plan.viewing.backing,
  };
  const pictures = (['front', 'rear'] as const).filter((picture) =>
    allLayers(plan.stack).some((layer) => layer.picture === picture),
  );
  const plates: PlateMeasure[] = [];
  const measured: PictureMeasure[] = [];
  for (const [i, picture] of pictures.entries()) {
    const page = pageOf(plan, artwork.info, picture);
    const own = specs.filter((spec) => spec.picture === picture);
    const raster = withPlates(
      printedRaster(plan, artwork.raster(page.number), page),
      await othersOf(own, artwork),
    );
    const done = await buildPlates(
      picture,
      own,
      raster,
      {
        artPlate: (key) => drawnSeparation(plan, page, key)?.name,
        artDpi: page.dpi,
        codes: page.barcodes.map((code) => toPixels(barcodeGround(code), page, raster)),
        need: (spec, within) => inkNeeded(scene(), view, spec, within),
        other: otherName,
        levels: hasTone(plan),
        ...(ready && { ready }),
        ...(observations && { observations: observations(page.number) }),
      },
      sink,
      progress && ((share) => progress((i + share) / pictures.length)),
    );
    plates.push(...done.plates);
    measured.push(...done.pictures);
  }
  return { plates, pictures: measured };
}

/** The separation that the artist drew for the ink of a key, if the page has one. */
export const drawnSeparation = (
  { artwork, machine }: Pick<PrintPlan, 'artwork' | 'machine'>,
  { separations }: ArtworkPage,
  key: string,
) =>
  separations.find(({ name }) => {
    const drawnIn = specialRole(roleOf(name, artwork.names, machine));
    return drawnIn !== undefined && sameInk(machine, drawnIn, key);
  });

/** Whether the values of the plates have to be counted: an ink lays tints otherwise than in proportion. */
export const hasTone = ({ machine }: Pick<PrintPlan, 'machine'>): boolean =>
  machine.inks.some(({ tone, split }) => tone ?? split);

/** No separation of an artwork has a name with a zero byte. */
const otherName = (job: string, inkKey: string) => `${job}\0${inkKey}`;

/** Plates of other jobs that rules take in. */
async function othersOf(
  specs: readonly PlateSpec[],
  artwork: Artwork,
): Promise<ReadonlyMap<string, Raster>> {
  const others = new Map<string, Raster>();
  for (const { rule } of specs)
    for (const { from } of recipesOf(rule)) {
      if (from.kind !== 'plate') continue;
      const name = otherName(from.job, from.inkKey);
      if (others.has(name)) continue;
      const found = await artwork.plate?.(from.job, from.inkKey);
      if (!found)
        throw new DomainError(
          'PLATE_ELSEWHERE',
          t('plan.plateAnotherJobCant', { inkKey: from.inkKey }),
          'stack',
        );
      others.set(name, found);
    }
  return others;
}

/** One plate of a plan as a raster of its own, built as it is read. @throws DomainError if the plan has no such plate */
export function plateRaster(plan: PrintPlan, artwork: Artwork, inkKey: string): Raster {
  const spec = plateSpecs(plan.stack).find((candidate) =>
    sameInk(plan.machine, keyOf(candidate), inkKey),
  );
  if (!spec)
    throw new DomainError(
      'PLATE_UNKNOWN',
      t('plan.jobHasNoPlate', {
        plan: plan.name,
        inkKey: inSentence(inkName(partOf(inkKey), plan.machine)),
      }),
      'stack',
    );
  const { width, height, dpi } = artwork.raster(pageOf(plan, artwork.info, spec.picture).number);
  return {
    width,
    height,
    dpi,
    channels: [inkKey],
    async *bands() {
      const handoff = new Handoff();
      const built = measurePlates(plan, artwork, {
        sink: (key, rows, y) =>
          key === spec.key
            ? handoff.give({ top: y, rows: rows.length / width, planes: [rows] })
            : undefined,
      }).then(
        () => handoff.end(),
        (error: unknown) => handoff.end(error),
      );
      try {
        for (;;) {
          const band = await handoff.take();
          if (!band) return;
          yield band;
        }
      } finally {
        handoff.leave();
        await built;
      }
    },
  };
}

/** Bands from one that makes them to one that wants them, one at a time. */
class Handoff {
  #waiting: ((band: Band | undefined) => void) | undefined;
  #failing: ((error: unknown) => void) | undefined;
  #offered: { band: Band; taken: () => void; refused: (error: unknown) => void } | undefined;
  #ended: { error: unknown } | undefined;
  #left = false;

  give(band: Band): Promise<void> {
    if (this.#left) return Promise.reject(new Error('Nobody wants these rows any more.'));
    if (this.#waiting) {
      this.#waiting(band);
      this.#waiting = undefined;
      return Promise.resolve();
    }
    return new Promise((taken, refused) => (this.#offered = { band, taken, refused }));
  }

  take(): Promise<Band | undefined> {
    const { band, taken } = this.#offered ?? {};
    this.#offered = undefined;
    taken?.();
    if (band) return Promise.resolve(band);
    if (this.#ended)
      return this.#ended.error === undefined
        ? Promise.resolve(undefined)
        : Promise.reject(this.#ended.error as Error);
    return new Promise((resolve, reject) => {
      this.#waiting = resolve;
      this.#failing = reject;
    });
  }

  end(error?: unknown): void {
    this.#ended = { error };
    if (error === undefined) this.#waiting?.(undefined);
    else this.#failing?.(error);
    this.#waiting = undefined;
  }

  leave(): void {
    this.#left = true;
    this.#offered?.refused(new Error('Nobody wants these rows any more.'));
    this.#offered = undefined;
  }
}

/** A place on the page in pixels of a raster of it, at whatever resolution. */
function toPixels(
  { left, top, width, height }: MmBox,
  page: ArtworkPage,
  raster: { width: number; height: number },
): PixelBox {
  const [x, y] = [raster.width / page.widthMm, raster.height / page.heightMm];
  const clamp = (value: number, most: number) => Math.min(most, Math.max(0, Math.round(value)));
  return {
    left: clamp(left * x, raster.width),
    top: clamp(top * y, raster.height),
    right: clamp((left + width) * x, raster.width),
    bottom: clamp((top + height) * y, raster.height),
  };
}
