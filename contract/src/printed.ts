/** Everything that the command line prints with --json, once: what is printed, and the schemas that tell of it. */
import type { z } from 'zod';
import { BenchReport, ScaleReport } from './bench.ts';
import { LookReport } from './lookReport.ts';
import {
  CoverageReport,
  InspectReport,
  InspectReports,
  PlanReport,
  PlatesReport,
  RefusalReport,
  RepairsReport,
} from './report.ts';

export const PRINTED = {
  inspect: InspectReport,
  /** Of several files, some of which may not be readable. */
  inspectMany: InspectReports,
  coverage: CoverageReport,
  refusal: RefusalReport,
  plan: PlanReport,
  repairs: RepairsReport,
  look: LookReport,
  plates: PlatesReport,
  bench: BenchReport,
  scale: ScaleReport,
} as const satisfies Readonly<Record<string, z.ZodType>>;
export type Printed = keyof typeof PRINTED;
