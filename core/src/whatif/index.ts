export { cheaperWithMore, offersOf, quantitiesOf, type Offer } from './quantities.ts';
export { sensitivitiesOf, SWING, type Sensitivity } from './sensitivity.ts';
export {
  tryVariants,
  variantPlans,
  withDominated,
  type Figures,
  type Variant,
  type VariantPlan,
} from './variants.ts';
export { tripOptionsOf, type TripOption } from './tripOptions.ts';
