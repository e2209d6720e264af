export { contradictionsOf, materialContradictions, type Contradiction } from './contradictions.ts';
export {
  fieldChanges,
  movedOn,
  ORIGIN_PARTS,
  takenOver,
  type FieldChange,
  type Moved as ShopMoved,
  type OriginPart,
} from './moved.ts';
export {
  freeId,
  originIn,
  withProduct,
  type HouseRules,
  type InkProduct,
  type PlanOrigin,
  type PriceList,
  type RuleBook,
  type Shop,
  type ShopPreset,
} from './shop.ts';
export {
  MACHINE_BLOCKS,
  MACHINE_FIELDS,
  MACHINE_GROUPS,
  machineValue,
  notAssumed,
  withMachineBlock,
  withMachineInk,
  withoutMachineInk,
  withMachineValue,
  type MachineBlock,
  type MachineField,
} from './machineFields.ts';
export {
  INK_CHOICES,
  newMachine,
  usualInk,
  usualMode,
  type InkChoice,
  type MachineAnswers,
} from './usualMachine.ts';
export {
  SHOP_FILE_FORMAT,
  shopChanges,
  shopFileProblems,
  type ShopChange,
  type ShopFile,
} from './shopFile.ts';
export { EMPTY_SHOP, USUAL_MATERIAL_NAMES, usualMaterial } from './usualMaterials.ts';
