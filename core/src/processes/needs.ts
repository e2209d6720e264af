/** What a job asks of the process that prints it. */
import { drawnCutting, type ArtworkInfo } from '../artwork/index.ts';
import { pageOf, type PlanResult, type PrintPlan } from '../plan/index.ts';
import { allLayers, type Material } from '../stack/index.ts';
import { mm2ToM2 } from '../units/index.ts';

export interface ProcessNeeds {
  readonly copies: number;
  /** Of one copy, m². */
  readonly pieceM2: number;
  /** Contrast ratio of the white that is wanted, 0 to 1; nothing where no white is wanted. */
  readonly opacity: number;
  /** Thinnest stroke, mm; null where all are wide. */
  readonly detailMm: number | null;
  /** Tints, pictures, shades: what isn't solid. */
  readonly gradients: boolean;
  /** Plates, frames or cylinders: one for each ink laid, as often as it is laid at another place. */
  readonly separations: number;
  readonly material: Pick<Material, 'class' | 'form' | 'pricePerM2'>;
  /** The material itself is to be seen: its metal, its grain, its clearness. */
  readonly bare: boolean;
  /** Pieces are cut to a shape, which takes a die where it is not done by a blade that is steered. */
  readonly cut: boolean;
  /** Pieces of a cut film that have to be weeded, for one copy. */
  readonly islands: number;
}

/** Inks that one layer of colour takes. */
const PROCESS_INKS = 4;

export function needsOf(plan: PrintPlan, info: ArtworkInfo, result: PlanResult): ProcessNeeds {
  const page = pageOf(plan, info, 'front');
  const { width, height } = page.trimMm;
  const whites = result.opacity.layers.filter(({ inkRole }) => inkRole === 'W' || inkRole === 'B');
  const used = page.separations.filter(
    ({ kind, coverageWithBleed }) => kind === 'process' && coverageWithBleed > 0.001,
  ).length;
  const separations = allLayers(plan.stack)
    .flatMap(({ parts }) => parts)
    .reduce((sum, { inkRole }) => sum + (inkRole === 'CMYK' ? used || PROCESS_INKS : 1), 0);
  const strokes = result.plates.flatMap(({ strokeMm }) => (strokeMm === null ? [] : [strokeMm]));
  const pictures = (page.structure?.pictures.length ?? 0) > 0;
  return {
    copies: plan.layout.copies,
    pieceM2: mm2ToM2(width * height),
    opacity: Math.max(0, ...whites.map(({ contrastRatio }) => contrastRatio)),
    detailMm: strokes.length ? Math.min(...strokes) : null,
    gradients: info.format !== 'pdf' || pictures,
    separations,
    material: plan.material,
    bare: plan.material.class !== 'white' && !whites.length,
    cut: drawnCutting(page, plan.artwork.names) !== undefined || (plan.cutting?.cutMm ?? 0) > 0,
    islands: Math.max(1, ...result.plates.map(({ islands }) => islands)),
  };
}
