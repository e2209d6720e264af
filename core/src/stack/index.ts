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
  withInkRoleRule,
  withoutInkRole,
  type Moved,
  type Side,
  type Slot,
} from './edit.ts';
export {
  CHANNEL_PATTERN,
  CHANNEL_ROLES,
  inkFor,
  inkOf,
  isSpecialInk,
  isSpecialKey,
  keyOf,
  letterOf,
  PROCESS_CHANNELS,
  ROLE_LETTERS,
  sameInk,
  SPECIAL_KEY,
  specialKeys,
} from './ink.ts';
export type {
  Channel,
  ChannelRole,
  Ink,
  LaydownSource,
  ProcessChannel,
  SettlingFigures,
  SpecialKey,
  Split,
} from './ink.ts';
export {
  bedOverhang,
  MATERIAL_FIGURES,
  NOZZLE_CHECK_MINUTES,
  printableWidth,
  USUAL_CARE,
} from './machine.ts';
export type {
  Belief,
  CareFigures,
  Estimate,
  Learnt,
  Machine,
  Material,
  MaterialFigure,
  Mode,
} from './machine.ts';
export { UNKNOWN_STATE, type LotOnShelf, type MachineState } from './machineState.ts';
export { mistakesOf, type Mistake } from './mistakes.ts';
export { CLASS_NAMES, FORM_NAMES, SIDE_NAMES } from './words.ts';
export { formatStack, parseStack, partOf } from './notation.ts';
export { PRESETS, type Preset } from './presets.ts';
export {
  allLayers,
  INK_ROLE_NAMES,
  inkName,
  layerName,
  laysInk,
  INK_ROLES,
  sameLayers,
  SPECIALS,
  towardsViewer,
  usesInkRole,
} from './stack.ts';
export type { InkRole, Part, ArtworkSide, Special, Stack, StackLayer } from './stack.ts';
