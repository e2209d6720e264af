export * from './api.ts';
export { BenchReport } from './bench.ts';
export {
  encodePlan,
  Ink,
  Machine,
  Material,
  Mode,
  Plan,
  Prices,
  problemOf,
  ShopSchema,
  StackText,
  type PlanJson,
} from './plan.ts';
export {
  CoverageReport,
  InspectReport,
  inspectReport,
  InspectReports,
  LookReport,
  lookReport,
  PlanReport,
  planReport,
  PlatesReport,
} from './report.ts';
