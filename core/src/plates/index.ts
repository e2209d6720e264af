export { buildPlates, plateKey, plateSpecs } from './plate.ts';
export type { PlateMeasure, PlateSink, PlateSpec } from './plate.ts';
