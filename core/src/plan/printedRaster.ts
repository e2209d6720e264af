/** The separations of a page as a plan prints them. */
import { plannedRaster, withReducedBars, type ArtworkPage } from '../artwork/index.ts';
import type { Raster } from '../raster/index.ts';
import type { PrintPlan } from './plan.ts';

/** With what the operator said of spots and knockouts carried out, and bars as narrow as the machine wants them. */
export const printedRaster = (plan: PrintPlan, raster: Raster, page: ArtworkPage): Raster =>
  withReducedBars(plannedRaster(raster, page, plan.artwork), page, plan.machine.barReduction ?? 0);
