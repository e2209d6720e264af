export { bareShare, dropsLayer, nodesFor, poissonRule } from './drops.ts';
export {
  blockOut,
  clearCoat,
  GROUNDS,
  metallicInk,
  SILVER_MIRROR,
  type Background,
  type SolidInk,
} from './background.ts';
export {
  backAndThrough,
  MATT,
  materialBody,
  measuredSheet,
  surfaceScatter,
  wholeOptics,
  type Body,
  MATERIAL_CLASSES,
  type MaterialClass,
  type MaterialOptics,
  type SurfaceTexture,
} from './material.ts';
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
export { farSurface, INSIDE, insideOf, OUTSIDE, surfaceLayer } from './surface.ts';
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
