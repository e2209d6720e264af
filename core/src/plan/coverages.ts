/** How much each ink covers of what a plan prints. */
import { PROCESS_NAMES, type ArtworkInfo, type ArtworkPage } from '../artwork/index.ts';
import type { Cover, Coverages } from '../ink/index.ts';
import { plateKey, type Measures } from '../plates/index.ts';
import { pageOf, type PrintPlan, type Version } from './plan.ts';

/** One version with all that is known of it. */
export interface VersionPart {
  readonly version: Version;
  /** The plan as it is for this version alone. */
  readonly plan: PrintPlan;
  readonly page: ArtworkPage;
  readonly measures: Measures;
  readonly coverages: Coverages;
}

/** How much each ink covers of the page that a plan shows: as measured, else as the artwork says. */
export function coveragesOf(plan: PrintPlan, info: ArtworkInfo, measured: Measures): Coverages {
  const measures = new Map(measured.plates.map((measure) => [measure.key, measure]));
  const coverages: Coverages = {
    process: (picture) => {
      const { separations } = pageOf(plan, info, picture);
      const done = measured.pictures.find((measure) => measure.picture === picture);
      return PROCESS_NAMES.map((name, i) => ({
        mean: done?.process[i] ?? separations.find((s) => s.name === name)?.coverageWithBleed ?? 0,
        levels: done?.levels?.process[i],
      })) as unknown as ReturnType<Coverages['process']>;
    },
    shared: (picture, inks) => {
      const levels = measured.pictures.find((measure) => measure.picture === picture)?.levels
        ?.shared?.[inks];
      const process = Array.from(inks, (ink) => coverages.process(picture)['CMYK'.indexOf(ink)]);
      // Without a measure, all that the lesser ink has is taken to lie on the other.
      if (!levels) return { mean: Math.min(...process.map(({ mean }) => mean)) };
      return { mean: meanLevel(levels), levels };
    },
    plate: (layer, part) => {
      if (part.inkRole === 'CMYK' || !part.rule) return { mean: 0 };
      const key = plateKey(part, layer.picture, part.rule);
      const picture = measured.pictures.find((measure) => measure.picture === layer.picture);
      return { mean: measures.get(key)?.coverage ?? 0, levels: picture?.levels?.plates[key] };
    },
  };
  return coverages;
}

/** Mean of a count of the values 0 to 255, as a share. */
function meanLevel(levels: readonly number[]): number {
  const all = levels.reduce((sum, count) => sum + count, 0);
  return all > 0 ? levels.reduce((sum, count, value) => sum + count * value, 0) / (255 * all) : 0;
}

/** What covers the pieces of all versions together: each counts as its printed area. */
export function mixedCoverages(parts: readonly VersionPart[]): Coverages {
  if (parts.length === 1) return parts[0].coverages;
  const areas = parts.map(({ version, page }) => version.copies * page.widthMm * page.heightMm);
  const whole = areas.reduce((sum, area) => sum + area, 0);
  const mixed = (of: (coverages: Coverages) => Cover): Cover => {
    const covers = parts.map(({ coverages }) => of(coverages));
    const levels = covers.flatMap((cover, i) => {
      const pixels = cover.levels?.reduce((sum, count) => sum + count, 0) ?? 0;
      return cover.levels && pixels > 0
        ? [cover.levels.map((count) => (count / pixels) * (areas[i] / whole))]
        : [];
    });
    return {
      mean: covers.reduce((sum, { mean }, i) => sum + mean * (areas[i] / whole), 0),
      ...(levels.length === parts.length && {
        levels: levels[0].map((_, value) => levels.reduce((sum, own) => sum + own[value], 0)),
      }),
    };
  };
  return {
    process: (picture) =>
      PROCESS_NAMES.map((_, i) =>
        mixed((coverages) => coverages.process(picture)[i]),
      ) as unknown as ReturnType<Coverages['process']>,
    shared: (picture, inks) => mixed((coverages) => coverages.shared(picture, inks)),
    plate: (layer, part) => mixed((coverages) => coverages.plate(layer, part)),
  };
}
