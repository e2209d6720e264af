export {
  COST_GROUPS,
  costOf,
  inkPrice,
  timesNeeded,
  type Cost,
  type CostGroup,
  type CostLine,
} from './cost.ts';
export { discountFor, priceOf, type Price } from './price.ts';
export { DAY_HOURS, type Extra, type Prices, type Pricing } from './prices.ts';
