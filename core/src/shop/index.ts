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
