export {
  BLOCK_OUT,
  CLEAR_COAT,
  GROUNDS,
  materialLayer,
  SILVER,
  SILVER_MIRROR,
  wholeOptics,
} from './ground.ts';
export type { Ground, MaterialClass, MaterialOptics, Texture } from './ground.ts';
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
export {
  labOnAnchorSheet,
  processLayer,
  ProcessLayers,
  processModel,
  RAMP_TINTS,
} from './process.ts';
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
