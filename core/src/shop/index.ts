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
