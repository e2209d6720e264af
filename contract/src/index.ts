export * from './api.ts';
export { BenchReport } from './bench.ts';
export { LookReport, lookReport } from './lookReport.ts';
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
  planReport,
  RefusalReport,
} from './report.ts';
export { PRINTED, type Printed } from './printed.ts';
export {
  ProcessSettings,
  SETTINGS,
  SpotNames,
  WhiteSettings,
  type SettingName,
} from './settings.ts';
export * from './storedPlan.ts';
