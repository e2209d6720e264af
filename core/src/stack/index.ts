export { modesFor, obstacles, specialsOf, type Obstacle } from './capability.ts';
export { CATALOGUE, catalogueStack, type CatalogueEntry } from './catalogue.ts';
export {
  changeLayer,
  changePart,
  indexOf,
  insertLayer,
  mirrored,
  moveLayer,
  newLayer,
  removeLayer,
  slotOf,
  stepLayer,
  turnedOver,
  withDensity,
  withHits,
  withInkRoleDensity,
  withoutInkRole,
  type Moved,
  type Side,
  type Slot,
} from './edit.ts';
export {
  bedOverhang,
  CHANNELS,
  channelOf,
  inkOf,
  NOZZLE_CHECK_MINUTES,
  printableWidth,
} from './machine.ts';
export type {
  Channel,
  Belief,
  Estimate,
  Ink,
  LaydownSource,
  Learnt,
  Machine,
  Material,
  Mode,
} from './machine.ts';
export { UNKNOWN_STATE, type MachineState } from './machineState.ts';
export { mistakesOf, type Mistake } from './mistakes.ts';
export { formatStack, parseStack } from './notation.ts';
export { PRESETS, type Preset } from './presets.ts';
export {
  allLayers,
  INK_ROLE_NAMES,
  layerName,
  INK_ROLES,
  sameLayers,
  towardsViewer,
  usesInkRole,
} from './stack.ts';
export type { InkRole, Part, ArtworkSide, Special, Stack, StackLayer } from './stack.ts';
