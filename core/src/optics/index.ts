export { bareShare, dropsLayer, nodesFor, poissonRule } from './drops.ts';
export {
  blockOut,
  clearCoat,
  GROUNDS,
  materialLayer,
  SILVER_MIRROR,
  silverInk,
  wholeOptics,
  type SolidInk,
} from './ground.ts';
export type { Ground, MaterialClass, MaterialOptics, Texture } from './ground.ts';
export {
  evenLayer,
  filter,
  meanOver,
  NOTHING,
  only,
  opaque,
  RisingPile,
  scatters,
  stack,
  turned,
  type Layer,
  type MixedLayer,
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
  ASSUMED_DROPS,
  calibrateWhite,
  contrastRatio,
  fitDrops,
  kubelkaMunk,
  mostContrast,
  scattererLayer,
  WHITE_INK,
  whiteLayer,
  type Scatterer,
  type WhiteInk,
} from './white.ts';
export { evenCurve, murrayDavies, spotTone } from './tone.ts';
