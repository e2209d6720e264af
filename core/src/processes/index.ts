export {
  cheapestRanges,
  processCost,
  quantitiesOfSteps,
  quantityGrid,
  type CheapestRange,
  type CostCurve,
  type ProcessCost,
} from './compare.ts';
export { needsOf, type ProcessNeeds } from './needs.ts';
export {
  PROCESS_IDS,
  PROCESSES,
  whyNotProcess,
  type Process,
  type ProcessId,
} from './processes.ts';
