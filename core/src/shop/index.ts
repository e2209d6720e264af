export { assumedIn, DECIDES } from './assumedIn.ts';
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
  fitted,
  freeId,
  originIn,
  productOf,
  USUAL_CHOKE_MM,
  USUAL_GRAIN_WHITE,
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
  assumedBelow,
  confirmed,
  stated,
  withMachineBlock,
  withMachineInk,
  withMachineValue,
  withoutMachineInk,
  withoutMode,
} from './editMachine.ts';
export {
  machineBlocks,
  machineFields,
  machineGroups,
  machineValue,
  type MachineBlock,
  type MachineField,
} from './machineFields.ts';
export { newInk, newProduct } from './usualInks.ts';
export {
  INK_CHOICES,
  newMachine,
  USUAL_KINDS,
  USUAL_MODE,
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
export {
  confirmedMaterial,
  EMPTY_SHOP,
  FIRST_USUAL,
  USUAL_MATERIAL_NAMES,
  usualMaterial,
  withMaterial,
} from './usualMaterials.ts';
