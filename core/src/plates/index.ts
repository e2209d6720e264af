export { buildPlates, INK_STEP, plateKey, plateSpecs } from './plate.ts';
export type {
  InkPattern,
  Measures,
  PictureMeasure,
  PlateHole,
  PlateMeasure,
  PlateSink,
  PlateSpec,
} from './plate.ts';
