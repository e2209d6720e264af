export { useOf } from './findings.ts';
export {
  modeOf,
  pageOf,
  PLAN_FORMAT,
  type Artwork,
  type PrintPlan,
  type Shop,
  type Viewing,
} from './plan.ts';
export { printFiles, thinned, type PrintFile, type PrintPlate } from './printFiles.ts';
export {
  inkMl,
  measurePlates,
  modelOf,
  pagesOf,
  planJob,
  reckon,
  type PlanResult,
  type Work,
} from './reckon.ts';
