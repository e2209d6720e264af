export { buildPlates, INK_STEP, plateKey, plateSpecs } from './plate.ts';
export { laidAt, type LaidLayer, type LaidPart, type PointInk } from './laid.ts';
export type {
  InkPattern,
  Measures,
  PictureMeasure,
  PlateHole,
  PlateMeasure,
  PlateSink,
  PlateSpec,
} from './plate.ts';
