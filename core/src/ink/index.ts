export { containersFor, type ContainerNeed } from './containers.ts';
export { inkUse, type Cover, type Coverages, type InkUse } from './ink.ts';
export { laidShare, laydownOf, toneAt, USUAL_WHITE } from './laydown.ts';
export { inkTotal, type InkTotal } from './total.ts';
