export { inkUse, type Coverages, type InkUse } from './ink.ts';
export { inkTotal, type InkTotal } from './total.ts';
