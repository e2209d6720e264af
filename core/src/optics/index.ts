export { BACKINGS, BLOCK_OUT, CLEAR_COAT, materialLayer, SILVER } from './ground.ts';
export type { Backing, MaterialClass, MaterialOptics } from './ground.ts';
export {
  evenLayer,
  filter,
  halftone,
  NOTHING,
  opaque,
  RisingPile,
  stack,
  turned,
  type Layer,
} from './layer.ts';
export { labOnAnchorSheet, processLayer, processModel, RAMP_TINTS } from './process.ts';
export type { ProcessAnchor, ProcessModel } from './process.ts';
export { INSIDE, insideOf, OUTSIDE, surfaceLayer } from './surface.ts';
export {
  calibrateWhite,
  contrastRatio,
  kubelkaMunk,
  scattererLayer,
  type Scatterer,
} from './white.ts';
export { evenCurve, murrayDavies, spotTone } from './tone.ts';
