export { inkUse, type Coverages, type InkUse } from './ink.ts';
