/** How much ink a solid lays, and how much a tint. */
import type { Ink, LaydownSource, Machine } from '../stack/index.ts';
import { mm2ToM2, MM_PER_INCH, term, type Working } from '../units/index.ts';
import { t } from '../texts/index.ts';

const PL_PER_ML = 1e9;
const MM_PER_M = 1000;

/** White of a solid, one hit, by how the machine cures, mL/m²: a UV bed's thick white against a roll machine's (common practice). */
export const USUAL_WHITE: Readonly<Record<Machine['cure'], number>> = {
  uv: 28,
  solvent: 11,
  water: 11,
};

/**
 * Ink of a solid laid by one hit, mL/m²: one drop on every point of the grid, or what a measured job laid over its covered area.
 * Plain unit analysis.
 */
export function laydownOf(source: LaydownSource): Working {
  if (source.kind === 'drops') {
    const { picolitres, dpiAcross, dpiAlong } = source;
    const perM2 = ((dpiAcross * MM_PER_M) / MM_PER_INCH) * ((dpiAlong * MM_PER_M) / MM_PER_INCH);
    return {
      label: t('ink.laydown'),
      value: (picolitres * perM2) / PL_PER_ML,
      unit: 'mL/m²',
      formula: t('ink.dropVolumeDropsPer'),
      terms: [
        term(t('ink.dropVolume'), picolitres, 'pL', t('ink.sumAllDropsOne')),
        term(t('ink.dropsPerM'), perM2, '', t('ink.inch254Mm', { dpiAcross, dpiAlong })),
      ],
    };
  }
  if (source.kind === 'usual')
    return {
      label: t('ink.laydown'),
      value: USUAL_WHITE[source.cure],
      unit: 'mL/m²',
      formula: t('ink.whatWhiteSuchMachines'),
      terms: [
        term(
          t('ink.laydownWithin'),
          USUAL_WHITE[source.cure],
          'mL/m²',
          t('ink.assumedCommonPractice'),
        ),
      ],
    };
  const { ml, areaMm2, cover } = source;
  return {
    label: t('ink.laydown'),
    value: ml / (mm2ToM2(areaMm2) * cover),
    unit: 'mL/m²',
    formula: t('ink.inkUsedAreaCover'),
    terms: [
      term(t('ink.inkUsed'), ml, 'mL', t('ink.machinesOwnReportWithout')),
      term(t('ink.area'), mm2ToM2(areaMm2), 'm²'),
      term(t('ink.cover'), cover, '', t('ink.meanPlateDensityHits')),
    ],
  };
}

/** Levels of a plate. */
const LEVELS = 256;

/** Share of a solid's ink that a tint lays; the tint itself where the ink has no curve. */
export function toneAt(tone: Ink['tone'], coverage: number): number {
  if (!tone || tone.length === 0) return coverage;
  let [x0, y0] = [0, 0];
  for (const [x1, y1] of tone) {
    if (coverage <= x1) return x1 === x0 ? y1 : y0 + ((coverage - x0) / (x1 - x0)) * (y1 - y0);
    [x0, y0] = [x1, y1];
  }
  return y0;
}

/**
 * Mean share of a solid's ink over a plate.
 * @param mean cover of the plate, 0 to 1 @param levels pixels of each of its 256 values, where they were counted
 * @param density what the plate is laid at, 0 to 1
 */
export function laidShare(
  tone: Ink['tone'],
  mean: number,
  levels: readonly number[] | undefined,
  density: number,
): number {
  if (!tone) return mean * density;
  if (!levels) return toneAt(tone, mean * density);
  let [sum, all] = [0, 0];
  for (let level = 0; level < LEVELS; level++) {
    const count = levels[level] ?? 0;
    sum += count * toneAt(tone, (level / (LEVELS - 1)) * density);
    all += count;
  }
  return all === 0 ? 0 : sum / all;
}
