export { inkNeeded } from './need.ts';
export { opacityOf, type LayerOpacity, type Opacity } from './opacity.ts';
export { makeScene, seen, type Point, type Scene, type View } from './scene.ts';
export {
  buildLookTable,
  facingPicture,
  renderLook,
  type Axis,
  type LookTable,
  type Means,
} from './table.ts';
