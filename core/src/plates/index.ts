export {
  buildPlates,
  cleanerMap,
  coverPlates,
  type Measures,
  type Observations,
  type PlateSink,
  type PlateSurroundings,
  type ReadyPlate,
  type VersionMeasures,
} from './build.ts';
export { chokeImages, raiseHaze, setRule } from './editRules.ts';
export { laidAt, type LaidLayer, type LaidPart, type PointInk } from './laid.ts';
export type { PlateHole, PlateMeasure } from './measure.ts';
export { overrideDecision } from './overrideDecision.ts';
export { withPlates } from './others.ts';
export { SHARED_INKS, type InkPattern, type PictureMeasure, type SharedInks } from './picture.ts';
export type { NeedRows } from './sources.ts';
export { plateKey, plateSpecs, type PlateSpec } from './spec.ts';
export { DECISIONS, type Decision } from './survey.ts';
