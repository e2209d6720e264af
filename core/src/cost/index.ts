export { costOf, inkPrice, type Cost, type CostLine, type Prices } from './cost.ts';
